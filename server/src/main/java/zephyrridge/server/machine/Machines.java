package zephyrridge.server.machine;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.job.Bench;
import zephyrridge.core.job.Deviations;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.server.document.Documents;
import zephyrridge.server.web.Problem;

/** Machine records, with an evaluator ready for each. */
@Service
public class Machines {
    private static final Logger LOG = LoggerFactory.getLogger(Machines.class);
    /** Records that are kept ready; each has its evaluator and what was worked out of ways in. */
    private static final int MOST_READY = 200;

    /**
     * A version of a record as it is true of one machine, made ready once, with the way to each of its positions.
     *
     * @param published the record without the machine's deviations
     */
    public record Ready(MachineRecord published, long version, Bench bench, Map<String, Reach> reach) {
        static Ready of(MachineRecord published, long version, Deviations deviations) {
            MachineRecord record = deviations.effective(published);
            LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
            return new Ready(
                    published,
                    version,
                    new Bench(record, evaluator, HouseRules.DEFAULT),
                    record.positions().stream()
                            .collect(
                                    Collectors.toMap(Position::id, p -> Reach.of(evaluator.opening(List.of(p.id()))))));
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

    private record Key(String id, long version, SortedSet<String> missing) {}

    private final MachineStore store;
    private final Documents documents;
    private final Map<Key, Ready> ready = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Ready> eldest) {
            return size() > MOST_READY;
        }
    });

    Machines(MachineStore store, Documents documents) {
        this.store = store;
        this.documents = documents;
    }

    /** The latest version of each record; one that cannot be read is left out and logged, and takes no other down with it. */
    public List<MachineRecord> all() {
        return store.all().stream().flatMap(row -> readable(row).stream()).toList();
    }

    private Optional<MachineRecord> readable(MachineStore.Row row) {
        try {
            return Optional.of(ready(row, Deviations.NONE).record());
        } catch (RuntimeException e) {
            LOG.error("machine record {} version {} cannot be read", row.id(), row.version(), e);
            return Optional.empty();
        }
    }

    public long latest(String id) {
        return store.latest(id).orElseThrow(() -> Problem.notFound("machine", id));
    }

    /** The latest version. */
    public Ready get(String id) {
        return get(id, latest(id), Deviations.NONE);
    }

    /** One version, as it is true of one machine. */
    public Ready get(String id, long version, Deviations deviations) {
        Ready known = ready.get(new Key(id, version, deviations.missing()));
        return known != null
                ? known
                : ready(store.find(id, version).orElseThrow(() -> Problem.notFound("machine", id)), deviations);
    }

    /** Refuses a record that does not hold together, with all its faults. */
    @Transactional
    public void add(MachineRecord record) {
        List<RecordCheck.Fault> faults = RecordCheck.faults(record);
        if (!faults.isEmpty()) {
            throw Problem.of(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "RECORD_FAULTY",
                    "The machine record does not hold together: " + faults + ". Correct these and send it again.",
                    Map.of("faults", faults));
        }
        if (store.latest(record.id()).isPresent()) {
            throw Problem.of(
                    HttpStatus.CONFLICT,
                    "RECORD_EXISTS",
                    "There is a record " + record.id()
                            + " already. Give the new one another id, or add a variant to its name.",
                    Map.of("field", "id"));
        }
        // What cannot be made ready would take the list down later; it is refused here, while somebody looks.
        Ready.of(record, 1, Deviations.NONE);
        store.insert(new MachineStore.Row(record.id(), record.name(), documents.write(record), 1));
    }

    private Ready ready(MachineStore.Row row, Deviations deviations) {
        Ready made = Ready.of(documents.record(row.document()), row.version(), deviations);
        ready.put(new Key(row.id(), row.version(), deviations.missing()), made);
        return made;
    }
}
