package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.ShelfSteps.job;
import static zephyrridge.server.ShelfSteps.list;
import static zephyrridge.server.ShelfSteps.module;
import static zephyrridge.server.ShelfSteps.said;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.survey.Dumps;
import zephyrridge.server.db.Tables;

/** The drawer and suppliers' sheets, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
@Isolated
class ShelfHttpTest {
    /** Two jobs choose the same module at once: one has it, the other is told which job. */
    @Test
    void twoJobsNeverReserveTheSameModule(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String tag = "R-900";
        ok(client.post("/api/drawer", module(tag, "8GB 1Rx8 PC4-2666V-SA1-11", 1)));
        List<Long> jobs = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            jobs.add(job(client, "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b"));
        }
        ExecutorService pool = Executors.newFixedThreadPool(6);
        int landed = 0;
        try {
            List<Future<ApiClient.Answer>> answers = new ArrayList<>();
            for (long id : jobs) {
                Map<String, Object> adopt = Map.of(
                        "name",
                        "from the drawer",
                        "pieces",
                        List.of(Map.of("position", "socket-b", "tag", tag)),
                        "packs",
                        List.of(),
                        "choose",
                        true);
                answers.add(pool.submit(() -> client.change(id, "AdoptLayout", adopt)));
            }
            for (Future<ApiClient.Answer> a : answers) {
                landed += a.get().status() == 200 ? 1 : 0;
                assertThat(a.get().status()).as(a.get().body()).isIn(200, 409, 422);
            }
        } finally {
            pool.shutdownNow();
        }
        assertThat(landed).isEqualTo(1);
        assertThat(server.bean(DSLContext.class)
                        .select(Tables.DRAWER_MODULE.JOB_ID)
                        .from(Tables.DRAWER_MODULE)
                        .where(Tables.DRAWER_MODULE.TAG.eq(tag))
                        .fetchOne()
                        .value1())
                .isIn(jobs);
    }

    @Test
    void theDrawerIsSearchedAndFilled(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        assertThat(ok(client.post("/api/drawer", module("S-098", "16GB 2Rx8 PC4-2666V-SE1-11", 3)))
                        .toString())
                .isEqualTo("[\"S-098\",\"S-099\",\"S-100\"]");
        JsonNode found = ok(client.get("/api/drawer?text=s-0+16gb"));
        assertThat(found.get("total").asInt()).isEqualTo(2);
        assertThat(found.at("/modules/0/pairs").toString()).contains("S-099");
        assertThat(ok(client.get("/api/drawer?text=16")).get("total").asInt()).isGreaterThan(10);
        // What is suspected is in the drawer and is proposed to nobody.
        var drawer = server.bean(zephyrridge.server.drawer.Drawer.class);
        var ddr4 = zephyrridge.core.module.MemoryGeneration.DDR4;
        assertThat(drawer.free(ddr4)).extracting(m -> m.tag()).contains("S-100");
        ok(client.put("/api/drawer/S-100", said(client, "S-100", Map.of("tested", "SUSPECT"))));
        assertThat(drawer.free(ddr4)).extracting(m -> m.tag()).doesNotContain("S-100");
        assertThat(client.post("/api/drawer", module("S-099", "16GB 2Rx8 PC4-2666V-SE1-11", 1))
                        .status())
                .isEqualTo(409);
        assertThat(client.post("/api/drawer", module("S-200", "a module", 1)).status())
                .isEqualTo(422);
        assertThat(client.post("/api/drawer", module("S-x", "16GB 2Rx8 PC4-2666V-SE1-11", 2))
                        .status())
                .isEqualTo(422);
        ok(client.put(
                "/api/drawer/S-099",
                said(client, "S-099", Map.of("tested", "SUSPECT", "bin", "Z9", "note", "one error in a night"))));
        assertThat(ok(client.get("/api/drawer?state=SUSPECT&text=z9"))
                        .at("/modules/0/tag")
                        .asString())
                .isEqualTo("S-099");
    }

    /** A list is looked over first; what is wrong with a line is told, and the others go in by a word. */
    @Test
    void aListIsLookedOverBeforeItGoesIn(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        ok(client.post("/api/drawer", module("L-099", "16GB 2Rx8 PC4-2666V-SE1-11", 1)));
        byte[] list = ("tag,label,bin\nL-300,8GB 1Rx8 PC4-2666V-SA1-11,C1\nL-301,nothing,C1\n"
                        + "L-099,8GB 1Rx8 PC4-2666V-SA1-11,C1\nL-300,8GB 1Rx8 PC4-2666V-SA1-11,C1\n")
                .getBytes(StandardCharsets.UTF_8);
        JsonNode looked = ok(client.upload("/api/drawer/csv", "text/csv", list));
        assertThat(looked.get("into").asInt()).isEqualTo(1);
        assertThat(looked.get("badLines").asInt()).isEqualTo(3);
        assertThat(looked.get("bad").toString()).contains("Line 3", "Line 4", "Line 5", "L-300 twice");
        assertThat(ok(client.get("/api/drawer?text=L-300")).get("total").asInt())
                .as("looking puts nothing in")
                .isZero();
        assertThat(ok(client.upload("/api/drawer/csv?counts=true", "text/csv", list))
                        .get("goes")
                        .toString())
                .contains("L-300");
        assertThat(ok(client.get("/api/drawer?text=L-300")).get("total").asInt())
                .isEqualTo(1);

        // All of it comes out again at once, as long as nothing was said of it since.
        byte[] two = "tag,label\nL-310,8GB 1Rx8 PC4-2666V-SA1-11\nL-311,8GB 1Rx8 PC4-2666V-SA1-11\n"
                .getBytes(StandardCharsets.UTF_8);
        JsonNode went = ok(client.upload("/api/drawer/csv?counts=true", "text/csv", two));
        assertThat(went.get("tags")).hasSize(2);
        Map<String, Object> out = Map.of("tags", went.get("tags"), "reason", "the wrong list");
        ok(client.put("/api/drawer/out", out));
        assertThat(ok(client.get("/api/drawer?text=L-31")).get("total").asInt()).isZero();
        ApiClient.Answer again = client.put("/api/drawer/out", out);
        assertThat(again.status()).isEqualTo(409);
        assertThat(again.json().get("detail").asString()).contains("L-31", "Nothing was taken out");

        // Headings of another language and order are said once; without a column of tags the next numbers are given.
        byte[] other = "Platz;Was es ist\nC2;8GB 1Rx8 PC4-2666V-SA1-11\nC3;8GB 1Rx8 PC4-2666V-SA1-11\n"
                .getBytes(StandardCharsets.UTF_8);
        ApiClient.Answer which = client.upload("/api/drawer/csv", "text/csv", other);
        assertThat(which.status()).isEqualTo(422);
        assertThat(which.json().get("headings").toString()).isEqualTo("[\"Platz\",\"Was es ist\"]");
        assertThat(client.upload("/api/drawer/csv?column=SHAPE=Platz", "text/csv", other)
                        .status())
                .isEqualTo(422);
        String next = ok(client.get("/api/drawer/next-tag")).get("tag").asString();
        assertThat(next).matches("D-\\d{3,}");
        JsonNode goes = ok(client.upload(
                "/api/drawer/csv?counts=true&column=LABEL=Was%20es%20ist&column=BIN=Platz", "text/csv", other));
        assertThat(goes.get("into").asInt()).isEqualTo(2);
        assertThat(goes.get("goes").get(0).asString()).startsWith(next + ":");
        assertThat(ok(client.get("/api/drawer?text=" + next))
                        .at("/modules/0/bin")
                        .asString())
                .isEqualTo("C2");
    }

    /** What is said of a module is said on top of what was seen, with who and when; one that is gone is offered to nobody. */
    @Test
    void aModuleIsCorrectedAndTakenOut(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String line = "8GB 1Rx8 PC4-2666V-SA1-11";
        ok(client.post("/api/drawer", module("C-500", line, 1)));
        Map<String, Object> right =
                said(client, "C-500", Map.of("labelLine", "16GB 2Rx8 PC4-2666V-SE1-11", "serial", "77AB", "bin", "Q7"));
        ok(client.put("/api/drawer/C-500", right));
        assertThat(client.put("/api/drawer/C-500", right).status())
                .as("what was seen is no longer so")
                .isEqualTo(409);
        assertThat(ok(client.get("/api/drawer?text=q7+16gb+77ab")).get("total").asInt())
                .isEqualTo(1);
        assertThat(client.put("/api/drawer/C-500", said(client, "C-500", Map.of("labelLine", "a module")))
                        .status())
                .isEqualTo(422);
        assertThat(list(ok(client.get("/api/drawer/C-500/changes"))).stream()
                        .map(c -> c.get("what").asString()))
                .containsExactlyInAnyOrder(
                        "label: " + line + ", now 16GB 2Rx8 PC4-2666V-SE1-11",
                        "serial: nothing, now 77AB",
                        "bin: nothing, now Q7");

        ok(client.put("/api/drawer/C-500/out", Map.of("expectedVersion", 2, "reason", "sold over the counter")));
        assertThat(ok(client.get("/api/drawer?text=C-500")).get("total").asInt())
                .isZero();
        assertThat(ok(client.get("/api/drawer?text=C-500&gone=true"))
                        .get("total")
                        .asInt())
                .isEqualTo(1);
        long id = job(client, "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        Map<String, Object> take = Map.of("tag", "C-500");
        assertThat(client.change(id, "TakeFromDrawer", take).body()).contains("MODULE_GONE");
        assertThat(client.post("/api/drawer", module("C-500", line, 1)).status())
                .as("its tag is not given again")
                .isEqualTo(409);
        ok(client.put("/api/drawer/C-500/back", Map.of("expectedVersion", 3)));
        Map<String, Object> fits = Map.of("position", "socket-b", "tag", "C-500");
        ok(client.change(
                id, "AdoptLayout", Map.of("name", "two", "pieces", List.of(fits), "packs", List.of(), "choose", true)));
        assertThat(client.put("/api/drawer/C-500/out", Map.of("expectedVersion", 4, "reason", "lost"))
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("MODULE_HELD");
        assertThat(client.put("/api/drawer/C-500", said(client, "C-500", Map.of("labelLine", line)))
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("MODULE_HELD");
        ok(client.put("/api/drawer/C-500", said(client, "C-500", Map.of("bin", "on the bench"))));
        assertThat(ok(client.get("/api/drawer/C-500/changes"))
                        .get(2)
                        .get("what")
                        .asString())
                .isEqualTo("taken out for good: sold over the counter");
    }

    /** A sheet replaces the one before; bad lines are told; what is cancelled leaves the old one. */
    @Test
    void aSheetReplacesTheOneBefore(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        JsonNode all = ok(client.post(
                "/api/suppliers", Map.of("name", "Heather Lane Boards", "leadDays", 3, "restockingPermille", 0)));
        long id = list(all).stream()
                .filter(s -> s.get("name").asString().startsWith("Heather"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        String sheet = "What,Costs\n2x8GB 1Rx8 PC4-2666V-SA1-11,59.90\n\"16GB 2Rx8 PC4-2666V-SE1-11\",41.00\nodd,1\n";
        ApiClient.Answer unknown = sheet(client, id, sheet);
        assertThat(unknown.status()).isEqualTo(422);
        assertThat(unknown.json().get("headings").toString()).isEqualTo("[\"What\",\"Costs\"]");
        ok(client.put(
                "/api/suppliers/" + id,
                Map.of(
                        "leadDays",
                        3,
                        "restockingPermille",
                        0,
                        "mapping",
                        Map.of("WORDING", "What", "PRICE", "Costs"))));
        for (int i = 0; i < 2; i++) {
            JsonNode done =
                    finished(client, ok(sheet(client, id, sheet)).get("id").asLong());
            // The first counts at once; another one tells what it would change, and waits for a word.
            assertThat(done.get("state").asString()).isEqualTo(i == 0 ? "DONE" : "READ");
            assertThat(done.get("landed").asInt()).isEqualTo(2);
            assertThat(done.at("/bad/0/no").asInt()).isEqualTo(4);
            if (i == 1) {
                assertThat(done.at("/change/kept").asInt()).isEqualTo(2);
                ok(client.post("/api/sheets/" + done.get("id").asLong() + "/count", ""));
            }
        }
        JsonNode offers = ok(client.get("/api/suppliers/" + id + "/offers"));
        assertThat(offers.size()).isEqualTo(2);
        assertThat(offers.at("/0/pieces").asInt()).isEqualTo(2);
        StringBuilder large = new StringBuilder("What,Costs\n");
        for (int i = 0; i < 100_000; i++) {
            large.append("16GB 2Rx8 PC4-2666V-SE1-11,").append(30 + i % 9).append('\n');
        }
        JsonNode begun = ok(sheet(client, id, large.toString()));
        assertThat(begun.get("lines").asInt()).isEqualTo(100_000);
        ok(client.delete("/api/sheets/" + begun.get("id").asLong()));
        assertThat(finished(client, begun.get("id").asLong()).get("state").asString())
                .isEqualTo("CANCELLED");
        assertThat(ok(client.get("/api/suppliers/" + id + "/offers")).size()).isEqualTo(2);
        assertThat(sheet(client, id, "What;Costs\n\"a").status()).isEqualTo(422);
    }

    /** What would change is told before it counts; nothing is replaced by nothing; and the sheet before comes back. */
    @Test
    void aSheetCountsByAWordAndComesBack(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = list(ok(client.post(
                        "/api/suppliers", Map.of("name", "Gorse Bank Spares", "leadDays", 3, "restockingPermille", 0))))
                .stream()
                .filter(s -> s.get("name").asString().startsWith("Gorse"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        String head = "Article,Price\n";
        String eight = "8GB 1Rx8 PC4-2666V-SA1-11,";
        String sixteen = "16GB 2Rx8 PC4-2666V-SE1-11,";
        finished(
                client,
                ok(sheet(client, id, head + eight + "20.00\n" + sixteen + "41.00\n"))
                        .get("id")
                        .asLong());
        assertThat(client.post("/api/suppliers/" + id + "/sheet-before", "").status())
                .isEqualTo(422);

        // A sheet in which nothing can be read.
        JsonNode nothing = finished(
                client,
                ok(sheet(client, id, head + "a chair,9\nodd,1\n")).get("id").asLong());
        assertThat(nothing.get("state").asString()).isEqualTo("NOTHING");
        assertThat(nothing.get("badLines").asInt()).isEqualTo(2);
        assertThat(prices(client, id)).containsExactly("20.00", "41.00");
        assertThat(client.post("/api/sheets/" + nothing.get("id").asLong() + "/count", "")
                        .status())
                .isEqualTo(422);

        String second = head + eight + "22.50\n" + "4GB 1Rx8 PC4-2666V-SA1-11,11.00\n";
        JsonNode read = finished(client, ok(sheet(client, id, second)).get("id").asLong());
        assertThat(read.get("state").asString()).isEqualTo("READ");
        assertThat(read.get("change").toString())
                .isEqualTo("{\"fresh\":1,\"kept\":0,\"dearer\":1,\"cheaper\":0,\"gone\":1}");
        assertThat(prices(client, id)).containsExactly("20.00", "41.00");
        // Given up, it leaves no trace; read again, it counts by a word, and once.
        assertThat(ok(client.delete("/api/sheets/" + read.get("id").asLong()))
                        .get("state")
                        .asString())
                .isEqualTo("CANCELLED");
        assertThat(client.post("/api/sheets/" + read.get("id").asLong() + "/count", "")
                        .status())
                .isEqualTo(422);
        long again = ok(sheet(client, id, second)).get("id").asLong();
        finished(client, again);
        for (int i = 0; i < 2; i++) {
            assertThat(ok(client.post("/api/sheets/" + again + "/count", ""))
                            .get("state")
                            .asString())
                    .isEqualTo("DONE");
        }
        assertThat(prices(client, id)).containsExactly("22.50", "11.00");

        ok(client.post("/api/suppliers/" + id + "/sheet-before", ""));
        assertThat(prices(client, id)).containsExactly("20.00", "41.00");
        // Another one came to count while this one waited, and took its lines along.
        long waits = ok(sheet(client, id, second)).get("id").asLong();
        finished(client, waits);
        server.bean(zephyrridge.server.supplier.Sheets.class).loadNow(id, head + eight + "25.00\n", "wren");
        assertThat(client.post("/api/sheets/" + waits + "/count", "").status()).isEqualTo(422);
        assertThat(prices(client, id)).containsExactly("25.00");
        ok(client.post("/api/suppliers/" + id + "/sheet-before", ""));
        assertThat(prices(client, id)).containsExactly("20.00", "41.00");
        // The sample that the page hands out is one that lands whole.
        ApiClient.Answer sample = client.get("/sheet-sample.csv");
        assertThat(sample.status()).isEqualTo(200);
        JsonNode landed =
                finished(client, ok(sheet(client, id, sample.body())).get("id").asLong());
        assertThat(landed.get("landed").asInt()).isEqualTo(4);
        assertThat(landed.get("badLines").asInt()).isZero();
        ok(client.delete("/api/sheets/" + landed.get("id").asLong()));
        ok(client.post("/api/suppliers/" + id + "/sheet-before", ""));
        assertThat(prices(client, id)).containsExactly("25.00");
    }

    private static List<String> prices(ApiClient client, long supplier) {
        return list(ok(client.get("/api/suppliers/" + supplier + "/offers"))).stream()
                .map(o -> o.get("price").asString())
                .toList();
    }

    private static ApiClient.Answer sheet(ApiClient client, long supplier, String csv) {
        return client.upload("/api/suppliers/" + supplier + "/sheet", "text/csv", csv.getBytes(StandardCharsets.UTF_8));
    }

    private static JsonNode finished(ApiClient client, long run) throws InterruptedException {
        for (int i = 0; i < 6000; i++) {
            JsonNode p = ok(client.get("/api/sheets/" + run));
            if (!p.get("state").asString().equals("RUNNING")) {
                return p;
            }
            Thread.sleep(50);
        }
        throw new AssertionError("the sheet is still running");
    }

    /** A module known by its chip fills the form: what it is, whose, part and serial; what is no chip is refused. */
    @Test
    void aChipFillsTheDrawersForm(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        byte[] image = Dumps.spd(
                LabelParser.parse("16GB 2Rx8 PC4-3200AA-SE1-12").spec().orElseThrow(),
                new Dumps.Marking("Tindle", Optional.of(new Jep106(101, 0x1A)), "TD416G28-K320", "0A1B2C3D"));
        JsonNode read = ok(ilka.upload("/api/drawer/chip", "application/octet-stream", image));
        assertThat(read.get("labelLine").asString()).isEqualTo("16GB 2Rx8 DDR4-3200 SO-DIMM");
        assertThat(read.get("maker").asString()).isEqualTo("Tindle");
        assertThat(read.get("partNumber").asString()).isEqualTo("TD416G28-K320");
        assertThat(read.get("serial").asString()).isEqualTo("0A1B2C3D");
        assertThat(read.get("sound").asBoolean()).isTrue();
        image[20] ^= 1;
        assertThat(ok(ilka.upload("/api/drawer/chip", "application/octet-stream", image))
                        .get("sound")
                        .asBoolean())
                .isFalse();
        Map<String, Object> module =
                new HashMap<>(module("CHIP-1", read.get("labelLine").asString(), 1));
        ok(ilka.post("/api/drawer", module));
        assertThat(ilka.upload("/api/drawer/chip", "application/octet-stream", new byte[] {1, 2, 3})
                        .status())
                .isEqualTo(422);
    }
}
