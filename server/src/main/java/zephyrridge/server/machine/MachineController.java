package zephyrridge.server.machine;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.Channel;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.OperatingSystem;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.machine.RecordGaps;
import zephyrridge.core.machine.Shape;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.reading.sticker.Sticker;
import zephyrridge.server.text.Texts;

/** Machine records: what Take in chooses from, and one looked at. */
@RestController
class MachineController {
    /**
     * @param sockets positions a module can go into; {@code soldered} banks on the board
     * @param version of the record that is told of
     * @param quirks what to know of this model before it is touched
     */
    /**
     * One position of the small picture.
     *
     * @param channels it feeds, counted from 0; {@code far} whether more has to come off for it than for the nearest socket
     */
    record SlotView(List<Integer> channels, boolean soldered, boolean far) {}

    record MachineSummary(
            String id,
            String name,
            MachineKind kind,
            MemoryGeneration generation,
            int sockets,
            int soldered,
            List<SlotView> slots,
            long version,
            boolean retired,
            List<String> quirks) {}

    /** @param lines what a recogniser read of a machine's sticker, of all its readings */
    record StickerLines(@NotNull @Size(max = 200) List<@NotNull @Size(max = 200) String> lines) {}

    /** @param whole whether all of its name is there; the machine is chosen only then */
    record StickerView(String id, String name, boolean whole) {}

    /** @param gap stable word; {@code text} what is not known, and what that means */
    record GapView(RecordGaps.Gap gap, String text) {}

    record OperatingSystemChoice(String id, String name, int wordBits) {}

    /** @param lids what must be off to reach it; {@code minutes} opening and closing */
    record PositionView(
            String id,
            String label,
            List<String> channels,
            FormFactor formFactor,
            Optional<String> soldered,
            List<String> lids,
            int minutes) {}

    record RecordLimitView(
            LimitClaim.Source source, LimitClaim.Quantity quantity, String value, boolean hard, String where) {}

    /**
     * @param rates the record's rate table in words, the row that counts first before the others
     * @param otherControllers that the model comes with beside the one that is told here, with their fastest rate
     */
    record MachineView(
            MachineSummary summary,
            List<String> processors,
            int channels,
            List<PositionView> positions,
            List<RecordLimitView> limits,
            List<String> steps,
            List<String> rates,
            List<String> otherControllers,
            List<String> start,
            List<GapView> gaps,
            boolean quick) {}

    private static final int MOST_ON_A_STICKER = 5;

    private final Machines machines;
    private final Texts texts;
    private final Quirks quirks;

    MachineController(Machines machines, Texts texts, Quirks quirks) {
        this.machines = machines;
        this.texts = texts;
        this.quirks = quirks;
    }

    /**
     * All models, those that were put aside with them.
     *
     * @param retired whether retired ones are told too
     */
    @GetMapping("/api/machines")
    List<MachineSummary> machines(@RequestParam(defaultValue = "false") boolean retired) {
        return machines.listed().stream()
                .filter(l -> retired || !l.retired())
                .map(this::summary)
                .toList();
    }

    /** Records whose name a machine's sticker bears, the surest first; the picture itself does not come here. */
    @PostMapping("/api/pictures/sticker")
    List<StickerView> sticker(@Valid @RequestBody StickerLines body) {
        Map<String, String> ids = new TreeMap<>();
        machines.listed().stream()
                .filter(l -> !l.retired())
                .map(l -> l.ready().record())
                .forEach(r -> ids.putIfAbsent(r.name(), r.id()));
        return Sticker.of(body.lines()).named(ids.keySet()).stream()
                .limit(MOST_ON_A_STICKER)
                .map(n -> new StickerView(ids.get(n.name()), n.name(), n.whole()))
                .toList();
    }

    MachineSummary summary(String id) {
        return summary(machines.one(id));
    }

    private MachineSummary summary(Machines.Listed listed) {
        MachineRecord r = listed.ready().record();
        int soldered = (int) r.positions().stream().filter(Position::isSoldered).count();
        return new MachineSummary(
                r.id(),
                r.name(),
                r.kind(),
                r.controller().generation(),
                r.positions().size() - soldered,
                soldered,
                slots(listed.ready()),
                listed.ready().version(),
                listed.retired(),
                quirks.of(r));
    }

    private static List<SlotView> slots(Machines.Ready ready) {
        MachineRecord r = ready.record();
        List<String> channels = r.channels().stream().map(Channel::id).toList();
        int nearest = r.positions().stream()
                .filter(p -> !p.isSoldered())
                .mapToInt(p -> ready.reach().get(p.id()).minutes())
                .min()
                .orElse(0);
        return r.positions().stream()
                .map(p -> new SlotView(
                        p.channels().stream().map(channels::indexOf).toList(),
                        p.isSoldered(),
                        !p.isSoldered() && ready.reach().get(p.id()).minutes() > nearest))
                .toList();
    }

    /** A model by its newest record. */
    @GetMapping("/api/machines/{id}")
    MachineView machine(@PathVariable String id) {
        Machines.Ready ready = machines.get(id);
        MachineRecord r = ready.record();
        return new MachineView(
                summary(id),
                r.processors(),
                r.channels().size(),
                r.positions().stream()
                        .map(p -> position(p, ready.reach().get(p.id())))
                        .toList(),
                r.limits().stream()
                        .map(l -> new RecordLimitView(l.source(), l.quantity(), texts.figure(l), l.isHard(), l.where()))
                        .toList(),
                r.controller().steps().stream().map(texts::show).toList(),
                r.controller().caps().stream().map(this::cap).toList(),
                r.otherControllers().stream()
                        .map(o -> texts.say(
                                "machine.otherController",
                                "name",
                                o.name(),
                                "rate",
                                texts.show(o.steps().get(0))))
                        .toList(),
                Stream.concat(quirks.notices(r.start()), r.start().signals().stream())
                        .toList(),
                RecordGaps.of(r).stream()
                        .map(g -> new GapView(g, texts.get("gap." + g)))
                        .toList(),
                machines.quick(id).isPresent());
    }

    /** The record as it is exchanged; the same document that POST takes. */
    @GetMapping("/api/machines/{id}/record")
    ResponseEntity<MachineRecord> record(@PathVariable String id) {
        MachineRecord record = machines.get(id).record();
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"machine-" + record.id().replaceAll("[^A-Za-z0-9-]", "_") + ".json\"")
                .body(record);
    }

    private PositionView position(Position p, Machines.Reach reach) {
        return new PositionView(
                p.id(),
                p.label(),
                p.channels(),
                p.formFactor(),
                p.soldered().map(s -> texts.show(s.summary())),
                reach.lid().stream().map(Part::name).toList(),
                reach.minutes());
    }

    private String counted(String key, int n) {
        return n == 1 ? texts.get(key + ".1") : texts.say(key, "n", n);
    }

    private String cap(RateCap c) {
        List<String> conditions = new ArrayList<>();
        c.modules().ifPresent(m -> conditions.add(counted("cap.modules", m)));
        c.ranks().ifPresent(r -> conditions.add(counted("cap.ranks", r)));
        c.unlikeSizes().ifPresent(u -> conditions.add(texts.get(u ? "cap.unlike" : "cap.like")));
        c.buffering().ifPresent(b -> conditions.add(texts.show(b)));
        c.allChannelsFilled().ifPresent(a -> conditions.add(texts.get(a ? "cap.allFilled" : "cap.someEmpty")));
        return (conditions.isEmpty() ? texts.get("cap.anything") : String.join(", ", conditions)) + ": "
                + texts.show(c.rate()) + " (" + c.source() + ")";
    }

    /** @param rates trade names in MT/s, the slowest first */
    record GenerationRates(MemoryGeneration generation, List<Integer> rates) {}

    /** A shape that memory comes in, as the quick record draws it; letters as in the core's table. */
    record ShapeView(String id, String name, FormFactor form, List<String> channels) {}

    /** The shapes that a quick record can have. */
    @GetMapping("/api/shapes")
    List<ShapeView> shapes() {
        return Shape.all().stream()
                .map(s -> new ShapeView(s.id(), texts.get("shape." + s.id()), s.form(), s.channels()))
                .toList();
    }

    /** The rates of each generation. */
    @GetMapping("/api/rates")
    List<GenerationRates> rates() {
        return Stream.of(MemoryGeneration.values())
                .map(g -> new GenerationRates(
                        g,
                        Rates.all().stream()
                                .filter(r -> r.generation() == g && r.sold())
                                .map(r -> r.rate().name())
                                .sorted()
                                .toList()))
                .filter(g -> !g.rates().isEmpty())
                .toList();
    }

    /** Operating systems and what of memory each uses. */
    @GetMapping("/api/operating-systems")
    List<OperatingSystemChoice> operatingSystems() {
        return OperatingSystem.all().stream()
                .map(os -> new OperatingSystemChoice(os.id(), os.name(), os.wordBits()))
                .toList();
    }
}
