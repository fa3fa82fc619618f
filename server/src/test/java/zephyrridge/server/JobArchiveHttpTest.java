package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A whole job goes out and comes in with everything that it has, and no odd archive takes more than its share. */
@ExtendWith(TestServer.class)
class JobArchiveHttpTest {
    private static final String TOLD = "Installed RAM 8.00 GB (7.70 GB usable)";

    private static ApiClient.Answer bring(ApiClient client, byte[] body) {
        return client.upload("/api/jobs/import", "application/octet-stream", body);
    }

    private static ApiClient.Answer bring(ApiClient client, String body) {
        return bring(client, body.getBytes(StandardCharsets.UTF_8));
    }

    /** A job with a source and so many pictures of noise, which is what takes the most room. */
    private static long job(ApiClient client, String owner, int pictures, int side) throws IOException {
        long id = ok(client.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", owner, "wish", "more")))
                .get("id")
                .asLong();
        String source = ok(client.upload(
                        "/api/jobs/" + id + "/sources?name=window",
                        "application/octet-stream",
                        TOLD.getBytes(StandardCharsets.UTF_8)))
                .get("id")
                .asString();
        ok(client.change(id, "AddSource", Map.of("source", source, "name", "window")));
        BufferedImage noise = new BufferedImage(side, side, BufferedImage.TYPE_INT_RGB);
        new Random(7).ints((long) side * side).forEach(new java.util.function.IntConsumer() {
            private int at;

            @Override
            public void accept(int rgb) {
                noise.setRGB(at % side, at++ / side, rgb);
            }
        });
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(noise, "jpg", jpeg);
        for (int i = 0; i < pictures; i++) {
            String photo = ok(client.upload("/api/jobs/" + id + "/photos", "image/jpeg", jpeg.toByteArray()))
                    .get("id")
                    .asString();
            ok(client.change(id, "AddPhoto", Map.of("photo", photo, "caption", "corner " + i)));
        }
        return id;
    }

    private static Map<String, byte[]> entries(byte[] archive) throws IOException {
        Map<String, byte[]> all = new TreeMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(archive))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                all.put(e.getName(), zip.readAllBytes());
            }
        }
        return all;
    }

    private static byte[] archive(Map<String, byte[]> entries) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.setLevel(Deflater.BEST_SPEED);
            for (Map.Entry<String, byte[]> e : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(e.getKey()));
                zip.write(e.getValue());
            }
        }
        return out.toByteArray();
    }

    private static List<String> names(JsonNode nodes, String field) {
        List<String> all = new ArrayList<>();
        nodes.forEach(n -> all.add(n.get(field).asString()));
        return all;
    }

    /** Nothing of an import lies about for longer than it lasts; others go on beside this. */
    private static void nothingIsPutAside() throws IOException {
        List<Path> there = List.of();
        for (int i = 0; i < 3000; i++) {
            try (Stream<Path> all = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
                there = all.filter(p -> p.getFileName().toString().startsWith("zephyr-job"))
                        .toList();
            }
            if (there.isEmpty()) {
                return;
            }
            LockSupport.parkNanos(20_000_000);
        }
        assertThat(there).isEmpty();
    }

    /** Forty pictures of two megabytes each: an archive, or a document of about a hundred megabytes. */
    @Test
    void aJobWithFortyPicturesGoesOutAndIn(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "Forty pictures", 1, 1300);
        String photo = ok(client.get("/api/jobs/" + id)).at("/photos/0/id").asString();
        for (int i = 1; i < 40; i++) {
            String copy = UUID.randomUUID().toString();
            server.bean(DSLContext.class)
                    .execute(
                            "INSERT INTO job_photo (id, job_id, at, account, width, height, image)"
                                    + " SELECT ?, job_id, at, account, width, height, image FROM job_photo WHERE id = ?",
                            copy,
                            photo);
            ok(client.change(id, "AddPhoto", Map.of("photo", copy, "caption", "corner " + i)));
        }
        JsonNode first = ok(client.get("/api/jobs/" + id));
        assertThat(entries(client.getBytes("/api/jobs/" + id + "/archive.zip"))).hasSize(42);
        byte[] one = client.getBytes("/api/jobs/" + id + "/export");
        assertThat(one.length).isGreaterThan(60 << 20);
        JsonNode copy = ok(bring(client, one));
        assertThat(copy.get("photos")).hasSize(40);
        assertThat(names(copy.get("photos"), "caption")).isEqualTo(names(first.get("photos"), "caption"));
        assertThat(names(copy.get("photos"), "id")).doesNotContainAnyElementsOf(names(first.get("photos"), "id"));
        long other = copy.get("id").asLong();
        assertThat(client.getBytes("/api/jobs/" + other + "/photos/"
                        + copy.at("/photos/39/id").asString()))
                .startsWith(0xFF, 0xD8);
        nothingIsPutAside();
    }

    /** What somebody unpacked, looked at and packed again, in a folder and with things of their own, is the same job. */
    @Test
    void packedAgainItIsTheSame(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "Packed again", 1, 40);
        Map<String, byte[]> entries = entries(client.getBytes("/api/jobs/" + id + "/archive.zip"));
        assertThat(entries.keySet().stream().map(n -> n.replaceAll("[0-9a-f-]{36}", "ID")))
                .containsExactlyInAnyOrder("files/ID", "files/ID.jpg", "job.json");
        Map<String, byte[]> again = new TreeMap<>(Map.of("my folder/read me.txt", new byte[] {1}));
        entries.forEach((name, content) -> again.put("my folder/" + name, content));
        JsonNode copy = ok(bring(client, archive(again)));
        assertThat(names(copy.get("photos"), "caption")).containsExactly("corner 0");
        String other = "/api/jobs/" + copy.get("id").asLong();
        String source = ok(client.get(other + "/evidence")).at("/sources/0/id").asString();
        assertThat(client.getBytes(other + "/sources/" + source + "/content"))
                .isEqualTo(TOLD.getBytes(StandardCharsets.UTF_8));
        // A picture taken out of it is not there; the rest is.
        again.keySet().removeIf(n -> n.endsWith(".jpg"));
        assertThat(ok(bring(client, archive(again))).get("photos")).isEmpty();
    }

    @Test
    void whatIsTooMuchOrBrokenIsRefusedWhole(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "Too much", 1, 40);
        byte[] good = client.getBytes("/api/jobs/" + id + "/archive.zip");
        Map<String, byte[]> entries = entries(good);
        String photo = entries.keySet().stream()
                .filter(n -> n.endsWith(".jpg"))
                .findFirst()
                .orElseThrow();
        Map<String, byte[]> large = new TreeMap<>(entries);
        large.put(photo, new byte[9 << 20]);
        Map<String, byte[]> beside = new TreeMap<>(entries);
        beside.put("zeroes", new byte[9 << 20]);
        Map<String, byte[]> noPicture = new TreeMap<>(entries);
        noPicture.put(photo, "no picture".getBytes(StandardCharsets.UTF_8));
        Map<String, byte[]> long1 = new TreeMap<>(entries);
        String document = new String(entries.get("job.json"), StandardCharsets.UTF_8);
        long1.put(
                "job.json",
                document.replaceFirst(
                                "\\{",
                                "{\"x\":[\"" + "y".repeat(500_000) + ("\",\"" + "y".repeat(500_000)).repeat(40)
                                        + "\"],")
                        .getBytes(StandardCharsets.UTF_8));
        for (Map<String, byte[]> odd : List.of(large, beside, noPicture, long1)) {
            assertThat(bring(client, archive(odd)).status()).isIn(400, 422);
        }
        assertThat(bring(client, archive(large)).json().get("detail").asString())
                .contains("8 MB");
        // A small archive of many large nothings takes no more room than it may.
        Map<String, byte[]> many = new TreeMap<>();
        for (int i = 0; i < 40; i++) {
            many.put("files/" + UUID.randomUUID(), new byte[7 << 20]);
        }
        assertThat(bring(client, archive(many)).json().get("detail").asString()).contains("256 MB");
        for (Map<String, byte[]> empty : List.<Map<String, byte[]>>of(
                Map.of("other.txt", new byte[1]), Map.of("../../job.json", entries.get("job.json")))) {
            assertThat(bring(client, archive(empty)).status()).isEqualTo(422);
        }
        byte[] half = java.util.Arrays.copyOf(good, good.length / 2);
        assertThat(bring(client, half).status()).isEqualTo(422);
        assertThat(bring(client, "PK").status()).isEqualTo(422);
        // Thirty megabytes of nothing would be a gigabyte of objects.
        assertThat(bring(client, "{\"unit\":[" + "{},".repeat(10_000_000) + "{}]}")
                        .status())
                .isEqualTo(422);
        assertThat(bring(client, "{\"files\":[" + "{},".repeat(10_000_000) + "{}]}")
                        .status())
                .isEqualTo(422);
        String whole = new String(client.getBytes("/api/jobs/" + id + "/export"), StandardCharsets.UTF_8);
        assertThat(bring(client, whole.replaceFirst("\"files\":", "\"files\":[],\"files\":"))
                        .status())
                .isIn(201, 422);
        assertThat(bring(client, whole + "1").status()).isEqualTo(422);
        // The one that it was made of, and the one with an empty list of files before the other.
        assertThat(ok(client.get("/api/jobs")).get("jobs").valueStream().filter(j -> j.toString()
                        .contains("\"Too much\"")))
                .hasSizeBetween(1, 2);
        nothingIsPutAside();
    }

    /** All that is kept of an owner is one archive, a folder for each job, and each of them comes in again. */
    @Test
    void allOfAnOwnerIsOneArchive(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ApiClient lead = ApiClient.signedIn(server, "wren");
        List<Long> ids = List.of(job(client, "Two & jobs", 1, 40), job(client, "Two & jobs", 0, 40));
        String path = "/api/upkeep/owner/archive.zip?name=Two%20%26%20jobs";
        Map<String, byte[]> all = entries(lead.getBytes(path));
        assertThat(client.getWith(path, "Accept", "*/*").status()).isEqualTo(403);
        for (long id : ids) {
            JsonNode document = new JsonMapper().readTree(all.get("job-" + id + "/job.json"));
            assertThat(document.at("/order/owner").asString()).isEqualTo("Two & jobs");
        }
        all.keySet().removeIf(n -> !n.startsWith("job-" + ids.get(0) + "/"));
        assertThat(ok(bring(client, archive(all))).get("photos")).hasSize(1);
    }
}
