package zephyrridge.server.handback;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.learned.Learned;
import zephyrridge.core.learned.SeenRates;
import zephyrridge.core.learned.SeenShares;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.machine.Lesson;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.machine.RecordEdit;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
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
     * @param toKeep what of it the record does not have yet
     */
    record LearnedView(
            int jobs,
            List<TriedView> tried,
            List<TimeView> times,
            List<String> signals,
            List<String> faults,
            List<KeepView> toKeep) {}

    /**
     * @param key by which it is kept
     * @param clash why the record as it is cannot take it: what stands there says otherwise
     */
    record KeepView(String key, String text, Optional<String> clash) {}

    /** @param keys of what is to be kept, as they were shown; what somebody else has kept by then is passed over */
    record Keep(@NotNull @Size(max = 1000) Set<@NotNull @Size(max = 300) String> keys) {}

    /** Something learned, and the record that knows it. */
    private record Keepable(String key, String text, UnaryOperator<MachineRecord> learned) {}

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

    /** What closed jobs taught about a model. */
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
                keepables(id, record, p, closed).stream()
                        .map(k -> new KeepView(
                                k.key(), k.text(), clash(k.learned().apply(record))))
                        .toList());
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

    /** What was chosen of it goes into the record, as one new version. */
    @PostMapping("/api/machines/{id}/learned")
    @Transactional
    public LearnedView keep(@PathVariable String id, @Valid @RequestBody Keep chosen, Principal who) {
        MachineRecord record = machines.get(id).record();
        MachineRecord next = record;
        List<Unit> closed = jobs.closedOf(id);
        for (Keepable k : keepables(id, record, practice(record, closed), closed)) {
            MachineRecord with = k.learned().apply(next);
            next = chosen.keys().contains(k.key()) && clash(with).isEmpty() ? with : next;
        }
        if (!next.equals(record)) {
            machines.change(next, machines.latest(id), Optional.empty(), who.getName());
        }
        return learned(id);
    }

    private static Optional<String> clash(MachineRecord with) {
        return RecordCheck.faults(with).stream()
                .findFirst()
                .map(f -> f.path() + " " + f.fault() + (f.value().isEmpty() ? "" : ": " + f.value()));
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

    private List<Keepable> keepables(String id, MachineRecord record, Learned.Practice p, List<Unit> closed) {
        List<Keepable> all = new ArrayList<>();
        p.seconds().forEach((about, t) -> record.access().part(about).ifPresent(part -> {
            Optional<Integer> off = t.off().map(Learned.Median::value);
            Optional<Integer> on = t.on().map(Learned.Median::value);
            if (differs(off, part.secondsOff()) || differs(on, part.secondsOn())) {
                all.add(lesson(
                        new Lesson(Lesson.Topic.MINUTES, about, "", off, on),
                        texts.say(
                                "learned.keep.MINUTES",
                                "part",
                                part.name(),
                                "off",
                                off.map(String::valueOf).orElse("-"),
                                "on",
                                on.map(String::valueOf).orElse("-"))));
            }
        }));
        p.firstStarts()
                .map(Learned.Median::value)
                .filter(s -> s <= 3600
                        && record.start().firstStartSeconds().filter(s::equals).isEmpty())
                .ifPresent(s -> all.add(lesson(
                        new Lesson(Lesson.Topic.FIRST_START, "", "", Optional.empty(), Optional.of(s)),
                        texts.say("learned.keep.FIRST_START", "seconds", s))));
        p.signals().stream()
                .filter(s -> !knows(record, s) && s.length() <= 200)
                .limit(Math.max(0, 50 - record.start().signals().size()))
                .forEach(s -> all.add(lesson(
                        new Lesson(Lesson.Topic.SIGNAL, "", s, Optional.empty(), Optional.empty()),
                        texts.say("learned.keep.SIGNAL", "signal", s))));
        p.screws().forEach((about, screws) -> record.access().part(about).ifPresent(part -> {
            int more = RecordEdit.unknown(part, screws).size();
            if (more > 0) {
                all.add(new Keepable(
                        "SCREWS " + about,
                        texts.say("learned.keep.SCREWS", "part", part.name(), "n", more),
                        r -> RecordEdit.withScrews(r, Map.of(about, screws))));
            }
        }));
        p.hard().forEach(h -> record.access().part(h.part()).ifPresent(part -> {
            String words = texts.say("learned.words." + h.state(), "id", h.fastener());
            if (!part.how().contains(words)) {
                all.add(lesson(
                        new Lesson(Lesson.Topic.BROKE, h.part(), words, Optional.empty(), Optional.empty()),
                        texts.say("learned.keep.HARD", "part", part.name(), "words", words, "n", h.jobs())));
            }
        }));
        SeenRates.of(machines.get(id).bench(), closed, texts.get("learned.rateSource"))
                .forEach(row -> all.add(new Keepable(
                        "RATE " + row.modules().orElse(0) + " " + row.ranks().orElse(0) + " " + row.rate(),
                        texts.say(
                                "learned.keep.RATE",
                                "rate",
                                row.rate(),
                                "modules",
                                row.modules().orElse(0),
                                "ranks",
                                row.ranks().orElse(0)),
                        r -> r.withController(r.controller().withFirst(row)))));
        SeenShares.of(machines.get(id).bench(), closed)
                .forEach(s -> all.add(new Keepable(
                        "SHARE " + s.share(),
                        texts.say(
                                "learned.keep.SHARE",
                                "share",
                                s.share(),
                                "usable",
                                s.usable(),
                                "installed",
                                s.installed()),
                        r -> r.withController(r.controller().withCarveOut(s.share())))));
        return all;
    }

    private static Keepable lesson(Lesson l, String text) {
        return new Keepable(
                l.topic() + " " + l.about() + (l.topic() == Lesson.Topic.MINUTES ? "" : " " + l.text()),
                text,
                r -> RecordEdit.learned(r, l));
    }

    private static boolean differs(Optional<Integer> measured, int known) {
        return measured.filter(m -> m != known).isPresent();
    }
}
