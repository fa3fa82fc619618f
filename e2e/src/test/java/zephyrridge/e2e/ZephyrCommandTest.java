package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.ApiClient;

/** The start command, used as a person does. */
@ExtendWith({Browser.class, Installation.Shared.class})
@Order(1)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@ResourceLock("installation")
class ZephyrCommandTest {
    /**
     * Empty for the first test, with the demo's data from then on; every test asks for a start, which is no more than a look where it
     * runs already.
     */
    private static Installation zephyr;

    @BeforeAll
    static void install(Installation demo) {
        zephyr = demo;
    }

    private static ApiClient ilka() {
        return ApiClient.signedIn(zephyr.address(), "ilka");
    }

    /** An empty installation asks for its first lead, then leads to the first machine and the first job; the demo is apart from it. */
    @Test
    @Order(1)
    void theFirstUseLeadsToTheFirstJob(Browser.Running browser) throws Exception {
        Installation.Said said = zephyr.zephyr("start");
        assertThat(said.code()).as(said.text()).isZero();
        String code = said.text().replaceAll("(?s).*set-up code: (\\S+).*", "$1");
        Technician t = new Technician(browser.newPage(zephyr.address()));
        sees(t.heading("A new workshop"));
        t.page.getByLabel("Set-up code").fill("wrong");
        t.page.getByLabel("Name").fill("Sedge");
        t.page.getByLabel("Login").fill("sedge");
        t.page.getByLabel("Password").fill("rain-over-the-moor");
        t.button("Open the workshop").click();
        sees(t.alert("not the set-up code").first());
        t.page.getByLabel("Set-up code").fill(code);
        t.button("Open the workshop").click();
        sees(t.heading("Bench"));
        t.page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Describe the first machine"))
                .click();
        t.page.getByLabel("Maker", new Page.GetByLabelOptions().setExact(true)).fill("Quarrow");
        t.page.getByLabel("Model").fill("Tor 12");
        t.button("Make the record").click();
        sees(t.heading("Quarrow Tor 12"));
        t.page.navigate("/jobs");
        t.takeIn("Quarrow Tor 12", "Valley library", "A second program at once");
        sees(t.page.getByText("#1 Quarrow Tor 12"));
        assertThat(t.complaints).isEmpty();
        // The same code makes no second lead, and the demo does not start over the workshop's data.
        assertThat(new ApiClient(zephyr.address())
                        .get("/api/session")
                        .json()
                        .get("setUp")
                        .asBoolean())
                .isFalse();
        assertThat(zephyr.zephyr("start").text()).contains("runs already").doesNotContain("set-up code");
        assertThat(zephyr.zephyr("demo").text()).contains("runs with the data of the workshop");
        Path file = zephyr.home.resolve("workshop.sql.gz");
        assertThat(zephyr.zephyr("backup", file.toString()).text()).contains("All data of the workshop");
        zephyr.zephyr("stop");
        assertThat(zephyr.zephyr("demo").code()).isZero();
        assertThat(ilka().get("/api/jobs").body()).doesNotContain("Tor 12").contains("Dairy office");
        // A backup knows whose data it holds: it replaces no other's, and what runs goes on.
        Installation.Said wrong = zephyr.zephyr("restore", file.toString());
        assertThat(wrong.code()).isNotZero();
        assertThat(wrong.text()).contains("holds the data of the workshop").contains("Nothing was changed");
        assertThat(ilka().get("/api/jobs").body()).contains("Dairy office");
        // A demo made afresh has its stories and nothing else; the workshop's data stay.
        long id = ilka().post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Gone", "wish", ""))
                .json()
                .get("id")
                .asLong();
        assertThat(zephyr.zephyr("reset-demo").code()).isZero();
        assertThat(ilka().get("/api/jobs/" + id).status()).isEqualTo(404);
        assertThat(ilka().get("/api/jobs").body()).contains("Dairy office");
        try (Connection sql = database("zephyr");
                Statement s = sql.createStatement();
                ResultSet kept = s.executeQuery("SELECT COUNT(*) FROM job")) {
            kept.next();
            assertThat(kept.getInt(1)).isOne();
        }
        assertThat(zephyr.zephyr("stop").text()).contains("All stopped");
        assertThat(zephyr.zephyr("stop").code()).isZero();
    }

    @Test
    void startsStopsAndMendsWhatACrashLeaves() throws Exception {
        Installation.Said first = zephyr.zephyr("demo");
        assertThat(first.code()).as(first.text()).isZero();
        assertThat(first.text()).contains(zephyr.address());
        // What makes the next start a short one is made beside the first; where that failed it is said.
        assertThat(first.text()).doesNotContain("could not be archived");
        for (int i = 0; i < 600 && !Files.exists(Path.of("../server/target/app/classes.jsa")); i++) {
            Thread.sleep(500);
        }
        assertThat(Path.of("../server/target/app/classes.jsa")).exists();
        assertThat(zephyr.zephyr("demo").text()).contains("runs already");
        JsonNode job = ilka().post(
                        "/api/jobs",
                        Map.of("machineId", "skerrow-tern-16", "owner", "Kept through a crash", "wish", ""))
                .json();
        long id = job.get("id").asLong();

        zephyr.kill("Application");
        zephyr.kill("Database");
        assertThat(zephyr.zephyr("status").text())
                .contains("Application: does not run")
                .contains("Database:    does not run");
        Installation.Said again = zephyr.zephyr("demo");
        assertThat(again.code()).as(again.text()).isZero();
        assertThat(ilka().get("/api/jobs/" + id).json().at("/order/owner").asString())
                .isEqualTo("Kept through a crash");
    }

    /** What comes back from a backup is what went in, row by row. */
    @Test
    void restoresWhatWasBackedUp() throws Exception {
        assertThat(zephyr.zephyr("demo").code()).isZero();
        Path file = zephyr.home.resolve("demo.sql.gz");
        long kept = ilka().post(
                        "/api/jobs",
                        Map.of(
                                "machineId",
                                "skerrow-tern-16",
                                "owner",
                                "Gorse \u2019n heather, \ud83c\udf3f",
                                "wish",
                                "'; quotes \" and\nlines"))
                .json()
                .get("id")
                .asLong();
        String before = ilka().get("/api/jobs/" + kept + "/export").body();
        String list = ilka().get("/api/jobs").body();
        Installation.Said backup = zephyr.zephyr("backup", file.toString());
        assertThat(backup.code()).as(backup.text()).isZero();
        assertThat(Files.size(file)).isGreaterThan(1000);
        assertThat(Files.getPosixFilePermissions(file))
                .containsExactlyInAnyOrder(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
        assertThat(zephyr.zephyr("backup", file.toString()).text()).contains("exists already");

        long lost = ilka().post(
                        "/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "After the backup", "wish", ""))
                .json()
                .get("id")
                .asLong();
        // What is no backup changes nothing, and stops nothing.
        Path broken = zephyr.home.resolve("broken.sql.gz");
        try (OutputStream out = new GZIPOutputStream(Files.newOutputStream(broken))) {
            out.write(Files.readAllBytes(file), 0, 100);
        }
        Installation.Said refused = zephyr.zephyr("restore", broken.toString());
        assertThat(refused.code()).isNotZero();
        assertThat(refused.text()).contains("what runs goes on");
        assertThat(ilka().get("/api/jobs/" + lost).status()).isEqualTo(200);
        Installation.Said restore = zephyr.zephyr("restore", file.toString());
        assertThat(restore.code()).as(restore.text()).isZero();
        assertThat(restore.text()).contains("runs again");
        assertThat(ilka().get("/api/jobs/" + lost).status()).isEqualTo(404);
        assertThat(ilka().get("/api/jobs/" + kept + "/export").body()).isEqualTo(before);
        assertThat(ilka().get("/api/jobs").body()).isEqualTo(list);
        assertThat(zephyr.zephyr("restore", zephyr.home.resolve("none").toString())
                        .text())
                .contains("no such file");
    }

    private static Connection database(String name) throws Exception {
        return DriverManager.getConnection(
                "jdbc:mariadb://127.0.0.1:" + zephyr.databasePort + "/" + name,
                "zephyr",
                Files.readString(zephyr.home.resolve("db/password")));
    }

    private void tables(String... statements) throws Exception {
        try (Connection sql = database("zephyr_demo");
                Statement s = sql.createStatement()) {
            for (String statement : statements) {
                s.execute(statement);
            }
        }
    }

    /** An older program on newer data says so and changes nothing; a newer one on older data keeps them first. */
    @Test
    void dataOfAnotherVersionAreLeftAloneOrKeptFirst() throws Exception {
        assertThat(zephyr.zephyr("demo").code()).isZero();
        String list = withoutOrders(ilka().get("/api/jobs").body());
        tables(
                "INSERT INTO flyway_schema_history VALUES (999, '999', 'of a newer one', 'SQL', 'V999__x.sql', 1, 'x', NOW(), 1, TRUE)");
        zephyr.kill("Application");
        Installation.Said refused = zephyr.zephyr("demo");
        assertThat(refused.code()).isNotZero();
        assertThat(refused.text()).contains("made by a newer Zephyr Ridge (tables of version 999; this one knows");
        assertThat(zephyr.zephyr("status").text()).contains("Application: does not run");
        // As the version before left it.
        tables(
                "DELETE FROM flyway_schema_history WHERE version IN ('999', '21', '20', '19', '18', '17', '16', '15', '14')",
                "DROP TABLE practice_shown",
                "DROP TABLE practice",
                "ALTER TABLE machine DROP COLUMN practice",
                "DROP TABLE purchase_pack",
                "DROP TABLE purchase",
                "DROP TABLE purchase_count",
                "ALTER TABLE job DROP FOREIGN KEY fk_job_room, DROP INDEX uq_job_room, DROP COLUMN room_id, DROP COLUMN room_place",
                "DROP TABLE room",
                "DROP TABLE job_contact",
                "ALTER TABLE job DROP COLUMN serial",
                "DROP TABLE layout_search",
                "DROP TABLE sheet_run",
                "DROP TABLE sign_in_try",
                "DROP TABLE sign_in_device",
                "DROP TABLE access_event",
                "ALTER TABLE account DROP COLUMN version",
                "CREATE TABLE sign_in_failure (login VARCHAR(64) NOT NULL PRIMARY KEY, failures INT NOT NULL, last_at DATETIME(3) NOT NULL)",
                "DROP TABLE job_word",
                "DROP INDEX ix_job_list ON job",
                "DROP INDEX ix_job_number ON job",
                "CREATE INDEX fk_job_machine ON job (machine_id)",
                "DROP INDEX ix_job_machine ON job");
        Installation.Said again = zephyr.zephyr("demo");
        assertThat(again.code()).as(again.text()).isZero();
        assertThat(again.text()).contains("go from version 13 to").contains("first all data are kept");
        try (Stream<Path> kept = Files.list(zephyr.home.resolve("before"))) {
            assertThat(kept.map(f -> f.getFileName().toString())).anyMatch(f -> f.startsWith("demo-tables-13-to-"));
        }
        assertThat(withoutOrders(ilka().get("/api/jobs").body())).isEqualTo(list);
    }

    /** A list of jobs without what follows from orders: the version before noted none. */
    private static String withoutOrders(String jobs) {
        return jobs.replaceAll("\"(waits|partsOn|returnUntil)\":\"[^\"]*\",?", "");
    }

    /** The server is killed while somebody types; when it is started again everything lands, and the database has it. */
    @Test
    void whatIsTypedWhileTheServerIsDeadLandsWhenItIsBack(Browser.Running browser) throws Exception {
        assertThat(zephyr.zephyr("demo").code()).isZero();
        Technician t = browser.signedIn(zephyr.address(), "ilka").takeIn("Skerrow Tern 16", "Dairy attic", "Faster");
        long id = Long.parseLong(t.page.url().replaceAll(".*/jobs/(\\d+).*", "$1"));
        zephyr.kill("Application");
        t.page.getByLabel("Condition, as it came").fill("Typed while nobody answered");
        t.page.getByLabel("Condition, as it came").blur();
        t.page.getByRole(AriaRole.RADIOGROUP, new Page.GetByRoleOptions().setName("Battery"))
                .getByText("Worn")
                .click();
        t.page.getByLabel("Total in the firmware").fill("16 GB");
        t.page.getByLabel("Total in the firmware").blur();
        sees(t.page.getByText("3 changes wait"));
        assertThat(zephyr.zephyr("demo").code()).isZero();
        // Nobody touches the page: it asks again by itself, every eight seconds at the most.
        assertThat(t.page.getByText(Pattern.compile("^all kept, "))).isVisible();
        JsonNode job = ilka().get("/api/jobs/" + id + "/export").json().at("/unit");
        assertThat(job.at("/intake/condition").asString()).isEqualTo("Typed while nobody answered");
        assertThat(job.at("/intake/battery").asString()).isEqualTo("WORN");
        assertThat(job.at("/before/firmwareTotal").asString()).isEqualTo("16 GiB");
    }

    @Test
    void aTakenPortIsSaidWithWhatToDo() throws Exception {
        try (Installation fresh = new Installation();
                ServerSocket other = new ServerSocket(fresh.databasePort, 1, InetAddress.getLoopbackAddress())) {
            Installation.Said said = fresh.zephyr("demo");
            assertThat(said.code()).isNotZero();
            assertThat(said.text())
                    .contains("port " + other.getLocalPort() + " is taken")
                    .contains("ZEPHYR_DB_PORT");
        }
    }

    @Test
    void anUnknownCommandShowsTheKnownOnes() {
        Installation.Said said = zephyr.zephyr("dance");
        assertThat(said.code()).isNotZero();
        assertThat(said.text()).contains("unknown command: dance").contains("./zephyr demo");
        assertThat(zephyr.zephyr("--help").code()).isZero();
    }
}
