package zephyrridge.core.range;

import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.log.Entry;

/**
 * A machine with a hidden truth. All there is to ask of it is to switch it on; whoever wants to know more has to find out.
 *
 * @see #start
 */
public final class Simulated {
    /**
     * What it is made of.
     *
     * @param channelOf channel by position, {@code soldered} size in MiB of a bank by its position
     * @param kindOf kind by module, {@code sizeOf} MiB by module: what it really is, whatever its bag says
     * @param fewest MiB that a 32-bit system shows at most, 0 where it shows all
     * @param doubled whether its firmware lists a soldered bank twice
     * @param codes whether it has memory codes of its own
     */
    public record Build(
            SortedMap<String, String> channelOf,
            SortedMap<String, Long> soldered,
            SortedMap<String, String> kindOf,
            SortedMap<String, Long> sizeOf,
            long fewest,
            boolean doubled,
            boolean codes) {
        public Build {
            channelOf = Collections.unmodifiableSortedMap(new TreeMap<>(channelOf));
            soldered = Collections.unmodifiableSortedMap(new TreeMap<>(soldered));
            kindOf = Collections.unmodifiableSortedMap(new TreeMap<>(kindOf));
            sizeOf = Collections.unmodifiableSortedMap(new TreeMap<>(sizeOf));
        }
    }

    /**
     * What is seen from outside.
     *
     * @param code whether it gave a code that means memory
     * @param firmwareMebibytes what its firmware counts, {@code systemMebibytes} what the system shows; empty where it is dark
     * @param listed positions that the firmware lists as filled
     * @param errors of the memory test
     */
    public record Sight(
            boolean dark,
            boolean code,
            Optional<Long> firmwareMebibytes,
            Optional<Long> systemMebibytes,
            Set<String> listed,
            int errors) {}

    /**
     * How it is switched on.
     *
     * @param arrangement module by position, soldered banks aside
     * @param inserted modules put in, or in again, since the last start; {@code actions} done since then
     * @param waited whether it is given the time its training takes
     * @param passes of a memory test
     */
    public record Tried(
            SortedMap<String, String> arrangement,
            Set<String> inserted,
            Set<Entry.Action> actions,
            boolean waited,
            int passes) {
        public Tried {
            arrangement = Collections.unmodifiableSortedMap(new TreeMap<>(arrangement));
            inserted = Set.copyOf(inserted);
            actions = Set.copyOf(actions);
        }
    }

    public Sight start(Tried t) {
        return start(t.arrangement(), t.inserted(), t.actions(), t.waited(), t.passes());
    }

    private static final double CODE_OF_MEMORY = .8;
    private static final double CODE_OF_OTHERS = .15;

    private final Build build;
    private final List<Hidden> truth;
    private final SplittableRandom chance;
    private final Map<Hidden, Boolean> acts = new HashMap<>();
    /** Of those that stay as they are, the draw that decided how they show. */
    private final Map<Hidden, Double> ways = new HashMap<>();

    private Map<String, String> last = Map.of();
    /** What was put in before the first start was put in badly: only putting it in again can mend that. */
    private boolean first = true;

    public Simulated(Build build, List<Hidden> truth, long seed) {
        this.build = build;
        this.truth = List.copyOf(truth);
        this.chance = new SplittableRandom(seed);
        truth.forEach(h -> acts.put(h, true));
    }

    /**
     * Switches it on.
     *
     * @param arrangement module by position, soldered banks aside
     * @param inserted modules put in, or in again, since the last start
     * @param actions done since then
     * @param waited whether it is given the time its training takes
     * @param passes of a memory test
     */
    public Sight start(
            SortedMap<String, String> arrangement,
            Set<String> inserted,
            Set<Entry.Action> actions,
            boolean waited,
            int passes) {
        boolean changed = !inserted.isEmpty() || !arrangement.equals(last);
        truth.forEach(h -> heal(h, inserted, actions, waited, changed));
        last = new TreeMap<>(arrangement);
        first = false;
        boolean dark = chance.nextDouble() < .01;
        boolean memory = false;
        boolean faulty = false;
        Set<String> hidden = new TreeSet<>();
        for (Hidden h : truth) {
            if (!acts.get(h) || !reaches(h, arrangement) || chance.nextDouble() < h.rests()) {
                continue;
            }
            double x = way(h);
            if (x < h.dark()) {
                dark = true;
                memory |= isOfMemory(h);
            } else if (x < h.dark() + h.hides()) {
                hidden.addAll(part(h, arrangement));
            } else if (x < h.dark() + h.hides() + h.errs()) {
                faulty = true;
            }
        }
        Set<String> all = new TreeSet<>(arrangement.keySet());
        all.addAll(build.soldered().keySet());
        Set<String> left = new TreeSet<>(all);
        left.removeAll(hidden);
        if (dark || left.isEmpty()) {
            boolean code =
                    build.codes() && chance.nextDouble() < (memory || left.isEmpty() ? CODE_OF_MEMORY : CODE_OF_OTHERS);
            return new Sight(true, code, Optional.empty(), Optional.empty(), Set.of(), 0);
        }
        long total = left.stream().mapToLong(p -> size(p, arrangement)).sum();
        long told = total
                + (build.doubled()
                        ? build.soldered().values().stream().mapToLong(m -> m).sum()
                        : 0);
        long shown = build.fewest() > 0 ? Math.min(build.fewest(), total) : total;
        boolean found = faulty && chance.nextDouble() < 1 - Math.pow(.5, passes);
        return new Sight(false, false, Optional.of(told), Optional.of(shown), left, found ? 1 + chance.nextInt(40) : 0);
    }

    /** What it showed before anybody put a hand to it: it came in running, with all that is in it. */
    public Sight asItRan(SortedMap<String, String> arrangement) {
        return new Simulated(build, List.of(), 1).start(arrangement, Set.of(), Set.of(), true, 0);
    }

    private void heal(Hidden h, Set<String> inserted, Set<Entry.Action> actions, boolean waited, boolean changed) {
        double cures =
                switch (h.kind()) {
                    case POOR_SEATING -> !first && inserted.contains(h.subject()) ? .9 : 0;
                    case WRONG_SETTINGS -> actions.contains(Entry.Action.SETTINGS_CLEARED) ? .98 : 0;
                    case NEEDS_MAINS -> actions.contains(Entry.Action.MAINS) ? .98 : 0;
                    case OLD_FIRMWARE -> actions.contains(Entry.Action.FIRMWARE_UPDATED) ? .95 : 0;
                    case BAD_COMPANION -> actions.contains(Entry.Action.COMPANION) ? .9 : 0;
                    case LONG_TRAINING -> waited ? .97 : 0;
                    default -> 0;
                };
        if (h.kind() == Hidden.Kind.LONG_TRAINING && changed) {
            acts.put(h, true);
        }
        if (chance.nextDouble() < cures) {
            acts.put(h, false);
        }
        if (h.kind() == Hidden.Kind.POOR_SEATING && inserted.contains(h.subject())) {
            ways.remove(h);
        }
    }

    private double way(Hidden h) {
        return h.stays() ? ways.computeIfAbsent(h, x -> chance.nextDouble()) : chance.nextDouble();
    }

    private boolean reaches(Hidden h, SortedMap<String, String> in) {
        return switch (h.kind()) {
            case DEAD_MODULE, WEAK_MODULE, POOR_SEATING -> in.containsValue(h.subject());
            case WRONG_SETTINGS, NEEDS_MAINS, LONG_TRAINING, BAD_COMPANION -> true;
            case KINDS_QUARREL -> has(in, h.subject()) && has(in, h.other());
            default -> !part(h, in).isEmpty();
        };
    }

    private boolean has(SortedMap<String, String> in, String kind) {
        return in.values().stream().anyMatch(m -> kind.equals(build.kindOf().get(m)));
    }

    private Set<String> part(Hidden h, SortedMap<String, String> in) {
        Set<String> part = new TreeSet<>();
        in.forEach((position, module) -> {
            boolean kind = h.subject().equals(build.kindOf().get(module));
            boolean is =
                    switch (h.kind()) {
                        case DEAD_MODULE, WEAK_MODULE, POOR_SEATING -> module.equals(h.subject());
                        case BAD_SOCKET -> position.equals(h.subject());
                        case BAD_CHANNEL -> h.subject().equals(build.channelOf().get(position));
                        case KIND_TOO_LARGE, OLD_FIRMWARE -> kind;
                        case ORDER_QUIRK -> kind && position.equals(h.other());
                        case KINDS_QUARREL -> kind
                                || h.other().equals(build.kindOf().get(module));
                        default -> false;
                    };
            if (is) {
                part.add(position);
            }
        });
        if (h.kind() == Hidden.Kind.BAD_CHANNEL) {
            build.soldered().keySet().stream()
                    .filter(p -> h.subject().equals(build.channelOf().get(p)))
                    .forEach(part::add);
        }
        return part;
    }

    private static boolean isOfMemory(Hidden h) {
        return switch (h.kind()) {
            case OLD_FIRMWARE, WRONG_SETTINGS, NEEDS_MAINS, LONG_TRAINING, BAD_COMPANION -> false;
            default -> true;
        };
    }

    private long size(String position, SortedMap<String, String> in) {
        return in.containsKey(position)
                ? build.sizeOf().get(in.get(position))
                : build.soldered().get(position);
    }

    /** A module alone in another machine that is known to run: only what it is itself can show. */
    public Sight elsewhere(String module, int passes) {
        for (Hidden h : truth) {
            boolean itself = (h.kind() == Hidden.Kind.DEAD_MODULE || h.kind() == Hidden.Kind.WEAK_MODULE)
                    && h.subject().equals(module);
            if (itself && chance.nextDouble() >= h.rests()) {
                double x = way(h);
                if (x < h.dark() + h.hides()) {
                    return new Sight(true, false, Optional.empty(), Optional.empty(), Set.of(), 0);
                }
                if (x < h.dark() + h.hides() + h.errs() && chance.nextDouble() < 1 - Math.pow(.5, passes)) {
                    return new Sight(
                            false,
                            false,
                            Optional.of(build.sizeOf().get(module)),
                            Optional.of(build.sizeOf().get(module)),
                            Set.of(),
                            1 + chance.nextInt(40));
                }
            }
        }
        long size = build.sizeOf().get(module);
        return new Sight(false, false, Optional.of(size), Optional.of(size), Set.of(), 0);
    }

    /** Whether it would still show: for whoever judges an answer. What stays as it is and was drawn to show nothing never does. */
    public boolean acts(Hidden h) {
        return acts.get(h) && ways.getOrDefault(h, 0.0) < h.dark() + h.hides() + h.errs();
    }

    /** What is wrong with it as it lies now, whether or not it shows at every start. */
    public List<Hidden> wrong(SortedMap<String, String> arrangement) {
        return truth.stream().filter(h -> acts(h) && reaches(h, arrangement)).toList();
    }

    /** Whether it shows at every start without a memory test: it stays dark, or lacks its part, whenever its part is in. */
    public boolean isPlain(Hidden h) {
        return h.stays() && h.rests() == 0 && acts(h) && ways.getOrDefault(h, 1.0) < h.dark() + h.hides();
    }

    /** What was wrong: for whoever judges an answer, never for whoever looks for it. */
    public List<Hidden> truth() {
        return truth;
    }
}
