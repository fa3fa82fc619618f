package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.TroubleSteps.NEW_24;
import static zephyrridge.server.TroubleSteps.change;
import static zephyrridge.server.TroubleSteps.fitted;
import static zephyrridge.server.TroubleSteps.open;
import static zephyrridge.server.TroubleSteps.planned;
import static zephyrridge.server.TroubleSteps.start;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What a closed job teaches, what was measured, and the report, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class LearnedHttpTest {
    private static JsonNode gauge(
            ApiClient client, String machine, Map<String, String> found, Map<String, String> plan) {
        long id = planned(client, machine, found, plan);
        return client.get("/api/jobs/" + id).json().at("/limits/judged");
    }

    /** A proven job changes class and chance of the next one of its model; an unproven one adds nothing; opened again it goes. */
    @Test
    void aClosedJobTeachesTheNext(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String machine = "skerrow-tern-16";
        Map<String, String> found = Map.of("socket-a", "8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        Map<String, String> plan = Map.of("socket-a", NEW_24, "socket-b", NEW_24);
        JsonNode before = gauge(client, machine, found, plan);
        long id = fitted(client, machine, found, plan);
        start(client, id, true, 12);
        JsonNode open = client.get("/api/jobs/" + id).json();
        change(client, id, "CloseJob", Map.of("note", "", "inParts", "Wren"));
        assertThat(client.get("/api/jobs/" + id).json().at("/handedBack/grade").asString())
                .as("the total alone is no proof")
                .isEqualTo("NONE");
        assertThat(gauge(client, machine, found, plan)).isEqualTo(before);
        change(client, id, "ReopenJob", Map.of());
        JsonNode card = open.get("starts").get(0);
        Map<String, String> read = new HashMap<>(Map.of("testPasses", "1", "testErrors", "0", "testMinutes", "95"));
        for (JsonNode line : card.get("comparison")) {
            if (line.get("field").asString().equals("RATE")) {
                read.put("rate", line.get("expected").asString().replaceAll("[^0-9].*", ""));
            } else if (line.get("field").asString().equals("POSITIONS")) {
                read.put("positionsFilled", line.get("expected").asString());
            }
        }
        change(
                client,
                id,
                "EnterReadout",
                Map.of("phase", "AFTER", "start", card.get("no").asInt(), "readings", read));
        change(client, id, "CloseJob", Map.of("note", "It runs.", "inParts", "Wren"));
        JsonNode proven = gauge(client, machine, found, plan);
        assertThat(client.get("/api/jobs/" + id).json().at("/handedBack/proven").asBoolean())
                .isTrue();
        assertThat(before.isMissingNode()).isFalse();
        assertThat(proven).isNotEqualTo(before);
        assertThat(proven.get("limitClass").asString()).isEqualTo("PROVEN_HERE");
        change(client, id, "ReopenJob", Map.of());
        assertThat(gauge(client, machine, found, plan)).isEqualTo(before);
        // The same start retracted before it is closed once more: nothing is proven, nothing is taught.
        change(client, id, "Retract", Map.of("no", card.get("no").asInt(), "reason", "wrong machine"));
        change(client, id, "CloseJob", Map.of("note", "", "inParts", "Wren"));
        assertThat(gauge(client, machine, found, plan)).isEqualTo(before);
    }

    /** What was read below the plan and accepted stays in all words, is what shares are of, and is offered to the record as a row. */
    @Test
    void anAcceptedRateIsToldAndLearned(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String machine = "ostrell-sill-14";
        List<List<Map<String, Object>>> channels = List.of(
                List.of(Map.of("kind", "SOCKET", "second", false)), List.of(Map.of("kind", "SOCKET", "second", false)));
        Map<String, Object> facts = new HashMap<>(
                Map.of("maker", "Ostrell", "model", "Sill 14", "variant", "", "kind", "LAPTOP", "generation", "DDR5"));
        facts.putAll(Map.of(
                "formFactor",
                "SO_DIMM",
                "channels",
                channels,
                "topRate",
                4800,
                "main",
                Map.of("wayIn", "WHOLE_BASE", "minutes", 9),
                "plug",
                "UNDER_MAIN"));
        ok(client.post("/api/machines/quick", facts));
        JsonNode record = client.get("/api/machines/" + machine + "/record").json();
        String one = record.at("/positions/0/id").asString();
        String other = record.at("/positions/1/id").asString();
        Map<String, String> found = Map.of(one, "8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        String label = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";
        Map<String, String> plan = Map.of(one, label, other, label);
        long id = fitted(client, machine, found, plan);
        start(client, id, true, 1);
        int no = client.get("/api/jobs/" + id).json().at("/starts/0/no").asInt();
        change(
                client,
                id,
                "EnterReadout",
                Map.of(
                        "phase",
                        "AFTER",
                        "start",
                        no,
                        "readings",
                        Map.of(
                                "rate",
                                "4400",
                                "casLatency",
                                "CL36",
                                "positionsFilled",
                                "2",
                                "ranks",
                                "1R",
                                "channels",
                                "Dual-channel",
                                "peakInUse",
                                "22 GB")));
        change(
                client,
                id,
                "AcceptDifference",
                Map.of("start", no, "field", "RATE", "reason", "the board will not more"));
        Map<String, Object> runs = Map.of(
                "phase",
                "AFTER",
                "start",
                no,
                "what",
                "READ",
                "name",
                "",
                "threads",
                "ALL",
                "runs",
                "35.2, 35.2",
                "conditions",
                List.of());
        JsonNode job = ok(client.change(id, "NoteRuns", runs));
        // 4400 x 8 x 2 is 70.4 GB/s: 35.2 is half of that, and not 46 % of what 4800 would be.
        assertThat(job.at("/measured/0/share").asString()).startsWith("50");
        try (var pdf = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/report.pdf"))) {
            assertThat(new PDFTextStripper().getText(pdf).replaceAll("\\s+", " "))
                    .contains("Rate: 4400 where 4800 MT/s was expected; accepted by")
                    .contains("the board will not more")
                    .contains("Most in use not read 22 GB")
                    .contains("Channels", "Ranks of a module")
                    .contains("16.36")
                    .contains("16.67");
        }
        change(client, id, "CloseJob", Map.of("note", "", "inParts", "Wren"));
        JsonNode offered = ok(client.get("/api/machines/" + machine + "/learned"));
        String key = keys(offered).stream()
                .filter(k -> k.startsWith("RATE"))
                .findFirst()
                .orElseThrow();
        ok(client.post("/api/machines/" + machine + "/learned", Map.of("keys", List.of(key))));
        JsonNode next = gaugeJob(client, machine, found, plan);
        assertThat(next.at("/planned/clocks/0/rate").asString()).isEqualTo("4400 MT/s");
        assertThat(keys(ok(client.get("/api/machines/" + machine + "/learned"))))
                .noneMatch(k -> k.startsWith("RATE"));
    }

    private static JsonNode gaugeJob(
            ApiClient client, String machine, Map<String, String> found, Map<String, String> plan) {
        return client.get("/api/jobs/" + planned(client, machine, found, plan)).json();
    }

    /** A task in points, before and after two kits: each start has its own, "better" is where it grew. */
    @Test
    void aTaskInPointsIsKeptStartByStart(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        Map<String, String> found = Map.of("socket-a", "8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        String label = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";
        long id = fitted(client, "skerrow-tern-16", found, Map.of("socket-a", label, "socket-b", label));
        note(client, id, "BEFORE", 0, "8100 8150");
        start(client, id, true, 1);
        start(client, id, true, 1);
        JsonNode starts = client.get("/api/jobs/" + id).json().get("starts");
        note(client, id, "AFTER", starts.at("/0/no").asInt(), "9000 9050");
        JsonNode job = note(client, id, "AFTER", starts.at("/1/no").asInt(), "7400 7420");
        assertThat(job.at("/starts/0/measured/0/after").asString()).startsWith("9025.0 points");
        assertThat(job.at("/starts/0/measured/0/verdict").asString()).endsWith("better");
        assertThat(job.at("/starts/1/measured/0/before").asString()).startsWith("8125.0 points");
        assertThat(job.at("/starts/1/measured/0/verdict").asString()).endsWith("worse");
    }

    /** A 32-bit system shows less, and the report says why. */
    @Test
    void whatA32BitSystemShowsIsExplainedOnTheReport(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String machine = "ostrell-drift-12";
        String socket = client.get("/api/machines/" + machine + "/record")
                .json()
                .at("/positions/0/id")
                .asString();
        long id = fitted(
                client,
                machine,
                Map.of(socket, "2GB 1Rx8 PC3L-12800S-11-11-B4"),
                Map.of(socket, "4GB 1Rx8 PC3L-12800S-11-13-B4"));
        change(client, id, "AnswerIntake", Map.of("wordBits", 32));
        start(client, id, true, 1);
        int no = client.get("/api/jobs/" + id).json().at("/starts/0/no").asInt();
        Map<String, Object> read = Map.of("firmwareTotal", "4 GB", "usable", "3.2 GB");
        change(client, id, "EnterReadout", Map.of("phase", "AFTER", "start", no, "readings", read));
        try (var pdf = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/report.pdf"))) {
            assertThat(new PDFTextStripper().getText(pdf).replaceAll("\\s+", " "))
                    .contains("32-bit");
        }
    }

    private static JsonNode note(ApiClient client, long id, String phase, int start, String runs) {
        Map<String, Object> note = new HashMap<>(
                Map.of("phase", phase, "what", "SCORE", "name", "their game", "runs", runs, "conditions", List.of()));
        if (start > 0) {
            note.put("start", start);
        }
        return ok(client.change(id, "NoteRuns", note));
    }

    /** Minutes, codes and the first start of closed jobs go into the record at one key; the next job shows them. */
    @Test
    void whatWasMeasuredGoesIntoTheRecord(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String machine = "ostrell-drift-12";
        JsonNode record = client.get("/api/machines/" + machine + "/record").json();
        String socket = record.at("/positions/0/id").asString();
        long id = fitted(
                client,
                machine,
                Map.of(socket, "2GB 1Rx8 PC3L-12800S-11-11-B4"),
                Map.of(socket, "8GB 2Rx8 PC3L-12800S-11-13-F3"));
        String part = record.at("/access/parts/0/id").asString();
        change(
                client,
                id,
                "DrawScrew",
                Map.of("part", part, "x", 0.33, "y", 0.66, "bit", "PH1", "lengthTenths", 60, "role", "LEAVE_ALONE"));
        assertThat(client.change(
                                id,
                                "DrawScrew",
                                Map.of("part", part, "x", 3, "y", 0, "bit", "", "lengthTenths", 0, "role", "OUT"))
                        .status())
                .isEqualTo(422);
        change(client, id, "LogStart", Map.of("outcome", "SIGNAL", "note", "two short tones", "minutes", 0));
        start(client, id, true, 1);
        int closed = ok(client.get("/api/machines/" + machine + "/learned"))
                .get("jobs")
                .asInt();
        change(client, id, "CloseJob", Map.of("note", "", "inParts", "Wren"));
        JsonNode learned = ok(client.get("/api/machines/" + machine + "/learned"));
        assertThat(learned.get("jobs").asInt()).isEqualTo(closed + 1);
        assertThat(learned.get("signals").toString()).contains("two short tones");
        // Its words say two screws: a third one would make them false, and is not taken in silence.
        change(client, id, "ReopenJob", Map.of());
        change(
                client,
                id,
                "DrawScrew",
                Map.of("part", part, "x", 0.5, "y", 0.5, "bit", "PH1", "lengthTenths", 60, "role", "OUT"));
        change(client, id, "CloseJob", Map.of("note", "", "inParts", "Wren"));
        JsonNode clashing =
                ok(client.post("/api/machines/" + machine + "/learned", Map.of("keys", List.of("SCREWS " + part))));
        assertThat(clashing.get("toKeep").toString()).contains("tells another number of screws");
        assertThat(client.get("/api/machines/" + machine + "/record")
                        .json()
                        .at("/access/parts/0/fasteners")
                        .toString())
                .doesNotContain("at33-66");
        change(client, id, "ReopenJob", Map.of());
        change(client, id, "RubOutScrew", Map.of("part", part, "fastener", "at50-50"));
        change(client, id, "CloseJob", Map.of("note", "", "inParts", "Wren"));
        // One of it first, then all.
        String tones = "SIGNAL  two short tones";
        assertThat(keys(learned)).contains(tones, "SCREWS " + part);
        JsonNode one = ok(client.post("/api/machines/" + machine + "/learned", Map.of("keys", List.of(tones))));
        assertThat(keys(one)).isNotEmpty().doesNotContain(tones);
        JsonNode kept = ok(client.post("/api/machines/" + machine + "/learned", Map.of("keys", keys(learned))));
        assertThat(keys(kept)).isEmpty();
        JsonNode now = client.get("/api/machines/" + machine + "/record").json();
        assertThat(now.at("/start/signals").toString()).contains("two short tones");
        assertThat(now.at("/access/parts/0/fasteners").toString()).contains("at33-66");
        assertThat(now.at("/start/firstStartSeconds").asInt()).isEqualTo(60);
        long next = ok(client.post("/api/jobs", Map.of("machineId", machine, "owner", "School", "wish", "")))
                .get("id")
                .asLong();
        assertThat(client.get("/api/jobs/" + next)
                        .json()
                        .at("/expectation/firstStartSeconds")
                        .asInt())
                .isEqualTo(120);
    }

    @Test
    void theReportSaysWhatIsSoAndNoMore(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = fitted(
                client,
                "skerrow-tern-16",
                Map.of("socket-a", "8GB 1Rx16 PC5-4800B-SC0-1010-XT"),
                Map.of("socket-a", NEW_24));
        change(
                client,
                id,
                "NoteRuns",
                Map.of(
                        "phase",
                        "BEFORE",
                        "what",
                        "READ",
                        "name",
                        "",
                        "threads",
                        "ALL",
                        "runs",
                        "30.1 30.3 30.2",
                        "conditions",
                        List.of("ON_MAINS")));
        try (var pdf = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/report.pdf"))) {
            assertThat(new PDFTextStripper().getText(pdf))
                    .contains("8 GB to 24 GB", "Not proven", "Opened:")
                    .doesNotContain("#");
        }
        start(client, id, true, 5);
        change(
                client,
                id,
                "NoteRuns",
                Map.of(
                        "phase",
                        "AFTER",
                        "what",
                        "READ",
                        "name",
                        "",
                        "threads",
                        "ALL",
                        "runs",
                        "33.0 33,2 33.1",
                        "conditions",
                        List.of("ON_MAINS")));
        assertThat(client.change(
                                id,
                                "NoteRuns",
                                Map.of(
                                        "phase",
                                        "AFTER",
                                        "what",
                                        "LATENCY",
                                        "name",
                                        "",
                                        "runs",
                                        "80 fast",
                                        "conditions",
                                        List.of()))
                        .status())
                .isEqualTo(422);
        JsonNode measured = client.get("/api/jobs/" + id).json().get("measured");
        assertThat(measured.get(0).get("verdict").asString()).isEqualTo("+9.6\u00a0%, better");
        assertThat(measured.get(0).get("share").asString()).contains("of the mean peak");
        String page = client.get("/api/jobs/" + id + "/report.html").body();
        assertThat(page)
                .contains("+9.6\u00a0%, better", "3 runs", "Weather post")
                .doesNotContain("<script");
    }

    private static List<String> keys(JsonNode learned) {
        List<String> keys = new ArrayList<>();
        learned.get("toKeep").forEach(k -> keys.add(k.get("key").asString()));
        return keys;
    }
}
