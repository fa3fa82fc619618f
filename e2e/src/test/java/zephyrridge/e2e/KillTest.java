package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.ApiClient;

/**
 * Writers at work on two applications with one database, while one of the three is killed at random and started again: every write that was
 * acknowledged is there afterwards, at both, and state and events are of one piece. Rounds: -Dzephyr.kills, 3 by default, one for each;
 * ./zephyr test-kill N runs more.
 */
@ExtendWith(Installation.Shared.class)
@Order(2)
@ResourceLock("installation")
class KillTest {
    private static final int WRITERS = 4;

    /** A change the server said yes to. */
    private record Acknowledged(long job, long version, String text) {}

    @Test
    void everyAcknowledgedWriteIsThere(Installation zephyr) throws Exception {
        int rounds = Integer.getInteger("zephyr.kills", 3);
        Random random = new Random(Long.getLong("zephyr.seed", 41L));
        Queue<Acknowledged> acknowledged = new ConcurrentLinkedQueue<>();
        AtomicInteger refused = new AtomicInteger();
        started(zephyr);
        try (Installation second = onTheDatabaseOf(zephyr)) {
            List<Installation> both = List.of(zephyr, second);
            for (int round = 0; round < rounds; round++) {
                both.forEach(KillTest::started);
                AtomicBoolean stop = new AtomicBoolean();
                List<Thread> writers = new ArrayList<>();
                for (int w = 0; w < WRITERS; w++) {
                    String name = "round " + round + " writer " + w;
                    String address = both.get(w % both.size()).address();
                    writers.add(new Thread(() -> write(address, name, stop, acknowledged, refused)));
                }
                writers.forEach(Thread::start);
                // In the middle of it: when all are writing, and some time later.
                int before = acknowledged.size();
                for (int waited = 0; acknowledged.size() < before + 40 && waited < 600; waited++) {
                    Thread.sleep(100);
                }
                Thread.sleep(random.nextInt(1000));
                switch (round % 3) {
                    case 0 -> zephyr.kill("Application");
                    case 1 -> second.kill("Application");
                    default -> zephyr.kill("Database");
                }
                Thread.sleep(300);
                stop.set(true);
                if (round % 3 == 2) {
                    // One of the two is ended with it, so that the start command mends both; the other one goes on
                    // without a start.
                    zephyr.kill("Application");
                    started(zephyr);
                }
                for (Thread writer : writers) {
                    writer.join();
                }
                both.forEach(KillTest::started);
                for (Installation each : both) {
                    check(each.address(), acknowledged);
                }
            }
        }
        assertThat(acknowledged.size())
                .as("enough writes for the kills to hit some")
                .isGreaterThan(rounds * 20);
        System.out.printf(
                "Kill test: %d kills (%d of the database), %d acknowledged writes, all there; %d not acknowledged%n",
                rounds, rounds / 3, acknowledged.size(), refused.get());
    }

    private static void started(Installation zephyr) {
        Installation.Said said = zephyr.zephyr("demo");
        assertThat(said.code()).as(said.text()).isZero();
    }

    private static Installation onTheDatabaseOf(Installation first) throws IOException {
        return new Installation(Map.of(
                "ZEPHYR_KEEP",
                "no",
                "ZEPHYR_DB_HOST",
                "127.0.0.1",
                "ZEPHYR_DB_PORT",
                String.valueOf(first.databasePort),
                "ZEPHYR_DB_PASSWORD",
                Files.readString(first.home.resolve("db/password"))));
    }

    private static void write(
            String address, String name, AtomicBoolean stop, Queue<Acknowledged> acknowledged, AtomicInteger refused) {
        try {
            ApiClient client = ApiClient.signedIn(address, "ilka");
            long job = client.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", name, "wish", ""))
                    .json()
                    .get("id")
                    .asLong();
            acknowledged.add(new Acknowledged(job, 1, ""));
            for (long version = 1; !stop.get(); version++) {
                String text = name + " change " + version;
                int status = client.changeAt(job, version, "AnswerIntake", Map.of("owner", name, "wish", text))
                        .status();
                if (status != 200) {
                    refused.incrementAndGet();
                    return;
                }
                acknowledged.add(new Acknowledged(job, version + 1, text));
            }
        } catch (RuntimeException e) {
            // The server went away in the middle: this write was not acknowledged.
            refused.incrementAndGet();
        }
    }

    private static void check(String address, Queue<Acknowledged> acknowledged) {
        ApiClient client = ApiClient.signedIn(address, "ilka");
        Map<Long, Acknowledged> last = new java.util.HashMap<>();
        acknowledged.forEach(a -> last.merge(a.job(), a, (x, y) -> x.version() > y.version() ? x : y));
        for (Acknowledged a : last.values()) {
            JsonNode job = client.get("/api/jobs/" + a.job()).json();
            long version = job.get("version").asLong();
            // One write may have been kept whose answer did not arrive any more.
            assertThat(version).as("job %d", a.job()).isBetween(a.version(), a.version() + 1);
            if (version == a.version()) {
                assertThat(job.at("/order/wish").asString()).isEqualTo(a.text());
            }
            JsonNode events = client.get("/api/jobs/" + a.job() + "/events").json();
            assertThat(events.size()).as("events of job %d", a.job()).isEqualTo((int) version);
        }
    }
}
