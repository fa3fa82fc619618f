package zephyrridge.server.job;

import java.security.Principal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.job.Learned;
import zephyrridge.core.job.Unit;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.machine.Lesson;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordEdit;
import zephyrridge.server.limit.Limits;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.text.Texts;

/** What this shop learned of a model: what ran and what did not, how long hands took, codes, faults. */
@RestController
class LearnedController {
    /** @param n over how many jobs; {@code seconds} the middle one; {@code record} what stands in the record */
    record TimeView(String name, String what, int n, int seconds, int record) {}

    /** @param cause of a failure, in words */
    record TriedView(String layout, Trial.Outcome outcome, Optional<String> cause, String when, Optional<Long> job) {}

    /**
     * @param jobs handed back
     * @param times of parts, off and on, and of the first start
     * @param signals codes that were seen and do not stand in the record
     * @param faults what was found wrong, with how often
     * @param toKeep how many of these the record does not have yet
     */
    record LearnedView(
            int jobs,
            List<TriedView> tried,
            List<TimeView> times,
            List<String> signals,
            List<String> faults,
            int toKeep) {}

    private final Jobs jobs;
    private final Machines machines;
    private final Limits limits;
    private final Texts texts;

    LearnedController(Jobs jobs, Machines machines, Limits limits, Texts texts) {
        this.jobs = jobs;
        this.machines = machines;
        this.limits = limits;
        this.texts = texts;
    }

    @GetMapping("/api/machines/{id}/learned")
    LearnedView learned(@PathVariable String id) {
        MachineRecord record = machines.get(id).record();
        List<Unit> closed = jobs.closedOf(id);
        Learned.Practice p = practice(record, closed);
        List<TimeView> times = new ArrayList<>();
        p.seconds().forEach((part, t) -> record.access().part(part).ifPresent(known -> {
            t.off().ifPresent(m -> times.add(time(known.name(), "OFF", m, known.secondsOff())));
            t.on().ifPresent(m -> times.add(time(known.name(), "ON", m, known.secondsOn())));
        }));
        p.firstStarts()
                .ifPresent(m -> times.add(time(
                        texts.get("learned.firstStart"),
                        "FIRST_START",
                        m,
                        record.start().firstStartSeconds().orElse(0))));
        return new LearnedView(
                closed.size(),
                limits.trials(id).stream()
                        .filter(t -> !t.retracted())
                        .map(t -> tried(record, t.trial()))
                        .toList(),
                times,
                p.signals().stream().filter(s -> !knows(record, s)).toList(),
                p.faults().entrySet().stream()
                        .map(e -> texts.say(
                                e.getValue() == 1 ? "learned.fault.1" : "learned.fault",
                                "what",
                                texts.get("learned.remedy." + e.getKey()),
                                "n",
                                e.getValue()))
                        .toList(),
                lessons(record, p).size());
    }

    private static TimeView time(String name, String what, Learned.Median m, int record) {
        return new TimeView(name, what, m.n(), m.value(), record);
    }

    private TriedView tried(MachineRecord record, Trial t) {
        List<String> modules = new ArrayList<>();
        t.sockets()
                .forEach((position, spec) ->
                        modules.add((record.hasPosition(position)
                                        ? record.position(position).label()
                                        : position) + ": " + texts.show(spec.summary())));
        return new TriedView(
                modules.isEmpty() ? texts.get("trouble.empty") : String.join("; ", modules),
                t.outcome(),
                t.succeeded() ? Optional.empty() : Optional.of(texts.get("learned.cause." + t.cause())),
                t.when().toString(),
                t.machine().matches("job-\\d{1,18}")
                        ? Optional.of(Long.parseLong(t.machine().substring(4)))
                        : Optional.empty());
    }

    /** All of it that the record does not have goes into the record, as one new version. */
    @PostMapping("/api/machines/{id}/learned")
    @Transactional
    public LearnedView keep(@PathVariable String id, Principal who) {
        MachineRecord record = machines.get(id).record();
        MachineRecord next = record;
        for (Lesson lesson : lessons(record, practice(record, jobs.closedOf(id)))) {
            next = RecordEdit.learned(next, lesson);
        }
        if (!next.equals(record)) {
            machines.change(next, machines.latest(id), Optional.empty(), who.getName());
        }
        return learned(id);
    }

    private static Learned.Practice practice(MachineRecord record, List<Unit> closed) {
        Set<String> parts = new HashSet<>();
        record.access().parts().forEach(p -> parts.add(p.id()));
        return Learned.practice(parts, closed);
    }

    private static boolean knows(MachineRecord record, String signal) {
        return record.start().signals().stream().anyMatch(s -> s.toLowerCase(java.util.Locale.ROOT)
                .contains(signal.toLowerCase(java.util.Locale.ROOT)));
    }

    private static List<Lesson> lessons(MachineRecord record, Learned.Practice p) {
        List<Lesson> lessons = new ArrayList<>();
        p.seconds().forEach((id, t) -> record.access().part(id).ifPresent(part -> {
            Optional<Integer> off = t.off().map(Learned.Median::value);
            Optional<Integer> on = t.on().map(Learned.Median::value);
            if (differs(off, part.secondsOff()) || differs(on, part.secondsOn())) {
                lessons.add(new Lesson(Lesson.Topic.MINUTES, part.id(), "", off, on));
            }
        }));
        p.firstStarts()
                .map(Learned.Median::value)
                .filter(s -> s <= 3600
                        && record.start().firstStartSeconds().filter(s::equals).isEmpty())
                .ifPresent(s ->
                        lessons.add(new Lesson(Lesson.Topic.FIRST_START, "", "", Optional.empty(), Optional.of(s))));
        p.signals().stream()
                .filter(s -> !knows(record, s) && s.length() <= 200)
                .limit(Math.max(0, 50 - record.start().signals().size()))
                .forEach(s -> lessons.add(new Lesson(Lesson.Topic.SIGNAL, "", s, Optional.empty(), Optional.empty())));
        return lessons;
    }

    private static boolean differs(Optional<Integer> measured, int known) {
        return measured.filter(m -> m != known).isPresent();
    }
}
