package zephyrridge.core.hunt;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.access.Check;
import zephyrridge.core.fault.Act;
import zephyrridge.core.fault.Arrangement;
import zephyrridge.core.fault.Attempt;
import zephyrridge.core.fault.Belief;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Seen;
import zephyrridge.core.fault.Setup;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;

/** One job's log, put before what the finding of faults knows: slots, pieces, and what each start showed. */
final class LogReading {
    private final Bench bench;
    private final MachineRecord record;
    private final Unit unit;
    private final Assessment a;
    private final Set<String> good;
    private final List<String> slots = new ArrayList<>();
    private final List<String> pieces = new ArrayList<>();
    private final List<Setup.Slot> slotsOf = new ArrayList<>();
    private final List<Setup.Piece> piecesOf = new ArrayList<>();
    private final List<ModuleSpec> kinds = new ArrayList<>();
    private final List<Extra> works;
    // What was done since the last start, once the attempts are read.
    private final TreeSet<Integer> inserted = new TreeSet<>();
    private final Set<Act> acts = EnumSet.noneOf(Act.class);
    // Asked once, and a condition of every start from then on.
    private boolean mains;
    private boolean waited;
    private boolean changed;
    private final HuntNames names;
    private final Arrangement now;
    private final Arrangement goal;
    private final Belief belief;

    LogReading(Bench bench, Unit unit, Assessment a, Set<String> good) {
        this.bench = bench;
        this.record = bench.record();
        this.unit = unit;
        this.a = a;
        this.good = good;
        slots();
        works = otherWork();
        Set<String> keys = new LinkedHashSet<>(unit.plannedModules().values());
        keys.addAll(unit.asFound().values());
        unit.log().starts().forEach(s -> keys.addAll(s.arrangement().values()));
        keys.addAll(a.inIt().values());
        unit.modules().values().stream()
                .filter(m -> m.tag().filter(good::contains).isPresent() && bench.takes(m.spec()))
                .forEach(m -> keys.add(m.key()));
        Set<ModuleSpec> ran = new java.util.HashSet<>();
        boolean itRan = ranAsItCame();
        if (itRan) {
            unit.asFound().values().forEach(k -> ran.add(unit.modules().get(k).spec()));
        }
        Set<String> putIn = putIn();
        keys.stream()
                .filter(unit.modules()::containsKey)
                .limit(Setup.MOST - slots.size())
                .forEach(k -> {
                    JobModule m = unit.modules().get(k);
                    if (!kinds.contains(m.spec())) {
                        kinds.add(m.spec());
                    }
                    boolean was = itRan && unit.asFound().containsValue(k);
                    boolean known = m.tag().filter(good::contains).isPresent();
                    add(
                            k,
                            kinds.indexOf(m.spec()),
                            was ? Setup.Trust.RAN : known ? Setup.Trust.KNOWN_GOOD : Setup.Trust.NEW,
                            m.spec(),
                            putIn.contains(k));
                });
        for (String s : slots) {
            record.position(s).soldered().ifPresent(bank -> add(s, -1, Setup.Trust.RAN, bank, false));
        }
        goal = wanted();
        Layout layout = unit.layout(record, unit.plannedModules());
        double risk = a.limits()
                .map(l -> 1 - l.chance().permille() / 1000.0)
                .orElseGet(() -> 1
                        - bench.limits(unit)
                                        .judge(
                                                layout,
                                                a.plan(),
                                                unit.intake().firmwareVersion(),
                                                unit.intake().processor())
                                        .chance()
                                        .permille()
                                / 1000.0);
        Setup setup = new Setup(
                slotsOf,
                piecesOf,
                kinds.stream().map(k -> new Setup.KindOf(risk, ran.contains(k))).toList(),
                works.size(),
                settingsMayBeLost(),
                itRan ? Optional.of(arrangement(unit.asFound())) : Optional.empty(),
                !record.start().signals().isEmpty());
        Belief sofar = Belief.before(setup, goal);
        for (Attempt t : attempts()) {
            sofar = sofar.after(t);
        }
        belief = sofar;
        now = arrangement(a.inIt());
        Set<Integer> about = new TreeSet<>();
        for (int p = 0; p < pieces.size(); p++) {
            if (goal.has(p) || now.has(p)) {
                about.add(p);
            }
        }
        names = new HuntNames(slots, pieces, works, setup, about);
    }

    HuntNames names() {
        return names;
    }

    Arrangement now() {
        return now;
    }

    /** The arrangement that is meant to work: the plan, or where that was never started what failed first. */
    Arrangement goal() {
        return goal;
    }

    Belief belief() {
        return belief;
    }

    private void slots() {
        Layout layout = unit.layout(record, Map.of());
        List<String> channels = new ArrayList<>();
        List<String> carriers = new ArrayList<>();
        List<String> processors = new ArrayList<>();
        for (int i = 0; i < record.positions().size(); i++) {
            Position p = record.positions().get(i);
            if (!layout.isThere(record, i)) {
                continue;
            }
            String channel = p.channels().get(0);
            String processor = record.channels().stream()
                    .filter(c -> c.id().equals(channel))
                    .findFirst()
                    .map(c -> c.processor())
                    .orElse("");
            slots.add(p.id());
            slotsOf.add(new Setup.Slot(
                    p.id(),
                    number(channels, channel),
                    p.carrier().map(c -> number(carriers, c)).orElse(-1),
                    number(processors, processor),
                    p.isSoldered()));
        }
    }

    private static int number(List<String> names, String name) {
        if (!names.contains(name)) {
            names.add(name);
        }
        return names.indexOf(name);
    }

    private void add(String key, int kind, Setup.Trust trust, ModuleSpec spec, boolean putIn) {
        pieces.add(key);
        piecesOf.add(new Setup.Piece(key, kind, trust, spec.capacity().mebibytes(), putIn));
    }

    /** As the limits judge it: what came in the machine ran in it, unless its total says otherwise. */
    private boolean ranAsItCame() {
        long found = unit.layout(record, unit.asFound()).installed(record).mebibytes();
        return found > 0
                && unit.before().total().map(t -> t.mebibytes() == found).orElse(true);
    }

    /** Modules that were put in, or in again, before the first start of this hunt. */
    private Set<String> putIn() {
        Set<String> in = new java.util.HashSet<>();
        for (Entry e : happened()) {
            if (e instanceof Entry.Started) {
                break;
            } else if (e instanceof Entry.Moved m && m.to().isPosition()) {
                in.add(m.module());
            } else if (e instanceof Entry.Reseated r) {
                in.add(r.module());
            }
        }
        return in;
    }

    /** They were not the maker's, or something of them was found wrong after closing. */
    private boolean settingsMayBeLost() {
        return unit.intake().firmwareSettings() == Intake.FirmwareSettings.NOTED
                || unit.log().happened().stream()
                        .anyMatch(e -> e instanceof Entry.Checked c
                                && c.result() == Entry.Result.BAD
                                && (c.check() == Check.CLOCK || c.check() == Check.SETTINGS));
    }

    private Arrangement arrangement(Map<String, String> modules) {
        int[] at = new int[slots.size()];
        for (int s = 0; s < at.length; s++) {
            String there = slotsOf.get(s).soldered() ? slots.get(s) : modules.get(slots.get(s));
            at[s] = there == null ? -1 : pieces.indexOf(there);
        }
        return Arrangement.of(at);
    }

    /** What happened since a fault was last written down: that hunt is over, and another one begins at what was done since. */
    private List<Entry> happened() {
        List<Entry> all = unit.log().happened();
        int from = 0;
        for (int i = 0; i < all.size(); i++) {
            from = all.get(i) instanceof Entry.FaultFound ? i + 1 : from;
        }
        return all.subList(from, all.size());
    }

    private Arrangement wanted() {
        SortedMap<String, String> planned = unit.plannedModules();
        List<Entry.Started> starts = happened().stream()
                .filter(Entry.Started.class::isInstance)
                .map(Entry.Started.class::cast)
                .toList();
        Optional<Entry.Started> first =
                starts.stream().filter(Entry.Started::failed).findFirst();
        boolean tried = starts.stream().anyMatch(s -> s.arrangement().equals(planned));
        return arrangement(tried || first.isEmpty() ? planned : first.get().arrangement());
    }

    /** Other work is a suspect until the next good start; one that went well before anything failed acquits what was done before it. */
    private List<Extra> otherWork() {
        java.util.SortedSet<Extra> done = new TreeSet<>();
        boolean failed = false;
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.Companion c && c.phase() == Entry.Phase.DONE) {
                done.add(c.extra());
            } else if (e instanceof Entry.FaultFound) {
                failed = false;
            } else if (e instanceof Entry.Started s) {
                failed |= s.failed() || s.readout().hasErrors();
                if (!failed && s.outcome() == Entry.Outcome.STARTED) {
                    done.clear();
                }
            }
        }
        return List.copyOf(done);
    }

    private List<Attempt> attempts() {
        List<Attempt> attempts = new ArrayList<>();
        Map<Integer, Proof.Try> tries = new HashMap<>();
        a.proof().tries().forEach(t -> tries.put(t.start().no(), t));
        for (Entry e : happened()) {
            changed = e instanceof Entry.Moved
                    || e instanceof Entry.Reseated
                    || e instanceof Entry.Acted
                    || changed && !(e instanceof Entry.Started || e instanceof Entry.Elsewhere);
            if (e instanceof Entry.Moved m && m.to().isPosition() && pieces.contains(m.module())) {
                inserted.add(pieces.indexOf(m.module()));
            } else if (e instanceof Entry.Reseated r && pieces.contains(r.module())) {
                inserted.add(pieces.indexOf(r.module()));
            } else if (e instanceof Entry.Acted act) {
                waited |= act.action() == Entry.Action.WAITED;
                mains |= act.action() == Entry.Action.MAINS;
                of(act.action()).ifPresent(acts::add);
            } else if (e instanceof Entry.Elsewhere x && pieces.contains(x.module())) {
                attempts.add(new Attempt(
                        arrangement(Now.at(unit, x.no()).inIt()),
                        new TreeSet<>(),
                        Set.of(),
                        true,
                        true,
                        x.passes(),
                        Optional.of(pieces.indexOf(x.module())),
                        x.outcome() != Entry.Outcome.STARTED ? Seen.SILENT : x.errors() > 0 ? Seen.ERRORS : Seen.GOOD));
            } else if (e instanceof Entry.Started s && tries.containsKey(s.no())) {
                Optional<Seen> seen = seen(tries.get(s.no()));
                if (seen.isPresent()) {
                    attempts.add(new Attempt(
                            arrangement(s.arrangement()),
                            new TreeSet<>(inserted),
                            Set.copyOf(acts),
                            mains,
                            s.minutes().isPresent() ? isLong(s) : waited,
                            s.readout().testPasses().orElse(0),
                            seen.get()));
                }
                inserted.clear();
                acts.clear();
            }
        }
        return attempts;
    }

    /** A test as it was written down, put before the numbers of the hunt. */
    Probe probe(Entry.TestChosen t) {
        Arrangement fill = arrangement(t.fill());
        Set<Integer> again = new TreeSet<>();
        for (int s = 0; s < slots.size(); s++) {
            int piece = fill.at(s);
            if (piece >= 0 && (now.at(s) != piece || t.reseat().contains(slots.get(s)))) {
                again.add(piece);
            }
        }
        Set<Act> done = EnumSet.noneOf(Act.class);
        t.actions().forEach(x -> of(x).ifPresent(done::add));
        Optional<Integer> away = t.elsewhere().map(pieces::indexOf).filter(p -> p >= 0);
        TreeSet<Integer> about = new TreeSet<>(again);
        away.ifPresent(about::add);
        for (int s = 0; s < slots.size() && about.isEmpty(); s++) {
            if (now.at(s) >= 0 && !fill.has(now.at(s))) {
                about.add(now.at(s));
            }
        }
        return new Probe(t.shape(), about, away.isPresent() ? now : fill, new TreeSet<>(again), done, t.passes(), away);
    }

    /** Something was done since the last start and not tried yet: the next thing is to switch it on. */
    Optional<Probe> pending() {
        return changed
                ? Optional.of(new Probe(Probe.Shape.START, new TreeSet<>(), now, inserted, acts, 0, Optional.empty()))
                : Optional.empty();
    }

    private boolean isLong(Entry.Started s) {
        return s.minutes().filter(m -> m * 60 >= a.expected().firstStartTo()).isPresent();
    }

    private static Optional<Act> of(Entry.Action action) {
        return switch (action) {
            case SETTINGS_CLEARED -> Optional.of(Act.CLEAR);
            case FIRMWARE_UPDATED -> Optional.of(Act.FIRMWARE);
            case COMPANION -> Optional.of(Act.COMPANION);
            case MAINS, WAITED -> Optional.empty();
        };
    }

    /** What a start showed; empty where nobody said anything of it. */
    private Optional<Seen> seen(Proof.Try t) {
        Entry.Started s = t.start();
        if (s.outcome() == Entry.Outcome.SILENT) {
            return Optional.of(Seen.SILENT);
        }
        if (s.outcome() == Entry.Outcome.SIGNAL) {
            return Optional.of(isOfMemory(s.note()) ? Seen.CODE : Seen.SILENT);
        }
        if (s.readout().hasErrors()) {
            return Optional.of(Seen.ERRORS);
        }
        Optional<Seen> unlisted = unlisted(s);
        if (unlisted.isPresent()) {
            return unlisted;
        }
        Comparison.Line total = line(t);
        return switch (total.verdict()) {
            case MATCH, EXPLAINED -> Optional.of(Seen.GOOD);
            case DIFFERENT, UNDECIDED -> t.accepted().contains(total.field())
                    ? Optional.of(Seen.GOOD)
                    : missing(t, total);
            case NOT_READ -> s.outcome() == Entry.Outcome.STARTED ? Optional.of(Seen.CAME_UP) : Optional.empty();
        };
    }

    /** The firmware's own list names what is not there: no sum has to be guessed at. */
    private Optional<Seen> unlisted(Entry.Started s) {
        if (s.readout().listed().isEmpty()) {
            return Optional.empty();
        }
        Arrangement fill = arrangement(s.arrangement());
        java.util.BitSet missing = new java.util.BitSet();
        long size = 0;
        for (int slot = 0; slot < fill.size(); slot++) {
            if (fill.at(slot) >= 0 && !s.readout().listed().contains(slots.get(slot))) {
                missing.set(fill.at(slot));
                size += piecesOf.get(fill.at(slot)).mebibytes();
            }
        }
        return missing.isEmpty() ? Optional.empty() : Optional.of(Seen.missing(size, missing));
    }

    /** The firmware's total says most, the system's where that was not read. */
    private static Comparison.Line line(Proof.Try t) {
        Comparison.Line firmware = t.comparison().line(Comparison.Field.FIRMWARE_TOTAL);
        return firmware.verdict() == Comparison.Verdict.NOT_READ
                ? t.comparison().line(Comparison.Field.SYSTEM_TOTAL)
                : firmware;
    }

    /** A code of this model's table; where it has none, any signal is one. */
    private boolean isOfMemory(String note) {
        String said = note.toLowerCase(java.util.Locale.ROOT);
        return record.start().signals().isEmpty()
                || record.start().signals().stream()
                        .map(c -> c.toLowerCase(java.util.Locale.ROOT))
                        .anyMatch(c -> said.contains(c) || said.contains(c.split(":")[0].strip()));
    }

    /**
     * What is missing, as near as printed totals are to sums of pieces; more than there can be is no shortfall. Where no sum comes near
     * (a label that says more than there is, a bank that is counted twice), fewer modules listed than are fitted say how many are missing.
     */
    private Optional<Seen> missing(Proof.Try t, Comparison.Line total) {
        if (!(total.expected() instanceof Comparison.Value.Size expected)
                || !(total.found() instanceof Comparison.Value.Size found)) {
            return Optional.of(Seen.CAME_UP);
        }
        long gap = expected.size().mebibytes() - found.size().mebibytes();
        Arrangement fill = arrangement(t.start().arrangement());
        // Sums by how many pieces they are of.
        List<Set<Long>> sums = new ArrayList<>(List.of(new TreeSet<>(Set.of(0L))));
        for (int slot = 0;
                slot < fill.size() && sums.stream().mapToInt(Set::size).sum() < MOST_SUMS;
                slot++) {
            if (fill.at(slot) >= 0) {
                long size = piecesOf.get(fill.at(slot)).mebibytes();
                sums.add(new TreeSet<>());
                for (int n = sums.size() - 1; n > 0; n--) {
                    for (long sum : sums.get(n - 1)) {
                        sums.get(n).add(sum + size);
                    }
                }
            }
        }
        long nearest = nearest(gap, sums.stream().flatMap(Set::stream));
        long tolerance = Math.max(64, expected.size().mebibytes() / 20);
        if (nearest > 0 && Math.abs(nearest - gap) <= tolerance) {
            return Optional.of(Seen.missing(nearest));
        }
        int fewer = fewer(t);
        return Optional.of(
                fewer > 0 && fewer < sums.size() && gap > 0
                        ? Seen.missing(nearest(gap, sums.get(fewer).stream()))
                        : Seen.CAME_UP);
    }

    private static final int MOST_SUMS = 4096;

    private static long nearest(long gap, Stream<Long> sums) {
        return sums.min(Comparator.comparingLong(x -> Math.abs(x - gap))).orElse(0L);
    }

    /** How many modules fewer are listed than are fitted; 0 where that was not read, or is as it should be. */
    private static int fewer(Proof.Try t) {
        Comparison.Line positions = t.comparison().line(Comparison.Field.POSITIONS);
        return positions.verdict() == Comparison.Verdict.DIFFERENT
                        && positions.expected() instanceof Comparison.Value.Count expected
                        && positions.found() instanceof Comparison.Value.Count found
                ? expected.count() - found.count()
                : 0;
    }
}
