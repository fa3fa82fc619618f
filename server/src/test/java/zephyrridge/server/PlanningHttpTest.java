package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.survey.Dumps;
import zephyrridge.server.db.Tables;

/** Limits, layouts to choose between, the drawer, suppliers' sheets and house rules, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
@Isolated
class PlanningHttpTest {
    private static long job(ApiClient client, String machine, String... labelAt) {
        long id = client.post("/api/jobs", Map.of("machineId", machine, "owner", "Dairy office", "wish", "more"))
                .json()
                .get("id")
                .asLong();
        for (int i = 0; i < labelAt.length; i += 2) {
            ok(client.change(
                    id, "AddModule", Map.of("origin", "FOUND", "label", labelAt[i], "position", labelAt[i + 1])));
        }
        return id;
    }

    private static JsonNode ok(ApiClient.Answer answer) {
        assertThat(answer.status()).as(answer.body()).isBetween(200, 299);
        return answer.body().isBlank() ? null : answer.json();
    }

    private static List<JsonNode> list(JsonNode array) {
        List<JsonNode> all = new ArrayList<>();
        array.forEach(all::add);
        return all;
    }

    /** Who does not wait gets the search, asks how far it is, and finds the same in the end; who reads only may stop one. */
    @Test
    void aSearchIsAThingOfItsOwn(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "desk");
        long id = job(ApiClient.signedIn(server, "ilka"), "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        JsonNode begun = ok(client.get("/api/jobs/" + id + "/options?patience=0"));
        assertThat(begun.at("/options").size()).isZero();
        assertThat(begun.at("/search/most").asLong()).isPositive();
        String search = "/api/searches/" + begun.at("/search/id").asLong();
        JsonNode done = ok(client.get(search + "?patience=5000"));
        while (done.hasNonNull("search")) {
            done = ok(client.get(search + "?patience=5000"));
        }
        assertThat(done.at("/exact").asBoolean()).isTrue();
        // What is over stays as it was, stopped or not, until the same person begins another one.
        assertThat(ok(client.delete(search))).isEqualTo(done);
        assertThat(ok(client.get("/api/jobs/" + id + "/options?patience=5000"))).isEqualTo(done);
        assertThat(client.get(search).status()).isEqualTo(404);
        assertThat(client.get("/api/searches/999999").status()).isEqualTo(404);
        assertThat(client.delete("/api/searches/999999").status()).isEqualTo(404);
    }

    /** From what was read to a chosen plan in one change: the card's own words are sent back. */
    @Test
    void aCardIsChosenInOneChange(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        JsonNode options = ok(client.get("/api/jobs/" + id + "/options"));
        assertThat(options.get("exact").asBoolean()).isTrue();
        List<JsonNode> cards = list(options.get("options"));
        JsonNode first = cards.get(0);
        assertThat(first.get("role").asString()).isEqualTo("RECOMMENDED");
        assertThat(first.get("against").asString()).isEmpty();
        assertThat(cards.stream().map(o -> o.get("name").asString()).toList()).doesNotHaveDuplicates();
        assertThat(cards.stream().map(o -> o.get("limitClass").asString()).toList())
                .contains("PROVEN_HERE");
        Map<String, Object> change = new HashMap<>();
        first.get("change").properties().forEach(e -> change.put(e.getKey(), e.getValue()));
        change.remove("type");
        change.put("choose", true);
        JsonNode chosen = ok(client.change(id, "AdoptLayout", change));
        assertThat(chosen.get("chosen").asBoolean()).isTrue();
        assertThat(chosen.at("/planned/installed").asString())
                .isEqualTo(first.get("installed").asString());
        assertThat(chosen.at("/alternatives/0/name").asString())
                .isEqualTo(first.get("name").asString());
        // What it is now is no worse than anything: why not this is answered with its figures.
        assertThat(ok(client.get("/api/jobs/" + id + "/why-not")).get("text").asString())
                .contains("GB/s");
    }

    @Test
    void whyNotNamesTheRuleOrWhatBeatsIt(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        String path = "/api/jobs/" + id;
        JsonNode typed =
                ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "16GB 2Rx8 PC4-3200AA-UB1-12")));
        ok(client.change(
                id,
                "PlanModule",
                Map.of("position", "socket-b", "key", typed.at("/modules/1/key").asString())));
        JsonNode stopped = ok(client.get(path + "/why-not"));
        assertThat(stopped.get("findings").findValuesAsString("code")).contains("FIT_FORM_FACTOR");
        JsonNode slow =
                ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "8GB 1Rx8 PC4-2400T-SA1-11")));
        String key = slow.get("modules").findValuesAsString("key").get(2);
        ok(client.change(id, "PlanModule", Map.of("position", "socket-b", "key", key)));
        String why = ok(client.get(path + "/why-not")).get("text").asString();
        assertThat(why).matches(".*(no worse in anything|is cheaper|can be had|Nothing).*");
    }

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
    void claimsAndTrialsChangeWhatIsSaid(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        long id = job(client, "brindlecombe-cairn", "8GB 1Rx8 PC4-3200AA-SA1-11", "lower");
        JsonNode typed =
                ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "32GB 2Rx8 PC4-3200AA-SE1-12")));
        JsonNode planned = ok(client.change(
                id,
                "PlanModule",
                Map.of("position", "lower", "key", typed.at("/modules/1/key").asString())));
        assertThat(planned.at("/limits/judged/conditions").findValuesAsString("kind"))
                .contains("FIRMWARE_AT_LEAST");
        String path = "/api/machines/brindlecombe-cairn";
        String before =
                client.get("/api/jobs/" + id).headers().firstValue("ETag").orElseThrow();
        ok(client.post(
                path + "/claims",
                Map.of(
                        "source",
                        "CONTROLLER",
                        "quantity",
                        "PER_SLOT",
                        "value",
                        "16",
                        "where",
                        "a sheet that came late")));
        JsonNode stopped = ok(client.get("/api/jobs/" + id));
        assertThat(client.get("/api/jobs/" + id).headers().firstValue("ETag").orElseThrow())
                .isNotEqualTo(before);
        assertThat(stopped.at("/limits/judged/limitClass").asString()).isEqualTo("BEYOND_CONTROLLER");
        ok(client.post(
                path + "/trials",
                Map.of(
                        "relation",
                        "THIS_MODEL",
                        "machine",
                        "BC-77",
                        "modules",
                        Map.of("lower", "32GB 2Rx8 PC4-3200AA-SE1-12"),
                        "outcome",
                        "PROVEN",
                        "cause",
                        "NONE",
                        "note",
                        "")));
        JsonNode proven = ok(client.get("/api/jobs/" + id));
        assertThat(proven.at("/limits/judged/limitClass").asString()).isEqualTo("PROVEN_HERE");
        assertThat(proven.at("/limits/judged/chance").asInt()).isEqualTo(80);
        long trial = proven.at("/limits/trials/0/id").asLong();
        ok(client.delete(path + "/trials/" + trial));
        List<JsonNode> marks = list(proven.at("/limits/marks"));
        long claim = marks.stream()
                .filter(m -> m.has("id"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        ok(client.delete(path + "/claims/" + claim));
        assertThat(client.delete(path + "/claims/" + claim).status()).isEqualTo(404);
        assertThat(ok(client.get("/api/jobs/" + id))
                        .at("/limits/judged/limitClass")
                        .asString())
                .isEqualTo("WITHIN_OFFICIAL");
        ApiClient.Answer bad = client.post(
                path + "/claims", Map.of("source", "MAKER", "quantity", "TOTAL", "value", "lots", "where", "x"));
        assertThat(bad.status()).isEqualTo(422);
        assertThat(bad.body()).contains("64 GB");
    }

    private static Map<String, Object> module(String tag, String label, int count) {
        Map<String, Object> m = new HashMap<>();
        m.put("tag", tag);
        m.put("labelLine", label);
        for (String empty : List.of("maker", "partNumber", "serial", "note", "bin")) {
            m.put(empty, "");
        }
        m.put("tested", "GOOD");
        m.put("origin", "NEW");
        m.put("bookValue", "12.50");
        m.put("count", count);
        return m;
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
        ok(client.put("/api/drawer/S-100", Map.of("tested", "SUSPECT", "bin", "", "note", "", "bookValue", "3")));
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
                Map.of("tested", "SUSPECT", "bin", "Z9", "note", "one error in a night", "bookValue", "3")));
        assertThat(ok(client.get("/api/drawer?state=SUSPECT&text=z9"))
                        .at("/modules/0/tag")
                        .asString())
                .isEqualTo("S-099");
        ApiClient.Answer list = client.upload(
                "/api/drawer/csv",
                "text/csv",
                "tag,label,bin\nS-300,8GB 1Rx8 PC4-2666V-SA1-11,C1\nS-301,nothing,C1\nS-099,8GB 1Rx8 PC4-2666V-SA1-11,C1\n"
                        .getBytes(StandardCharsets.UTF_8));
        assertThat(ok(list).get("landed").asInt()).isEqualTo(1);
        assertThat(list.json().get("bad").toString()).contains("Line 3").contains("Line 4");
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
            assertThat(done.get("state").asString()).isEqualTo("DONE");
            assertThat(done.get("landed").asInt()).isEqualTo(2);
            assertThat(done.at("/bad/0/no").asInt()).isEqualTo(4);
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

    /** The shop's own figures of work, by its lead, with a reason; the system itself is always counted. */
    @Test
    void theKindsOfWorkAreTheShopsOwn(TestServer.Running server) {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        JsonNode house = ok(lead.get("/api/house"));
        List<Object> kinds = new ArrayList<>();
        list(house.get("work")).forEach(kinds::add);
        Map<String, Object> mapping =
                Map.of("id", "own-1", "name", "Maps", "low", "2 GB", "usual", "6 GB", "high", "20 GB", "year", 2031);
        kinds.add(mapping);
        Map<String, Object> body =
                Map.of("expectedVersion", house.get("workVersion").asLong(), "work", kinds, "reason", "the surveyors");
        assertThat(ApiClient.signedIn(server, "ilka")
                        .put("/api/house/work", body)
                        .status())
                .isEqualTo(403);
        JsonNode kept = ok(lead.put("/api/house/work", body));
        assertThat(kept.at("/workHistory/0/reason").asString()).isEqualTo("the surveyors");
        assertThat(lead.put("/api/house/work", body).status()).isEqualTo(409);
        long version = kept.get("workVersion").asLong();
        for (Map<String, Object> wrong : List.<Map<String, Object>>of(
                Map.of("low", "8 GB"), Map.of("high", "6 TB and more"), Map.of("year", 12), Map.of("name", " "))) {
            Map<String, Object> bad = new HashMap<>(mapping);
            bad.putAll(wrong);
            assertThat(lead.put(
                                    "/api/house/work",
                                    Map.of(
                                            "expectedVersion",
                                            version,
                                            "work",
                                            List.of(kinds.get(0), bad),
                                            "reason",
                                            "x"))
                            .status())
                    .as(wrong.toString())
                    .isIn(400, 422);
        }
        assertThat(lead.put(
                                "/api/house/work",
                                Map.of("expectedVersion", version, "work", List.of(mapping), "reason", "x"))
                        .body())
                .contains("The system itself is always counted");
        ok(lead.put(
                "/api/house/work",
                Map.of("expectedVersion", version, "work", list(house.get("work")), "reason", "as before")));
    }

    /** Another school, another recommendation; only the lead chooses, and nobody overwrites another's choice. */
    @Test
    void theLeadChoosesTheHouseRules(TestServer.Running server) {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        // Its maker says 2 GB, which it has; the drawer and the sheets hold what the controller takes, and it can go
        // back.
        long id = job(lead, "ostrell-drift-12", "2GB 1Rx8 PC3L-10600S-9-11-B2", "socket");
        ok(lead.change(id, "Want", Map.of("atLeast", "4 GiB")));
        JsonNode house = ok(lead.get("/api/house"));
        assertThat(house.get("questions").size()).isEqualTo(12);
        long version = house.get("rulesVersion").asLong();
        Map<String, Object> never = Map.of("expectedVersion", version, "school", "BEYOND.NEVER", "reason", "insured");
        assertThat(ApiClient.signedIn(server, "ilka")
                        .put("/api/house/rules", never)
                        .status())
                .isEqualTo(403);
        JsonNode before = ok(lead.get("/api/jobs/" + id + "/options"));
        JsonNode changed = ok(lead.put("/api/house/rules", never));
        assertThat(changed.at("/rulesHistory/0/reason").asString()).isEqualTo("insured");
        assertThat(lead.put("/api/house/rules", never).status()).isEqualTo(409);
        JsonNode after = ok(lead.get("/api/jobs/" + id + "/options"));
        assertThat(before.at("/options").size()).isPositive();
        // What is beyond official is stopped now, and nothing else can be had.
        assertThat(after.at("/options").size()).isZero();
        ok(lead.put(
                "/api/house/rules",
                Map.of(
                        "expectedVersion",
                        version + 1,
                        "school",
                        "BEYOND.PROVEN_OR_RETURNABLE",
                        "reason",
                        "back to what was")));
        ObjectNode terms = (ObjectNode) house.get("terms");
        terms.put("labourPerHour", "60.00");
        Map<String, Object> body =
                Map.of("expectedVersion", house.get("termsVersion").asLong(), "terms", terms, "reason", "a new year");
        assertThat(ok(lead.put("/api/house/terms", body))
                        .at("/terms/labourPerHour")
                        .asString())
                .isEqualTo("60.00");
        terms.put("labourPerHour", "48.00");
        ok(lead.put("/api/house/terms", Map.of("expectedVersion", 1, "terms", terms, "reason", "back to what was")));
    }

    @Test
    void wishesAreKeptAndWhatCannotBeHadIsNamed(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "skerrow-tern-16", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a");
        ok(client.change(id, "Want", Map.of("atLeast", "32 GiB", "budget", "1.00", "withinDays", 1)));
        JsonNode none = ok(client.get("/api/jobs/" + id + "/options"));
        assertThat(none.get("options").size()).isZero();
        assertThat(none.get("outcome").asString()).contains("budget");
        ok(client.change(id, "Want", Map.of("ideally", "32 GiB")));
        JsonNode some = ok(client.get("/api/jobs/" + id + "/options"));
        assertThat(some.at("/options/0/installed").asString()).isNotBlank();
        ok(client.change(
                id,
                "Measure",
                Map.of("peak", "3 GiB", "hours", 9, "paging", false, "drive", "SPINNING", "work", Map.of())));
        String sizing =
                ok(client.get("/api/jobs/" + id + "/options")).get("sizing").asString();
        assertThat(sizing).contains("will not make it quicker").contains("spinning");
        ok(client.change(id, "Measure", Map.of("work", Map.of("photos", "USUAL"))));
        assertThat(ok(client.get("/api/jobs/" + id + "/options"))
                        .at("/options/0/carries")
                        .asString())
                .contains("photos");
    }

    /** Net lines, tax and total to the cent; days from today; the owner's yes with what it was to. */
    /** A missing carrier and blanks are lines of the plan with their price; the price is nobody's guess. */
    @Test
    void whatThePlanWantsBesideModulesIsPaidFor(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "brindlecombe-beacon-r", "32GB 2Rx4 PC4-2933Y-RA1-12", "P1-A1");
        ok(client.change(id, "FoundInLike", Map.of("position", "P1-A1")));
        JsonNode job = ok(client.change(id, "SayAbsent", Map.of("id", "P1-3", "absent", true)));
        String carrier = job.at("/partsWanted/0/what").asString();
        assertThat(carrier).contains("carrier P1-3");
        assertThat(job.at("/partsWanted/1/what").asString()).startsWith("Blanks");
        assertThat(job.at("/partsWanted/1/pieces").asInt()).isEqualTo(20);
        double before = Double.parseDouble(
                ok(client.get("/api/jobs/" + id + "/slip")).get("total").asString());
        ok(client.change(id, "WantPart", Map.of("what", carrier, "pieces", 1, "price", "120.00")));
        ok(client.change(id, "WantPart", Map.of("what", "Blanks", "pieces", 20, "price", "0.35")));
        JsonNode slip = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(slip.get("lines").toString())
                .contains(carrier)
                .contains("20 × Blanks")
                .contains("7.00");
        assertThat(Double.parseDouble(slip.get("total").asString()))
                .isCloseTo(before + 127 * 1.2, org.assertj.core.api.Assertions.within(0.001));
        JsonNode less = ok(client.change(id, "WantPart", Map.of("what", "blanks", "pieces", 0, "price", "0.00")));
        assertThat(less.get("parts").size()).isEqualTo(1);
        assertThat(client.change(id, "WantPart", Map.of("what", "Screw", "pieces", 1000, "price", "1.00"))
                        .status())
                .isBetween(400, 422);
        assertThat(client.change(id, "WantPart", Map.of("what", "Screw", "pieces", 1, "price", "-1.00"))
                        .status())
                .isBetween(400, 422);
    }

    @Test
    void theSlipAddsUp(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "skerrow-tern-16", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a");
        assertThat(ok(client.get("/api/jobs/" + id + "/slip")).get("proposed").asString())
                .isEmpty();
        ok(client.post("/api/drawer", module("W-001", "16GB 1Rx8 PC5-4800B-SA0-1010-XT", 2)));
        ok(client.change(
                id,
                "AdoptLayout",
                Map.of(
                        "name",
                        "two from the drawer",
                        "pieces",
                        List.of(
                                Map.of("position", "socket-a", "tag", "W-001"),
                                Map.of("position", "socket-b", "tag", "W-002")),
                        "packs",
                        List.of(),
                        "choose",
                        false)));
        JsonNode slip = ok(client.get("/api/jobs/" + id + "/slip"));
        long cents = 0;
        for (JsonNode line : slip.get("lines")) {
            cents += Math.round(Double.parseDouble(line.get("amount").asString()) * 100);
        }
        assertThat(slip.get("total").asString())
                .isEqualTo(String.format(java.util.Locale.ROOT, "%d.%02d", cents / 100, cents % 100));
        assertThat(slip.get("lines").toString())
                .contains("12.50")
                .contains("Labour")
                .contains("Tax, 20.0\u00a0%");
        assertThat(slip.at("/comesOut/0").asString()).startsWith("8 GB");
        assertThat(slip.get("ready").asString()).isEqualTo(slip.get("printed").asString());
        ok(client.change(
                id,
                "CounterSays",
                Map.of("extra", "PASTE", "offered", Map.of("price", "9.00", "answer", "YES"), "forbids", "no reset")));
        ok(client.change(
                id,
                "CounterSays",
                Map.of("worth", Map.of("machine", "200", "drive", "55.5", "source", "own list, spring"))));
        JsonNode with = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(Double.parseDouble(with.get("total").asString()))
                .isCloseTo(
                        Double.parseDouble(slip.get("total").asString()) + 9 * 1.2,
                        org.assertj.core.api.Assertions.within(0.001));
        assertThat(with.get("lines").toString()).contains("Fresh paste");
        assertThat(with.get("forbids").asString()).isEqualTo("no reset");
        assertThat(with.get("worth").asString())
                .contains(Math.round(Double.parseDouble(with.get("total").asString()) / 2)
                        + "\u00a0% of what the machine")
                .contains("55.50")
                .endsWith("(own list, spring)");
        // Work without a price of its own is charged by its minutes, in whole steps; work with a price only takes its
        // time.
        ok(client.change(
                id, "CounterSays", Map.of("extra", "DUST", "offered", Map.of("minutes", 20, "answer", "YES"))));
        JsonNode byTime = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(byTime.get("minutes").asInt()).isEqualTo(with.get("minutes").asInt() + 20);
        assertThat(labour(byTime))
                .isCloseTo(
                        Math.ceil(byTime.get("minutes").asInt() / 15.0) * 12,
                        org.assertj.core.api.Assertions.within(0.001));
        ok(client.change(
                id,
                "CounterSays",
                Map.of("extra", "DUST", "offered", Map.of("price", "5", "minutes", 20, "answer", "YES"))));
        JsonNode priced = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(priced.get("minutes")).isEqualTo(byTime.get("minutes"));
        assertThat(labour(priced)).isEqualTo(labour(with));
        assertThat(client.change(
                                id,
                                "CounterSays",
                                Map.of("extra", "DUST", "offered", Map.of("minutes", 601, "answer", "YES")))
                        .status())
                .isEqualTo(422);
        ok(client.change(id, "OwnerAgrees", Map.of("who", "M. Fell", "to", "32 GB for EUR " + slip.get("total"))));
        JsonNode agreed = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(agreed.at("/consent/who").asString()).isEqualTo("M. Fell");
        assertThat(agreed.at("/consent/current").asBoolean()).isTrue();
        try (var pdf = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/slip.pdf"))) {
            assertThat(new PDFTextStripper().getText(pdf))
                    .contains(priced.get("total").asString(), "Please leave alone", "no reset", "M. Fell: 32 GB")
                    .contains("Comes out, yours")
                    .doesNotContain("{");
        }
    }

    private static double labour(JsonNode slip) {
        return list(slip.get("lines")).stream()
                .filter(l -> l.get("what").asString().startsWith("Labour"))
                .mapToDouble(l -> Double.parseDouble(l.get("amount").asString()))
                .sum();
    }

    /** Somebody waits for what was ordered: the bench shows the day, and until when it can go back. */
    @Test
    void theJobWaitsWithItsDates(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "skerrow-tern-16", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a");
        JsonNode suppliers = ok(client.get("/api/suppliers"));
        long valley = list(suppliers).stream()
                .filter(s -> s.get("name").asString().startsWith("Valley"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        JsonNode kit = list(ok(client.get("/api/suppliers/" + valley + "/offers"))).stream()
                .filter(o -> o.get("pieces").asInt() == 2
                        && o.get("wording").asString().contains("PC5")
                        && o.get("wording").asString().contains("-S"))
                .findFirst()
                .orElseThrow();
        String offer = kit.get("id").asString();
        JsonNode chosen = ok(client.change(
                id,
                "AdoptLayout",
                Map.of(
                        "name",
                        "a kit",
                        "pieces",
                        List.of(
                                Map.of("position", "socket-a", "offer", offer),
                                Map.of("position", "socket-b", "offer", offer)),
                        "packs",
                        List.of(Map.of("offer", offer, "packs", 1)),
                        "choose",
                        true)));
        assertThat(chosen.at("/alternatives/0/purchases/0").asString()).contains("Valley Wholesale");
        JsonNode row = list(ok(client.get("/api/jobs"))).stream()
                .filter(j -> j.get("id").asLong() == id)
                .findFirst()
                .orElseThrow();
        java.time.LocalDate parts = java.time.LocalDate.parse(row.get("partsOn").asString());
        assertThat(java.time.LocalDate.parse(row.get("returnUntil").asString())).isEqualTo(parts.plusDays(2));
        ok(client.change(id, "ChoosePlan", Map.of("chosen", false)));
        assertThat(list(ok(client.get("/api/jobs"))).stream()
                        .filter(j -> j.get("id").asLong() == id)
                        .findFirst()
                        .orElseThrow()
                        .has("partsOn"))
                .isFalse();
    }

    /** A model that nobody has written of: what its years address, and what like shapes ran here. */
    @Test
    void anUnknownMachineHasALadderToo(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        Map<String, Object> socket = Map.of("kind", "SOCKET", "second", false);
        Map<String, Object> facts = new HashMap<>(Map.of(
                "maker",
                "Ostrell",
                "model",
                "Brae 15",
                "variant",
                "",
                "kind",
                "LAPTOP",
                "generation",
                "DDR4",
                "formFactor",
                "SO_DIMM",
                "channels",
                List.of(List.of(Map.of("kind", "BANK", "size", "4", "second", false)), List.of(socket)),
                "topRate",
                2667,
                "main",
                Map.of("wayIn", "WHOLE_BASE", "minutes", 9)));
        facts.put("plug", "UNDER_MAIN");
        ok(client.post("/api/machines/quick", facts));
        long id = job(client, "ostrell-brae-15");
        JsonNode limits = ok(client.get("/api/jobs/" + id)).get("limits");
        assertThat(limits.get("marks").size()).isZero();
        assertThat(limits.at("/generation/value").asString()).isEqualTo("20 GB");
        assertThat(limits.get("like").toString()).contains("Quarrow Fell 13").contains("40 GB");
        ok(client.put("/api/machines/ostrell-brae-15/retired", Map.of("retired", true)));
    }

    /** A board that comes with two processors: who does not say which is told so, and what is said is what it is judged by. */
    @Test
    void theFittedProcessorDecidesTheRate(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "fenwright-trestle", "8GB 1Rx8 PC4-3200AA-UA2-11", "a2");
        JsonNode open = ok(client.get("/api/jobs/" + id));
        assertThat(open.get("controllers").size()).isEqualTo(2);
        assertThat(open.at("/found/clocks/0/rate").asString()).isEqualTo("3200 MT/s");
        assertThat(open.get("foundFindings").toString()).contains("LIMIT_PROCESSOR_OPEN");
        String other = open.at("/controllers/1").asString();
        JsonNode said =
                ok(client.change(id, "AnswerIntake", Map.of("processor", other.toLowerCase(java.util.Locale.ROOT))));
        assertThat(said.at("/found/clocks/0/rate").asString()).isEqualTo("2933 MT/s");
        assertThat(said.get("foundFindings").toString()).doesNotContain("LIMIT_PROCESSOR_OPEN");
        assertThat(said.get("controllers")).isEqualTo(open.get("controllers"));
        JsonNode unknown = ok(client.change(id, "AnswerIntake", Map.of("processor", "something else")));
        assertThat(unknown.get("foundFindings").toString()).contains("LIMIT_PROCESSOR_OPEN");
    }

    /** One job goes its own way, with a reason, and back. */
    @Test
    void aJobDeviatesFromTheHouse(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "ostrell-drift-12", "2GB 1Rx8 PC3L-10600S-9-11-B2", "socket");
        ok(client.change(id, "Want", Map.of("atLeast", "4 GiB")));
        assertThat(ok(client.get("/api/jobs/" + id + "/options")).get("options").size())
                .isPositive();
        JsonNode own = ok(client.change(
                id, "FollowSchool", Map.of("school", "BEYOND.NEVER", "reason", "the owner is insured so")));
        assertThat(own.at("/otherSchools/0/reason").asString()).isEqualTo("the owner is insured so");
        assertThat(ok(client.get("/api/jobs/" + id + "/options")).get("options").size())
                .isZero();
        ok(client.change(id, "FollowSchool", Map.of("school", "BEYOND.NEVER", "reason", "")));
        assertThat(ok(client.get("/api/jobs/" + id + "/options")).get("options").size())
                .isPositive();
        assertThat(client.change(id, "FollowSchool", Map.of("school", "BEYOND.SOMETIMES", "reason", "x"))
                        .status())
                .isEqualTo(404);
    }
}
