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
        assertThat(first.get("next")).hasSize(3);
        assertThat(first.at("/next/0/shape").asString()).isIn("WAIT", "MAINS");
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
