package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.ShelfSteps.list;
import static zephyrridge.server.ShelfSteps.row;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** R-8.13: what decided layouts need of suppliers, ordered, come and given to jobs, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class PurchasesHttpTest {
    private static final String EIGHT = "8GB 1Rx16 PC5-4800B-SC0-1010-XT";
    private static final String SIXTEEN = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";

    /** A job that is to get so many modules of a supplier's that no other test buys of, at 25.00 each. */
    private static long waiting(ApiClient client, String supplier, String promised, int modules) {
        long id = ShelfSteps.job(client, "skerrow-tern-16", EIGHT, "socket-a");
        List<String> keys = new ArrayList<>();
        for (String socket : List.of("socket-a", "socket-b").subList(0, modules)) {
            JsonNode all = ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", SIXTEEN)))
                    .get("modules");
            String key = all.get(all.size() - 1).get("key").asString();
            keys.add(key);
            ok(client.change(id, "PlanModule", Map.of("position", socket, "key", key)));
        }
        ok(client.change(
                id, "SayWhence", Map.of("keys", keys, "price", "25.00", "supplier", supplier, "day", "2031-05-19")));
        ok(client.change(id, "NoteOrder", Map.of("promised", promised)));
        ok(client.change(id, "ChoosePlan", Map.of("chosen", true)));
        return id;
    }

    private static JsonNode look(ApiClient client) {
        return ok(client.get("/api/purchases"));
    }

    private static JsonNode toOrder(JsonNode purchases, String supplier) {
        return list(purchases.get("toOrder")).stream()
                .filter(o -> o.get("supplier").asString().equals(supplier))
                .findFirst()
                .orElse(null);
    }

    private static List<JsonNode> packs(JsonNode purchases, String where, String supplier) {
        return list(purchases.get(where)).stream()
                .filter(p -> p.get("supplier").asString().equals(supplier))
                .toList();
    }

    /** Orders all that is to be ordered of a supplier, as it is now. */
    static JsonNode order(ApiClient client, String supplier) {
        return ok(client.post("/api/purchases", placed(toOrder(look(client), supplier), "R-1")));
    }

    private static Map<String, Object> placed(JsonNode order, String reference) {
        return Map.of(
                "supplier",
                order.get("supplier").asString(),
                "stamp",
                order.get("stamp").asString(),
                "reference",
                reference);
    }

    private static ApiClient.Answer step(ApiClient client, JsonNode pack, String to) {
        return client.post(
                "/api/purchases/packs/" + pack.get("id").asLong(),
                Map.of("from", pack.get("state").asString(), "to", to));
    }

    @Test
    void whatIsDecidedOnIsOrderedComesAndGoesToWhoIsPromisedFirst(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String supplier = "Tarn & Sons";
        long late = waiting(client, supplier, "2031-05-30", 1);
        long soon = waiting(client, supplier, "2031-05-21", 2);
        JsonNode order = toOrder(look(client), supplier);
        assertThat(order.at("/lines/0/packs").asInt()).isEqualTo(3);
        assertThat(order.at("/lines/0/jobs/0/job").asLong())
                .as("promised first")
                .isEqualTo(soon);
        assertThat(order.get("total").asString()).isEqualTo("75.00");
        assertThat(order.get("first").asString()).isEqualTo("2031-05-21");
        assertThat(row(client, soon).get("waits").asString()).isEqualTo("ORDER");
        String of = "?supplier=" + URLEncoder.encode(supplier, StandardCharsets.UTF_8);
        try (var csv = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new java.io.StringReader(
                        client.get("/api/purchases/order.csv" + of).body()))) {
            List<CSVRecord> lines = csv.getRecords();
            assertThat(lines).hasSize(1);
            assertThat(lines.get(0).get("item")).isEqualTo(SIXTEEN);
            assertThat(lines.get(0).get("packs")).isEqualTo("3");
            assertThat(lines.get(0).get("price")).isEqualTo("75.00");
        }
        try (var pdf = Loader.loadPDF(client.getBytes("/api/purchases/order.pdf" + of))) {
            assertThat(new PDFTextStripper().getText(pdf))
                    .contains("To Tarn & Sons", "75.00", "#" + soon + ", #" + late);
        }
        JsonNode ordered = ok(client.post("/api/purchases", placed(order, "TS-77")));
        assertThat(toOrder(ordered, supplier)).isNull();
        List<JsonNode> onTheWay = packs(ordered, "onTheWay", supplier);
        assertThat(onTheWay)
                .hasSize(3)
                .allMatch(p -> p.get("reference").asString().equals("TS-77"));
        assertThat(row(client, late).get("waits").asString()).isEqualTo("PARTS");
        assertThat(row(client, late).get("partsOn").asString()).isEqualTo("2031-05-19");
        assertThat(client.post("/api/purchases", placed(order, "TS-77")).status())
                .as("the same is not ordered twice")
                .isEqualTo(409);

        // The pack of the later one comes first: it goes to the earlier, and the later one waits for that one's.
        JsonNode ofLate = onTheWay.stream()
                .filter(p -> p.at("/job/job").asLong() == late)
                .findFirst()
                .orElseThrow();
        JsonNode came = ok(step(client, ofLate, "HERE"));
        assertThat(came.get("job").asLong()).isEqualTo(soon);
        assertThat(step(client, ofLate, "HERE").status()).as("noted already").isEqualTo(409);
        assertThat(row(client, soon).get("waits").asString()).as("one of two").isEqualTo("PARTS");
        JsonNode second = packs(came.get("purchases"), "onTheWay", supplier).get(0);
        JsonNode both = ok(step(client, second, "HERE"));
        assertThat(both.get("job").asLong()).isEqualTo(soon);
        assertThat(row(client, soon).get("waits").asString()).isEqualTo("US");
        assertThat(row(client, late).get("waits").asString()).isEqualTo("PARTS");

        // The earlier one's layout is taken back: one of its packs is the other's, the rest is nobody's and goes back.
        ok(client.change(soon, "ChoosePlan", Map.of("chosen", false)));
        JsonNode freed = look(client);
        assertThat(packs(freed, "here", supplier))
                .hasSize(1)
                .allMatch(p -> p.at("/job/job").asLong() == late);
        assertThat(row(client, late).get("waits").asString()).isEqualTo("US");
        List<JsonNode> over = packs(freed, "over", supplier);
        assertThat(over).extracting(p -> p.get("state").asString()).containsExactlyInAnyOrder("HERE", "ON_THE_WAY");
        for (JsonNode p : over) {
            ok(step(client, p, p.get("state").asString().equals("HERE") ? "SENT_BACK" : "CANCELLED"));
        }
        List<JsonNode> back = packs(look(client), "back", supplier);
        assertThat(back).hasSize(1);
        JsonNode credited = ok(step(client, back.get(0), "CREDITED")).get("purchases");
        assertThat(packs(credited, "back", supplier)).isEmpty();
        assertThat(packs(credited, "over", supplier)).isEmpty();
        assertThat(packs(credited, "here", supplier)).hasSize(1);
    }

    @Test
    void whatAJobNeedsNowIsOrderedAndNotWhatSomebodySawOfIt(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String supplier = "Late Look";
        long first = waiting(client, supplier, "2031-05-30", 1);
        JsonNode seen = toOrder(look(client), supplier);
        long second = waiting(client, supplier, "2031-05-29", 1);
        ApiClient.Answer refused = client.post("/api/purchases", placed(seen, ""));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.body()).contains("ORDER_CHANGED", "No order was noted");
        assertThat(packs(look(client), "onTheWay", supplier)).isEmpty();
        order(client, supplier);
        // A machine that its owner took home until its parts are here needs them like any other.
        ok(client.change(second, "NoteOrder", Map.of("away", "with its owner")));
        assertThat(row(client, second).get("waits").asString()).isEqualTo("OUTSIDE");
        assertThat(toOrder(look(client), supplier)).isNull();
        JsonNode pack = packs(look(client), "onTheWay", supplier).stream()
                .filter(p -> p.at("/job/job").asLong() == second)
                .findFirst()
                .orElseThrow();
        ok(step(client, pack, "CANCELLED"));
        assertThat(toOrder(look(client), supplier).at("/lines/0/jobs/0/job").asLong())
                .isEqualTo(second);
        assertThat(client.post(
                                "/api/purchases/packs/" + pack.get("id").asLong(),
                                Map.of("from", "CANCELLED", "to", "CREDITED"))
                        .status())
                .isEqualTo(422);
        assertThat(client.post("/api/purchases/packs/999999999", Map.of("from", "HERE", "to", "SENT_BACK"))
                        .status())
                .isEqualTo(404);
        // Ordered after all: it is told at once whose it is.
        JsonNode again = ok(client.post(
                "/api/purchases/packs/" + pack.get("id").asLong(), Map.of("from", "CANCELLED", "to", "ON_THE_WAY")));
        assertThat(again.get("job").asLong()).isEqualTo(second);
        assertThat(toOrder(again.get("purchases"), supplier)).isNull();
        assertThat(row(client, first).get("waits").asString()).isEqualTo("PARTS");
        ApiClient desk = ApiClient.signedIn(server, "desk");
        assertThat(desk.get("/api/purchases").status()).isEqualTo(200);
        assertThat(step(desk, pack, "ON_THE_WAY").status()).isEqualTo(403);
    }

    /** Several press "Ordered" and "It came" at once: each pack is ordered once and comes once. */
    @Test
    void pressedByAllAtOnceItIsOrderedOnce(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String supplier = "All At Once";
        waiting(client, supplier, "2031-05-30", 2);
        Map<String, Object> body = placed(toOrder(look(client), supplier), "");
        assertThat(atOnce(server, c -> c.post("/api/purchases", body).status())).containsOnlyOnce(200);
        List<JsonNode> packs = packs(look(client), "onTheWay", supplier);
        assertThat(packs).hasSize(2);
        assertThat(atOnce(server, c -> step(c, packs.get(0), "HERE").status())).containsOnlyOnce(200);
        assertThat(packs(look(client), "here", supplier)).hasSize(1);
    }

    private static List<Integer> atOnce(TestServer.Running server, java.util.function.Function<ApiClient, Integer> does)
            throws Exception {
        List<Callable<Integer>> calls = new ArrayList<>();
        for (String login : List.of("ilka", "wren", "ilka", "wren")) {
            ApiClient client = ApiClient.signedIn(server, login);
            calls.add(() -> does.apply(client));
        }
        ExecutorService pool = Executors.newFixedThreadPool(calls.size());
        try {
            List<Integer> answers = new ArrayList<>();
            for (var answer : pool.invokeAll(calls)) {
                answers.add(answer.get());
            }
            return answers;
        } finally {
            pool.shutdownNow();
        }
    }
}
