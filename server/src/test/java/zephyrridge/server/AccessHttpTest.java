package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import zephyrridge.core.access.ClosingPlan;
import zephyrridge.core.access.OpeningPlanner;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Precedence;
import zephyrridge.core.access.Side;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.server.machine.Machines;

/** Opening and closing: every machine of the demo, the sheet, records that are drawn, and what comes out of a machine. */
@ExtendWith(TestServer.class)
class AccessHttpTest {
    private static List<String> ids(ApiClient client) {
        List<String> ids = new ArrayList<>();
        for (JsonNode m : client.get("/api/machines").json()) {
            ids.add(m.get("id").asString());
        }
        return ids;
    }

    /** For every set of positions, closed again each time; then opening after opening in any order, now and then closed a little. */
    @Test
    void everyDemoMachineIsOpenedAndClosed(TestServer.Running server) {
        Machines machines = server.bean(Machines.class);
        Random random = new Random(36);
        int sets = 0;
        for (String id : ids(ApiClient.signedIn(server, "desk"))) {
            Machines.Ready ready = machines.get(id);
            MachineRecord record = ready.record();
            assertThat(record.access().parts()).as(id).isNotEmpty();
            OpeningPlanner access = ready.evaluator().access(true);
            List<String> sockets = record.positions().stream()
                    .filter(p -> !p.isSoldered())
                    .map(Position::id)
                    .toList();
            int most = record.kind() == MachineKind.SERVER ? sockets.size() : 1 << sockets.size();
            for (int mask = 1; mask < most; mask++) {
                Set<String> wanted = new HashSet<>();
                for (int i = 0; i < sockets.size(); i++) {
                    if (record.kind() == MachineKind.SERVER ? i == mask : (mask >>> i & 1) == 1) {
                        wanted.add(sockets.get(i));
                    }
                }
                Bench bench = new Bench(ready, access);
                bench.open(wanted);
                bench.close(bench.off);
                assertThat(bench.off).as("%s %s", id, wanted).isEmpty();
                sets++;
            }
            Bench bench = new Bench(ready, access);
            for (int n = 0; n < 40 && !sockets.isEmpty(); n++) {
                bench.open(Set.of(sockets.get(random.nextInt(sockets.size()))));
                if (random.nextInt(3) == 0) {
                    bench.close(bench.off);
                }
            }
            bench.close(bench.off);
            assertThat(bench.balance.values()).as(id).allMatch(x -> x == 0);
        }
        assertThat(sets).isGreaterThan(60);
    }

    /** What is off, and how often each part came off more than it went on. */
    private static final class Bench {
        final Machines.Ready ready;
        final OpeningPlanner access;
        final Set<String> off = new HashSet<>();
        final Map<String, Integer> balance = new HashMap<>();
        Side up;

        Bench(Machines.Ready ready, OpeningPlanner access) {
            this.ready = ready;
            this.access = access;
            up = ready.record().access().restsOn();
        }

        void open(Set<String> positions) {
            Set<String> power = access.powerParts();
            for (Part part : ready.evaluator().opening(positions, off, true, up).parts()) {
                assertThat(off).as(part.id()).containsAll(part.needsOff());
                assertThat(off.containsAll(power) || power.stream().anyMatch(p -> access.liesOver(part.id(), p)))
                        .as("power before hands: %s", part.id())
                        .isTrue();
                off.add(part.id());
                up = part.side();
                balance.merge(part.id(), 1, Integer::sum);
            }
            positions.forEach(p -> assertThat(ready.evaluator().isOpen(p, off)).isTrue());
        }

        void close(Set<String> all) {
            boolean early =
                    ready.record().start().coverOffSafe() && ready.record().kind() != MachineKind.SERVER;
            ClosingPlan plan = access.closing(off, Set.copyOf(all), up, early);
            for (String id : plan.order()) {
                if (id.equals(Precedence.TEST_START)) {
                    continue;
                }
                assertThat(access.backFirst(id, off)).as(id).isEmpty();
                off.remove(id);
                up = ready.record().access().part(id).orElseThrow().side();
                balance.merge(id, -1, Integer::sum);
            }
        }
    }

    @Test
    void everyDemoRecordHoldsToTheSchemaThatIsPublished(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "desk");
        var schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Path.of("../docs/formats/machine.schema.json")));
        for (String id : ids(client)) {
            String record = client.get("/api/machines/" + id + "/record").body();
            assertThat(schema.validate(record, InputFormat.JSON)).as(id).isEmpty();
            assertThat(schema.validate(
                            record.replaceFirst("\"restsOn\":\"[A-Z]+\"", "\"restsOn\":\"UP\""), InputFormat.JSON))
                    .isNotEmpty();
        }
    }

    @Test
    void aDrawnRecordIsCheckedWithoutBeingKept(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ObjectNode record = (ObjectNode)
                client.get("/api/machines/fenwright-journeyman-17/record").json();
        JsonNode look = client.post("/api/machines/check", record).json();
        assertThat(look.get("faults")).isEmpty();
        JsonNode top = look.at("/ways/1");
        assertThat(top.get("off").toString())
                .isEqualTo("[\"Battery pack\",\"Keyboard screws\",\"Keyboard\",\"Metal shroud\"]");
        assertThat(top.get("turns").asInt()).isEqualTo(1);
        // One edge less, and the sequence is another one.
        for (JsonNode part : record.at("/access/parts")) {
            if (part.get("id").asString().equals("shroud")) {
                ((ObjectNode) part).putArray("needsOff");
            }
        }
        assertThat(client.post("/api/machines/check", record)
                        .json()
                        .at("/ways/1/off")
                        .toString())
                .isEqualTo("[\"Battery pack\",\"Metal shroud\"]");
        ((ObjectNode) record.at("/access/parts/0")).putArray("needsOff").add("hatch");
        ((ObjectNode) record.get("access"))
                .withArray("closing")
                .addObject()
                .put("first", "hatch")
                .put("then", "nowhere");
        assertThat(client.post("/api/machines/check", record)
                        .json()
                        .get("faults")
                        .toString())
                .contains("needs itself in a circle", "access.closing[2].then");
        assertThat(client.get("/api/machines/fenwright-journeyman-17/versions").json())
                .hasSize(1);
    }

    /** A file from before catches, cables and closing were noted says nothing of them, and its screws have no names. */
    @Test
    void aRecordFileOfBeforeIsReadOrRefusedWithItsPlace(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ObjectNode record =
                (ObjectNode) client.get("/api/machines/ostrell-lantern/record").json();
        ((ObjectNode) record.get("access")).remove(List.of("closing", "outlines"));
        for (JsonNode part : record.at("/access/parts")) {
            ((ObjectNode) part).remove(List.of("catches", "connectors", "howOn", "checks"));
        }
        assertThat(client.post("/api/machines/check", record).json().get("faults"))
                .isEmpty();
        ((ObjectNode) record.at("/access/parts/0/fasteners/0")).remove("id");
        assertThat(client.post("/api/machines/check", record)
                        .json()
                        .get("faults")
                        .toString())
                .contains("access.parts[0].fasteners[0].id");
    }

    @Test
    void theOpeningSheetSaysEveryStepAndScrewToItsCount(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = planned(client, "skerrow-tern-16", "socket-a", "16GB 1Rx8 PC5-4800B-SA0-1010-XT");
        try (PDDocument pdf = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/opening-sheet.pdf"))) {
            String text = new PDFTextStripper().getText(pdf);
            assertThat(text)
                    .contains(
                            "Skerrow Tern 16",
                            "Bits: PH00, T5",
                            "6 × T5, 6.0 mm",
                            "4 × PH00, 3.0 mm",
                            "1 × PH00, 7.5 mm")
                    .containsSubsequence(
                            "Shut the machine right down",
                            "Take off: Bottom cover",
                            "Take off: Battery plug",
                            "Hold the power button",
                            "Take off: Heat plate",
                            "Socket A",
                            "Put back: Heat plate",
                            "Put back: Battery plug",
                            "First start",
                            "Put back: Bottom cover")
                    .doesNotContain("#");
        }
    }

    private static long planned(ApiClient client, String machine, String position, String label) {
        long id = client.post("/api/jobs", Map.of("machineId", machine, "owner", "Bus depot", "wish", "more"))
                .json()
                .get("id")
                .asLong();
        client.change(
                id,
                "AnswerIntake",
                Map.of("seal", "NONE", "battery", "GOOD", "encryption", "NOT_ENCRYPTED", "firmwareSettings", "NOTED"));
        client.change(
                id,
                "AddModule",
                Map.of("origin", "FOUND", "label", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "position", position));
        client.change(id, "AddModule", Map.of("origin", "TYPED", "label", label));
        client.change(id, "PlanModule", Map.of("position", position, "key", "m2"));
        ApiClient.Answer chosen = client.change(id, "ChoosePlan", Map.of("chosen", true));
        assertThat(chosen.status()).as(chosen.body()).isEqualTo(200);
        return id;
    }

    private static void open(ApiClient client, long id) {
        for (JsonNode step : client.get("/api/jobs/" + id).json().at("/opening/steps")) {
            if (!step.get("done").asBoolean()) {
                ApiClient.Answer done = client.change(
                        id, "TickStep", Map.of("step", step.get("id").asString(), "done", true));
                assertThat(done.status()).as(done.body()).isEqualTo(200);
            }
        }
    }

    /** Four short holes under one plate are one warning, and the drawing has the letters that it names. */
    @Test
    void whatIsTheSameOfSeveralScrewsIsSaidOnce(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = planned(client, "skerrow-tern-16", "socket-a", "16GB 1Rx8 PC5-4800B-SA0-1010-XT");
        open(client, id);
        ok(client.change(id, "ConfirmFit", Map.of("position", "socket-a", "done", true)));
        for (JsonNode step : client.get("/api/jobs/" + id).json().at("/opening/closing")) {
            if (step.get("part").asString().equals("plate")) {
                assertThat(step.get("warnings")).hasSize(1);
                assertThat(step.at("/warnings/0").asString()).startsWith("Holes a, b, c, d take 3.2 mm at most");
                List<String> letters = new ArrayList<>();
                step.get("fasteners").forEach(f -> letters.add(f.path("letter").asString("")));
                assertThat(letters).startsWith("a", "b", "c", "d");
                return;
            }
        }
        throw new AssertionError("the plate goes back");
    }

    /** What hands learned goes into the record, and nothing that stood there goes. */
    @Test
    void lessonsGoIntoTheRecord(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String at = "/api/machines/ostrell-lantern";
        assertThat(learn(client, at, "HOW_OFF", "hatch", "Begin at the corner of the speaker")
                        .status())
                .isEqualTo(200);
        learn(client, at, "BROKE", "hatch", "The hook in front breaks when it is lifted first");
        learn(client, at, "KEY_SIDE", "lower", "towards the speaker");
        learn(client, at, "SIGNAL", "", "two clicks: no memory");
        client.post(at + "/lessons", Map.of("topic", "MINUTES", "about", "hatch", "text", "", "off", 44, "on", 51));
        assertThat(learn(client, at, "HOW_ON", "roof", "press").status()).isEqualTo(404);
        assertThat(learn(client, at, "HOW_ON", "hatch", " ").status()).isEqualTo(422);
        JsonNode record = client.get(at + "/record").json();
        JsonNode hatch = record.at("/access/parts/0");
        assertThat(hatch.get("how").asString())
                .contains("One screw", "corner of the speaker", "The hook in front breaks");
        assertThat(hatch.get("cautions").toString()).contains("RESISTANCE");
        assertThat(hatch.get("source").asString()).endsWith("own bench");
        assertThat(hatch.get("secondsOff").asInt()).isEqualTo(44);
        assertThat(hatch.get("secondsOn").asInt()).isEqualTo(51);
        assertThat(record.at("/positions/0/socket/keySide").asString()).isEqualTo("towards the speaker");
        assertThat(record.at("/positions/0/provenance").asString()).isEqualTo("OWN_BENCH");
        assertThat(record.at("/start/signals").toString()).contains("one long", "two clicks: no memory");
        assertThat(client.get(at + "/versions").json()).hasSize(6);
    }

    private static ApiClient.Answer learn(ApiClient client, String at, String topic, String about, String text) {
        return client.post(at + "/lessons", Map.of("topic", topic, "about", about, "text", text));
    }

    /** Out of the machine, into the drawer with a tag of its own; taken back, it is not there. */
    @Test
    void whatIsPulledLiesInTheDrawer(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = planned(client, "skerrow-tern-16", "socket-a", "16GB 1Rx8 PC5-4800B-SA0-1010-XT");
        open(client, id);
        client.change(id, "ConfirmFit", Map.of("position", "socket-a", "done", true, "out", "BIN"));
        JsonNode pulled = drawer(client, "pulled in job " + id);
        assertThat(pulled).hasSize(1);
        assertThat(pulled.get(0).get("labelLine").asString()).isEqualTo("8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        assertThat(pulled.get(0).get("tested").asString())
                .as("nobody saw it run")
                .isEqualTo("UNTESTED");
        // Whatever its note says by now, undone it is in one place.
        String tag = pulled.get(0).get("tag").asString();
        ok(client.put("/api/drawer/" + tag, ShelfSteps.said(client, tag, Map.of("note", "out of the weather post's"))));
        assertThat(client.change(id, "Undo", Map.of()).status()).isEqualTo(200);
        assertThat(drawer(client, tag)).isEmpty();
    }

    private static JsonNode drawer(ApiClient client, String words) {
        return client.get("/api/drawer?text=" + words.replace(" ", "%20"))
                .json()
                .get("modules");
    }
}
