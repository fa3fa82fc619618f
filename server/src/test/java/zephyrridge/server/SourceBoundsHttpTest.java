package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ReadingSteps.LABEL;
import static zephyrridge.server.ReadingSteps.field;
import static zephyrridge.server.ReadingSteps.hand;
import static zephyrridge.server.ReadingSteps.position;
import static zephyrridge.server.ReadingSteps.spd;
import static zephyrridge.server.ReadingSteps.spec;
import static zephyrridge.server.ReadingSteps.table;
import static zephyrridge.server.ReadingSteps.takeIn;
import static zephyrridge.server.ReadingSteps.upload;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.reading.smbios.SmbiosDecoder;
import zephyrridge.core.reading.spd.SpdDecoder;
import zephyrridge.core.reading.spd.SpdReading;

/** What is refused, what is bounded, and the downloads to try it with. */
@ExtendWith(TestServer.class)
class SourceBoundsHttpTest {
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
        assertThat(alone.json().at("/choices/0/says").asString()).isEqualTo("Installed RAM 8GB");
        // What could stand on a module is asked about too, and read as the machine's once somebody said so.
        ApiClient.Answer whose = upload(ilka, job, "typed", "8GB DDR3 1600".getBytes(StandardCharsets.UTF_8));
        assertThat(whose.json().get("code").asString()).isEqualTo("ASKED_FIRST");
        assertThat(whose.json().get("detail").asString())
                .contains("in the machine")
                .contains("module");
        String says = whose.json().at("/choices/0/says").asString();
        assertThat(upload(ilka, takeIn(ilka, "ostrell-drift-12"), "typed", says.getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(201);
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
