package zephyrridge.server.machine;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.server.web.Problem;

/** Machine records, with an evaluator ready for each. */
@Service
public class Machines {
    /** A record, made ready once per version, with the way to each of its positions. */
    public record Ready(MachineRecord record, LayoutEvaluator evaluator, Map<String, Reach> reach) {
        static Ready of(MachineRecord record) {
            LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
            return new Ready(
                    record,
                    evaluator,
                    record.positions().stream()
                            .collect(
                                    Collectors.toMap(Position::id, p -> Reach.of(evaluator.opening(List.of(p.id()))))));
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

    private record Key(String id, long version) {}

    private final MachineStore store;
    private final JsonMapper json;
    private final Map<Key, Ready> ready = new ConcurrentHashMap<>();

    Machines(MachineStore store, JsonMapper json) {
        this.store = store;
        this.json = json;
    }

    public List<MachineRecord> all() {
        return store.all().stream().map(row -> ready(row).record()).toList();
    }

    public Ready get(String id) {
        return ready(store.find(id).orElseThrow(() -> Problem.notFound("machine", id)));
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
        if (store.find(record.id()).isPresent()) {
            throw Problem.of(
                    HttpStatus.CONFLICT,
                    "RECORD_EXISTS",
                    "There is a record " + record.id()
                            + " already. Give the new one another id, or add a variant to its name.",
                    Map.of("field", "id"));
        }
        store.insert(new MachineStore.Row(record.id(), record.name(), json.writeValueAsString(record), 1));
    }

    private Ready ready(MachineStore.Row row) {
        return ready.computeIfAbsent(
                new Key(row.id(), row.version()), k -> Ready.of(json.readValue(row.document(), MachineRecord.class)));
    }
}
