package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.ShelfSteps.job;
import static zephyrridge.server.ShelfSteps.list;
import static zephyrridge.server.ShelfSteps.module;
import static zephyrridge.server.ShelfSteps.row;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;

/** The slip for the counter: what is bought, drawn and typed, to the cent, and when it is ready. */
@ExtendWith(TestServer.class)
@Isolated
class SlipHttpTest {
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
        assertThat(Double.parseDouble(slip.get("total").asString())).isCloseTo(before + 127 * 1.2, within(0.001));
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
                .isCloseTo(Double.parseDouble(slip.get("total").asString()) + 9 * 1.2, within(0.001));
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
        // What turned out not to be possible is not charged.
        ok(client.change(
                id, "CounterSays", Map.of("extra", "WIRELESS", "offered", Map.of("price", "31.50", "answer", "YES"))));
        JsonNode card = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(card.get("lines").toString()).contains("31.50");
        ok(client.change(
                id, "CompanionWork", Map.of("extra", "WIRELESS", "phase", "CANNOT", "note", "no socket, bare pads")));
        JsonNode without = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(without.get("lines").toString()).doesNotContain("31.50");
        assertThat(Double.parseDouble(card.get("total").asString())
                        - Double.parseDouble(without.get("total").asString()))
                .isCloseTo(31.5 * 1.2, within(0.001));
        JsonNode byTime = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(byTime.get("minutes").asInt()).isEqualTo(with.get("minutes").asInt() + 20);
        assertThat(labour(byTime)).isCloseTo(Math.ceil(byTime.get("minutes").asInt() / 15.0) * 12, within(0.001));
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

    /** Somebody waits for what was ordered, once it was: the bench shows the day, and until when it can go back. */
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
        JsonNode decided = row(client, id);
        assertThat(decided.get("waits").asString()).isEqualTo("ORDER");
        assertThat(decided.has("partsOn") || decided.has("returnUntil")).isFalse();
        PurchasesHttpTest.order(client, "Valley Wholesale");
        JsonNode row = row(client, id);
        assertThat(row.get("waits").asString()).isEqualTo("PARTS");
        java.time.LocalDate parts = java.time.LocalDate.parse(row.get("partsOn").asString());
        assertThat(java.time.LocalDate.parse(row.get("returnUntil").asString())).isEqualTo(parts.plusDays(2));
        ok(client.change(id, "ChoosePlan", Map.of("chosen", false)));
        assertThat(row(client, id).has("partsOn")).isFalse();
    }

    /** Two typed modules without a price: "price open" for both and no total; with price, supplier and day they count in all. */
    @Test
    void typedModulesAreBoughtAsSomebodySays(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "skerrow-tern-16", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a");
        String label = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";
        List<String> keys = new ArrayList<>();
        for (String socket : List.of("socket-a", "socket-b")) {
            JsonNode modules = ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", label)))
                    .get("modules");
            String key = modules.get(modules.size() - 1).get("key").asString();
            keys.add(key);
            ok(client.change(id, "PlanModule", Map.of("position", socket, "key", key)));
        }
        JsonNode open = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(open.has("total")).isFalse();
        assertThat(open.has("ready")).isFalse();
        assertThat(open.at("/lines/0/what").asString()).isEqualTo("2 × " + label);
        assertThat(open.at("/lines/0/amount").asString()).isEqualTo("price open");
        assertThat(open.get("lines").toString()).doesNotContain("Tax");
        assertThat(open.get("open").asString()).contains(label);
        assertThat(ok(client.get("/api/jobs/" + id + "/why-not")).get("text").asString())
                .contains("nobody has said");
        try (var pdf = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/slip.pdf"))) {
            assertThat(new PDFTextStripper().getText(pdf)).contains("price open", "Total open");
        }
        String day = java.time.LocalDate.parse(open.get("printed").asString())
                .plusDays(4)
                .toString();
        Map<String, Object> said = new HashMap<>(
                Map.of("keys", keys, "way", "BOUGHT", "price", "41.50", "supplier", "Larkfield", "day", day));
        JsonNode job = ok(client.change(id, "SayWhence", said));
        assertThat(job.at("/typed/0/text").asString())
                .contains("83.00")
                .contains("Larkfield")
                .contains(day);
        JsonNode slip = ok(client.get("/api/jobs/" + id + "/slip"));
        double net = list(slip.get("lines")).stream()
                .filter(l -> !l.get("what").asString().startsWith("Tax"))
                .mapToDouble(l -> Double.parseDouble(l.get("amount").asString()))
                .sum();
        assertThat(net).isGreaterThan(83);
        assertThat(Double.parseDouble(slip.get("total").asString())).isCloseTo(net * 1.2, within(0.006));
        assertThat(slip.get("ready").asString()).isEqualTo(day);
        // What is compared is this purchase, with its own day.
        assertThat(ok(client.get("/api/jobs/" + id + "/why-not")).get("text").asString())
                .contains("day 4");
        assertThat(client.change(id, "SayWhence", with(said, "price", "-4")).status())
                .isBetween(400, 422);
        said.put("way", "LIES_ABOUT");
        ok(client.change(id, "SayWhence", said));
        JsonNode there = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(there.get("ready")).isEqualTo(there.get("printed"));
        assertThat(there.at("/lines/0/what").asString()).endsWith("lies about");
    }

    private static Map<String, Object> with(Map<String, Object> said, String name, String value) {
        Map<String, Object> other = new HashMap<>(said);
        other.put(name, value);
        return other;
    }

    /** One sum of minutes: the card, the slip and the trail say the same. */
    @Test
    void cardSlipAndTrailSayTheSameMinutes(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        JsonNode card =
                ok(client.get("/api/jobs/" + id + "/options?patience=5000")).at("/options/0");
        Map<String, Object> change = new HashMap<>();
        card.get("change").properties().forEach(e -> change.put(e.getKey(), e.getValue()));
        change.remove("type");
        JsonNode job = ok(client.change(id, "AdoptLayout", change));
        int minutes = card.get("minutes").asInt();
        assertThat(minutes).isPositive();
        assertThat(ok(client.get("/api/jobs/" + id + "/slip")).get("minutes").asInt())
                .isEqualTo(minutes);
        assertThat(job.at("/planned/effortMinutes").asInt()).isEqualTo(minutes);
        assertThat(list(job.get("trail")).stream()
                        .filter(l -> List.of("OPEN", "FIT", "PROVE")
                                .contains(l.get("station").asString()))
                        .mapToInt(l -> l.get("minutes").asInt())
                        .sum())
                .isEqualTo(minutes);
    }

    /** What the owner forbids is neither offered nor charged. */
    @Test
    void forbiddenWorkIsNotOnTheSlip(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "skerrow-tern-16", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a");
        ok(client.change(
                id,
                "CounterSays",
                Map.of("extra", "PASTE", "offered", Map.of("price", "9.00", "minutes", 10, "answer", "YES"))));
        JsonNode before = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(before.get("extras").toString()).contains("PASTE");
        assertThat(before.get("lines").toString()).contains("9.00");
        ok(client.change(id, "CounterSays", Map.of("bans", List.of("NO_PASTE"))));
        JsonNode slip = ok(client.get("/api/jobs/" + id + "/slip"));
        assertThat(slip.get("extras").toString()).doesNotContain("PASTE").contains("DUST");
        assertThat(slip.get("lines").toString()).doesNotContain("9.00");
        assertThat(slip.get("minutes").asInt()).isEqualTo(before.get("minutes").asInt() - 10);
    }
}
