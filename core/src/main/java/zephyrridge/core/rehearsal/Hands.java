package zephyrridge.core.rehearsal;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.stream.Stream;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.OpeningChange;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.fault.NextTest;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.range.Practice;
import zephyrridge.core.range.Secret;
import zephyrridge.core.range.Simulated;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * Hands and eyes at a machine of the range: they do what they are asked for and write it down, and whatever is said after it is held to the
 * truth ({@link Truths}).
 */
abstract class Hands {
    static final int TABLE_MINUTES = 3;
    static final int START_MINUTES = 2;
    static final int PASS_MINUTES = 15;
    static final int MOST_STEPS = 400;

    final Secret secret;
    final Bench bench;
    final RangeBench ports;
    final Practice practice;
    final Truths truths;
    final List<String> did = new ArrayList<>();
    /** Kept where somebody asked for them: each takes as long as all else that a step takes. */
    final List<Told.Standing> standings = new ArrayList<>();

    private final Recogniser.Trees trees;
    int seconds;
    int starts;

    /** Something that the tool asked for and that could not be done. */
    static final class Stuck extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Stuck(String why) {
            super(why);
        }
    }

    Hands(Secret secret, Recogniser.Trees trees) {
        this.secret = secret;
        this.trees = trees;
        bench = Bench.of(secret.record(), HouseRules.DEFAULT);
        ports = new RangeBench(secret, bench);
        practice = new Practice(secret, bench, ports, new Work(secret.order(), Unit.NEW));
        truths = new Truths(secret, bench);
    }

    final void accept() {
        Change accept = new EvidenceChange.AcceptReading();
        if (Change.applied(accept, practice.work(), bench, ports) instanceof Outcome.Applied) {
            does(accept);
        }
    }

    final void source(byte[] content, String name, Optional<String> position, int minutes) {
        seconds += 60 * minutes;
        String id = ports.keep(Recogniser.recognise(content, trees));
        does(new EvidenceChange.AddSource(id, name, position));
    }

    final void start(int minutes, int passes) {
        seconds += 60 * (minutes + PASS_MINUTES * passes);
        starts++;
        Outcome outcome = practice.start(minutes, passes);
        if (outcome instanceof Outcome.Refused refused) {
            throw new Stuck("a start is refused: " + refused.why().code());
        }
        did.add("Start: " + shown());
        stood();
        truths.hear(practice);
    }

    /** What the last start showed, in short. */
    final String shown() {
        List<Entry.Started> all = unit().log().starts();
        Entry.Started last = all.get(all.size() - 1);
        return last.outcome()
                + last.readout().total().map(t -> " " + t).orElse("")
                + (last.readout().hasErrors() ? " with errors" : "");
    }

    /** Does a test that is proposed, with its way in and back. */
    final void make(Trouble t, NextTest.Valued next) {
        Probe probe = next.probe();
        did.add(probe.shape().name());
        seconds += 60 * next.minutes();
        SortedSet<String> touched = t.names().touched(t.now(), probe);
        if (!touched.isEmpty()) {
            does(new OpeningChange.OpenFor(Entry.Purpose.FAULT, touched));
            for (WorkStep s : assess().opening()) {
                if (!s.done()) {
                    does(new LogChange.TickStep(s.id(), true));
                }
            }
        }
        Map<String, String> fill = new HashMap<>(t.names().modules(probe.fill()));
        probe.elsewhere().ifPresent(x -> fill.values().remove(t.names().pieces().get(x)));
        if (!touched.isEmpty()) {
            does(new FaultChange.Arrange(fill, t.names().reseated(t.now(), probe)));
        }
        if (probe.elsewhere().isPresent()) {
            String key = t.names().pieces().get(probe.elsewhere().get());
            Simulated.Sight s = practice.elsewhere(key, probe.passes());
            does(new FaultChange.LogElsewhere(
                    key, s.dark() ? Entry.Outcome.SILENT : Entry.Outcome.STARTED, probe.passes(), s.errors()));
            does(new FaultChange.Arrange(t.names().modules(t.now()), Set.of()));
        }
        close();
        Trouble.actions(probe).forEach(a -> does(new LogChange.LogAction(a, "")));
        if (probe.elsewhere().isEmpty()) {
            int before = seconds;
            // Every test is waited out.
            start(Math.max(START_MINUTES, (assess().expected().firstStartTo() + 59) / 60), probe.passes());
            // Its minutes are those of the test.
            seconds = before;
        }
    }

    final void close() {
        Assessment a = assess();
        if (!a.now().isClosed() && !a.now().down()) {
            does(new LogChange.TickStep("power-down", true));
            does(new LogChange.TickStep("unplug", true));
        }
        for (int i = 0; i < MOST_STEPS; i++) {
            Optional<WorkStep> next = assess().closing().stream()
                    .filter(s -> !s.done() && s.kind() != WorkStep.Kind.TEST_START)
                    .findFirst();
            if (next.isEmpty()) {
                return;
            }
            does(new LogChange.TickStep(next.get().id(), true));
        }
    }

    /** All that a station leads through step by step. */
    final void ticks(Station station) {
        for (int i = 0; i < MOST_STEPS; i++) {
            Lead.Next next = lead(station).next();
            if (next.what() != Lead.Do.TICK && next.what() != Lead.Do.TICK_ALL) {
                return;
            }
            tick(next);
        }
        throw new Stuck(station + " leads in a circle");
    }

    final void tick(Lead.Next next) {
        List<String> ids = List.of(next.id().split(","));
        Assessment a = assess();
        Stream.concat(a.opening().stream(), a.closing().stream())
                .filter(s -> ids.contains(s.id()) && !s.done())
                .forEach(s -> seconds += s.seconds());
        does(new LogChange.TickSteps(ids));
    }

    final void does(Change change) {
        Outcome outcome = practice.act(change);
        if (outcome instanceof Outcome.Refused refused) {
            throw new Stuck(change + " is refused: " + refused.why().code());
        }
        did.add(change.getClass().getSimpleName());
        stood();
        truths.hear(ports.survey(unit()), unit(), Lead.of(practice.work(), bench, assess()));
    }

    final void stood() {
        if (!standings.isEmpty()) {
            standings.add(Told.Standing.of(bench, practice.work(), ports.survey(unit())));
        }
    }

    final Unit unit() {
        return practice.work().unit();
    }

    final Assessment assess() {
        return Assessment.of(bench, practice.work());
    }

    final Lead lead(Station station) {
        return Lead.of(practice.work(), bench, assess()).get(station.ordinal());
    }
}
