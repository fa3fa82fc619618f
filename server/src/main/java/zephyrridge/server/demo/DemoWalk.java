package zephyrridge.server.demo;

import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.function.Predicate;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.OpeningChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.reading.Sources;

/** A job of the demo on its way, by the same changes that a person makes; and what a technician does until a fault is found. */
final class DemoWalk {
    private final Jobs jobs;
    private final Sources sources;
    private final LocalDate today;
    private final long id;
    private final String by;
    private long version = 1;

    DemoWalk(Jobs jobs, Sources sources, LocalDate today, String machine, String owner, String wish, String by) {
        this.jobs = jobs;
        this.sources = sources;
        this.today = today;
        id = jobs.takeIn(machine, owner, wish, Optional.empty(), by);
        this.by = by;
    }

    DemoWalk then(Change change) {
        jobs.change(id, version++, change, Optional.empty(), by);
        return this;
    }

    DemoWalk read(String name, byte[] content, Optional<String> position) {
        return then(
                new EvidenceChange.AddSource(sources.keep(id, name, content, by).id(), name, position));
    }

    /** @param days from the demo's day on */
    DemoWalk promised(int days) {
        return then(
                new ConditionChange.NoteOrder(Optional.of(today.plusDays(days).toString()), Optional.empty()));
    }

    Unit unit() {
        return jobs.get(id, by).unit();
    }

    Assessment assessment() {
        return jobs.get(id, by).assessment();
    }

    DemoWalk open() {
        assessment().opening().stream()
                .filter(step -> !step.done())
                .forEach(step -> then(new LogChange.TickStep(step.id(), true)));
        return this;
    }

    DemoWalk close() {
        assessment().closing().stream()
                .filter(step -> step.kind() == WorkStep.Kind.PUT_BACK)
                .forEach(step -> then(new LogChange.TickStep(step.id(), true)));
        return this;
    }

    DemoWalk fit() {
        assessment()
                .fitLines()
                .forEach(line -> then(new LogChange.ConfirmFit(
                        line.position().id(), true, Optional.empty(), Optional.empty(), Optional.empty())));
        return this;
    }

    /** All that hangs on the parts that came off was tried, and is good. */
    DemoWalk checked() {
        assessment().checks().forEach(k -> then(new OpeningChange.SayCheck(k.check(), Entry.Result.GOOD, "")));
        return this;
    }

    /** Does what is proposed until it is settled: with its way in and back each time. */
    DemoWalk hunt(Predicate<Map<String, String>> starts) {
        for (int i = 0; i < 25; i++) {
            Jobs.Current c = jobs.get(id, by);
            Trouble t = Trouble.of(c.machine().bench(), c.work(), c.assessment(), Set.of());
            if (t.diagnosis().next().isEmpty()) {
                break;
            }
            make(t, t.diagnosis().next().get(0).probe(), starts);
        }
        return this;
    }

    private void make(Trouble t, Probe probe, Predicate<Map<String, String>> starts) {
        SortedMap<String, String> fill = new TreeMap<>(t.names().modules(probe.fill()));
        Optional<String> away = probe.elsewhere().map(t.names().pieces()::get);
        away.ifPresent(fill.values()::remove);
        SortedSet<String> touched = t.names().touched(t.now(), probe);
        if (!touched.isEmpty()) {
            then(new OpeningChange.OpenFor(Entry.Purpose.FAULT, touched)).open();
            then(new FaultChange.Arrange(fill, t.names().reseated(t.now(), probe)));
        }
        away.ifPresent(key -> then(new FaultChange.LogElsewhere(key, Entry.Outcome.STARTED, probe.passes(), 0)));
        closeAll();
        Trouble.actions(probe).forEach(a -> then(new LogChange.LogAction(a, "")));
        if (away.isPresent()) {
            return;
        }
        boolean up = starts.test(fill);
        then(new StartChange.LogStart(up ? Entry.Outcome.STARTED : Entry.Outcome.SILENT, "", Optional.of(6)));
        if (up) {
            long total = fill.values().stream()
                    .mapToLong(k -> jobs.get(id, by)
                            .unit()
                            .modules()
                            .get(k)
                            .spec()
                            .capacity()
                            .mebibytes())
                    .sum();
            then(new StartChange.EnterReadout(
                    StartChange.Phase.AFTER, Optional.empty(), Map.of("firmwareTotal", total + " MB")));
        }
    }

    private void closeAll() {
        if (!assessment().now().isClosed() && !assessment().now().down()) {
            then(new LogChange.TickStep("power-down", true)).then(new LogChange.TickStep("unplug", true));
        }
        for (Optional<WorkStep> next = back(); next.isPresent(); next = back()) {
            then(new LogChange.TickStep(next.get().id(), true));
        }
    }

    private Optional<WorkStep> back() {
        return assessment().closing().stream()
                .filter(step -> !step.done() && step.kind() == WorkStep.Kind.PUT_BACK)
                .findFirst();
    }
}
