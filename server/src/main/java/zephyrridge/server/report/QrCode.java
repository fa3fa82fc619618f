package zephyrridge.server.report;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Map;

/** A QR code (ISO/IEC 18004) as a drawing. */
public final class QrCode {
    /** The quiet zone that the standard asks for, in squares of the code. */
    private static final int QUIET = 4;

    private QrCode() {}

    /**
     * @param text what a scanner types: a bare tag, or the number of a job
     * @param millimetres its side, quiet zone included
     * @return an SVG element; a smudged quarter of the code does no harm yet (error correction Q)
     */
    static String svg(String text, int millimetres) {
        BitMatrix dark = encoded(text, ErrorCorrectionLevel.Q);
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < dark.getHeight(); y++) {
            for (int x = 0; x < dark.getWidth(); x++) {
                int from = x;
                while (x < dark.getWidth() && dark.get(x, y)) {
                    x++;
                }
                if (x > from) {
                    int wide = x - from;
                    path.append('M')
                            .append(from)
                            .append(' ')
                            .append(y)
                            .append('h')
                            .append(wide)
                            .append("v1h-")
                            .append(wide)
                            .append('z');
                }
            }
        }
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"" + millimetres + "mm\" height=\"" + millimetres
                + "mm\" viewBox=\"0 0 " + dark.getWidth() + " " + dark.getHeight() + "\"><path d=\"" + path
                + "\" fill=\"#000\"/></svg>";
    }

    /** For a terminal: two rows of squares to a line, light ones drawn, since terminals are dark more often than light. */
    public static String blocks(String text) {
        BitMatrix dark = encoded(text, ErrorCorrectionLevel.L);
        StringBuilder lines = new StringBuilder();
        for (int y = 0; y < dark.getHeight(); y += 2) {
            for (int x = 0; x < dark.getWidth(); x++) {
                boolean upper = !dark.get(x, y);
                boolean lower = y + 1 >= dark.getHeight() || !dark.get(x, y + 1);
                lines.append(upper ? lower ? '\u2588' : '\u2580' : lower ? '\u2584' : ' ');
            }
            lines.append('\n');
        }
        return lines.toString();
    }

    private static BitMatrix encoded(String text, ErrorCorrectionLevel level) {
        try {
            return new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(EncodeHintType.ERROR_CORRECTION, level, EncodeHintType.MARGIN, QUIET));
        } catch (WriterException e) {
            throw new IllegalArgumentException("no QR code holds: " + text, e);
        }
    }
}
