package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import zephyrridge.core.Firmware;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosDecoder;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.reading.spd.SpdDecoder;
import zephyrridge.core.reading.spd.SpdKey;
import zephyrridge.core.reading.spd.SpdReading;
import zephyrridge.core.survey.Dumps;

/** Reading over HTTP on a real MariaDB: files in, evidence out, accepted, corrected, taken back. */
@ExtendWith(TestServer.class)
class ReadingHttpTest {
    private static final String LABEL = "16GB 2Rx8 PC4-3200AA-SE1-11";

    private static long takeIn(ApiClient client, String machine) {
        return client.post("/api/jobs", Map.of("machineId", machine, "owner", "Survey team", "wish", "Maps"))
                .json()
                .get("id")
                .asLong();
    }

    private static ApiClient.Answer upload(ApiClient client, long job, String name, byte[] content) {
        return client.upload(
                "/api/jobs/" + job + "/sources?name=" + URLEncoder.encode(name, StandardCharsets.UTF_8),
                "application/octet-stream",
                content);
    }

    /** Uploads and adds; gives the source's id. */
    private static String hand(ApiClient client, long job, String name, byte[] content, Map<String, ?> more) {
        ApiClient.Answer kept = upload(client, job, name, content);
        assertThat(kept.status()).as(kept.body()).isEqualTo(201);
        String id = kept.json().get("id").asString();
        Map<String, Object> fields = new java.util.LinkedHashMap<>(Map.of("source", id, "name", name));
        fields.putAll(more);
        ApiClient.Answer added = client.change(job, "AddSource", fields);
        assertThat(added.status()).as(added.body()).isEqualTo(200);
        return id;
    }

    private static ModuleSpec spec(String label) {
        return LabelParser.parse(label).spec().orElseThrow();
    }

    private static byte[] spd(String label, String part, String serial) {
        return Dumps.spd(spec(label), new Dumps.Marking("Tindle", Optional.of(new Jep106(3, 0x15)), part, serial));
    }

    private static byte[] table(SmbiosContents.Device... devices) {
        return Firmware.table("Quarrow", "Fell 13", SmbiosEncoder.Wrapping.WINDOWS, devices);
    }

    private static JsonNode position(JsonNode evidence, String id) {
        for (JsonNode p : evidence.get("positions")) {
            if (p.get("position").asString().equals(id)) {
                return p;
            }
        }
        throw new AssertionError(id + " in " + evidence);
    }

    private static JsonNode field(JsonNode position, String field) {
        for (JsonNode f : position.get("fields")) {
            if (f.get("field").asString().equals(field)) {
                return f;
            }
        }
        throw new AssertionError(field + " in " + position);
    }

    private static List<String> codes(JsonNode findings) {
        return findings.valueStream().map(f -> f.get("code").asString()).toList();
    }

    /** A firmware table that calls the bank a module, and the chip of the module in the socket: held together, accepted, taken back. */
    @Test
    void firmwareAndChipBecomeTheAsFoundLayout(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = takeIn(ilka, "quarrow-fell-13");
        JsonNode machine = ilka.get("/api/machines/quarrow-fell-13").json();
        String socket = machine.get("positions")
                .valueStream()
                .filter(p -> p.get("soldered") == null)
                .findFirst()
                .orElseThrow()
                .get("id")
                .asString();
        hand(
                ilka,
                job,
                "table.bin",
                table(
                        Firmware.device("Bottom", 8, 0x0D, 1, "", ""),
                        Firmware.device("Top", 16, 0x0D, 2, "TN16-32", "0A0B0C0D")),
                Map.of());
        String chip = hand(ilka, job, "module.spd", spd(LABEL, "TN16-32", "0A0B0C0D"), Map.of());
        ApiClient.Answer answer = ilka.get("/api/jobs/" + job + "/evidence");
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        JsonNode evidence = answer.json();
        assertThat(codes(evidence.get("findings"))).contains("SURVEY_BANK_CALLED_MODULE");
        JsonNode found = position(evidence, socket);
        assertThat(found.at("/verdict/state").asString()).isEqualTo("FILLED");
        assertThat(found.get("line").asString()).isEqualTo("16GB 2Rx8 DDR4-3200 SO-DIMM");
        assertThat(field(found, "SERIAL").get("claims").size()).isEqualTo(2);
        assertThat(field(found, "CAPACITY").at("/claims/0/evidence").asString())
                .matches("(SPD|SMBIOS), byte \\d+ \\(0x[0-9A-F]+\\): .+");
        assertThat(evidence.get("acceptable").asBoolean()).isTrue();

        ApiClient.Answer accepted = ilka.change(job, "AcceptReading", Map.of());
        assertThat(accepted.status()).as(accepted.body()).isEqualTo(200);
        JsonNode view = accepted.json();
        assertThat(view.at("/modules/0/summary").asString()).isEqualTo("16 GB 2Rx8 DDR4-3200");
        assertThat(view.at("/modules/0/foundAt").asString()).isEqualTo(socket);
        assertThat(view.at("/before/firmwareTotal").asString()).isEqualTo("24 GB");
        assertThat(view.at("/before/rate").asInt()).isEqualTo(2666);
        assertThat(ilka.get("/api/jobs/" + job + "/evidence")
                        .json()
                        .get("acceptable")
                        .asBoolean())
                .isFalse();
        assertThat(ilka.change(job, "AcceptReading", Map.of()).status()).isEqualTo(422);

        // A chip in full: offsets and bytes, what no checksum covers, the clocks at each rate.
        JsonNode detail = ilka.get("/api/jobs/" + job + "/sources/" + chip).json();
        JsonNode part = detail.at("/groups/0/fields")
                .valueStream()
                .filter(f -> f.get("name").asString().equals(SpdKey.PART_NUMBER.term()))
                .findFirst()
                .orElseThrow();
        assertThat(part.get("offset").asInt()).isEqualTo(329);
        assertThat(part.get("note").asString()).contains("no checksum");
        assertThat(detail.at("/rates/0/clocks").asString()).startsWith("22-22-22");

        // Undo takes the acceptance back, then the chip; both come again.
        ilka.change(job, "Undo", Map.of());
        assertThat(ilka.get("/api/jobs/" + job).json().get("modules").size()).isZero();
        ilka.change(job, "Undo", Map.of());
        assertThat(ilka.get("/api/jobs/" + job + "/evidence")
                        .json()
                        .get("sources")
                        .size())
                .isEqualTo(1);
        ilka.change(job, "Redo", Map.of());
        assertThat(ilka.get("/api/jobs/" + job + "/evidence")
                        .json()
                        .get("sources")
                        .size())
                .isEqualTo(2);
    }

    @Test
    void labelAgainstFirmwareIsNamedAndSettledByHand(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = takeIn(ilka, "ostrell-drift-12");
        ilka.change(
                job,
                "AddModule",
                Map.of("origin", "FOUND", "label", "4GB 1Rx8 PC3L-12800S-11-13-B4", "position", "socket"));
        SmbiosContents.Device d = new SmbiosContents.Device(
                "A",
                "",
                Optional.of(ByteSize.ofGibibytes(8)),
                0x0D,
                0x18,
                0x4080,
                64,
                64,
                0,
                1600,
                800,
                0,
                "",
                "",
                "",
                "",
                Optional.empty());
        String source = hand(ilka, job, "firmware", table(d), Map.of());
        JsonNode evidence = ilka.get("/api/jobs/" + job + "/evidence").json();
        assertThat(codes(evidence.get("findings"))).contains("SURVEY_SOURCES_DISAGREE");
        assertThat(field(position(evidence, "socket"), "CAPACITY")
                        .get("contradicted")
                        .asBoolean())
                .isTrue();
        // 800 beside 1600: the firmware printed the clock.
        assertThat(field(position(evidence, "socket"), "RUNNING").get("held").asString())
                .isEqualTo("1600 MT/s");
        assertThat(ilka.change(job, "CorrectField", Map.of("position", "socket", "field", "CAPACITY", "value", "much"))
                        .status())
                .isEqualTo(422);
        assertThat(ilka.change(job, "CorrectField", Map.of("position", "socket", "field", "CAPACITY", "value", "8gb"))
                        .status())
                .isEqualTo(200);
        JsonNode capacity =
                field(position(ilka.get("/api/jobs/" + job + "/evidence").json(), "socket"), "CAPACITY");
        assertThat(capacity.get("held").asString()).isEqualTo("8 GB");
        assertThat(capacity.get("byHand").asBoolean()).isTrue();
        // Accepted: the module is what is held true, its label stays what is printed on it, and the contradiction stays
        // in sight.
        JsonNode accepted = ilka.change(job, "AcceptReading", Map.of()).json();
        assertThat(accepted.at("/modules/0/summary").asString()).startsWith("8 GB");
        assertThat(accepted.at("/modules/0/labelLine").asString()).isEqualTo("4GB 1Rx8 PC3L-12800S-11-13-B4");
        JsonNode after = ilka.get("/api/jobs/" + job + "/evidence").json();
        assertThat(after.get("acceptable").asBoolean()).isFalse();
        assertThat(field(position(after, "socket"), "CAPACITY")
                        .get("contradicted")
                        .asBoolean())
                .isTrue();
        assertThat(ilka.change(job, "RemoveSource", Map.of("source", source)).status())
                .isEqualTo(200);
        assertThat(ilka.change(job, "RemoveSource", Map.of("source", source)).status())
                .isEqualTo(404);
    }

    /** Nobody saw the sockets under the keyboard: the look is offered with minutes and bits, and is gone when somebody looked. */
    @Test
    void theNextLook(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = takeIn(ilka, "fenwright-journeyman-17");
        JsonNode looks = ilka.get("/api/jobs/" + job + "/evidence").json().get("looks");
        JsonNode keyboard = looks.valueStream()
                .filter(l -> l.get("under").asString().contains("Keyboard"))
                .findFirst()
                .orElseThrow();
        assertThat(keyboard.get("bits").asDouble()).isGreaterThan(0.5);
        assertThat(keyboard.get("minutes").asInt()).isEqualTo(12);
        for (JsonNode p : keyboard.get("positions")) {
            assertThat(ilka.change(
                                    job,
                                    "SayWhatIsSeen",
                                    Map.of("position", p.asString(), "state", "EMPTY", "over", "TAPE"))
                            .status())
                    .isEqualTo(200);
        }
        // Tape over a socket, of which the record knows only a shroud.
        assertThat(codes(ilka.get("/api/jobs/" + job + "/evidence").json().get("findings")))
                .contains("SURVEY_COVER_NOT_IN_RECORD");
        looks = ilka.get("/api/jobs/" + job + "/evidence").json().get("looks");
        assertThat(looks.valueStream().noneMatch(l -> l.get("under").asString().contains("Keyboard")))
                .isTrue();
        assertThat(ilka.change(job, "SayWhatIsSeen", Map.of("position", "nowhere", "state", "EMPTY"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void listingsOfTheSystems(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = takeIn(ilka, "ostrell-drift-12");
        String cim =
                "[{\"Capacity\":8589934592,\"DeviceLocator\":\"DIMM0\",\"FormFactor\":12,\"SMBIOSMemoryType\":24,\"Speed\":1600,\"ConfiguredClockSpeed\":1600,\"PartNumber\":\"TN8\"}]";
        byte[] utf16 = ("\uFEFF" + cim).getBytes(StandardCharsets.UTF_16LE);
        assertThat(upload(ilka, job, "cim.json", utf16).json().get("what").asString())
                .isEqualTo("CIM listing, 1 memory device");
        String csv =
                "#TYPE Selected\r\n\"Capacity\",\"DeviceLocator\",\"Manufacturer\"\r\n\"8589934592\",\"DIMM0\",\"Tindle, \"\"new\"\"\"\r\n";
        assertThat(upload(ilka, job, "cim.csv", csv.getBytes(StandardCharsets.UTF_8))
                        .json()
                        .get("what")
                        .asString())
                .isEqualTo("CIM listing, 1 memory device");
        String tree =
                "{\"class\":\"system\",\"children\":[{\"id\":\"memory\",\"class\":\"memory\",\"size\":8589934592,\"children\":[{\"id\":\"bank:0\",\"class\":\"memory\",\"description\":\"SODIMM DDR3 1600 MHz\","
                        + "\"size\":8589934592,\"slot\":\"A\"}]}]}";
        assertThat(upload(ilka, job, "tree.json", tree.getBytes(StandardCharsets.UTF_8))
                        .json()
                        .get("what")
                        .asString())
                .isEqualTo("hardware lister's tree, 1 memory device");
        hand(
                ilka,
                job,
                "meminfo",
                "MemTotal:        7962100 kB\nMemFree: 1 kB\n".getBytes(StandardCharsets.UTF_8),
                Map.of());
        assertThat(ilka.get("/api/jobs/" + job + "/evidence")
                        .json()
                        .at("/baseline/usable")
                        .asString())
                .isEqualTo("7.6 GB");
        assertThat(upload(ilka, job, "label", LABEL.getBytes(StandardCharsets.UTF_8))
                        .json()
                        .get("kind")
                        .asString())
                .isEqualTo("LABEL");
    }

    @ParameterizedTest
    @CsvSource({
        "'',is nothing in it",
        "'Dear owner, it is done.',no label line",
        "'{\"a\":[1]}',no list of memory",
        "'[1,2',cannot be read to its end"
    })
    void whatIsNotRecognisedIsRefusedWithAReason(String content, String reason, TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        ApiClient.Answer answer =
                upload(ilka, takeIn(ilka, "ostrell-drift-12"), "x", content.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).as(answer.body()).isBetween(400, 422);
        assertThat(answer.body()).contains(content.isEmpty() ? "detail" : reason);
    }

    @Test
    void aSizeAloneIsAskedAboutBeforeItIsKept(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = takeIn(ilka, "ostrell-drift-12");
        ApiClient.Answer alone = upload(ilka, job, "typed", "8GB".getBytes(StandardCharsets.UTF_8));
        assertThat(alone.status()).isEqualTo(422);
        assertThat(alone.json().get("code").asString()).isEqualTo("ASKED_FIRST");
        assertThat(alone.json().get("detail").asString()).contains("8GB").contains("installed, usable");
        // Two answers beside a word that means nothing: no rest of it counts.
        ApiClient.Answer beside =
                upload(ilka, job, "typed", "8gb ram sorrel\n16gb ram".getBytes(StandardCharsets.UTF_8));
        assertThat(beside.status()).isEqualTo(422);
        assertThat(beside.json().get("detail").asString()).doesNotContain("The rest counts");
        assertThat(ilka.get("/api/jobs/" + job + "/evidence").json().get("sources"))
                .isEmpty();
        assertThat(upload(ilka, job, "typed", "8GB usable".getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(201);
    }

    @Test
    void bounds(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = takeIn(ilka, "ostrell-drift-12");
        assertThat(upload(ilka, job, "big", new byte[1_100_000]).status()).isEqualTo(413);
        assertThat(upload(ilka, job, "deep", ("[".repeat(3000)).getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(422);
        assertThat(upload(ilka, job, "", LABEL.getBytes(StandardCharsets.UTF_8)).status())
                .isEqualTo(422);
        assertThat(upload(ilka, 999_999, "x", LABEL.getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(404);
        // A source of one job is none of another's.
        String id = hand(ilka, job, "label", LABEL.getBytes(StandardCharsets.UTF_8), Map.of());
        long other = takeIn(ilka, "ostrell-drift-12");
        assertThat(ilka.change(other, "AddSource", Map.of("source", id, "name", "x"))
                        .status())
                .isEqualTo(404);
        assertThat(ilka.get("/api/jobs/" + other + "/sources/" + id + "/content")
                        .status())
                .isEqualTo(404);
        for (int i = 0; i < 199; i++) {
            assertThat(upload(ilka, job, "label", LABEL.getBytes(StandardCharsets.UTF_8))
                            .status())
                    .isEqualTo(201);
        }
        ApiClient.Answer full = upload(ilka, job, "label", LABEL.getBytes(StandardCharsets.UTF_8));
        assertThat(full.status()).isEqualTo(422);
        assertThat(full.body()).contains("200 files");
    }

    /** What we write in the real formats reads back: every module of the drawer, every machine. */
    @Test
    void downloadsToTryItWith(TestServer.Running server) {
        ApiClient desk = ApiClient.signedIn(server, "desk");
        int images = 0;
        List<JsonNode> modules = new java.util.ArrayList<>();
        for (int page = 0; page < 2; page++) {
            desk.get("/api/drawer?page=" + page).json().get("modules").forEach(modules::add);
        }
        for (JsonNode m : modules) {
            byte[] image = desk.getBytes("/api/drawer/" + m.get("tag").asString() + "/spd");
            Optional<SpdReading> reading = SpdDecoder.decode(Bytes.copyOf(image));
            if (reading.isPresent()) {
                images++;
                assertThat(reading.get().checksumsHold()).isTrue();
                assertThat(reading.get().spec().orElseThrow().summary())
                        .isEqualTo(spec(m.get("labelLine").asString()).summary());
            }
        }
        assertThat(images).isGreaterThan(50);
        for (JsonNode m : desk.get("/api/machines").json()) {
            byte[] table = desk.getBytes("/api/machines/" + m.get("id").asString() + "/smbios");
            assertThat(SmbiosDecoder.decode(Bytes.copyOf(table)).orElseThrow().devices())
                    .hasSize(m.get("sockets").asInt() + m.get("soldered").asInt());
        }
        byte[] table = desk.getBytes("/api/jobs/2/smbios");
        assertThat(SmbiosDecoder.decode(Bytes.copyOf(table)).orElseThrow().fitted())
                .isEqualTo(ByteSize.ofGibibytes(32));
        // The same table after the work, for its readings alone: nothing is kept of it.
        JsonNode glance = desk.upload("/api/glance/file", "application/octet-stream", table)
                .json();
        assertThat(glance.at("/readings/firmwareTotal").asString()).isEqualTo("32 GB");
        assertThat(glance.at("/readings").has("systemTotal")).isFalse();
        assertThat(glance.at("/readings/positionsFilled").asInt()).isEqualTo(2);
        JsonNode text = desk.upload(
                        "/api/glance/file",
                        "application/octet-stream",
                        "Installed RAM 12.0 GB (11.6 GB usable)".getBytes(StandardCharsets.UTF_8))
                .json();
        assertThat(text.at("/readings/systemTotal").asString()).isEqualTo("12 GB");
        assertThat(desk.upload("/api/glance/file", "application/octet-stream", new byte[] {1, 2, 3})
                        .json()
                        .get("readings"))
                .isEmpty();
    }

    @Test
    void makersAreNamedByTheShop(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = takeIn(ilka, "ostrell-drift-12");
        hand(ilka, job, "spd", spd("4GB 1Rx8 PC3L-12800S-11-13-B4", "X", "01020304"), Map.of("position", "socket"));
        ilka.call("PUT", "/api/makers/3/21", "{\"name\":\"<b>Tindle</b>\"}");
        assertThat(field(position(ilka.get("/api/jobs/" + job + "/evidence").json(), "socket"), "MAKER_ID")
                        .get("held")
                        .asString())
                .isEqualTo("<b>Tindle</b> (bank 3, 0x15)");
        ilka.call("PUT", "/api/makers/3/21", "{\"name\":\"\"}");
        assertThat(field(position(ilka.get("/api/jobs/" + job + "/evidence").json(), "socket"), "MAKER_ID")
                        .get("held")
                        .asString())
                .isEqualTo("bank 3, 0x15");
        assertThat(ilka.call("PUT", "/api/makers/200/21", "{\"name\":\"x\"}").status())
                .isEqualTo(422);
    }

    /** Small reckonings without a job, for the account that reads only too; wrong figures are refused by name. */
    @Test
    void reckonings(TestServer.Running server) {
        ApiClient desk = ApiClient.signedIn(server, "desk");
        JsonNode rates = desk.get("/api/figures/rates?rate=5600&cl=46&otherRate=5200&otherCl=42")
                .json();
        assertThat(rates.at("/lines/0").asString()).contains("16.43 ns").contains("44.8");
        assertThat(rates.get("belief").asString()).contains("7\u00a0%").contains("gains nothing");
        assertThat(desk.get("/api/figures/rates?rate=2666&cl=19&otherRate=2667&otherCl=19")
                        .json()
                        .get("belief")
                        .asString())
                .contains("one rate by two names");
        JsonNode drive = desk.get("/api/figures/drive?printed=500&unit=GB").json();
        assertThat(drive.at("/lines/0").asString()).contains("465.66");
        assertThat(drive.get("belief").asString()).contains("6.9");
        // The handbook of the trade's example: 16 GB of one rank x16 wants dies that DDR4 does not have.
        assertThat(desk.get("/api/figures/chips?generation=DDR4&gigabytes=16&ranks=1&width=16")
                        .json()
                        .at("/lines/0")
                        .asString())
                .contains("misread");
        JsonNode chips = desk.get("/api/figures/chips?generation=DDR5&gigabytes=16&chips=8")
                .json();
        assertThat(chips.at("/lines/0").asString()).contains("1Rx8").contains("16 Gbit");
        assertThat(chips.get("belief").asString()).contains("no second channel");
        for (String wrong : List.of(
                "rates?rate=5&cl=46&otherRate=5200&otherCl=42",
                "rates?rate=5600&cl=46",
                "drive?printed=500&unit=XB",
                "drive?printed=0&unit=GB",
                "chips?generation=DDR9",
                "chips?generation=DDR4&width=3000")) {
            assertThat(desk.get("/api/figures/" + wrong).status()).as(wrong).isBetween(400, 422);
        }
    }
}
