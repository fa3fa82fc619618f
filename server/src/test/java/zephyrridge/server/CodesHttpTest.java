package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.NotFoundException;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.Result;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.multi.qrcode.QRCodeMultiReader;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What is printed with a code is read back off the paper, as a scanner would: QR per ISO/IEC 18004, by zxing's reader. */
@ExtendWith(TestServer.class)
class CodesHttpTest {
    private record Printed(String text, List<String> codes, int pages) {}

    private static Printed read(byte[] paper) throws IOException {
        try (PDDocument pdf = Loader.loadPDF(paper)) {
            List<String> codes = new ArrayList<>();
            PDFRenderer sheet = new PDFRenderer(pdf);
            for (int page = 0; page < pdf.getNumberOfPages(); page++) {
                codes.addAll(codes(sheet.renderImageWithDPI(page, 200)));
            }
            return new Printed(
                    new PDFTextStripper().getText(pdf).replaceAll("\\s+", " "), codes, pdf.getNumberOfPages());
        }
    }

    private static List<String> codes(BufferedImage page) {
        int[] pixels = page.getRGB(0, 0, page.getWidth(), page.getHeight(), null, 0, page.getWidth());
        try {
            Result[] found = new QRCodeMultiReader()
                    .decodeMultiple(
                            new BinaryBitmap(new HybridBinarizer(
                                    new RGBLuminanceSource(page.getWidth(), page.getHeight(), pixels))),
                            Map.of(DecodeHintType.TRY_HARDER, true));
            return java.util.Arrays.stream(found).map(Result::getText).toList();
        } catch (NotFoundException e) {
            return List.of();
        }
    }

    @Test
    void tagsCarryTheirCode(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        List<String> tags = IntStream.rangeClosed(1, 60)
                .mapToObj("D-%03d"::formatted)
                .filter(t -> client.get("/api/find?text=" + t).json().size() > 0)
                .limit(36)
                .toList();
        assertThat(tags).hasSizeGreaterThan(30);
        Printed printed =
                read(client.getBytes("/api/drawer/tags.pdf?tag=" + tags.stream().collect(Collectors.joining("&tag="))));
        assertThat(printed.codes()).containsExactlyInAnyOrderElementsOf(tags);
        tags.forEach(t -> assertThat(printed.text()).contains(t));
        assertThat(printed.pages()).isEqualTo(2);
        // What a scanner types is found as what it is on.
        JsonNode hit =
                ok(client.get("/api/find?text=" + printed.codes().get(0))).get(0);
        assertThat(hit.get("tag").asString()).isEqualTo(printed.codes().get(0));
    }

    @Test
    void whatIsNotThereOrTooMuchIsRefused(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ApiClient.Answer unknown = client.get("/api/drawer/tags.pdf?tag=D-001&tag=NONE-7");
        assertThat(unknown.status()).isEqualTo(404);
        assertThat(unknown.body()).contains("NONE-7");
        assertThat(client.get("/api/drawer/tags.pdf?tag=" + "D-001,".repeat(120) + "D-001")
                        .status())
                .isEqualTo(422);
        assertThat(client.get("/api/drawer/tags.pdf").status()).isBetween(400, 422);
    }

    @Test
    void bothHalvesOfTheTicketFindTheJob(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = client.post(
                        "/api/jobs",
                        Map.of("machineId", "skerrow-tern-16", "owner", "Peat cutter", "wish", "More room <b>&</b>"))
                .json()
                .get("id")
                .asLong();
        Printed ticket = read(client.getBytes("/api/jobs/" + id + "/ticket.pdf"));
        assertThat(ticket.codes()).containsExactly("#" + id, "#" + id);
        assertThat(ticket.text()).contains("Skerrow Tern 16", "Peat cutter", "More room <b>&</b>");
        assertThat(ok(client.get("/api/find?text=%23" + id)).get(0).get("job").asLong())
                .isEqualTo(id);
    }
}
