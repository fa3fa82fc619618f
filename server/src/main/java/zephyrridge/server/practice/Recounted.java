package zephyrridge.server.practice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.range.Asked;
import zephyrridge.core.range.Asking;
import zephyrridge.core.rehearsal.Told;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.unit.Work;
import zephyrridge.server.job.EventRow;
import zephyrridge.server.job.JobPorts;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.reading.Sources;

/** A practice step by step, with what each of them told. */
final class Recounted {
    /**
     * What was asked, or changes of a kind that followed each other.
     *
     * @param question what was asked; empty for changes
     * @param type of the changes, {@code times} how many; "" for what was asked
     * @param version of the job before it, {@code asks} how many questions had been put: from there it can be begun again
     * @param minutes of the bench after it
     * @param told empty for what changed nothing in the job
     */
    record Step(
            Optional<Asked> question,
            String type,
            int times,
            long version,
            int asks,
            int minutes,
            Optional<Told> told) {}

    private record Part(Optional<Asked> question, String type, int times, long from, long to, int asks) {}

    private final long job;
    private final Bench bench;
    private final Sources sources;
    private final SortedMap<Long, Work> past;
    private final List<Asked> asked;
    private final Map<Long, Told.Standing> standings = new HashMap<>();

    private Recounted(Jobs.Current job, SortedMap<Long, Work> past, List<Asked> asked, Sources sources) {
        this.job = job.row().id();
        bench = job.machine().bench();
        this.sources = sources;
        this.past = past;
        this.asked = asked;
    }

    static List<Step> of(
            Jobs.Current job, SortedMap<Long, Work> past, List<EventRow> events, List<Asked> asked, Sources sources) {
        Recounted r = new Recounted(job, past, asked, sources);
        return r.parts(events).stream()
                .filter(p -> past.containsKey(p.from()) && past.containsKey(p.to()))
                .map(r::step)
                .toList();
    }

    /** In the order in which they were done: what came of a question belongs to it. */
    private List<Part> parts(List<EventRow> events) {
        List<Part> parts = new ArrayList<>();
        int next = 0;
        for (EventRow e : events) {
            for (; next < asked.size() && asked.get(next).from() < e.version(); next++) {
                Asked a = asked.get(next);
                parts.add(new Part(Optional.of(a), "", 1, a.from(), a.to(), next));
            }
            Part last = parts.isEmpty() ? null : parts.get(parts.size() - 1);
            if (e.version() == 1 || last != null && e.version() <= last.to()) {
                continue;
            }
            if (last != null && last.type().equals(e.type())) {
                parts.set(
                        parts.size() - 1,
                        new Part(Optional.empty(), e.type(), last.times() + 1, last.from(), e.version(), next));
            } else {
                parts.add(new Part(Optional.empty(), e.type(), 1, e.version() - 1, e.version(), next));
            }
        }
        for (; next < asked.size(); next++) {
            Asked a = asked.get(next);
            parts.add(new Part(Optional.of(a), "", 1, a.from(), a.to(), next));
        }
        return parts;
    }

    private Step step(Part p) {
        int askedThen = p.asks() + (p.question().isPresent() ? 1 : 0);
        return new Step(
                p.question(),
                p.type(),
                p.times(),
                p.from(),
                p.asks(),
                Asking.minutes(asked.subList(0, askedThen), past.get(p.to()).unit(), bench),
                p.from() == p.to()
                        ? Optional.empty()
                        : Optional.of(Told.between(standing(p.from()), standing(p.to()))));
    }

    private Told.Standing standing(long version) {
        return standings.computeIfAbsent(version, v -> {
            Work work = past.get(v);
            return Told.Standing.of(
                    bench, work, AsFound.survey(bench, work.unit(), JobPorts.content(job, work.unit(), sources)));
        });
    }
}
