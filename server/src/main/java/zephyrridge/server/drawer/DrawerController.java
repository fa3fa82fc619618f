package zephyrridge.server.drawer;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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
import zephyrridge.core.reading.label.LabelLine;
import zephyrridge.core.reading.spd.SpdKey;
import zephyrridge.core.reading.spd.SpdReading;
import zephyrridge.server.house.House;
import zephyrridge.server.maker.Makers;
import zephyrridge.server.reading.Recognition;
import zephyrridge.server.report.Paper;
import zephyrridge.server.report.Sheet;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;
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
            List<String> pairs,
            long version,
            boolean gone) {}

    private final Drawer drawer;
    private final DrawerChanges changes;
    private final DrawerCsv lists;
    private final House house;
    private final Texts texts;
    private final Makers makers;
    private final Recognition recognition;
    private final Paper paper;

    DrawerController(
            Drawer drawer,
            DrawerChanges changes,
            DrawerCsv lists,
            House house,
            Texts texts,
            Makers makers,
            Recognition recognition,
            Paper paper) {
        this.paper = paper;
        this.makers = makers;
        this.recognition = recognition;
        this.drawer = drawer;
        this.changes = changes;
        this.lists = lists;
        this.house = house;
        this.texts = texts;
    }

    /**
     * @param total of all pages
     * @param currency of book values
     */
    record DrawerPageView(int total, int page, int pages, List<DrawerModuleView> modules, String currency) {}

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

    /** @param expectedVersion of what was seen */
    record ChangeModuleRequest(
            @Min(1) long expectedVersion,
            @NotBlank @Size(max = 200) String labelLine,
            @NotNull @Size(max = 100) String maker,
            @NotNull @Size(max = 64) String partNumber,
            @NotNull @Size(max = 64) String serial,
            @NotNull Drawer.Tested tested,
            @NotNull Drawer.Origin origin,
            @NotNull @Size(max = 40) String bin,
            @NotNull @Size(max = 500) String note,
            @NotNull Money bookValue) {}

    record OutRequest(@Min(1) long expectedVersion, @NotBlank @Size(max = 300) String reason) {}

    record ListOutRequest(
            @NotEmpty @Size(max = DrawerCsv.MOST_LINES) List<@NotBlank @Size(max = 32) String> tags,
            @NotBlank @Size(max = 300) String reason) {}

    record BackRequest(@Min(1) long expectedVersion) {}

    record NextTag(String tag) {}

    /** @param what in words: what became of which field */
    record ModuleChangeView(LocalDateTime at, String by, String what) {}

    private static final int PAGE = 50;
    /** Four sheets of paper. */
    private static final int MOST_TAGS = 120;

    /** Every word that is given is in what is found: "16" finds 16 GB, tags with 16, part numbers with 16. */
    @GetMapping("/api/drawer")
    DrawerPageView modules(
            @RequestParam(defaultValue = "") @Size(max = 200) String text,
            @RequestParam Optional<Drawer.Tested> state,
            @RequestParam(defaultValue = "false") boolean free,
            @RequestParam(defaultValue = "false") boolean gone,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page) {
        Drawer.Page found = drawer.search(text, state, free, gone, page * PAGE, PAGE);
        Map<String, List<String>> pairs = drawer.pairsOf(found.modules());
        return new DrawerPageView(
                found.total(),
                page,
                (found.total() + PAGE - 1) / PAGE,
                found.modules().stream()
                        .map(m -> view(m, pairs.getOrDefault(m.tag(), List.of())))
                        .toList(),
                house.terms().value().currency());
    }

    /** Puts a module into the drawer. */
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

    /** Changes what is said of a module in the drawer. */
    @PutMapping("/api/drawer/{tag}")
    void change(@PathVariable String tag, @Valid @RequestBody ChangeModuleRequest body, Principal who) {
        changes.change(
                body.expectedVersion(),
                new Drawer.NewModule(
                        tag,
                        body.labelLine().strip(),
                        body.maker(),
                        body.partNumber(),
                        body.serial(),
                        body.tested(),
                        body.note(),
                        body.origin(),
                        body.bin(),
                        body.bookValue()),
                who.getName());
    }

    /** Out for good; what jobs say of it stays. */
    @PutMapping("/api/drawer/{tag}/out")
    void takeOut(@PathVariable String tag, @Valid @RequestBody OutRequest body, Principal who) {
        changes.takeOut(tag, body.expectedVersion(), body.reason().strip(), who.getName());
    }

    /** A list that was put in comes out again, all of it or nothing. */
    @PutMapping("/api/drawer/out")
    void takeListOut(@Valid @RequestBody ListOutRequest body, Principal who) {
        changes.takeListOut(body.tags(), body.reason().strip(), who.getName());
    }

    /** Brings back a module that was taken out for good. */
    @PutMapping("/api/drawer/{tag}/back")
    void bringBack(@PathVariable String tag, @Valid @RequestBody BackRequest body, Principal who) {
        changes.bringBack(tag, body.expectedVersion(), who.getName());
    }

    /** What was said otherwise of it, the latest first, 200 at most. */
    @GetMapping("/api/drawer/{tag}/changes")
    List<ModuleChangeView> changes(@PathVariable String tag) {
        return changes.of(tag).stream()
                .map(c -> new ModuleChangeView(c.at(), c.by(), words(c)))
                .toList();
    }

    private String words(DrawerChanges.Changed c) {
        if (c.field() == DrawerChanges.Field.OUT) {
            return c.became().isEmpty() ? texts.get("drawer.back") : texts.say("drawer.out", "reason", c.became());
        }
        return texts.say(
                "drawer.changed",
                "field",
                texts.get("drawer.field." + c.field()),
                "was",
                said(c, c.was()),
                "became",
                said(c, c.became()));
    }

    private String said(DrawerChanges.Changed c, String value) {
        if (value.isEmpty()) {
            return texts.get("drawer.nothing");
        }
        return switch (c.field()) {
            case TESTED -> texts.show(Drawer.Tested.valueOf(value));
            case ORIGIN -> texts.show(Drawer.Origin.valueOf(value));
            default -> value;
        };
    }

    /** The next free number: what the form proposes. */
    @GetMapping("/api/drawer/next-tag")
    NextTag nextTag() {
        return new NextTag(drawer.freshTag(Set.of()));
    }

    /**
     * Modules off a list. A column with labels is needed; where there are no tags, the next free numbers are given.
     *
     * @param counts false to look it over only
     * @param column the column and its heading, as in LABEL=Bezeichnung, where headings do not speak for themselves
     */
    @Costly
    @PostMapping(value = "/api/drawer/csv", consumes = "text/csv")
    DrawerCsv.Looked csv(
            @RequestBody String csv,
            @RequestParam(defaultValue = "false") boolean counts,
            @RequestParam(defaultValue = "") @Size(max = 10) List<@Size(max = 200) String> column) {
        Map<DrawerCsv.Column, String> mapping = new EnumMap<>(DrawerCsv.Column.class);
        for (String c : column) {
            String[] parts = c.split("=", 2);
            DrawerCsv.Column is = Arrays.stream(DrawerCsv.Column.values())
                    .filter(x -> x.name().equals(parts[0]) && parts.length == 2)
                    .findFirst()
                    .orElseThrow(() -> Problem.invalid("column", "NO_SUCH_COLUMN", "column", c));
            mapping.put(is, parts[1]);
        }
        return lists.read(csv, mapping, counts);
    }

    /**
     * @param labelLine "" where no short line says what the module is: then its label is typed
     * @param sound whether the image's checksums hold
     */
    record ChipView(String labelLine, String maker, String partNumber, String serial, boolean sound) {}

    /** What a module's SPD image says of it, for the form that puts it in; nothing is kept. */
    @PostMapping(value = "/api/drawer/chip", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ChipView chip(@RequestBody byte[] image) {
        if (!(recognition.of(image) instanceof Recognised.Chip chip)) {
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

    /**
     * Tags to cut out and stick on, each with a code that a hand scanner or a photo reads as the bare tag.
     *
     * @param tag of modules that are here, in this order
     */
    @Costly
    @GetMapping("/api/drawer/tags.pdf")
    ResponseEntity<byte[]> tags(
            @RequestParam @Size(min = 1, max = MOST_TAGS) List<@NotBlank @Size(max = 32) String> tag) {
        List<Sheet.Card> cards = tag.stream()
                .map(t -> drawer.find(t).orElseThrow(() -> Problem.notFound("drawer module", t)))
                .map(m -> new Sheet.Card(m.tag(), List.of(texts.show(m.spec().summary()), m.labelLine())))
                .toList();
        return Paper.answer(
                "tags", paper.bare("Tags", new Sheet().cards(cards, 3).body()));
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
                pairs,
                m.version(),
                m.gone());
    }
}
