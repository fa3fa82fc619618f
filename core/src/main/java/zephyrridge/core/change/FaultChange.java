package zephyrridge.core.change;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.fault.Diagnosis;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.standing.Testing;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** Tests of a fault hunt, and how it ends. */
public sealed interface FaultChange extends Change {
    /**
     * Brings the modules to where a test wants them: what is too much comes out first, then what is missing goes in.
     *
     * @param fill module key by position; a position that is not named is to be empty
     * @param reseat positions whose module is taken out and put back
     */
    record Arrange(
            @NotNull @Size(max = 256) Map<@NotBlank @Size(max = 64) String, @NotBlank @Size(max = 16) String> fill,
            @NotNull @Size(max = 256) Set<@NotBlank @Size(max = 64) String> reseat)
            implements FaultChange {
        @Override
        public Work to(Situation s) {
            s.refuseIfShut(s.assess().openingGates());
            once(s, fill);
            Unit unit = s.unit;
            SortedMap<String, String> now = Now.of(unit).inIt();
            for (Map.Entry<String, String> there : now.entrySet()) {
                if (!there.getValue().equals(fill.get(there.getKey()))
                        && Now.of(unit).inIt().containsKey(there.getKey())) {
                    unit = LogChange.lifted(s, unit, there.getKey());
                    unit = moved(s, unit, there.getValue(), Place.TRAY);
                }
            }
            // What is to go in under a module that stays wants that one out first.
            for (String position : new TreeSet<>(fill.keySet())) {
                if (!fill.get(position).equals(Now.of(unit).inIt().get(position))) {
                    unit = LogChange.lifted(s, unit, s.socket(position));
                }
            }
            now = Now.of(unit).inIt();
            for (Map.Entry<String, String> wanted : lowerFirst(s, fill)) {
                JobModule module = s.module(wanted.getValue());
                String socket = s.socket(wanted.getKey());
                if (wanted.getValue().equals(now.get(socket))) {
                    continue;
                }
                if (!s.bench.takes(socket, module.spec())) {
                    throw s.refused(FitLine.cannotGoIn(s.position(socket), module));
                }
                unit = moved(s, unit, module.key(), Place.position(socket));
            }
            for (String position : new TreeSet<>(reseat)) {
                String module = Optional.ofNullable(Now.of(unit).inIt().get(s.socket(position)))
                        .orElseThrow(() -> s.noSuch("module", position));
                unit = LogChange.reseated(s, unit, module, position);
            }
            return s.work.with(unit);
        }

        /** The lower socket of a stack before the upper one. */
        private static List<Map.Entry<String, String>> lowerFirst(Situation s, Map<String, String> fill) {
            return new TreeMap<>(fill)
                    .entrySet().stream()
                            .sorted(Comparator.comparing(e -> s.bench
                                    .record()
                                    .position(s.socket(e.getKey()))
                                    .socket()
                                    .flatMap(Socket::lower)
                                    .isPresent()))
                            .toList();
        }

        private static Unit moved(Situation s, Unit unit, String key, Place to) {
            Place from = Optional.ofNullable(Now.of(unit).places().get(key)).orElse(Place.TRAY);
            return s.logged(unit, new Entry.Moved(s.stamp(unit.log()), key, from, to, ""));
        }
    }

    /**
     * Decides on a test; where hands are wanted for it, the machine is opened for it.
     *
     * @param fill as for {@link Arrange}; {@code reseat} likewise
     * @param actions to be noted before its start; {@code passes} of a memory test at it
     * @param elsewhere key of the module that goes into the test machine
     * @param take tag of a drawer module that the test needs: it is taken for the job with it
     */
    record ChooseTest(
            @NotNull Probe.Shape shape,
            @NotNull @Size(max = 256) Map<@NotBlank @Size(max = 64) String, @NotBlank @Size(max = 16) String> fill,
            @NotNull @Size(max = 256) Set<@NotBlank @Size(max = 64) String> reseat,
            @NotNull @Size(max = 8) List<Entry.@NotNull Action> actions,
            @Min(0) @Max(10_000) int passes,
            Optional<@Size(min = 1, max = 16) String> elsewhere,
            Optional<@Size(min = 1, max = 32) String> take)
            implements FaultChange {
        @Override
        public Work to(Situation s) {
            return take.map(tag -> chosen(new Situation(
                            s.work.with(s.unit.withModule(PlanChange.TakeFromDrawer.fromDrawer(s, tag))),
                            s.bench,
                            s.ports)))
                    .orElseGet(() -> chosen(s));
        }

        private Work chosen(Situation s) {
            fill.forEach((position, key) -> {
                s.socket(position);
                s.module(key);
            });
            once(s, fill);
            reseat.forEach(s::socket);
            elsewhere.ifPresent(s::module);
            List<Entry.Started> starts = s.unit.log().starts();
            int before = shape != Probe.Shape.MEMORY_TEST || starts.isEmpty()
                    ? 0
                    : starts.get(starts.size() - 1).readout().testPasses().orElse(0);
            Unit next = s.logged(
                    s.unit,
                    new Entry.TestChosen(
                            s.stamp(s.unit.log()),
                            shape,
                            new TreeMap<>(fill),
                            new TreeSet<>(reseat),
                            actions,
                            before + passes,
                            elsewhere));
            SortedSet<String> hands = Testing.of(next).map(Testing::positions).orElseGet(TreeSet::new);
            return s.work.with(
                    hands.isEmpty()
                            ? next
                            : s.logged(next, new Entry.Opened(s.stamp(next.log()), Entry.Purpose.FAULT, hands)));
        }
    }

    /** The test that was decided on is left; what was done for it stays done. */
    record DropTest() implements FaultChange {
        @Override
        public Work to(Situation s) {
            Testing testing = Testing.of(s.unit).orElseThrow(() -> s.noSuch("test", ""));
            return s.work.with(s.logged(
                    s.unit,
                    new Entry.Retracted(
                            s.stamp(s.unit.log()),
                            new TreeSet<>(Set.of(testing.test().no())),
                            "")));
        }
    }

    /** The modules are where the chosen test wants them. */
    record ArrangeForTest() implements FaultChange {
        @Override
        public Work to(Situation s) {
            Testing testing = Testing.of(s.unit).orElseThrow(() -> s.noSuch("test", ""));
            return new Arrange(testing.test().fill(), testing.reseats()).to(s);
        }
    }

    /** What a module did alone in the shop's test machine. */
    record LogElsewhere(
            @NotBlank @Size(max = 16) String key,
            @NotNull Entry.Outcome outcome,
            @Min(0) @Max(10_000) int passes,
            @Min(0) @Max(1_000_000_000) int errors)
            implements FaultChange {
        @Override
        public Work to(Situation s) {
            String module = s.module(key).key();
            if (Now.of(s.unit).inIt().containsValue(module)) {
                throw s.refused(Refusal.MODULE_STILL_IN.of("key", s.module(key).labelLine()));
            }
            return s.work.with(
                    s.logged(s.unit, new Entry.Elsewhere(s.stamp(s.unit.log()), module, outcome, passes, errors)));
        }
    }

    /** What was in the machine at a start becomes the layout on the table, and is decided on. */
    record PlanAsStarted(@Min(1) int start, @NotNull @Size(max = 60) String name) implements FaultChange {
        @Override
        public Work to(Situation s) {
            Entry.Started at = s.unit.log().starts().stream()
                    .filter(e -> e.no() == start)
                    .findFirst()
                    .orElseThrow(() -> s.noSuch("start", String.valueOf(start)));
            return planned(s, s.work, at.arrangement(), name);
        }
    }

    /** A module is in one place. */
    private static void once(Situation s, Map<String, String> fill) {
        Set<String> seen = new HashSet<>();
        fill.values().stream().filter(k -> !seen.add(k)).findFirst().ifPresent(k -> {
            throw s.refused(Refusal.MODULE_TWICE.of("fill", s.module(k).labelLine()));
        });
    }

    private static Work planned(Situation s, Work work, SortedMap<String, String> fill, String name) {
        SortedMap<String, String> planned = new TreeMap<>(fill);
        work.unit().asFound().keySet().forEach(p -> planned.putIfAbsent(p, ""));
        List<Alternative.Buy> buys = work.unit().onTheTable().buys();
        Work next = s.bounded(work.with(work.unit().withAlternative(name.strip(), planned, buys)));
        Situation then = new Situation(next, s.bench, s.ports);
        // What ran is as it was found: there is nothing to decide on.
        return then.assess().plan().changed().isEmpty() ? next : new PlanChange.ChoosePlan(true).to(then);
    }

    /**
     * Writes down what was wrong, which only the starts can have confirmed, and makes what then ran the plan.
     *
     * @param name of that layout
     */
    record SettleFault(@NotNull @Size(max = 60) String name) implements FaultChange {
        @Override
        public Work to(Situation s) {
            Trouble trouble = Trouble.of(s.bench, s.work, s.assess(), s.goodTags());
            if (trouble.diagnosis().state() != Diagnosis.State.CONFIRMED) {
                double leads = trouble.belief().remedies().get(0).probability();
                throw s.refused(Refusal.FAULT_NOT_CONFIRMED.of("fault", String.valueOf((int) Math.floor(100 * leads))));
            }
            Entry.FaultFound found = new Entry.FaultFound(
                    s.stamp(s.unit.log()),
                    trouble.because(),
                    trouble.diagnosis().leading().get(0).of().stream()
                            .map(trouble.names()::named)
                            .toList());
            Work next = s.work.with(s.logged(s.unit, found));
            Optional<SortedMap<String, String>> works = trouble.works();
            return works.isEmpty() || works.get().equals(s.unit.plannedModules())
                    ? next
                    : planned(s, next, works.get(), name);
        }
    }
}
