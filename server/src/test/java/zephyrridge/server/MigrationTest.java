package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.env.Environment;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Provenance;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;
import zephyrridge.server.document.Documents;

/** What an installation from before has written is read on: nothing lost, nothing invented. */
@ExtendWith(TestServer.class)
@Isolated
class MigrationTest {
    private static JsonNode corpus(String name) {
        return corpus(1, name);
    }

    private static JsonNode corpus(int schema, String name) {
        try (InputStream in = MigrationTest.class.getResourceAsStream("/corpus/" + schema + "/" + name)) {
            return new JsonMapper().readTree(in);
        } catch (IOException e) {
            throw new IllegalStateException(name, e);
        }
    }

    private static Set<String> texts(JsonNode list) {
        Set<String> texts = new TreeSet<>();
        list.forEach(n -> texts.add(n.asString()));
        return texts;
    }

    /** Jobs from before sources could be set aside: all of them count. */
    @Test
    void jobsOfSchemaTwoHearAllTheirSources(TestServer.Running server) {
        Documents documents = server.bean(Documents.class);
        JsonNode jobs = corpus(2, "jobs.json");
        assertThat(jobs).hasSizeGreaterThan(10);
        for (JsonNode old : jobs) {
            Unit unit = documents.unit(old.toString());
            assertThat(unit.readings().setAside()).isEmpty();
            assertThat(unit.readings().sources())
                    .hasSize(old.at("/readings/sources").size());
            assertThat(unit.log().entries()).hasSize(old.at("/log/entries").size());
            // Written and read again it is the same.
            assertThat(documents.unit(documents.write(unit))).isEqualTo(unit);
        }
    }

    /** Jobs as the demo of those days wrote them: all that was said is there, and what came later was not said. */
    @ParameterizedTest
    @ValueSource(ints = {3, 4, 5, 6, 7})
    void jobsOfLaterSchemasLoseNothing(int schema, TestServer.Running server) {
        Documents documents = server.bean(Documents.class);
        JsonNode jobs = corpus(schema, "jobs.json");
        assertThat(jobs).hasSizeGreaterThan(10);
        for (JsonNode old : jobs) {
            assertThat(old.get("schema").asInt()).isEqualTo(schema);
            Unit unit = documents.unit(old.toString());
            assertThat(unit.log().entries()).hasSize(old.at("/log/entries").size());
            assertThat(unit.modules().keySet())
                    .isEqualTo(Set.copyOf(old.get("modules").propertyNames()));
            assertThat(unit.alternatives()).hasSize(old.get("alternatives").size());
            assertThat(unit.isChosen()).isEqualTo(old.hasNonNull("chosen"));
            if (schema < 6) {
                assertThat(unit.before().measured()).isEmpty();
                unit.log().starts().forEach(s -> assertThat(s.readout().measured())
                        .isEmpty());
            }
            assertThat(unit.alternatives())
                    .allMatch(a -> schema == 7 || a.parts().isEmpty());
            assertThat(unit.deviations().screws()).isEmpty();
            if (schema < 4) {
                assertThat(unit.counter()).isEqualTo(Counter.NOTHING);
                assertThat(unit.consent()).isEmpty();
            }
            assertThat(documents.unit(documents.write(unit))).isEqualTo(unit);
        }
    }

    /** Every job and every state that an event kept, of schema 1. */
    @Test
    void oldJobsAreLiftedWithoutInvention(TestServer.Running server) {
        Documents documents = server.bean(Documents.class);
        List<JsonNode> all = new ArrayList<>();
        corpus("jobs.json").forEach(all::add);
        corpus("event-states.json").forEach(all::add);
        assertThat(all).hasSizeGreaterThan(40);
        int fitted = 0;
        for (JsonNode old : all) {
            Unit unit = documents.unit(old.toString());
            assertThat(unit.modules()).hasSize(old.get("modules").size());
            assertThat(unit.asFound()).hasSize(old.get("asFound").size());
            assertThat(unit.onTheTable().planned()).hasSize(old.get("planned").size());
            assertThat(unit.intake().condition())
                    .isEqualTo(old.at("/intake/condition").asString());
            assertThat(unit.log().entries())
                    .allMatch(e -> e.stamp().beforeLog()
                            && e.stamp().at().isEmpty()
                            && e.stamp().by().isEmpty());
            // What was ticked off is off, but for what went back on; what was fitted is in.
            Set<String> steps = texts(old.get("stepsDone"));
            long off = unit.log().entries().stream()
                    .filter(e -> e instanceof Entry.Stepped s && s.did() == Entry.Did.TAKE_OFF)
                    .count();
            assertThat(off)
                    .isEqualTo(steps.stream().filter(s -> s.startsWith("off:")).count());
            Map<String, String> inIt = zephyrridge.core.now.Now.of(unit).inIt();
            for (String position : texts(old.get("fitted"))) {
                String wanted = old.at("/planned/" + position).asString("");
                assertThat(inIt.getOrDefault(position, "")).isEqualTo(wanted);
                fitted++;
            }
            // Readings of after are one start of which nobody said how it went.
            boolean read = old.get("after").has("firmwareTotal");
            assertThat(unit.log().starts()).hasSize(read ? 1 : 0);
            unit.log().starts().forEach(s -> {
                assertThat(s.outcome()).isEqualTo(Entry.Outcome.NOT_SAID);
                assertThat(s.readout().threads())
                        .as("a default of then was said by nobody")
                        .isEmpty();
                assertThat(s.arrangement()).isEqualTo(inIt);
            });
            assertThat(unit.before().threads()).isEmpty();
            assertThat(unit.closing().map(Unit.Closing::grade))
                    .isEqualTo(java.util.Optional.ofNullable(old.get("closing"))
                            .map(c -> c.get("proven").asBoolean() ? Grade.OLD_RULE : Grade.NONE));
            // Lifted once, it is stored as it is read from then on.
            assertThat(documents.unit(documents.write(unit))).isEqualTo(unit);
        }
        assertThat(fitted).isPositive();
    }

    @Test
    void oldRecordsAreLiftedAndEachJobIsJudgedByIts(TestServer.Running server) {
        Documents documents = server.bean(Documents.class);
        List<MachineRecord> records = new ArrayList<>();
        for (JsonNode old : corpus("records.json")) {
            MachineRecord record = documents.record(old.toString());
            assertThat(record.positions()).hasSize(old.get("positions").size());
            assertThat(record.positions()).allMatch(p -> p.provenance() == Provenance.NOT_STATED);
            records.add(record);
            assertThat(documents.record(documents.write(record))).isEqualTo(record);
        }
        for (JsonNode old : corpus("jobs.json")) {
            Unit unit = documents.unit(old.toString());
            Set<String> positions = new TreeSet<>(unit.asFound().keySet());
            positions.addAll(unit.plannedModules().keySet());
            MachineRecord record = records.stream()
                    .filter(r -> positions.stream().allMatch(r::hasPosition))
                    .findFirst()
                    .orElseThrow();
            Bench bench = Bench.of(record, HouseRules.DEFAULT);
            Assessment a = Assessment.of(bench, new Work(new Order("o", "w"), unit));
            assertThat(a.trail().legs()).hasSize(8);
        }
        // What was a fault already stays one; lifting adds none.
        assertThat(records).allMatch(r -> RecordCheck.faults(r).stream()
                .noneMatch(f -> f.path().contains("provenance")));
    }

    /** The database of before, brought up to date by the migrations alone; its documents are untouched. */
    /** Records from before screws had names and closing an order: nothing is invented, and they open as they did. */
    @Test
    void recordsOfSchemaTwoGetNamesForTheirScrewsAndNothingElse(TestServer.Running server) {
        Documents documents = server.bean(Documents.class);
        int screws = 0;
        for (JsonNode old : corpus(2, "records.json")) {
            MachineRecord record = documents.record(old.toString());
            assertThat(RecordCheck.faults(record)).as(record.id()).isEmpty();
            assertThat(record.access().closing()).isEmpty();
            assertThat(record.access().outlines()).isEmpty();
            for (int i = 0; i < record.access().parts().size(); i++) {
                var part = record.access().parts().get(i);
                JsonNode was = old.at("/access/parts/" + i);
                assertThat(part.how()).isEqualTo(was.get("how").asString());
                assertThat(part.catches()).isEmpty();
                assertThat(part.connectors()).isEmpty();
                assertThat(part.howOn()).isEmpty();
                assertThat(part.checks()).isEmpty();
                assertThat(part.fasteners()).hasSize(was.get("fasteners").size());
                assertThat(part.fasteners())
                        .extracting(f -> f.id())
                        .doesNotHaveDuplicates()
                        .doesNotContain("");
                screws += part.fasteners().size();
            }
            Bench bench = Bench.of(record, HouseRules.DEFAULT);
            for (var p : record.positions()) {
                if (!p.isSoldered()) {
                    assertThat(bench.evaluator().opening(List.of(p.id())).parts())
                            .isNotEmpty();
                }
            }
            assertThat(documents.record(documents.write(record))).isEqualTo(record);
        }
        assertThat(screws).isGreaterThan(50);
    }

    /** Records from before a model could come with several controllers know one, and are judged as they were. */
    @Test
    void recordsOfSchemaThreeHaveOneController(TestServer.Running server) {
        Documents documents = server.bean(Documents.class);
        for (JsonNode old : corpus(3, "records.json")) {
            assertThat(old.has("otherControllers")).isFalse();
            MachineRecord record = documents.record(old.toString());
            assertThat(record.otherControllers()).isEmpty();
            assertThat(record.controllerOf("whatever"))
                    .contains(record.controller().name());
            assertThat(RecordCheck.faults(record)).as(record.id()).isEmpty();
            assertThat(documents.record(documents.write(record))).isEqualTo(record);
        }
    }

    @Test
    void theDatabaseOfBeforeIsReadOn(TestServer.Running server) throws SQLException {
        Environment environment = server.bean(Environment.class);
        // The other schema of the same server, which the tests leave empty.
        String url = environment.getProperty("spring.datasource.url") + "_demo";
        String password = environment.getProperty("spring.datasource.password");
        String state = corpus("jobs.json").get(5).toString();
        Flyway.configure()
                .dataSource(url, "zephyr", password)
                .locations("classpath:db/migration")
                .target("5")
                .load()
                .migrate();
        try (Connection sql = DriverManager.getConnection(url, "zephyr", password)) {
            sql.createStatement()
                    .executeUpdate(
                            "INSERT INTO machine (id, name, document, version) VALUES ('m', 'M', '{\"id\":\"m\"}', 3)");
            insert(
                    sql,
                    "INSERT INTO job (id, machine_id, owner, wish, station, status, blocked, state, version, updated_at, updated_by) VALUES (7, 'm', 'Bus depot', 'faster', 'READ', 'OPEN', FALSE, ?, 2, NOW(), 'wren')",
                    state);
            Flyway.configure()
                    .dataSource(url, "zephyr", password)
                    .locations("classpath:db/migration")
                    .load()
                    .migrate();
            ResultSet row = sql.createStatement()
                    .executeQuery(
                            "SELECT j.state, o.owner, o.wish, v.document FROM job j JOIN work_order o ON o.id = j.order_id JOIN machine_version v ON v.machine_id = j.machine_id WHERE v.version = 3");
            assertThat(row.next()).isTrue();
            assertThat(row.getString(1)).isEqualTo(state);
            assertThat(row.getString(2)).isEqualTo("Bus depot");
            assertThat(row.getString(3)).isEqualTo("faster");
            assertThat(row.getString(4)).isEqualTo("{\"id\":\"m\"}");
            ResultSet pinned = sql.createStatement().executeQuery("SELECT machine_version FROM job WHERE id = 7");
            assertThat(pinned.next()).isTrue();
            assertThat(pinned.getLong(1))
                    .as("the version it was judged by then")
                    .isEqualTo(3);
        }
    }

    private static void insert(Connection sql, String statement, String state) throws SQLException {
        try (PreparedStatement insert = sql.prepareStatement(statement)) {
            insert.setString(1, state);
            insert.executeUpdate();
        }
    }
}
