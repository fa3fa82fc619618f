package zephyrridge.server.report;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.logging.Level;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;
import zephyrridge.core.change.Characters;
import zephyrridge.server.house.House;
import zephyrridge.server.house.Letterhead;

/** Turns a page of XHTML into an A4 PDF. Nothing is fetched while it is drawn: type comes from the application. */
@Component
public class Paper {
    private static final String STYLE =
            """
            @page { size: A4; margin: 14mm 14mm 16mm;
                @bottom-right { content: counter(page) " / " counter(pages); font: 8pt 'Ridge'; } }
            body { font-family: 'Ridge', sans-serif; font-size: 9.5pt; line-height: 1.32; color: #000; }
            h1 { font-size: 16pt; margin: 0 0 1mm; } h2 { font-size: 12pt; margin: 4mm 0 1.5mm; page-break-after: avoid; }
            p { margin: 0 0 1.2mm; } ul { margin: 0 0 1.5mm 4mm; padding: 0; }
            table { width: 100%; border-collapse: collapse; } td, th { text-align: left; vertical-align: top; padding: 0.7mm 1.5mm; }
            .step { border-top: 0.3mm solid #000; padding: 1.4mm 0 1mm; page-break-inside: avoid; }
            .box { width: 4mm; } .tick { display: inline-block; width: 3.4mm; height: 3.4mm; border: 0.4mm solid #000; }
            .min { width: 14mm; text-align: right; white-space: nowrap; } .quiet { font-size: 8pt; }
            .caution { font-weight: bold; } .drawing { width: 70mm; } .large { font-size: 18pt; font-weight: bold; }
            th { border-bottom: 0.3mm solid #000; } .sign { margin-top: 14mm; border-spacing: 6mm 0; border-collapse: separate; }
            .sign td { border-top: 0.3mm solid #000; font-size: 8pt; }
            .head { border-bottom: 0.6mm solid #000; margin-bottom: 5mm; padding-bottom: 1.5mm; font-size: 8pt; }
            .shop { font-size: 13pt; font-weight: bold; } .mark { border: 0.5mm solid #000; padding: 0 1.6mm; margin-right: 2mm; }
            .place { margin-top: 1.5mm; }
            .together { page-break-inside: avoid; } .card { border: 0.2mm dashed #888; width: 33%; height: 25mm; padding: 0; }
            .card .code { width: 22mm; padding: 0 1mm 0 0; } .card p { font-size: 7.5pt; margin: 0 0 0.6mm; }
            .card p.large { font-size: 14pt; }
            .cut { border-top: 0.3mm dashed #888; margin: 10mm 0; }
            """;

    /** For {@link #page}: nothing but this very style may apply, and nothing is loaded. */
    public static final String POLICY =
            "default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'; " + "style-src 'sha256-"
                    + sha256(STYLE) + "'";

    private static String sha256(String text) {
        try {
            return Base64.getEncoder()
                    .encodeToString(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }

    private final House house;

    Paper(House house) {
        this.house = house;
    }

    static {
        // Its log tells every page; only what goes wrong is wanted.
        XRLog.listRegisteredLoggers().forEach(l -> XRLog.setLevel(l, Level.WARNING));
    }

    /** Text as it may stand in a page. */
    public static String text(String words) {
        return HtmlUtils.htmlEscape(Characters.fit(words), "UTF-8");
    }

    /**
     * @param body XHTML whose texts went through {@link #text}
     * @return the PDF
     */
    public byte[] pdf(String title, String body) {
        return drawn(title, head() + body);
    }

    /** The same without the shop's head: what is cut up is no letter. */
    public byte[] bare(String title, String body) {
        return drawn(title, body);
    }

    private byte[] drawn(String title, String body) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useFont(() -> type("400Regular"), "Ridge", 400, FontStyle.NORMAL, true);
        builder.useFont(() -> type("700Bold"), "Ridge", 700, FontStyle.NORMAL, true);
        try (BatikSVGDrawer svg = new BatikSVGDrawer()) {
            builder.useSVGDrawer(svg);
            builder.useUriResolver((base, uri) -> null);
            builder.withHtmlContent(
                    "<html xmlns=\"http://www.w3.org/1999/xhtml\" lang=\"en\"><head><title>" + text(title)
                            + "</title><style>" + STYLE + "</style></head><body>" + body + "</body></html>",
                    null);
            builder.toStream(out);
            builder.run();
        } catch (IOException e) {
            throw new UncheckedIOException("drawing " + title, e);
        }
        return out.toByteArray();
    }

    /** @param name of the file, without its ending */
    public static ResponseEntity<byte[]> answer(String name, byte[] pdf) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + name + ".pdf\"")
                .contentType(MediaType.APPLICATION_PDF)
                .body(pdf);
    }

    /** The same as a page of its own, for a browser to print. */
    public String page(String title, String body) {
        return "<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"/><title>" + text(title)
                + "</title><style>" + STYLE + "</style></head><body>" + head() + body + "</body></html>";
    }

    /** The shop's name and mark, as the house has them; nothing where it has no name. */
    private String head() {
        Letterhead shop = house.letterhead().value();
        if (shop.name().isBlank()) {
            return "";
        }
        String mark = shop.mark().isBlank() ? "" : "<span class=\"mark\">" + text(shop.mark()) + "</span>";
        return "<div class=\"head\"><span class=\"shop\">" + mark + text(shop.name()) + "</span><div class=\"place\">"
                + text(shop.address()) + "</div></div>";
    }

    private static InputStream type(String weight) {
        try {
            return new ClassPathResource("print/" + weight + "/AtkinsonHyperlegibleNext_" + weight + ".ttf")
                    .getInputStream();
        } catch (IOException e) {
            throw new UncheckedIOException("the type for print is missing", e);
        }
    }
}
