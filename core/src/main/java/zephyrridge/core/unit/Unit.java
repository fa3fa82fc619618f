package zephyrridge.core.unit;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zephyrridge.core.change.Change;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Target;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Proof;

/**
 * One machine as far as its upgrade has come. Immutable; {@link Change} gives the next one. What is in it now, what is off,
 * which fit lines are done and what is proven stand nowhere: they follow from the log ({@link Now}, {@link FitLine}, {@link Proof}).
 *
 * <p>In one file: whatever makes the next state is the state's own, so that nothing else can make one.
 *
 * @param deviations what is otherwise in this very machine than in its record
 * @param modules by key
 * @param asFound module key by position, as the machine came in
 * @param alternatives layouts one might choose, the one on the table first
 * @param chosen id of the alternative that was decided on
 * @param log what was done
 * @param accepted differences that somebody took upon themselves, with the reason
 * @param need what is wanted; {@code counter} what else was said over it; {@code consent} what the owner said yes to
 * @param otherSchools where this job deviates from the house, by school, with the reason
 * @param seals that were found, each with the owner's answer
 * @param before readings before anything was changed
 * @param photos pictures of the condition; the pictures themselves are kept elsewhere, under their ids
 */
public record Unit(
        Intake intake,
        Deviations deviations,
        SortedMap<String, JobModule> modules,
        SortedMap<String, String> asFound,
        List<Alternative> alternatives,
        Optional<String> chosen,
        Log log,
        List<Acceptance> accepted,
        Readout before,
        List<Photo> photos,
        Readings readings,
        Need need,
        Counter counter,
        SortedMap<String, String> otherSchools,
        Optional<Consent> consent,
        List<Seal> seals,
        Optional<Closing> closing) {

    /** What runs on it, with what it keeps for itself as it was read before anything was changed. */
    public Host host() {
        return intake.host().reading(before.total(), before.usable());
    }

    /**
     * What the owner said yes to, before anything was bought or opened.
     *
     * @param who said it; {@code to} in words; {@code alternative} the layout it was about; {@code by} who wrote it down
     */
    public record Consent(String who, String to, How how, String alternative, LocalDateTime at, String by) {
        public enum How {
            NOT_SAID,
            AT_THE_COUNTER,
            BY_PHONE,
            IN_WRITING
        }
    }

    /**
     * What is needed, as it was measured and said.
     *
     * @param target what layouts are looked for by; {@code measured} what the work keeps busy
     */
    public record Need(Target target, Sizing.Measured measured) {
        public static final Need NOT_SAID = new Need(Target.ANY, Sizing.Measured.NOTHING);
    }

    /** @param field the reading; empty for a start that failed */
    public record Acceptance(int start, Optional<Comparison.Field> field, String reason, String by) {}

    /**
     * @param grade what the proof had reached; {@code wanted} what the house asked for
     * @param note what the owner is told
     * @param inParts name of who decided to hand it back with something off; empty where it was closed
     * @param houseVersion {@code ruleVersion} what it was judged by
     */
    public record Closing(Grade grade, Grade wanted, String note, String inParts, int houseVersion, int ruleVersion) {
        public boolean proven() {
            return grade != Grade.NONE && grade != Grade.OLD_RULE && grade.reaches(wanted);
        }
    }

    /** @param id of the picture; {@code caption} what it shows, maybe empty */
    public record Photo(String id, String caption) {}

    public static final Unit NEW = new Unit(
            Intake.EMPTY,
            Deviations.NONE,
            new TreeMap<>(),
            new TreeMap<>(),
            List.of(Alternative.FIRST),
            Optional.empty(),
            Log.EMPTY,
            List.of(),
            Readout.NOTHING,
            List.of(),
            Readings.NONE,
            Need.NOT_SAID,
            Counter.NOTHING,
            new TreeMap<>(),
            Optional.empty(),
            List.of(),
            Optional.empty());

    public Unit {
        modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
        asFound = Collections.unmodifiableSortedMap(new TreeMap<>(asFound));
        alternatives = List.copyOf(alternatives);
        if (alternatives.isEmpty()) {
            throw new IllegalArgumentException("a job has one layout at least");
        }
        accepted = List.copyOf(accepted);
        photos = List.copyOf(photos);
        seals = List.copyOf(seals);
        otherSchools = Collections.unmodifiableSortedMap(new TreeMap<>(otherSchools));
    }

    /** The alternative that moves go into. */
    public Alternative onTheTable() {
        return alternatives.get(0);
    }

    public boolean isChosen() {
        return chosen.filter(onTheTable().id()::equals).isPresent();
    }

    /** Whether what is in it was taken from a like machine and nobody has read all of it here. */
    public boolean isTakenAlike() {
        return asFound.values().stream().anyMatch(key -> modules.get(key).origin() == JobModule.Origin.ALIKE);
    }

    public Unit withIntake(Intake next) {
        return with(b -> b.intake = next);
    }

    public Unit withDeviations(Deviations next) {
        return with(b -> b.deviations = next);
    }

    public Unit withModule(JobModule module) {
        return with(b -> b.modules.put(module.key(), module));
    }

    /** As one that came from another shop: its drawer's tags and its suppliers' offers are none of ours. */
    public Unit ofAnotherShop() {
        return with(b -> {
            b.modules.replaceAll((key, m) -> m.ofAnotherShop());
            b.alternatives.replaceAll(Alternative::ofAnotherShop);
        });
    }

    /** A key that no module of this job has or had: one above the highest that is named anywhere. */
    public String freshModuleKey() {
        SortedSet<String> named = new TreeSet<>(modules.keySet());
        log.entries().forEach(e -> {
            if (e instanceof Entry.Moved m) {
                named.add(m.module());
            }
        });
        return "m"
                + (named.stream()
                                .mapToInt(k -> Integer.parseInt(k.substring(1)))
                                .max()
                                .orElse(0)
                        + 1);
    }

    /** Takes a module out of the job and out of all layouts; one that the log speaks of stays. */
    public Unit withoutModule(String key) {
        return with(b -> {
            b.modules.remove(key);
            b.asFound.values().removeIf(key::equals);
            b.plan(p -> p.values().removeIf(key::equals));
            b.alternatives.replaceAll(a -> a.without(key));
        });
    }

    /** Says what was in a position when the machine came; "" for empty. */
    public Unit withFound(String position, String key) {
        return with(b -> {
            b.asFound.values().removeIf(key::equals);
            if (key.isEmpty()) {
                b.asFound.remove(position);
            } else {
                b.asFound.put(position, key);
                // A layout that leaves it where it was found cannot have it elsewhere too.
                b.alternatives.replaceAll(a -> a.planned().containsKey(position) ? a : a.without(key));
            }
        });
    }

    /** Plans a module into a position, from wherever the plan had it; "" empties the position. A changed plan is no longer chosen. */
    public Unit withPlanned(String position, String key) {
        SortedMap<String, String> whole = plannedModules();
        return with(b -> {
            b.plan(p -> {
                if (!key.isEmpty()) {
                    whole.forEach((at, there) -> {
                        if (there.equals(key)) {
                            p.put(at, "");
                        }
                    });
                }
                p.put(position, key);
            });
        });
    }

    /** Parts of the layout on the table. */
    public Unit withParts(List<Alternative.SmallPart> parts) {
        return with(b -> b.alternatives.set(0, b.alternatives.get(0).withParts(parts)));
    }

    public Unit withPlanReset() {
        return with(b -> b.plan(Map::clear));
    }

    public Unit withoutPosition(String position) {
        return with(b -> {
            b.deviations = b.deviations.withMissing(position, true);
            b.plan(p -> p.remove(position));
            b.alternatives.replaceAll(a -> a.withoutPosition(position));
        });
    }

    public Unit withChosen(boolean decided) {
        return with(b -> b.chosen = decided ? Optional.of(onTheTable().id()) : Optional.empty());
    }

    public Unit withLog(Log next) {
        return with(b -> b.log = next);
    }

    public Unit withAccepted(Acceptance acceptance) {
        List<Acceptance> next = new ArrayList<>(accepted);
        next.removeIf(a -> a.start() == acceptance.start() && a.field().equals(acceptance.field()));
        next.add(acceptance);
        return with(b -> b.accepted = next);
    }

    /** Without what was accepted of these starts. */
    public Unit withoutAcceptedOf(Set<Integer> starts) {
        return with(b -> b.accepted =
                accepted.stream().filter(a -> !starts.contains(a.start())).toList());
    }

    public Unit withBefore(Readout readout) {
        return with(b -> b.before = readout);
    }

    public Unit withPhotos(List<Photo> next) {
        return with(b -> b.photos = next);
    }

    public Unit withReadings(Readings next) {
        return with(b -> b.readings = next);
    }

    public Unit withNeed(Need next) {
        return with(b -> b.need = next);
    }

    public Unit withCounter(Counter next) {
        return with(b -> b.counter = next);
    }

    /** Follows another school in one question, with a reason; "" follows the house again. */
    public Unit withSchool(String school, String reason) {
        String question = school.substring(0, school.indexOf('.') + 1);
        return with(b -> {
            b.otherSchools.keySet().removeIf(k -> k.startsWith(question));
            if (!reason.isBlank()) {
                b.otherSchools.put(school, reason);
            }
        });
    }

    /** The house's rules as this job follows them. */
    public HouseRules houseOf(HouseRules house) {
        HouseRules followed = house;
        for (String school : otherSchools.keySet()) {
            followed = followed.with(school).orElse(followed);
        }
        return followed;
    }

    public Unit withSeals(List<Seal> next) {
        return with(b -> b.seals = next);
    }

    public Unit withConsent(Optional<Consent> next) {
        return with(b -> b.consent = next);
    }

    /** With another layout on the table; the one that was there stays beside it, unless it changes nothing. */
    public Unit withAlternative(String name, SortedMap<String, String> planned, List<Alternative.Buy> buys) {
        return with(b -> {
            b.alternatives.removeIf(a -> a.planned().isEmpty() || a.name().equals(name) && !name.isEmpty());
            b.alternatives.add(0, new Alternative(freshAlternative(), name, planned, buys, List.of()));
            b.chosen = Optional.empty();
        });
    }

    /** Another of the layouts comes onto the table. */
    public Unit withOnTable(String id) {
        return with(b -> {
            Alternative next = b.alternatives.stream()
                    .filter(a -> a.id().equals(id))
                    .findFirst()
                    .orElseThrow();
            b.alternatives.remove(next);
            b.alternatives.add(0, next);
            // What is on the table is what would be opened for: another one has to be decided on anew.
            b.chosen = b.chosen.filter(id::equals);
        });
    }

    public Unit withoutAlternative(String id) {
        return with(b -> {
            b.alternatives.removeIf(a -> a.id().equals(id));
            if (b.alternatives.isEmpty()) {
                b.alternatives.add(Alternative.FIRST);
            }
            b.chosen = b.chosen.filter(c -> !c.equals(id));
        });
    }

    public Unit withNamed(String id, String name) {
        return with(b -> b.alternatives.replaceAll(a -> a.id().equals(id) ? a.named(name) : a));
    }

    private String freshAlternative() {
        for (int n = 0; ; n++) {
            String id = n < 26 ? String.valueOf((char) ('a' + n)) : "a" + n;
            if (alternatives.stream().noneMatch(a -> a.id().equals(id))) {
                return id;
            }
        }
    }

    public Unit withClosing(Optional<Closing> next) {
        return with(b -> b.closing = next);
    }

    /** Module key by position as the plan on the table has it. */
    public SortedMap<String, String> plannedModules() {
        return plannedModules(onTheTable());
    }

    /** Positions in which the plan on the table has another module than was found there, be it of the same kind. */
    public SortedSet<String> exchanged() {
        SortedMap<String, String> planned = plannedModules();
        return asFound.keySet().stream()
                .filter(p -> planned.containsKey(p) && !planned.get(p).equals(asFound.get(p)))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Module key by position as one of the layouts has it. */
    public SortedMap<String, String> plannedModules(Alternative alternative) {
        SortedMap<String, String> whole = new TreeMap<>(asFound);
        alternative.planned().forEach((position, key) -> {
            if (key.isEmpty()) {
                whole.remove(position);
            } else {
                whole.put(position, key);
            }
        });
        return whole;
    }

    /** Whether anything was read or said of what is in it; {@link AsFound#isRead} asks whether that is enough to speak of it. */
    public boolean isLookedAt() {
        return !asFound.isEmpty()
                || !before.isEmpty()
                || !readings.equals(Readings.NONE)
                || !deviations.absent().isEmpty()
                || !deviations.missing().isEmpty();
    }

    /** A layout of this machine out of module keys; a key at a position that the record does not have is left out. */
    public Layout layout(MachineRecord record, Map<String, String> keys) {
        Map<String, ModuleSpec> specs = new LinkedHashMap<>();
        keys.forEach((position, key) -> {
            if (record.hasPosition(position) && modules.containsKey(key)) {
                specs.put(position, modules.get(key).spec());
            }
        });
        return Layout.of(record, specs, deviations.absent());
    }

    private Unit with(java.util.function.Consumer<Draft> edit) {
        Draft b = new Draft(this);
        edit.accept(b);
        return b.unit();
    }

    /** A unit on its way to the next. */
    private static final class Draft {
        Intake intake;
        Deviations deviations;
        final SortedMap<String, JobModule> modules;
        final SortedMap<String, String> asFound;
        final List<Alternative> alternatives;
        Optional<String> chosen;
        Log log;
        List<Acceptance> accepted;
        Readout before;
        List<Photo> photos;
        Readings readings;
        Need need;
        Counter counter;
        SortedMap<String, String> otherSchools;
        Optional<Consent> consent;
        List<Seal> seals;
        Optional<Closing> closing;

        Draft(Unit u) {
            intake = u.intake;
            deviations = u.deviations;
            modules = new TreeMap<>(u.modules);
            asFound = new TreeMap<>(u.asFound);
            alternatives = new ArrayList<>(u.alternatives);
            chosen = u.chosen;
            log = u.log;
            accepted = u.accepted;
            before = u.before;
            photos = u.photos;
            readings = u.readings;
            need = u.need;
            counter = u.counter;
            otherSchools = new TreeMap<>(u.otherSchools);
            consent = u.consent;
            seals = u.seals;
            closing = u.closing;
        }

        /** Changes the alternative on the table; when it is another one then, it has to be chosen again. */
        void plan(java.util.function.Consumer<SortedMap<String, String>> edit) {
            Alternative now = alternatives.get(0);
            SortedMap<String, String> next = new TreeMap<>(now.planned());
            edit.accept(next);
            alternatives.set(0, now.with(next));
            if (!next.equals(now.planned())) {
                chosen = Optional.empty();
            }
        }

        Unit unit() {
            // Plan entries that say what is so anyway are dropped, so that "changed" stays true.
            Alternative was = alternatives.get(0);
            SortedMap<String, String> tidy = new TreeMap<>(was.planned());
            tidy.entrySet().removeIf(e -> e.getValue().equals(asFound.getOrDefault(e.getKey(), "")));
            List<Alternative.Buy> buys = was.buys().stream()
                    .filter(buy -> tidy.values().stream()
                            .map(modules::get)
                            .anyMatch(m -> m != null
                                    && m.offer().filter(buy.offer()::equals).isPresent()))
                    .toList();
            alternatives.set(0, new Alternative(was.id(), was.name(), tidy, buys, was.parts()));
            return new Unit(
                    intake,
                    deviations,
                    modules,
                    asFound,
                    alternatives,
                    chosen,
                    log,
                    accepted,
                    before,
                    photos,
                    readings,
                    need,
                    counter,
                    otherSchools,
                    consent,
                    seals,
                    closing);
        }
    }
}
