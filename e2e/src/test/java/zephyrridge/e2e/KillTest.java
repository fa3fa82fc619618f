package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;

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
 * Writers at work while application or database are killed at random and started again: every write that was acknowledged is
 * there afterwards, and state and events are of one piece. Rounds: -Dzephyr.kills, 2 by default; ./zephyr test-kill N runs more.
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
        int rounds = Integer.getInteger("zephyr.kills", 2);
        Random random = new Random(Long.getLong("zephyr.seed", 41L));
        Queue<Acknowledged> acknowledged = new ConcurrentLinkedQueue<>();
        AtomicInteger refused = new AtomicInteger();
        int databaseKills = 0;
        Installation.Said first = zephyr.zephyr("demo");
        assertThat(first.code()).as(first.text()).isZero();
        for (int round = 0; round < rounds; round++) {
            AtomicBoolean stop = new AtomicBoolean();
            List<Thread> writers = new ArrayList<>();
            for (int w = 0; w < WRITERS; w++) {
                String name = "round " + round + " writer " + w;
                writers.add(new Thread(() -> write(zephyr.address(), name, stop, acknowledged, refused)));
            }
            writers.forEach(Thread::start);
            // In the middle of it: when all are writing, and some time later.
            int before = acknowledged.size();
            for (int waited = 0; acknowledged.size() < before + 40 && waited < 600; waited++) {
                Thread.sleep(100);
            }
            Thread.sleep(random.nextInt(1000));
            boolean database = round % 2 == 1;
            databaseKills += database ? 1 : 0;
            zephyr.kill(database ? "Database" : "Application");
            Thread.sleep(300);
            stop.set(true);
            // After the database's death the application is ended too, and with it the writers that wait for a
            // connection: the
            // start command mends both.
            zephyr.kill("Application");
            for (Thread writer : writers) {
                writer.join();
            }
            Installation.Said again = zephyr.zephyr("demo");
            assertThat(again.code()).as(again.text()).isZero();
            check(zephyr.address(), acknowledged);
        }
        assertThat(acknowledged.size())
                .as("enough writes for the kills to hit some")
                .isGreaterThan(rounds * 20);
        System.out.printf(
                "Kill test: %d kills (%d of the database), %d acknowledged writes, all there; %d not acknowledged%n",
                rounds, databaseKills, acknowledged.size(), refused.get());
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
