package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ReadingSteps.LABEL;
import static zephyrridge.server.ReadingSteps.codes;
import static zephyrridge.server.ReadingSteps.field;
import static zephyrridge.server.ReadingSteps.hand;
import static zephyrridge.server.ReadingSteps.position;
import static zephyrridge.server.ReadingSteps.spd;
import static zephyrridge.server.ReadingSteps.table;
import static zephyrridge.server.ReadingSteps.takeIn;
import static zephyrridge.server.ReadingSteps.upload;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import zephyrridge.core.Firmware;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.spd.SpdKey;

/** What a machine says of itself, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class ReadingHttpTest {
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
}
