package zephyrridge.server.job;

import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.change.Ports;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;
import zephyrridge.server.document.Documents;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.supplier.Suppliers;

/** What a change looks up outside its job, each thing once; lives for one transaction. */
public final class JobPorts implements Ports {
    private final long jobId;
    private final Work work;
    private final Bench bench;
    private final Drawer drawer;
    private final Shelf shelf;
    private final boolean practised;
    private final Suppliers suppliers;
    private final Photos photos;
    private final Sources sources;
    private final JobHistory history;
    private final Documents documents;
    private final LocalDateTime now;
    private final String by;
    private final Map<String, Optional<Stock>> stock = new HashMap<>();
    private final Map<String, Optional<Offer>> offers = new HashMap<>();

    JobPorts(
            long jobId,
            Work work,
            Bench bench,
            Drawer drawer,
            Shelf shelf,
            boolean practised,
            Suppliers suppliers,
            Photos photos,
            Sources sources,
            JobHistory history,
            Documents documents,
            LocalDateTime now,
            String by) {
        this.jobId = jobId;
        this.work = work;
        this.bench = bench;
        this.drawer = drawer;
        this.shelf = shelf;
        this.practised = practised;
        this.suppliers = suppliers;
        this.photos = photos;
        this.sources = sources;
        this.history = history;
        this.documents = documents;
        this.now = now;
        this.by = by;
    }

    /** The same with offers that were read already. */
    public JobPorts knowing(List<Offer> read) {
        read.forEach(o -> offers.put(o.id(), Optional.of(o)));
        return this;
    }

    @Override
    public LocalDateTime now() {
        return now;
    }

    @Override
    public String by() {
        return by;
    }

    @Override
    public Optional<Stock> stock(String tag) {
        return stock.computeIfAbsent(tag, asked -> shelf.find(asked)
                .map(m -> new Stock(
                        asked,
                        m.labelLine(),
                        m.spec(),
                        m.tested() == Drawer.Tested.BAD,
                        m.tested() == Drawer.Tested.GOOD,
                        m.gone(),
                        m.jobId().filter(id -> id != jobId))));
    }

    @Override
    public String freshTag(Set<String> taken) {
        return drawer.freshTag(taken);
    }

    @Override
    public Optional<Offer> offer(String id) {
        return practised ? Optional.empty() : offers.computeIfAbsent(id, suppliers::offer);
    }

    @Override
    public boolean hasPhoto(String id) {
        return photos.contains(jobId, id);
    }

    @Override
    public boolean hasSource(String id) {
        return sources.contains(jobId, id);
    }

    @Override
    public Survey survey(Unit unit) {
        return AsFound.survey(bench, unit, content(jobId, unit, sources));
    }

    public static Map<String, Recognised> content(long jobId, Unit unit, Sources sources) {
        return sources.recognised(
                jobId,
                unit.readings().sources().stream().map(Readings.SourceRef::id).toList());
    }

    @Override
    public Optional<Work> beforeOwnLast() {
        return history.undo().map(step -> documents.apply(work, step));
    }

    @Override
    public Optional<Work> afterOwnUndone() {
        return history.redo().map(step -> documents.apply(work, step));
    }
}
