package zephyrridge.server.machine;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.unit.Deviations;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.document.Documents;
import zephyrridge.server.house.House;
import zephyrridge.server.web.Problem;

/** Machine records, with an evaluator ready for each. */
@Service
public class Machines {
    private static final Logger LOG = LoggerFactory.getLogger(Machines.class);
    /** Records that are kept ready; each has its evaluator and what was worked out of ways in. */
    private static final int MOST_READY = 1000;

    /**
     * A version of a record as it is true of one machine, made ready once, with the way to each of its positions.
     *
     * @param published the record without the machine's deviations and with the usual controller
     */
    public record Ready(MachineRecord published, long version, Bench bench, Map<String, Reach> reach) {
        static Ready of(
                MachineRecord published, long version, Deviations deviations, String processor, HouseRules house) {
            MachineRecord record = deviations.effective(published.fitted(processor));
            Bench bench = Bench.of(record, house);
            LayoutEvaluator evaluator = bench.evaluator();
            return new Ready(
                    published,
                    version,
                    bench,
                    record.positions().stream()
                            .collect(
                                    Collectors.toMap(Position::id, p -> Reach.of(evaluator.opening(List.of(p.id()))))));
        }

        /** The same with what the shop knows of the model's limits. */
        public Ready knowing(LimitKnowledge known) {
            return new Ready(published, version, bench.knowing(known), reach);
        }

        public MachineRecord record() {
            return bench.record();
        }

        public LayoutEvaluator evaluator() {
            return bench.evaluator();
        }
    }

    /** @param lid parts beyond the machine's shell that must be off; {@code minutes} opening and closing */
    public record Reach(List<Part> lid, int minutes) {
        static Reach of(OpeningPlan plan) {
            return new Reach(
                    plan.parts().stream()
                            .filter(p -> !p.isShell() && !p.isBattery())
                            .toList(),
                    (plan.seconds() + 59) / 60);
        }
    }

    /** @param controller of one that is not the usual one, else "" */
    /** Of a machine's deviations those that make another record of it. */
    private record Key(
            String id,
            long version,
            SortedSet<String> missing,
            SortedMap<String, List<Fastener>> screws,
            String controller,
            HouseRules house) {}

    private final MachineStore store;
    private final Documents documents;
    private final Map<Key, Ready> ready = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Ready> eldest) {
            return size() > MOST_READY;
        }
    });

    private final Clock clock;
    private final House house;

    Machines(MachineStore store, Documents documents, Clock clock, House house) {
        this.house = house;
        this.store = store;
        this.documents = documents;
        this.clock = clock;
    }

    /** The latest version of each record that is not retired; one that cannot be read is left out and logged, and takes no other down with it. */
    public List<MachineRecord> all() {
        return listed().stream()
                .filter(l -> !l.retired())
                .map(l -> l.ready().record())
                .toList();
    }

    /** A record in the list. */
    public record Listed(Ready ready, boolean retired) {}

    public List<Listed> listed() {
        // Asked once for all of them, not once for each.
        HouseRules rules = rules();
        return store.heads().entrySet().stream()
                .flatMap(e -> readable(e.getKey(), e.getValue(), rules).stream())
                .toList();
    }

    /** One in the list, as it is now. */
    public Listed one(String id) {
        MachineStore.Head head =
                Optional.ofNullable(store.heads().get(id)).orElseThrow(() -> Problem.notFound("machine", id));
        return new Listed(get(id, head.version()), head.retired());
    }

    private Optional<Listed> readable(String id, MachineStore.Head head, HouseRules rules) {
        try {
            return Optional.of(new Listed(get(id, head.version(), Deviations.NONE, "", rules), head.retired()));
        } catch (RuntimeException e) {
            LOG.error("machine record {} version {} cannot be read", id, head.version(), e);
            return Optional.empty();
        }
    }

    public long latest(String id) {
        return store.latest(id).orElseThrow(() -> Problem.notFound("machine", id));
    }

    /** Version of the house rules that records are judged by. */
    public long houseVersion() {
        return house.rules().version();
    }

    /** The latest version. */
    public Ready get(String id) {
        return get(id, latest(id));
    }

    /** The same of a record that is the shop's own, and no machine of the range. */
    public Ready shops(String id) {
        if (store.isPractice(id)) {
            throw Problem.notFound("machine", id);
        }
        return get(id);
    }

    /** The house's rules as they are now. */
    public HouseRules rules() {
        return house.rules().value();
    }

    private Ready get(String id, long version) {
        return get(id, version, Deviations.NONE, "", rules());
    }

    /** One version, as it is true of the machine of a job, by the rules that the job follows. */
    public Ready get(String id, long version, Unit unit) {
        return get(id, version, unit, rules());
    }

    /** @param house the house's rules as somebody has just read them */
    public Ready get(String id, long version, Unit unit, HouseRules house) {
        return get(id, version, unit.deviations(), unit.intake().processor(), unit.houseOf(house));
    }

    private Ready get(String id, long version, Deviations deviations, String processor, HouseRules rules) {
        Ready usual = ready(id, version, deviations, "", rules);
        // What is typed as a processor is anything: only what the record knows by name makes another machine of it.
        MachineRecord published = usual.published();
        return published
                .controllerOf(processor)
                .filter(c -> !c.equals(published.controller().name()))
                .map(c -> ready(id, version, deviations, c, rules))
                .orElse(usual);
    }

    private Ready ready(String id, long version, Deviations deviations, String controller, HouseRules rules) {
        Key key = new Key(id, version, deviations.missing(), deviations.screws(), controller, rules);
        Ready known = ready.get(key);
        if (known != null) {
            return known;
        }
        MachineStore.Row row = store.find(id, version).orElseThrow(() -> Problem.notFound("machine", id));
        Ready made = Ready.of(documents.record(row.document()), row.version(), deviations, controller, rules);
        ready.put(key, made);
        return made;
    }

    public List<MachineStore.Version> versions(String id) {
        return store.versions(id);
    }

    /** The few facts that its latest version was made of, as JSON; empty for a record that was written whole. */
    public Optional<String> quick(String id) {
        return store.find(id, latest(id)).flatMap(MachineStore.Row::quick);
    }

    /**
     * Refuses a record that does not hold together, with all its faults.
     *
     * @param quick the few facts it was made of
     */
    @Transactional
    public void add(MachineRecord record, Optional<String> quick, String by) {
        refuseFaulty(record);
        if (store.latest(record.id()).isPresent()) {
            throw Problem.of(HttpStatus.CONFLICT, "RECORD_EXISTS", Map.of("field", "id"), "id", record.id());
        }
        store.insert(row(record, 1, quick), false, now(), by);
    }

    /** Keeps the record of a machine of the range, where it is not kept as it is; within the caller's transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void practised(MachineRecord record, String by) {
        Optional<Long> latest = store.latest(record.id());
        if (latest.isEmpty()) {
            store.insert(row(record, 1, Optional.empty()), true, now(), by);
        } else if (!get(record.id(), latest.get()).published().equals(record)) {
            store.next(row(record, latest.get() + 1, Optional.empty()), now(), by);
        }
    }

    /** The next version of a record; jobs go on with the version they hold. */
    @Transactional
    public void change(MachineRecord record, long expectedVersion, Optional<String> quick, String by) {
        refuseFaulty(record);
        latest(record.id());
        if (!store.next(row(record, expectedVersion + 1, quick), now(), by)) {
            throw Problem.of(HttpStatus.CONFLICT, "CHANGED_MEANWHILE.record", Map.of("version", latest(record.id())));
        }
    }

    @Transactional
    public void retire(String id, boolean retired) {
        latest(id);
        store.retire(id, retired);
    }

    private MachineStore.Row row(MachineRecord record, long version, Optional<String> quick) {
        return new MachineStore.Row(record.id(), record.name(), documents.write(record), version, false, quick);
    }

    private LocalDateTime now() {
        return LocalDateTime.now(clock);
    }

    private static void refuseFaulty(MachineRecord record) {
        List<RecordCheck.Fault> faults = RecordCheck.faults(record);
        if (!faults.isEmpty()) {
            throw Problem.of(
                    HttpStatus.UNPROCESSABLE_CONTENT, "RECORD_FAULTY", Map.of("faults", faults), "faults", faults);
        }
        // What cannot be made ready would take the list down later; it is refused here, while somebody looks.
        record.controllerNames().forEach(c -> Ready.of(record, 1, Deviations.NONE, c, HouseRules.DEFAULT));
    }
}
