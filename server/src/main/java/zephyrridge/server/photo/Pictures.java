package zephyrridge.server.photo;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.MetadataException;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.concurrent.Semaphore;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.ImageOutputStream;
import zephyrridge.server.web.Problem;

/**
 * Makes a picture of ours out of one that was uploaded: decoded, turned upright, at most {@value #LONGEST} pixels long, and encoded
 * anew, so that nothing but the pixels goes on: no place, no owner, no hidden file behind it.
 */
final class Pictures {
    /** Longest side kept, in pixels. */
    static final int LONGEST = 2000;
    /** More pixels than this are not decoded: a small file can unfold into more memory than there is. */
    static final long MOST_PIXELS = 60_000_000;

    /** Bytes that a pixel may take while it is decoded: some encodings hold the whole picture in several forms at once. */
    private static final int BYTES_PER_PIXEL = 16;

    /** One at a time, so that several people sending pictures do not add up to more memory than there is. */
    private static final Semaphore DECODING = new Semaphore(1);

    private static final float QUALITY = 0.85f;

    /** @param jpeg encoded here; width and height in pixels */
    record Picture(byte[] jpeg, int width, int height) {}

    private Pictures() {}

    /** The most pixels that are decoded with so much memory for everything. */
    static long mostPixels(long heapBytes) {
        return Math.min(MOST_PIXELS, heapBytes / BYTES_PER_PIXEL);
    }

    /** @throws Problem when these bytes are no picture that can be taken */
    static Picture reencode(byte[] upload) {
        DECODING.acquireUninterruptibly();
        try {
            return decoded(upload);
        } finally {
            DECODING.release();
        }
    }

    private static Picture decoded(byte[] upload) {
        ImageIO.setUseCache(false);
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(upload))) {
            ImageReader reader = reader(in);
            try {
                reader.setInput(in, true, true);
                BufferedImage read = read(reader);
                return encode(upright(read, orientation(upload)));
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof Problem p) {
                throw p;
            }
            // The decoders throw what they like at a damaged file; all of it means the same to whoever sent it.
            throw Problem.invalid("photo", "PICTURE_DAMAGED");
        }
    }

    private static ImageReader reader(ImageInputStream in) throws IOException {
        for (Iterator<ImageReader> readers = ImageIO.getImageReaders(in); readers.hasNext(); ) {
            ImageReader reader = readers.next();
            if (reader.getFormatName().equalsIgnoreCase("jpeg")
                    || reader.getFormatName().equalsIgnoreCase("png")) {
                return reader;
            }
            reader.dispose();
        }
        throw Problem.invalid("photo", "NO_PICTURE");
    }

    private static BufferedImage read(ImageReader reader) throws IOException {
        int width = reader.getWidth(0);
        int height = reader.getHeight(0);
        long most = mostPixels(Runtime.getRuntime().maxMemory());
        if ((long) width * height > most) {
            throw Problem.invalid("photo", "PICTURE_LARGE", "width", width, "height", height, "most", most / 1_000_000);
        }
        ImageReadParam param = reader.getDefaultReadParam();
        int step = Math.max(1, Math.max(width, height) / (2 * LONGEST));
        param.setSourceSubsampling(step, step, 0, 0);
        return reader.read(0, param);
    }

    /** EXIF orientation, 1 to 8; 1 where there is none. */
    private static int orientation(byte[] upload) {
        try {
            ExifIFD0Directory exif = ImageMetadataReader.readMetadata(new ByteArrayInputStream(upload))
                    .getFirstDirectoryOfType(ExifIFD0Directory.class);
            return exif != null && exif.containsTag(ExifIFD0Directory.TAG_ORIENTATION)
                    ? exif.getInt(ExifIFD0Directory.TAG_ORIENTATION)
                    : 1;
        } catch (ImageProcessingException | IOException | MetadataException e) {
            // The pixels could be read; that nobody knows which way is up is no reason to lose them.
            return 1;
        }
    }

    private static BufferedImage upright(BufferedImage image, int orientation) {
        boolean lying = orientation >= 5 && orientation <= 8;
        int width = image.getWidth();
        int height = image.getHeight();
        double scale = Math.min(1, (double) LONGEST / Math.max(width, height));
        int outWidth = Math.max(1, (int) Math.round((lying ? height : width) * scale));
        int outHeight = Math.max(1, (int) Math.round((lying ? width : height) * scale));
        AffineTransform turn = AffineTransform.getScaleInstance(scale, scale);
        switch (orientation) {
            case 2 -> turn.concatenate(new AffineTransform(-1, 0, 0, 1, width, 0));
            case 3 -> turn.concatenate(new AffineTransform(-1, 0, 0, -1, width, height));
            case 4 -> turn.concatenate(new AffineTransform(1, 0, 0, -1, 0, height));
            case 5 -> turn.concatenate(new AffineTransform(0, 1, 1, 0, 0, 0));
            case 6 -> turn.concatenate(new AffineTransform(0, 1, -1, 0, height, 0));
            case 7 -> turn.concatenate(new AffineTransform(0, -1, -1, 0, height, width));
            case 8 -> turn.concatenate(new AffineTransform(0, -1, 1, 0, 0, width));
            default -> {}
        }
        BufferedImage out = new BufferedImage(outWidth, outHeight, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = out.createGraphics();
        g.setBackground(java.awt.Color.WHITE);
        g.clearRect(0, 0, outWidth, outHeight);
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        g.drawImage(image, turn, null);
        g.dispose();
        return out;
    }

    private static Picture encode(BufferedImage image) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(QUALITY);
            writer.write(null, new IIOImage(image, null, null), param);
        } finally {
            writer.dispose();
        }
        return new Picture(bytes.toByteArray(), image.getWidth(), image.getHeight());
    }
}
