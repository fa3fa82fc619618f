package zephyrridge.server;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.imageio.ImageIO;

/** Pictures that tests hand in. */
final class PictureSteps {
    private PictureSteps() {}

    static long takeIn(ApiClient client, String machine) {
        return client.post("/api/jobs", Map.of("machineId", machine, "owner", "Valley library", "wish", ""))
                .json()
                .get("id")
                .asLong();
    }

    /** A picture whose left half is red and right half blue. */
    static byte[] picture(String format, int width, int height) throws Exception {
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
    static byte[] withExif(byte[] jpeg) {
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
}
