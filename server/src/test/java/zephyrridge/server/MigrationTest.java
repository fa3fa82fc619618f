package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.env.Environment;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import zephyrridge.core.job.Intake;
import zephyrridge.core.job.JobState;
import zephyrridge.core.job.Readings;

/** Jobs of an installation from before the later migrations are read on: nothing lost, what is new unanswered. */
@ExtendWith(TestServer.class)
class MigrationTest {
    @Test
    void statesFromBeforeAreReadOn(TestServer.Running server) throws SQLException {
        Environment environment = server.bean(Environment.class);
        // The other schema of the same server, which the tests leave empty.
        String url = environment.getProperty("spring.datasource.url") + "_demo";
        String password = environment.getProperty("spring.datasource.password");
        JsonMapper json = server.bean(JsonMapper.class);
        ObjectNode old = (ObjectNode) ApiClient.signedIn(server, "wren")
                .get("/api/jobs/6/export")
                .json()
                .get("job")
                .deepCopy();
        JobState now = json.treeToValue(old, JobState.class);
        old.remove("photos");
        old.remove("readings");
        ObjectNode intake = (ObjectNode) old.get("intake");
        intake.remove(List.of("encryption", "firmwareSettings", "wayIn", "firmwareVersion", "faultsBefore"));

        Flyway.configure()
                .dataSource(url, "zephyr", password)
                .locations("classpath:db/migration")
                .target("3")
                .load()
                .migrate();
        try (Connection sql = DriverManager.getConnection(url, "zephyr", password)) {
            sql.createStatement()
                    .executeUpdate("INSERT INTO machine (id, name, document, version) VALUES ('m', 'M', '{}', 1)");
            insert(
                    sql,
                    "INSERT INTO job (id, machine_id, owner, wish, station, status, blocked, state, version, updated_at, updated_by) VALUES (1, 'm', 'o', 'w', 'READ', 'OPEN', FALSE, ?, 2, NOW(), 'wren')",
                    json.writeValueAsString(old));
            insert(
                    sql,
                    "INSERT INTO job_event (job_id, version, at, account, type, payload, state) VALUES (1, 1, NOW(), 'wren', 'JobTakenIn', '{}', ?)",
                    json.writeValueAsString(old));
            insert(
                    sql,
                    "INSERT INTO job_event (job_id, version, at, account, type, payload, state) VALUES (1, 2, NOW(), 'wren', 'AnswerIntake', '{}', ?)",
                    null);

            Flyway.configure()
                    .dataSource(url, "zephyr", password)
                    .locations("classpath:db/migration")
                    .load()
                    .migrate();
            for (String query : List.of("SELECT state FROM job", "SELECT state FROM job_event WHERE version = 1")) {
                ResultSet row = sql.createStatement().executeQuery(query);
                assertThat(row.next()).isTrue();
                JobState read = json.readValue(row.getString(1), JobState.class);
                assertThat(read.intake().encryption()).isEqualTo(Intake.Encryption.NOT_ASKED);
                assertThat(read.intake().firmwareSettings()).isEqualTo(Intake.FirmwareSettings.NOT_ASKED);
                assertThat(read.readings()).isEqualTo(Readings.NONE);
                assertThat(read.photos()).isEmpty();
                assertThat(read.withIntake(now.intake())).isEqualTo(now);
            }
        }
    }

    private static void insert(Connection sql, String statement, String state) throws SQLException {
        try (PreparedStatement insert = sql.prepareStatement(statement)) {
            insert.setString(1, state);
            insert.executeUpdate();
        }
    }
}
