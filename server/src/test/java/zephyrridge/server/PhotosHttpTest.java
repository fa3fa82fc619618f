package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.PictureSteps.picture;
import static zephyrridge.server.PictureSteps.takeIn;
import static zephyrridge.server.PictureSteps.withExif;

import com.drew.imaging.ImageMetadataReader;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.GpsDirectory;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Pictures: upright, small, without anything but pixels, and never the end of the server. */
@ExtendWith(TestServer.class)
class PhotosHttpTest {
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
}
