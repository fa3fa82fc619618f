package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Fault hunts, reports and what is learned, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class TroubleHttpTest {
    private static final String NEW_24 = "24GB 1Rx8 PC5-5600B-SA0-1010-XT";

    private static JsonNode ok(ApiClient.Answer answer) {
        assertThat(answer.status()).as(answer.body()).isBetween(200, 299);
        return answer.body().isBlank() ? null : answer.json();
    }

    private static JsonNode change(ApiClient client, long id, String type, Map<String, ?> fields) {
        return ok(client.change(id, type, fields));
    }

    private static long planned(
            ApiClient client, String machine, Map<String, String> found, Map<String, String> planned) {
        long id = ok(client.post("/api/jobs", Map.of("machineId", machine, "owner", "Weather post", "wish", "more")))
                .get("id")
                .asLong();
        found.forEach((position, label) ->
                change(client, id, "AddModule", Map.of("origin", "FOUND", "label", label, "position", position)));
        int key = found.size();
        for (Map.Entry<String, String> p : new java.util.TreeMap<>(planned).entrySet()) {
            change(client, id, "AddModule", Map.of("origin", "TYPED", "label", p.getValue()));
            change(client, id, "PlanModule", Map.of("position", p.getKey(), "key", "m" + ++key));
        }
        return id;
    }

    /** A machine with what was found in it and a plan that is chosen, fitted and closed. */
    private static long fitted(
            ApiClient client, String machine, Map<String, String> found, Map<String, String> planned) {
        long id = planned(client, machine, found, planned);
        change(
                client,
                id,
                "AnswerIntake",
                Map.of("seal", "NONE", "battery", "GOOD", "encryption", "NOT_ENCRYPTED", "firmwareSettings", "NOTED"));
        change(client, id, "ChoosePlan", Map.of("chosen", true));
        open(client, id);
        planned.keySet().stream()
                .sorted()
                .forEach(position -> change(client, id, "ConfirmFit", Map.of("position", position, "done", true)));
        close(client, id);
        return id;
    }

    private static void open(ApiClient client, long id) {
        for (JsonNode step : client.get("/api/jobs/" + id).json().at("/opening/steps")) {
            if (!step.get("done").asBoolean()) {
                change(client, id, "TickStep", Map.of("step", step.get("id").asString(), "done", true));
            }
        }
    }

    private static void close(ApiClient client, long id) {
        JsonNode now = client.get("/api/jobs/" + id).json().get("now");
        if (!now.get("off").isEmpty() && !now.get("powerDown").asBoolean()) {
            change(client, id, "TickStep", Map.of("step", "power-down", "done", true));
            change(client, id, "TickStep", Map.of("step", "unplug", "done", true));
        }
        for (int i = 0; i < 40; i++) {
            String next = "";
            for (JsonNode step : client.get("/api/jobs/" + id).json().at("/opening/closing")) {
                if (next.isEmpty()
                        && !step.get("done").asBoolean()
                        && step.get("id").asString().startsWith("on:")) {
                    next = step.get("id").asString();
                }
            }
            if (next.isEmpty()) {
                return;
            }
            change(client, id, "TickStep", Map.of("step", next, "done", true));
        }
    }

    private static JsonNode trouble(ApiClient client, long id) {
        return ok(client.get("/api/jobs/" + id + "/trouble"));
    }

    /** Does what is proposed until nothing more is: the machine starts where {@code starts} says so. */
    private static List<String> hunt(
            ApiClient client, long id, Predicate<Map<String, String>> starts, Predicate<String> runsElsewhere) {
        List<String> told = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            JsonNode t = trouble(client, id);
            told.add(t.get("sentence").asString());
            if (t.get("next").isEmpty()) {
                return told;
            }
            JsonNode next = t.get("next").get(0);
            told.add("  " + next.get("words").asString() + " "
                    + next.get("minutes").asInt() + " min. " + next.get("why").asString());
            if (next.has("take")) {
                change(
                        client,
                        id,
                        "TakeFromDrawer",
                        Map.of("tag", next.get("take").asString()));
            }
            Map<String, String> fill = new HashMap<>();
            next.get("fill")
                    .properties()
                    .forEach(e -> fill.put(e.getKey(), e.getValue().asString()));
            List<String> positions = new ArrayList<>();
            next.get("positions").forEach(p -> positions.add(p.asString()));
            if (!positions.isEmpty()) {
                change(client, id, "OpenFor", Map.of("purpose", "FAULT", "positions", positions));
                open(client, id);
                change(client, id, "Arrange", Map.of("fill", fill, "reseat", next.get("reseat")));
            }
            if (next.has("elsewhere")) {
                String key = next.get("elsewhere").asString();
                change(
                        client,
                        id,
                        "LogElsewhere",
                        Map.of(
                                "key",
                                key,
                                "outcome",
                                runsElsewhere.test(key) ? "STARTED" : "SILENT",
                                "passes",
                                next.get("passes").asInt(),
                                "errors",
                                0));
                close(client, id);
                continue;
            }
            close(client, id);
            for (JsonNode action : next.get("actions")) {
                change(client, id, "LogAction", Map.of("action", action.asString(), "note", ""));
            }
            start(client, id, starts.test(fill), 12);
            told.add("    " + fill + (starts.test(fill) ? " came up" : " nothing"));
        }
        return told;
    }

    private static void start(ApiClient client, long id, boolean good, int minutes) {
        change(client, id, "LogStart", Map.of("outcome", good ? "STARTED" : "SILENT", "note", "", "minutes", minutes));
        if (good) {
            JsonNode job = client.get("/api/jobs/" + id).json();
            JsonNode card = job.get("starts").get(job.get("starts").size() - 1);
            String expected = card.get("comparison").get(0).get("expected").asString();
            change(
                    client,
                    id,
                    "EnterReadout",
                    Map.of(
                            "phase",
                            "AFTER",
                            "start",
                            card.get("no").asInt(),
                            "readings",
                            Map.of("firmwareTotal", expected)));
        }
    }

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

    @Test
    void allJobsAreAListAndOneJobIsADocument(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = fitted(
                client,
                "skerrow-tern-16",
                Map.of("socket-a", "8GB 1Rx16 PC5-4800B-SC0-1010-XT"),
                Map.of("socket-a", NEW_24));
        String csv = new String(client.getBytes("/api/jobs.csv"), StandardCharsets.UTF_8);
        assertThat(csv.lines().findFirst().orElse("")).startsWith("job,machine,owner");
        assertThat(csv).contains("\r\n" + id + ",Skerrow Tern 16,Weather post");
        byte[] out = client.getBytes("/api/jobs/" + id + "/export");
        ApiClient.Answer in = client.upload("/api/jobs/import", "application/octet-stream", out);
        JsonNode copy = ok(in);
        JsonNode first = client.get("/api/jobs/" + id).json();
        for (String same : List.of("found", "planned", "fitLines", "chosen", "intake", "order")) {
            assertThat(copy.get(same)).as(same).isEqualTo(first.get(same));
        }
        // Written before screws could be drawn in a job.
        String before = new String(out, StandardCharsets.UTF_8)
                .replace("\"schemaVersion\":7", "\"schemaVersion\":6")
                .replace("\"missing\":[],\"screws\":{}", "\"missing\":[]");
        assertThat(before).contains("\"missing\":[]}");
        JsonNode old = ok(
                client.upload("/api/jobs/import", "application/octet-stream", before.getBytes(StandardCharsets.UTF_8)));
        assertThat(old.get("fitLines")).isEqualTo(first.get("fitLines"));
        for (String wrong : List.of("{}", "[]", "7", "{\"format\":\"zephyr-ridge/job\",\"schemaVersion\":7}")) {
            assertThat(client.upload(
                                    "/api/jobs/import",
                                    "application/octet-stream",
                                    wrong.getBytes(StandardCharsets.UTF_8))
                            .status())
                    .as(wrong)
                    .isEqualTo(422);
        }
        for (String part : List.of("unit", "order")) {
            String without = new String(out, StandardCharsets.UTF_8).replace("\"" + part + "\":{", "\"x\":{");
            assertThat(client.upload(
                                    "/api/jobs/import",
                                    "application/octet-stream",
                                    without.getBytes(StandardCharsets.UTF_8))
                            .status())
                    .as("without " + part)
                    .isEqualTo(422);
        }
        String broken = new String(out, StandardCharsets.UTF_8).replace("\"skerrow-tern-16\"", "\"no-such\"");
        assertThat(client.upload(
                                "/api/jobs/import", "application/octet-stream", broken.getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(404);
    }

    /** What was read and photographed goes with its job, under names of its own there; what is no picture is refused whole. */
    @Test
    void aJobCarriesItsFilesAndPictures(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = client.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "School", "wish", "more"))
                .json()
                .get("id")
                .asLong();
        String told = "Installed RAM 8.00 GB (7.70 GB usable)";
        String source = client.upload(
                        "/api/jobs/" + id + "/sources?name=window",
                        "application/octet-stream",
                        told.getBytes(StandardCharsets.UTF_8))
                .json()
                .get("id")
                .asString();
        ok(client.change(id, "AddSource", Map.of("source", source, "name", "window")));
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB), "jpg", jpeg);
        String photo = client.upload("/api/jobs/" + id + "/photos", "image/jpeg", jpeg.toByteArray())
                .json()
                .get("id")
                .asString();
        ok(client.change(id, "AddPhoto", Map.of("photo", photo, "caption", "a crack")));
        byte[] out = client.getBytes("/api/jobs/" + id + "/export");
        JsonNode copy = ok(client.upload("/api/jobs/import", "application/octet-stream", out));
        long other = copy.get("id").asLong();
        assertThat(other).isNotEqualTo(id);
        String itsPhoto = copy.at("/photos/0/id").asString();
        assertThat(itsPhoto).isNotEqualTo(photo);
        assertThat(copy.at("/photos/0/caption").asString()).isEqualTo("a crack");
        assertThat(client.getBytes("/api/jobs/" + other + "/photos/" + itsPhoto))
                .isNotEmpty();
        JsonNode evidence = client.get("/api/jobs/" + other + "/evidence").json();
        assertThat(evidence.at("/sources/0/name").asString()).isEqualTo("window");
        String itsSource = evidence.at("/sources/0/id").asString();
        assertThat(client.getBytes("/api/jobs/" + other + "/sources/" + itsSource + "/content"))
                .isEqualTo(told.getBytes(StandardCharsets.UTF_8));
        // The first job's file is not the other's.
        assertThat(client.get("/api/jobs/" + other + "/sources/" + source + "/content")
                        .status())
                .isEqualTo(404);
        int jobs = client.get("/api/jobs").json().size();
        String noPicture = new String(out, StandardCharsets.UTF_8)
                .replaceAll("(\"kind\":\"PHOTO\",\"name\":\"\",\"content\":\\[\")[^\"]*", "$1bm8gcGljdHVyZQ==");
        assertThat(client.upload(
                                "/api/jobs/import",
                                "application/octet-stream",
                                noPicture.getBytes(StandardCharsets.UTF_8))
                        .status())
                .isBetween(400, 422);
        assertThat(client.get("/api/jobs").json().size()).isEqualTo(jobs);
        for (String wrong : List.of(
                new String(out, StandardCharsets.UTF_8).replace("\"content\":[\"", "\"content\":[\"*"),
                new String(out, StandardCharsets.UTF_8).replace("\"id\":\"" + source, "\"id\":\"no-uuid"),
                new String(out, StandardCharsets.UTF_8)
                        .replace("\"name\":\"window\"", "\"name\":\"" + "w".repeat(300) + "\""))) {
            assertThat(client.upload(
                                    "/api/jobs/import",
                                    "application/octet-stream",
                                    wrong.getBytes(StandardCharsets.UTF_8))
                            .status())
                    .isEqualTo(422);
        }
    }

    private static List<String> keys(JsonNode learned) {
        List<String> keys = new ArrayList<>();
        learned.get("toKeep").forEach(k -> keys.add(k.get("key").asString()));
        return keys;
    }
}
