package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.gone;
import static zephyrridge.e2e.Technician.sees;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.extension.ExtendWith;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.OrganisationSolver;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.SpeedBin;
import zephyrridge.core.reading.label.LabelField;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.label.LabelReading;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/**
 * Drawn photos of labels and windows, read by the real page with the shipped recogniser. A few in every run; four hundred, with figures,
 * by -Dzephyr.pictures=400, of one grade by -Dzephyr.grades=hard (docs/performance.md).
 */
@ExtendWith({TestServer.class, Browser.class})
@Order(4)
class PictureTest {
    private static final List<LabelField> FIELDS = List.of(
            LabelField.GENERATION,
            LabelField.FORM_FACTOR,
            LabelField.BUFFERING,
            LabelField.ECC,
            LabelField.CAPACITY,
            LabelField.ORGANISATION,
            LabelField.RATE,
            LabelField.TIMINGS);
    private static final List<String> BESIDE =
            List.of("WEEK 31 2021", "P/N GR-S8-26K", "S/N 4471 0812", "1.2V", "Made for the valley", "2244");

    /** @param line as printed; {@code lines} all that is drawn, the line in one or two of them */
    private record Drawn(String line, List<String> lines, boolean headDown) {}

    private static final class Count {
        private int pictures;
        private int fields;
        private int right;
        private int wrong;
        private long millis;
    }

    /** The pages' own, with which the range draws its labels. */
    private static String drawing() {
        try {
            return Files.readString(Path.of("../web/src/features/practice/drawPicture.js"))
                    .replaceFirst("(?s)^.*export default (.*\\})\\s*$", "($1)");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static FilePayload picture(
            Page page, String kind, String grade, int seed, List<String> lines, boolean headDown) {
        Object jpeg = page.evaluate(
                drawing(), Map.of("lines", lines, "kind", kind, "grade", grade, "seed", seed, "headDown", headDown));
        return new FilePayload(
                kind + seed + ".jpg", "image/jpeg", Base64.getDecoder().decode((String) jpeg));
    }

    private static <T> T any(Random random, List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private static Drawn label(Random random) {
        MemoryGeneration g = any(
                random,
                List.of(MemoryGeneration.DDR3, MemoryGeneration.DDR4, MemoryGeneration.DDR4, MemoryGeneration.DDR5));
        Organisation o = any(
                random,
                OrganisationSolver.solve(new OrganisationSolver.Known(
                        g,
                        Optional.empty(),
                        java.util.OptionalInt.empty(),
                        java.util.OptionalInt.empty(),
                        Optional.empty(),
                        java.util.OptionalInt.empty(),
                        false)));
        SpeedBin bin = any(
                random,
                SpeedBin.all().stream()
                        .filter(b -> b.generation() == g
                                && Rates.row(g, b.rate())
                                        .filter(Rates.Row::sold)
                                        .isPresent())
                        .toList());
        long mib = o.capacity().mebibytes();
        String size = mib % 1024 == 0 ? mib / 1024 + "GB" : mib + "MB";
        String letter = any(random, List.of("U", "S", "S", "R", "E"));
        String card = any(random, List.of("A", "B", "C", "D", "E")) + random.nextInt(4);
        String pc =
                switch (g) {
                    case DDR3 -> "PC3" + any(random, List.of("", "L")) + "-"
                            + Rates.row(g, bin.rate()).orElseThrow().pcNumbers().get(0) + letter + "-" + bin.cl()
                            + "-11-" + card;
                    case DDR4 -> "PC4-" + bin.rate().name() + bin.letters() + "-" + letter + card + "-11";
                    default -> "PC5-" + bin.rate().name() + bin.letters() + "-" + letter + card + "-1010-XT";
                };
        String first = size + " " + o.label();
        List<String> lines = new ArrayList<>(random.nextInt(3) == 0 ? List.of(first, pc) : List.of(first + " " + pc));
        for (int n = random.nextInt(3); n > 0; n--) {
            lines.add(any(random, BESIDE));
        }
        return new Drawn(first + " " + pc, lines, random.nextInt(6) == 0);
    }

    private static JsonObject read(Page page, FilePayload picture) {
        Response answer = page.waitForResponse(
                r -> r.url().endsWith("/api/pictures/read"),
                () -> page.getByLabel("Photo or screenshot").first().setInputFiles(picture));
        sees(page.getByText("Put it away"));
        return JsonParser.parseString(answer.text()).getAsJsonObject();
    }

    private static void hold(Drawn drawn, JsonObject read, Count count) {
        LabelReading truth = LabelParser.parse(drawn.line);
        Optional<JsonObject> seen = read.getAsJsonArray("labels").asList().stream()
                .map(JsonElement::getAsJsonObject)
                .findFirst();
        for (LabelField f : FIELDS) {
            Optional<String> printed = truth.value(f).map(LabelReading.Value::value);
            if (printed.isEmpty()) {
                continue;
            }
            count.fields++;
            if (seen.isPresent() && !doubtful(seen.get()).contains(f)) {
                Optional<String> said = LabelParser.parse(
                                seen.get().getAsJsonArray("lines").get(0).getAsString())
                        .value(f)
                        .map(LabelReading.Value::value);
                count.right += said.equals(printed) ? 1 : 0;
                if (said.isPresent() && !said.equals(printed)) {
                    count.wrong++;
                    System.out.printf("Said wrongly of %s: %s for %s%n", drawn.line, said.get(), printed.get());
                }
            }
        }
    }

    private static List<LabelField> doubtful(JsonObject label) {
        return label.getAsJsonArray("asked").asList().stream()
                .map(JsonElement::getAsString)
                .map(LabelField::valueOf)
                .toList();
    }

    private static Map<String, Count> measured(Page page, int pictures, int seed) {
        Random random = new Random(seed);
        List<String> grades =
                List.of(System.getProperty("zephyr.grades", "clean,tilted,hard").split(","));
        page.navigate("/desk");
        Map<String, Count> counts = new TreeMap<>();
        for (int i = 0; i < pictures; i++) {
            Drawn drawn = label(random);
            String grade = grades.get(i % grades.size());
            Count count = counts.computeIfAbsent(grade, g -> new Count());
            FilePayload picture = picture(page, "label", grade, seed + i, drawn.lines, drawn.headDown);
            long from = System.nanoTime();
            JsonObject read = read(page, picture);
            count.millis += (System.nanoTime() - from) / 1_000_000;
            count.pictures++;
            hold(drawn, read, count);
        }
        counts.forEach((grade, c) -> System.out.printf(
                "Photographed labels, %s: %d of %d fields right, %d wrong and unasked, %d pictures, %d ms each%n",
                grade, c.right, c.fields, c.wrong, c.pictures, c.millis / c.pictures));
        return counts;
    }

    private static Page desk(TestServer.Running server, Browser.Running browser) {
        Page page = browser.newPage(server.address());
        page.waitForSelector("text=Demo accounts");
        new Technician(page).signIn("wren");
        return page;
    }

    @Test
    void aFewPhotosOfLabelsAreReadAndNothingIsSaidWrongly(
            TestServer.Running server, @Browser.Computing Browser.Running browser) {
        Map<String, Count> counts = measured(desk(server, browser), 6, 2501);
        assertThat(counts.values()).allSatisfy(c -> assertThat(c.wrong).isZero());
        assertThat(counts.get("clean").right).isGreaterThan(counts.get("clean").fields * 3 / 4);
    }

    @Test
    @EnabledIfSystemProperty(named = "zephyr.pictures", matches = "\\d+")
    void theWholeSet(TestServer.Running server, @Browser.Computing Browser.Running browser) {
        Map<String, Count> counts = measured(desk(server, browser), Integer.getInteger("zephyr.pictures"), 400);
        assertThat(counts).isNotEmpty().allSatisfy((grade, c) -> assertThat(c.wrong)
                .as(grade)
                .isLessThanOrEqualTo(grade.equals("hard") ? c.fields / 100 : c.fields / 500));
    }

    /** A label: chosen, taken by itself, and decoded; a window: its words, and the answer; nothing: said so. */
    @Test
    void theFieldDeskAnswersAPicture(TestServer.Running server, @Browser.Computing Browser.Running browser) {
        Page page = desk(server, browser);
        page.navigate("/desk");
        page.getByLabel("Photo or screenshot")
                .first()
                .setInputFiles(picture(page, "label", "clean", 1, List.of("8GB 1Rx8 PC4-2666V-SA1-11", "1.2V"), true));
        sees(page.getByText("8GB 1Rx8 PC4-2666V-SA1-11").first());
        assertThat(page.getByLabel("What the system says").inputValue()).isEqualTo("8GB 1Rx8 PC4-2666V-SA1-11");
        page.navigate("/desk");
        page.getByLabel("Photo or screenshot")
                .first()
                .setInputFiles(picture(
                        page,
                        "window",
                        "tilted",
                        2,
                        List.of("About", "Installed RAM 16.0 GB (15.4 GB usable)", "Processor 7 cores 2.36 GHz"),
                        false));
        sees(page.getByText("16 GB installed"));
        page.navigate("/desk");
        page.getByLabel("Photo or screenshot")
                .first()
                .setInputFiles(picture(page, "window", "clean", 3, List.of(" "), false));
        sees(page.getByText("Nothing that can be used is read in it"));
        page.getByLabel("Photo or screenshot")
                .first()
                .setInputFiles(new FilePayload("broken.png", "image/png", new byte[] {1, 2, 3}));
        sees(page.getByText("This browser cannot open the picture"));
    }

    /** Where the recogniser cannot be had, the page says so and what to do; once it can, and after a reading that was stopped, pictures are read. */
    @Test
    void aRecogniserThatDoesNotStartSaysSoAndAStoppedOneStartsAgain(
            TestServer.Running server, @Browser.Computing Browser.Running browser) {
        Page page = desk(server, browser);
        page.navigate("/desk");
        FilePayload label = picture(page, "label", "clean", 11, List.of("8GB 1Rx8 PC4-2666V-SA1-11", "1.2V"), false);
        page.route("**/recogniser/**", Route::abort);
        page.getByLabel("Photo or screenshot").first().setInputFiles(label);
        sees(page.getByText("The text recogniser does not start in this browser"));
        page.unroute("**/recogniser/**");
        Pattern end = Pattern.compile("Stop reading|Put it away");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(end))
                .click();
        page.getByLabel("Photo or screenshot").first().setInputFiles(label);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(end))
                .click();
        gone(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What the picture shows")));
        page.getByLabel("Photo or screenshot").first().setInputFiles(label);
        sees(page.getByText("A module’s label"));
        PlaywrightAssertions.assertThat(page.getByLabel("What the system says"))
                .hasValue(Pattern.compile("8GB 1Rx8 PC4-2666V-SA1-11"));
    }

    /** A sheet as it is printed, with one tag cut out of it. */
    private static FilePayload printedTag(ApiClient api, String tag) throws IOException {
        try (var pdf = Loader.loadPDF(api.getBytes("/api/drawer/tags.pdf?tag=" + tag))) {
            var sheet = new PDFRenderer(pdf).renderImageWithDPI(0, 150);
            ByteArrayOutputStream png = new ByteArrayOutputStream();
            ImageIO.write(sheet.getSubimage(40, 40, 500, 300), "png", png);
            return new FilePayload(tag + ".png", "image/png", png.toByteArray());
        }
    }

    /** A photo of a printed tag does what a hand scanner does: in the drawer, and in Find. */
    @Test
    void aPrintedTagIsFoundByItsPhoto(TestServer.Running server, @Browser.Computing Browser.Running browser)
            throws IOException {
        ApiClient api = ApiClient.signedIn(server, "ilka");
        // One of its own: others put those of the demo into machines meanwhile.
        String own = "PRINTED-7";
        assertThat(api.post(
                                "/api/drawer",
                                ("{'tag':'" + own
                                                + "','labelLine':'8GB 1Rx8 PC4-2666V-SA1-11','maker':'','partNumber':'','serial':'',"
                                                + "'tested':'UNTESTED','note':'','origin':'NEW','bin':'','bookValue':'0.00','count':1}")
                                        .replace('\'', '"'))
                        .status())
                .isEqualTo(201);
        FilePayload tag = printedTag(api, own);
        Page page = desk(server, browser);
        page.navigate("/drawer");
        page.getByLabel("Photo or screenshot").first().setInputFiles(tag);
        PlaywrightAssertions.assertThat(page.getByLabel("Search the drawer")).hasValue(own);
        sees(page.locator("[data-tag='PRINTED-7']"));
        page.navigate("/desk");
        page.locator("h1").click();
        page.keyboard().press("/");
        Locator find = page.getByRole(AriaRole.DIALOG);
        sees(find);
        find.getByLabel("Photo or screenshot").first().setInputFiles(tag);
        page.waitForURL("**/drawer?text=" + own);
        sees(page.locator("[data-tag='PRINTED-7']"));
    }

    /** The sticker on a machine's bottom chooses its record; what bears no name says so. */
    @Test
    void aStickerChoosesTheMachine(TestServer.Running server, @Browser.Computing Browser.Running browser) {
        Page page = desk(server, browser);
        Technician t = new Technician(page);
        t.button("Take a machine in (N)").click();
        page.getByLabel("Photo or screenshot")
                .first()
                .setInputFiles(picture(
                        page,
                        "label",
                        "tilted",
                        7,
                        List.of("QUARROW", "Model: FELL 13", "Input 19 V 3.3 A", "S/N 7714 0082"),
                        false));
        sees(page.getByText("Its sticker says Quarrow Fell 13"));
        PlaywrightAssertions.assertThat(
                        page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Machine")))
                .hasValue("Quarrow Fell 13");
        page.getByLabel("Photo or screenshot")
                .first()
                .setInputFiles(
                        picture(page, "label", "clean", 8, List.of("Input 19 V 3.3 A", "Made for the valley"), false));
        sees(page.getByText("No record's name is seen on it"));
    }
}
