package zephyrridge.server.machine;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.OperatingSystem;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.machine.StartBehaviour;
import zephyrridge.core.machine.StarterRecord;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Machine records: what Take in chooses from, one looked at, a new one taken in. */
@RestController
class MachineController {
    /** @param sockets positions a module can go into; {@code soldered} banks on the board */
    record MachineSummary(
            String id, String name, MachineKind kind, MemoryGeneration generation, int sockets, int soldered) {
        static MachineSummary of(MachineRecord r) {
            int soldered =
                    (int) r.positions().stream().filter(Position::isSoldered).count();
            return new MachineSummary(
                    r.id(),
                    r.name(),
                    r.kind(),
                    r.controller().generation(),
                    r.positions().size() - soldered,
                    soldered);
        }
    }

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

    record LimitView(
            LimitClaim.Source source, LimitClaim.Quantity quantity, String value, boolean hard, String where) {}

    /** @param rates the record's rate table in words, the row that counts first before the others */
    record MachineView(
            MachineSummary summary,
            List<String> processors,
            int channels,
            List<PositionView> positions,
            List<LimitView> limits,
            List<String> steps,
            List<String> rates,
            List<String> start) {}

    /** The few facts of a first record; sizes as they are typed. */
    record NewMachine(
            @NotBlank @Size(max = 60) String maker,
            @NotBlank @Size(max = 60) String model,
            @NotNull @Size(max = 60) String variant,
            @NotNull MachineKind kind,
            @NotNull MemoryGeneration generation,
            @NotNull FormFactor formFactor,
            @Min(1) @Max(StarterRecord.MOST_CHANNELS) int channels,
            @Min(0) @Max(StarterRecord.MOST_SOCKETS) int socketsPerChannel,
            Optional<@Size(max = 20) String> soldered,
            @Min(100) @Max(20_000) int topRate,
            @NotNull StarterRecord.WayIn wayIn,
            @Min(1) @Max(600) int minutes,
            Optional<@Size(max = 20) String> makersMaximum) {}

    private final Machines machines;
    private final Texts texts;

    MachineController(Machines machines, Texts texts) {
        this.machines = machines;
        this.texts = texts;
    }

    @GetMapping("/api/machines")
    List<MachineSummary> machines() {
        return machines.all().stream().map(MachineSummary::of).toList();
    }

    @GetMapping("/api/machines/{id}")
    MachineView machine(@PathVariable String id) {
        Machines.Ready ready = machines.get(id);
        MachineRecord r = ready.record();
        return new MachineView(
                MachineSummary.of(r),
                r.processors(),
                r.channels().size(),
                r.positions().stream()
                        .map(p -> position(p, ready.reach().get(p.id())))
                        .toList(),
                r.limits().stream()
                        .map(l -> new LimitView(
                                l.source(),
                                l.quantity(),
                                l.size()
                                        .map(texts::show)
                                        .or(() -> l.density().map(texts::show))
                                        .orElse(""),
                                l.isHard(),
                                l.where()))
                        .toList(),
                r.controller().steps().stream().map(texts::show).toList(),
                r.controller().caps().stream().map(this::cap).toList(),
                start(r.start()));
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

    /** Takes a whole record in; one that does not hold together is refused with all its faults at once. */
    @PostMapping("/api/machines")
    @ResponseStatus(HttpStatus.CREATED)
    MachineSummary add(@RequestBody MachineRecord record) {
        machines.add(record);
        return MachineSummary.of(record);
    }

    /** Makes a first record out of a few facts. */
    @PostMapping("/api/machines/starter")
    @ResponseStatus(HttpStatus.CREATED)
    MachineSummary start(@Valid @RequestBody NewMachine body) {
        String id = (body.maker() + " " + body.model() + " " + body.variant())
                .strip()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-");
        try {
            return add(new StarterRecord(
                            id.substring(0, Math.min(64, id.length())),
                            body.maker().strip(),
                            body.model().strip(),
                            body.variant().strip(),
                            body.kind(),
                            body.generation(),
                            body.formFactor(),
                            body.channels(),
                            body.socketsPerChannel(),
                            size(body.soldered()),
                            rate(body),
                            body.wayIn(),
                            body.minutes(),
                            size(body.makersMaximum()))
                    .toRecord());
        } catch (IllegalArgumentException e) {
            throw Problem.invalid(
                    "record", "This record does not hold together: " + e.getMessage() + ". Correct it and send again.");
        }
    }

    private static Optional<ByteSize> size(Optional<String> text) {
        return text.filter(t -> !t.isBlank()).map(t -> ByteSize.parse(t.replace(',', '.')));
    }

    private static DataRate rate(NewMachine body) {
        return Rates.byName(body.generation(), body.topRate())
                .map(Rates.Row::rate)
                .orElseThrow(() -> Problem.invalid(
                        "topRate",
                        body.topRate() + " MT/s is no rate of " + body.generation()
                                + ". Choose one of its standard rates."));
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

    private String cap(RateCap c) {
        List<String> conditions = new ArrayList<>();
        c.modules().ifPresent(m -> conditions.add(m + (m == 1 ? " module" : " modules") + " in the fullest channel"));
        c.ranks().ifPresent(r -> conditions.add(r + (r == 1 ? " rank" : " ranks")));
        c.unlikeSizes().ifPresent(u -> conditions.add(u ? "unlike sizes in a channel" : "like sizes"));
        c.buffering().ifPresent(b -> conditions.add(texts.show(b)));
        c.allChannelsFilled().ifPresent(a -> conditions.add(a ? "all channels filled" : "some channel empty"));
        return (conditions.isEmpty() ? "anything" : String.join(", ", conditions)) + ": " + texts.show(c.rate()) + " ("
                + c.source() + ")";
    }

    private List<String> start(StartBehaviour start) {
        return Stream.concat(
                        Stream.of(
                                        start.needsMains() ? "NEEDS_MAINS" : "",
                                        start.asksForKey() ? "ASKS_FOR_KEY" : "",
                                        start.losesClock() ? "LOSES_CLOCK" : "")
                                .filter(n -> !n.isEmpty())
                                .map(n -> texts.get("notice." + n)),
                        start.signals().stream())
                .toList();
    }

    /** @param rates trade names in MT/s, the slowest first */
    record GenerationRates(MemoryGeneration generation, List<Integer> rates) {}

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

    @GetMapping("/api/operating-systems")
    List<OperatingSystemChoice> operatingSystems() {
        return OperatingSystem.all().stream()
                .map(os -> new OperatingSystemChoice(os.id(), os.name(), os.wordBits()))
                .toList();
    }
}
