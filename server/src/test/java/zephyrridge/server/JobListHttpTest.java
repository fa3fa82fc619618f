package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.TroubleSteps.NEW_24;
import static zephyrridge.server.TroubleSteps.fitted;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** All jobs as a list, one as a document with its files. */
@ExtendWith(TestServer.class)
class JobListHttpTest {
    /** What a spreadsheet would take for a formula is a text there; OWASP names these beginnings (CSV injection). */
    @Test
    void noCellIsAFormula(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        for (String begins : List.of("=", "+", "-", "@")) {
            ok(client.post(
                    "/api/jobs",
                    Map.of("machineId", "skerrow-tern-16", "owner", begins + "SUM(Formula)", "wish", begins + "1")));
        }
        assertThat(new String(client.getBytes("/api/jobs.csv"), StandardCharsets.UTF_8).lines())
                .filteredOn(l -> l.contains("SUM(Formula)"))
                .hasSize(4)
                .allMatch(l -> l.matches(".*,'[=+@-]SUM\\(Formula\\),'[=+@-]1,.*"));
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
        // Written before what came over the counter was listed, before screws could be drawn in a job, and before a
        // typed module said where it
        // comes from.
        String before = new String(out, StandardCharsets.UTF_8)
                .replaceFirst("\"schemaVersion\":\\d+", "\"schemaVersion\":6")
                .replace(",\"brought\":{\"serial\":\"\",\"things\":[]}", "")
                .replaceAll(",\"whence\":(\\{[^}]*}|null)", "")
                .replace("\"missing\":[],\"screws\":{}", "\"missing\":[]");
        assertThat(before).contains("\"missing\":[]}").doesNotContain("brought");
        JsonNode old = ok(
                client.upload("/api/jobs/import", "application/octet-stream", before.getBytes(StandardCharsets.UTF_8)));
        assertThat(old.get("fitLines")).isEqualTo(first.get("fitLines"));
        assertThat(old.get("typed")).isEqualTo(first.get("typed"));
        for (String wrong : List.of("{}", "[]", "7", "{\"format\":\"zephyr-ridge/job\",\"schemaVersion\":9}")) {
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
        String noPicture = new String(out, StandardCharsets.UTF_8)
                .replaceAll("\"owner\":\"[^\"]*\"", "\"owner\":\"Without a picture\"")
                .replaceAll("(\"kind\":\"PHOTO\",\"name\":\"\",\"content\":\\[\")[^\"]*", "$1bm8gcGljdHVyZQ==");
        assertThat(client.upload(
                                "/api/jobs/import",
                                "application/octet-stream",
                                noPicture.getBytes(StandardCharsets.UTF_8))
                        .status())
                .isBetween(400, 422);
        assertThat(client.get("/api/jobs").body()).doesNotContain("Without a picture");
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
}
