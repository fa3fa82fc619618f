package zephyrridge.server.drawer;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.reading.label.LabelLine;
import zephyrridge.core.reading.spd.SpdKey;
import zephyrridge.core.reading.spd.SpdReading;
import zephyrridge.server.maker.Makers;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** The drawer as the pages show it. */
@RestController
class DrawerController {
    /** @param jobId the job that holds it */
    record DrawerModuleView(
            String tag,
            String labelLine,
            String maker,
            String partNumber,
            String serial,
            Drawer.Tested tested,
            String note,
            String summary,
            MemoryGeneration generation,
            FormFactor formFactor,
            long mebibytes,
            int ranks,
            Optional<Long> jobId,
            Drawer.Origin origin,
            String bin,
            String bookValue,
            List<String> pairs) {}

    private final Drawer drawer;
    private final Texts texts;
    private final Makers makers;
    private final Recogniser.Trees trees;

    DrawerController(Drawer drawer, Texts texts, Makers makers, Recogniser.Trees trees) {
        this.makers = makers;
        this.trees = trees;
        this.drawer = drawer;
        this.texts = texts;
    }

    /** @param total of all pages */
    record DrawerPageView(int total, int page, int pages, List<DrawerModuleView> modules) {}

    record NewModuleRequest(
            @NotBlank @Size(max = 32) @Pattern(regexp = "[A-Za-z0-9._-]+") String tag,
            @NotBlank @Size(max = 200) String labelLine,
            @NotNull @Size(max = 100) String maker,
            @NotNull @Size(max = 64) String partNumber,
            @NotNull @Size(max = 64) String serial,
            @NotNull Drawer.Tested tested,
            @NotNull @Size(max = 500) String note,
            @NotNull Drawer.Origin origin,
            @NotNull @Size(max = 40) String bin,
            @NotNull Money bookValue,
            @Min(1) @Max(200) int count) {}

    record ChangeModuleRequest(
            @NotNull Drawer.Tested tested,
            @NotNull @Size(max = 40) String bin,
            @NotNull @Size(max = 500) String note,
            @NotNull Money bookValue) {}

    private static final int PAGE = 50;

    /** Every word that is given is in what is found: "16" finds 16 GB, tags with 16, part numbers with 16. */
    @GetMapping("/api/drawer")
    DrawerPageView modules(
            @RequestParam(defaultValue = "") @Size(max = 200) String text,
            @RequestParam Optional<Drawer.Tested> state,
            @RequestParam(defaultValue = "false") boolean free,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page) {
        Drawer.Page found = drawer.search(text, state, free, page * PAGE, PAGE);
        Map<String, List<String>> pairs = drawer.pairsOf(found.modules());
        return new DrawerPageView(
                found.total(),
                page,
                (found.total() + PAGE - 1) / PAGE,
                found.modules().stream()
                        .map(m -> view(m, pairs.getOrDefault(m.tag(), List.of())))
                        .toList());
    }

    @PostMapping("/api/drawer")
    @ResponseStatus(HttpStatus.CREATED)
    List<String> add(@Valid @RequestBody NewModuleRequest body) {
        return drawer.addSeveral(
                new Drawer.NewModule(
                        body.tag(),
                        body.labelLine().strip(),
                        body.maker(),
                        body.partNumber(),
                        body.serial(),
                        body.tested(),
                        body.note(),
                        body.origin(),
                        body.bin(),
                        body.bookValue()),
                body.count());
    }

    @PutMapping("/api/drawer/{tag}")
    void change(@PathVariable String tag, @Valid @RequestBody ChangeModuleRequest body) {
        drawer.change(tag, body.tested(), body.bin(), body.note(), body.bookValue());
    }

    /** @param bad lines that did not land, in words; the others did */
    record CsvAnswer(int landed, List<String> bad) {}

    /** Modules off a list: columns tag and label, and maker, part, serial, tested, note, origin, bin, book where they are there. */
    @PostMapping(value = "/api/drawer/csv", consumes = "text/csv")
    CsvAnswer csv(@RequestBody String csv) {
        return DrawerCsv.read(csv, drawer, texts);
    }

    /**
     * @param labelLine "" where no short line says what the module is: then its label is typed
     * @param sound whether the image's checksums hold
     */
    record ChipView(String labelLine, String maker, String partNumber, String serial, boolean sound) {}

    /** What a module's SPD image says of it, for the form that puts it in; nothing is kept. */
    @PostMapping(value = "/api/drawer/chip", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ChipView chip(@RequestBody byte[] image) {
        if (!(Recogniser.recognise(image, trees) instanceof Recognised.Chip chip)) {
            throw Problem.invalid("image", "NO_SPD_IMAGE");
        }
        SpdReading r = chip.reading();
        String id = r.text(SpdKey.MODULE_MAKER);
        return new ChipView(
                r.spec().flatMap(LabelLine::of).orElse(""),
                makers.byId().getOrDefault(id, id),
                r.text(SpdKey.PART_NUMBER),
                r.text(SpdKey.SERIAL),
                r.checksumsHold());
    }

    private DrawerModuleView view(Drawer.StockModule m, List<String> pairs) {
        return new DrawerModuleView(
                m.tag(),
                m.labelLine(),
                m.maker(),
                m.partNumber(),
                m.serial(),
                m.tested(),
                m.note(),
                texts.show(m.spec().summary()),
                m.spec().generation(),
                m.spec().formFactor(),
                m.spec().capacity().mebibytes(),
                m.spec().organisation().packageRanks(),
                m.jobId(),
                m.origin(),
                m.bin(),
                m.bookValue().toString(),
                pairs);
    }
}
