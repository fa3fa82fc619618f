package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.TroubleSteps.change;
import static zephyrridge.server.TroubleSteps.close;
import static zephyrridge.server.TroubleSteps.fitted;
import static zephyrridge.server.TroubleSteps.hunt;
import static zephyrridge.server.TroubleSteps.open;
import static zephyrridge.server.TroubleSteps.start;
import static zephyrridge.server.TroubleSteps.trouble;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** From a start that failed to what was at fault, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class TroubleHttpTest {
    /** A bad module is found, goes back to whom it came from with its proof, and changes none of the limits. */
    @Test
    void aBadModuleIsFoundAndReturned(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String machine = "ostrell-drift-12";
        long id = fitted(
                client,
                machine,
                Map.of("socket", "2GB 1Rx8 PC3L-10600S-9-11-B2"),
                Map.of("socket", "8GB 2Rx8 PC3L-12800S-11-13-F3"));
        start(client, id, false, 0);
        JsonNode first = trouble(client, id);
        assertThat(first.get("any").asBoolean()).isTrue();
        assertThat(first.get("next")).hasSize(4);
        assertThat(first.at("/next/0/shape").asString()).isEqualTo("CONDITIONS");
        List<String> told = hunt(client, id, fill -> !fill.containsValue("m2"), key -> !key.equals("m2"));
        JsonNode last = trouble(client, id);
        assertThat(last.get("state").asString()).as(String.join("\n", told)).isEqualTo("CONFIRMED");
        assertThat(last.at("/likely/0/text").asString())
                .as(String.join("\n", told))
                .startsWith("replace 8 GB");
        JsonNode settled = change(client, id, "SettleFault", Map.of("name", "as it started"));
        for (JsonNode m : settled.get("modules")) {
            assertThat(m.get("key").asString().equals("m2") && m.has("plannedAt"))
                    .as("what ran is the plan, and the bad module is out of it")
                    .isFalse();
        }
        assertThat(trouble(client, id).get("settled").asString()).startsWith("replace");
        String key = "m2";
        Map<String, Object> back = Map.of("key", key, "to", "SUPPLIER", "id", "Valley Wholesale");
        ApiClient.Answer moved = client.change(id, "MoveModule", back);
        if (moved.status() != 200) {
            open(client, id);
            ok(client.change(id, "MoveModule", back));
        }
        try (var pdf = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/return-slip.pdf?module=" + key))) {
            String text = new PDFTextStripper().getText(pdf);
            assertThat(text)
                    .contains("Returned to the supplier", "replace 8 GB", "In the machine")
                    .doesNotContain("#");
        }
        assertThat(client.get("/api/jobs/" + id + "/report.html").body()).contains("Found: replace 8 GB");
        // Handed back unproven or not, a bad module says nothing of what the model takes.
        Map<String, Object> closing = Map.of("note", "", "inParts", "Wren");
        change(client, id, "CloseJob", closing);
        JsonNode learned = ok(client.get("/api/machines/" + machine + "/learned"));
        List<String> causes = new ArrayList<>();
        for (JsonNode t : learned.get("tried")) {
            if (t.has("job") && t.get("job").asLong() == id && t.has("cause")) {
                causes.add(t.get("cause").asString());
            }
        }
        assertThat(causes).isNotEmpty().allMatch(c -> c.equals("a bad module") || c.equals("not confirmed"));
        change(client, id, "ReopenJob", Map.of());
        for (JsonNode t :
                ok(client.get("/api/machines/" + machine + "/learned")).get("tried")) {
            assertThat(t.has("job") && t.get("job").asLong() == id)
                    .as("what is open teaches nothing")
                    .isFalse();
        }
    }

    /** What was decided on stays so through steps and reloads; the line leads along it; it is left, or it is done. */
    @Test
    void aChosenTestStaysUntilItIsDoneOrLeft(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = fitted(
                client,
                "ostrell-drift-12",
                Map.of("socket", "2GB 1Rx8 PC3L-10600S-9-11-B2"),
                Map.of("socket", "8GB 2Rx8 PC3L-12800S-11-13-F3"));
        start(client, id, false, 1);
        assertThat(prove(client, id).get("what").asString()).isEqualTo("CHOOSE_TEST");
        JsonNode back = null;
        for (JsonNode n : trouble(client, id).get("next")) {
            back = n.get("shape").asString().equals("BACK") ? n : back;
        }
        assertThat(back).as("back to what ran is among the first proposals").isNotNull();
        TroubleSteps.choose(client, id, back);
        assertThat(trouble(client, id).at("/chosen/shape").asString()).isEqualTo("BACK");
        assertThat(trouble(client, id).get("handsLeft")).hasSize(1);
        // Power-down first, then whatever is on the way, as it was done before: said at once.
        assertThat(prove(client, id).get("what").asString()).isEqualTo("TICK_ALL");
        List<String> way = List.of(prove(client, id).get("id").asString().split(","));
        assertThat(way).startsWith("power-down", "unplug");
        assertThat(prove(client, id).get("text").asString()).contains("all " + way.size());
        change(client, id, "TickSteps", Map.of("steps", way));
        assertThat(prove(client, id).get("what").asString()).isEqualTo("ARRANGE");
        change(client, id, "DropTest", Map.of());
        assertThat(trouble(client, id).has("chosen")).isFalse();
        TroubleSteps.choose(client, id, back);
        change(client, id, "ArrangeForTest", Map.of());
        assertThat(trouble(client, id).at("/chosen/shape").asString()).isEqualTo("BACK");
        assertThat(prove(client, id).get("what").asString()).isEqualTo("TICK_ALL");
        close(client, id);
        start(client, id, true, 5);
        assertThat(trouble(client, id).has("chosen")).as("it is done").isFalse();
        assertThat(client.change(id, "ArrangeForTest", Map.of()).status()).isEqualTo(404);
        assertThat(client.change(
                                id,
                                "ChooseTest",
                                Map.of(
                                        "shape",
                                        "ALONE",
                                        "fill",
                                        Map.of("socket", "m99"),
                                        "reseat",
                                        List.of(),
                                        "actions",
                                        List.of(),
                                        "passes",
                                        0))
                        .status())
                .isEqualTo(404);
    }

    private static String closing(ApiClient client, long id) {
        for (JsonNode step : client.get("/api/jobs/" + id).json().at("/opening/closing")) {
            if (!step.get("done").asBoolean() && !step.get("kind").asString().equals("TEST_START")) {
                return step.get("id").asString();
            }
        }
        return "";
    }

    private static JsonNode prove(ApiClient client, long id) {
        for (JsonNode leg : client.get("/api/jobs/" + id).json().get("trail")) {
            if (leg.get("station").asString().equals("PROVE")) {
                return leg.get("next");
            }
        }
        throw new AssertionError("no Prove");
    }

    /** A drive fitted in the same round is a suspect by name; what could not be done is said with its reason, and not charged. */
    @Test
    void workOfTheSameOpeningIsASuspect(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = TroubleSteps.planned(
                client,
                "ostrell-drift-12",
                Map.of("socket", "2GB 1Rx8 PC3L-10600S-9-11-B2"),
                Map.of("socket", "8GB 2Rx8 PC3L-12800S-11-13-F3"));
        change(
                client,
                id,
                "AnswerIntake",
                Map.of("seal", "NONE", "battery", "GOOD", "encryption", "NOT_ENCRYPTED", "firmwareSettings", "NOTED"));
        change(client, id, "OfferExtra", Map.of("extra", "DRIVE", "answer", "YES"));
        change(client, id, "OfferExtra", Map.of("extra", "WIRELESS", "answer", "YES"));
        change(client, id, "ChoosePlan", Map.of("chosen", true));
        JsonNode job = client.get("/api/jobs/" + id).json();
        assertThat(job.at("/opening/rounds")).as("one round leads through both").hasSize(1);
        assertThat(job.at("/opening/steps").toString()).contains("off:hatch", "off:caddy");
        open(client, id);
        change(client, id, "ConfirmFit", Map.of("position", "socket", "done", true));
        change(client, id, "CompanionWork", Map.of("extra", "DRIVE", "phase", "DONE", "note", ""));
        change(client, id, "CompanionWork", Map.of("extra", "WIRELESS", "phase", "CANNOT", "note", "bare pads"));
        assertThat(client.change(id, "CompanionWork", Map.of("extra", "PASTE", "phase", "CANNOT", "note", ""))
                        .status())
                .isEqualTo(422);
        close(client, id);
        start(client, id, false, 12);
        assertThat(trouble(client, id).get("because").toString()).contains("the work on the 2.5 inch drive");
        assertThat(client.get("/api/jobs/" + id + "/report.html").body())
                .contains("Wireless card could not be done: bare pads. It is not charged.");
        // Done once more it runs: nothing is left to do, and what it most likely was stands in the report.
        String redone = server.bean(zephyrridge.server.text.Texts.class).get("act.COMPANION");
        List<String> told = hunt(
                client,
                id,
                fill -> client.get("/api/jobs/" + id)
                        .json()
                        .get("log")
                        .toString()
                        .toLowerCase(java.util.Locale.ROOT)
                        .contains(redone),
                key -> true);
        assertThat(trouble(client, id).get("state").asString())
                .as(String.join("\n", told))
                .isEqualTo("CONFIRMED");
        change(client, id, "SettleFault", Map.of("name", "as it started"));
        assertThat(trouble(client, id).get("settled").asString())
                .isEqualTo("nothing more to do; most likely it was other work of the same opening");
        assertThat(client.get("/api/jobs/" + id + "/report.html").body())
                .contains("most likely it was other work of the same opening");
    }

    /** A server's list names what is missing: nothing is opened for that, and one position of many is not all of them. */
    @Test
    void whatTheFirmwaresListLeavesOutIsNamed(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String label = "16GB 1Rx4 PC4-2933Y-RC3-13-DC0";
        JsonNode record = ok(client.get("/api/machines/brindlecombe-beacon-r"));
        List<String> positions = new ArrayList<>();
        record.get("positions").forEach(p -> positions.add(p.get("id").asString()));
        long id = TroubleSteps.planned(
                client,
                "brindlecombe-beacon-r",
                Map.of(positions.get(0), label),
                Map.of(positions.get(1), label, positions.get(2), label));
        change(
                client,
                id,
                "AnswerIntake",
                Map.of(
                        "seal",
                        "NONE",
                        "battery",
                        "NONE_FITTED",
                        "encryption",
                        "NOT_ENCRYPTED",
                        "firmwareSettings",
                        "NOTED"));
        change(client, id, "ChoosePlan", Map.of("chosen", true));
        open(client, id);
        for (int p = 1; p < 3; p++) {
            change(client, id, "ConfirmFit", Map.of("position", positions.get(p), "done", true));
        }
        // All that closing asks of a server, blanks and ducts among it.
        for (String step = closing(client, id); !step.isEmpty(); step = closing(client, id)) {
            change(client, id, "TickStep", Map.of("step", step, "done", true));
        }
        change(client, id, "LogStart", Map.of("outcome", "STARTED", "note", "", "minutes", 9));
        Map<String, Object> unknown =
                Map.of("phase", "AFTER", "readings", Map.of("positionsListed", "all but nowhere"));
        assertThat(client.change(id, "EnterReadout", unknown).body()).contains("nowhere");
        change(
                client,
                id,
                "EnterReadout",
                Map.of("phase", "AFTER", "readings", Map.of("positionsListed", "all but " + positions.get(2))));
        JsonNode job = client.get("/api/jobs/" + id).json();
        JsonNode read = job.get("starts").get(0).get("readout");
        assertThat(read.get("positionsFilled").asInt()).isEqualTo(2);
        JsonNode t = trouble(client, id);
        String leads = t.at("/likely/0/text").asString()
                + t.at("/likely/1/text").asString()
                + t.get("because").toString();
        assertThat(leads).as(t.toString()).contains("16 GB");
        assertThat(t.at("/because/0/percent").asInt()).isGreaterThan(0);
    }

    /** New modules that run in one socket and not in the other, where the old one ran: an order, not a bad socket. */
    @Test
    void anOrderQuirkIsFoundAndBecomesThePlan(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = fitted(
                client,
                "ostrell-lantern",
                Map.of("lower", "1GB 2Rx16 PC2-5300S-555-12-A0"),
                Map.of("lower", "2GB 2Rx8 PC2-6400S-666-12-E1"));
        start(client, id, true, 1);
        change(client, id, "AddModule", Map.of("origin", "TYPED", "label", "2GB 2Rx8 PC2-6400S-666-12-E1"));
        change(client, id, "PlanModule", Map.of("position", "upper", "key", "m3"));
        change(client, id, "ChoosePlan", Map.of("chosen", true));
        open(client, id);
        change(client, id, "ConfirmFit", Map.of("position", "upper", "done", true));
        close(client, id);
        start(client, id, false, 0);
        Predicate<Map<String, String>> starts = fill -> !List.of("m2", "m3").contains(fill.getOrDefault("upper", ""));
        List<String> told = hunt(client, id, starts, key -> true);
        JsonNode last = trouble(client, id);
        assertThat(last.at("/likely/0/text").asString())
                .as(String.join("\n", told))
                .startsWith("keep 2 × 2 GB")
                .contains("out of");
        if (last.get("state").asString().equals("CONFIRMED")) {
            change(client, id, "SettleFault", Map.of("name", "as it ran"));
        }
        assertThat(told).hasSizeLessThan(45);
    }
}
