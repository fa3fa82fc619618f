package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.drew.imaging.ImageMetadataReader;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.GpsDirectory;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Photos, timers and machine records over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class WholeWalkHttpTest {
    private static long takeIn(ApiClient client, String machine) {
        return client.post("/api/jobs", Map.of("machineId", machine, "owner", "Valley library", "wish", ""))
                .json()
                .get("id")
                .asLong();
    }

    /** A picture whose left half is red and right half blue. */
    private static byte[] picture(String format, int width, int height) throws Exception {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.RED);
        g.fillRect(0, 0, width / 2, height);
        g.setColor(Color.BLUE);
        g.fillRect(width / 2, 0, width, height);
        g.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, format, out);
        return out.toByteArray();
    }

    /** The JPEG with an APP1 segment: EXIF that says "turn me right" (orientation 6), a maker's name, and a place. */
    private static byte[] withExif(byte[] jpeg) {
        byte[] tiff = {
            'M',
            'M',
            0,
            42,
            0,
            0,
            0,
            8,
            0,
            3,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            6,
            0,
            0,
            0x01,
            0x0F,
            0,
            2,
            0,
            0,
            0,
            4,
            'C',
            'a',
            'm',
            0,
            (byte) 0x88,
            0x25,
            0,
            4,
            0,
            0,
            0,
            1,
            0,
            0,
            0,
            50,
            0,
            0,
            0,
            0,
            0,
            1,
            0,
            1,
            0,
            2,
            0,
            0,
            0,
            2,
            'N',
            0,
            0,
            0,
            0,
            0,
            0,
            0
        };
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(jpeg, 0, 2);
        out.write(0xFF);
        out.write(0xE1);
        int length = 2 + 6 + tiff.length;
        out.write(length >> 8);
        out.write(length);
        out.writeBytes("Exif\0\0".getBytes(StandardCharsets.US_ASCII));
        out.writeBytes(tiff);
        out.write(jpeg, 2, jpeg.length - 2);
        return out.toByteArray();
    }

    private static BufferedImage shown(ApiClient client, long job, String photo) throws Exception {
        return ImageIO.read(new ByteArrayInputStream(client.getBytes("/api/jobs/" + job + "/photos/" + photo)));
    }

    @Test
    void aPhotoIsTurnedUprightAndCarriesNothingButPixels(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "quarrow-fell-13");
        byte[] sent = withExif(picture("jpeg", 400, 200));
        assertThat(ImageMetadataReader.readMetadata(new ByteArrayInputStream(sent))
                        .getFirstDirectoryOfType(GpsDirectory.class))
                .as("the test's picture has a place")
                .isNotNull();
        ApiClient.Answer kept = client.upload("/api/jobs/" + id + "/photos", "image/jpeg", sent);
        assertThat(kept.status()).as(kept.body()).isEqualTo(201);
        String photo = kept.json().get("id").asString();
        assertThat(client.change(id, "AddPhoto", Map.of("photo", photo, "caption", "lid, <b>left</b>"))
                        .json()
                        .at("/photos/0/caption")
                        .asString())
                .isEqualTo("lid, <b>left</b>");
        byte[] back = client.getBytes("/api/jobs/" + id + "/photos/" + photo);
        var metadata = ImageMetadataReader.readMetadata(new ByteArrayInputStream(back));
        assertThat(metadata.getFirstDirectoryOfType(ExifIFD0Directory.class)).isNull();
        assertThat(metadata.getFirstDirectoryOfType(GpsDirectory.class)).isNull();
        assertThat(new String(back, StandardCharsets.ISO_8859_1)).doesNotContain("Exif", "Cam");
        BufferedImage image = shown(client, id, photo);
        // Orientation 6: what was left is up.
        assertThat(image.getWidth()).isEqualTo(200);
        assertThat(image.getHeight()).isEqualTo(400);
        assertThat(new Color(image.getRGB(100, 50)).getRed()).isGreaterThan(200);
        assertThat(new Color(image.getRGB(100, 350)).getBlue()).isGreaterThan(200);
        // Out and back by undo; the picture itself is still there.
        assertThat(client.change(id, "RemovePhoto", Map.of("photo", photo))
                        .json()
                        .get("photos")
                        .size())
                .isZero();
        assertThat(client.change(id, "Undo", Map.of()).json().get("photos").size())
                .isEqualTo(1);
        assertThat(shown(client, id, photo)).isNotNull();
        assertThat(client.change(id, "AddPhoto", Map.of("photo", photo, "caption", ""))
                        .status())
                .as("twice")
                .isEqualTo(422);
        // A photo is its job's: through another job it is not there.
        long other = takeIn(client, "quarrow-fell-13");
        assertThat(client.get("/api/jobs/" + other + "/photos/" + photo).status())
                .isEqualTo(404);
        assertThat(client.change(other, "AddPhoto", Map.of("photo", photo, "caption", ""))
                        .status())
                .isEqualTo(404);
        assertThat(new ApiClient(server.address())
                        .get("/api/jobs/" + id + "/photos/" + photo)
                        .status())
                .isEqualTo(401);
        assertThat(ApiClient.signedIn(server, "desk")
                        .upload("/api/jobs/" + id + "/photos", "image/jpeg", sent)
                        .status())
                .isEqualTo(403);
    }

    @Test
    void largePhotosAreMadeSmallerAndTooLargeOnesRefused(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "quarrow-fell-13");
        String photo = client.upload("/api/jobs/" + id + "/photos", "image/png", picture("png", 5000, 1000))
                .json()
                .get("id")
                .asString();
        assertThat(shown(client, id, photo).getWidth()).isEqualTo(2000);
        assertThat(client.upload("/api/jobs/" + id + "/photos", "image/png", new byte[9 << 20])
                        .status())
                .isEqualTo(413);
        // Few bytes that would unfold into gigabytes: the header alone is enough to refuse.
        byte[] bomb = picture("png", 10, 10);
        bomb[16] = 0;
        bomb[17] = 0x7F;
        bomb[21] = 0x7F;
        ApiClient.Answer refused = client.upload("/api/jobs/" + id + "/photos", "image/png", bomb);
        assertThat(refused.status()).as(refused.body()).isEqualTo(422);
        assertThat(refused.json().get("field").asString()).isEqualTo("photo");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "GIF89a", "<svg xmlns='http://www.w3.org/2000/svg'/>", "\u00ff\u00d8\u00ff\u00e0nonsense"})
    void whatIsNoPictureIsRefused(String bytes, TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "quarrow-fell-13");
        ApiClient.Answer answer =
                client.upload("/api/jobs/" + id + "/photos", "image/jpeg", bytes.getBytes(StandardCharsets.ISO_8859_1));
        assertThat(answer.status()).as(answer.body()).isIn(400, 422);
        assertThat(answer.json().get("detail").asString()).isNotBlank();
        assertThat(client.upload(
                                "/api/jobs/" + id + "/photos", "text/html", bytes.getBytes(StandardCharsets.ISO_8859_1))
                        .status())
                .isEqualTo(415);
    }

    /** Damaged pictures by the hundred: refused or taken, never an error of the server. */
    @Test
    void damagedPicturesNeverBreakTheServer(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        Random random = new Random(7);
        byte[][] good = {withExif(picture("jpeg", 64, 48)), picture("png", 64, 48)};
        for (int i = 0; i < 80; i++) {
            long id = i % 40 == 0 ? takeIn(client, "quarrow-fell-13") : 1;
            byte[] bytes = good[i % 2].clone();
            for (int n = random.nextInt(12); n >= 0; n--) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            ApiClient.Answer answer = client.upload(
                    "/api/jobs/" + id + "/photos",
                    i % 2 == 0 ? "image/jpeg" : "image/png",
                    java.util.Arrays.copyOf(bytes, bytes.length - random.nextInt(20)));
            assertThat(answer.status()).as(answer.body()).isIn(201, 422);
        }
    }

    @Test
    void timersOfSeveralJobsRunSideBySide(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long one = takeIn(ilka, "quarrow-fell-13");
        long other = takeIn(ilka, "skerrow-tern-16");
        assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "MEMORY_TEST", "seconds", 3600))
                        .status())
                .isEqualTo(201);
        JsonNode all = ilka.post("/api/jobs/" + other + "/timers", Map.of("kind", "DRAIN", "seconds", 30))
                .json();
        // The one that ends first stands first, each with its job, though the demo's day stands still.
        List<JsonNode> mine = all.valueStream()
                .filter(t -> t.get("job").asLong() == one || t.get("job").asLong() == other)
                .toList();
        assertThat(mine).extracting(t -> t.get("job").asLong()).containsExactly(other, one);
        assertThat(mine.get(0).get("secondsLeft").asLong()).isBetween(20L, 30L);
        assertThat(mine.get(1).get("secondsLeft").asLong()).isBetween(3590L, 3600L);
        String timer = mine.get(0).get("id").asString();
        // Through another job it is not put away; twice is no error.
        ilka.delete("/api/jobs/" + one + "/timers/" + timer);
        assertThat(ApiClient.signedIn(server, "desk").get("/api/timers").body()).contains(timer);
        assertThat(ilka.delete("/api/jobs/" + other + "/timers/" + timer).body())
                .doesNotContain(timer);
        assertThat(ilka.delete("/api/jobs/" + other + "/timers/" + timer).status())
                .isEqualTo(200);
        assertThat(ApiClient.signedIn(server, "desk")
                        .post("/api/jobs/" + one + "/timers", Map.of("kind", "DRAIN", "seconds", 30))
                        .status())
                .isEqualTo(403);
        assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "DRAIN", "seconds", 1))
                        .status())
                .isEqualTo(422);
        assertThat(ilka.post("/api/jobs/999999/timers", Map.of("kind", "DRAIN", "seconds", 30))
                        .status())
                .isEqualTo(404);
        for (int i = 0; i < 11; i++) {
            assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "OTHER", "seconds", 60))
                            .status())
                    .isEqualTo(201);
        }
        assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "OTHER", "seconds", 60))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aRecordComesOutAndGoesInAgainUnderAnotherName(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ApiClient.Answer out = client.get("/api/machines/halmira-panel-24/record");
        assertThat(out.status()).isEqualTo(200);
        assertThat(client.post("/api/machines", out.body()).json().get("code").asString())
                .isEqualTo("RECORD_EXISTS");
        ObjectNode record = (ObjectNode) new JsonMapper().readTree(out.body());
        record.put("id", "halmira-panel-24-copy").put("variant", "copy");
        ApiClient.Answer in = client.post("/api/machines", record);
        assertThat(in.status()).as(in.body()).isEqualTo(201);
        JsonNode view = client.get("/api/machines/halmira-panel-24-copy").json();
        assertThat(view.get("positions").size()).isEqualTo(4);
        assertThat(view.at("/positions/0/minutes").asInt()).isPositive();
        ObjectNode again = (ObjectNode)
                client.get("/api/machines/halmira-panel-24-copy/record").json();
        assertThat(again).isEqualTo(record);
        assertThat(takeIn(client, "halmira-panel-24-copy")).isPositive();
    }

    /** A record that does not hold together is refused with all its faults at once. */
    @Test
    void aFaultyRecordIsRefusedWithAllItsFaults(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ObjectNode record =
                (ObjectNode) client.get("/api/machines/halmira-panel-24/record").json();
        record.put("id", "no good id!");
        ((ObjectNode) record.at("/channels/0")).put("processor", "CPU9");
        ((ObjectNode) record.at("/positions/0")).putArray("channels").add("Z");
        ((ObjectNode) record.at("/positions/1")).putArray("access").addArray().add("no-such-part");
        ((ObjectNode) record.get("controller")).putArray("ways").add(2);
        ApiClient.Answer refused = client.post("/api/machines", record);
        assertThat(refused.status()).as(refused.body()).isEqualTo(422);
        assertThat(refused.json().get("code").asString()).isEqualTo("RECORD_FAULTY");
        assertThat(refused.json().get("faults").valueStream().map(f -> f.get("path")
                        .asString()))
                .contains(
                        "id",
                        "channels[0].processor",
                        "positions[0].channels",
                        "positions[1].access",
                        "controller.ways");
        record.remove("controller");
        ApiClient.Answer unreadable = client.post("/api/machines", record);
        assertThat(unreadable.status()).as(unreadable.body()).isIn(400, 422);
        assertThat(unreadable.json().get("detail").asString()).contains("controller");
        assertThat(ApiClient.signedIn(server, "desk")
                        .post("/api/machines", record)
                        .status())
                .isEqualTo(403);
    }

    @Test
    void nobodyMakesASecondFirstAccount(TestServer.Running server) {
        ApiClient stranger = new ApiClient(server.address());
        assertThat(stranger.get("/api/session").json().get("setUp").asBoolean()).isFalse();
        ApiClient.Answer answer = stranger.post(
                "/api/first-account",
                Map.of("code", "", "login", "mallow", "name", "Mallow", "password", "a-long-enough-one"));
        assertThat(answer.status()).as(answer.body()).isEqualTo(403);
    }
}
