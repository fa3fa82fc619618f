package zephyrridge.server.machine;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.QuickRecord;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.survey.QuickDraft;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** The few facts of a quick record, sizes as they are typed; a bare number means GB, as the only thing it can. */
record QuickMachine(
        @NotBlank @Size(max = 60) String maker,
        @NotBlank @Size(max = 60) String model,
        @NotNull @Size(max = 60) String variant,
        @NotNull MachineKind kind,
        @NotNull MemoryGeneration generation,
        @NotNull FormFactor formFactor,
        @NotEmpty @Size(max = QuickRecord.MOST_CHANNELS)
                List<@NotNull @Size(max = QuickRecord.MOST_POSITIONS) List<@Valid @NotNull SpotForm>> channels,
        Optional<@Min(1) @Max(QuickRecord.MOST_PROCESSORS) Integer> processors,
        @Min(100) @Max(20_000) int topRate,
        @NotNull @Valid WayForm main,
        Optional<@Valid WayForm> second,
        @NotNull QuickRecord.Plug plug,
        Optional<@Size(max = 20) String> makersMaximum,
        Optional<@Size(max = 20) String> controllersMaximum) {
    record SpotForm(@NotNull QuickRecord.SpotKind kind, Optional<@Size(max = 20) String> size, boolean second) {}

    record WayForm(@NotNull QuickRecord.WayIn wayIn, @Min(1) @Max(600) int minutes) {
        QuickRecord.Way toCore() {
            return new QuickRecord.Way(wayIn, minutes);
        }
    }

    /** A draft as the form takes it: what the source does not say is as it mostly is, and looked over by whoever asked for it. */
    static QuickMachine of(QuickDraft d) {
        boolean board = d.formFactor() == FormFactor.DIMM;
        MemoryGeneration generation = d.generation().orElse(MemoryGeneration.DDR4);
        return new QuickMachine(
                cut(d.maker()),
                cut(d.model()),
                "",
                d.processors() > 1 ? MachineKind.SERVER : board ? MachineKind.DESKTOP : MachineKind.LAPTOP,
                generation,
                d.formFactor(),
                d.channels().stream()
                        .map(c -> c.stream()
                                .map(s -> new SpotForm(s.kind(), s.size().map(Texts::size), s.second()))
                                .toList())
                        .toList(),
                Optional.of(d.processors()),
                d.topRate().map(DataRate::name).orElseGet(() -> Rates.all().stream()
                        .filter(r -> r.generation() == generation && r.sold())
                        .mapToInt(r -> r.rate().name())
                        .max()
                        .orElse(3200)),
                new WayForm(board ? QuickRecord.WayIn.COVER : QuickRecord.WayIn.WHOLE_BASE, board ? 3 : 8),
                Optional.empty(),
                board ? QuickRecord.Plug.NO_BATTERY : QuickRecord.Plug.NOT_KNOWN,
                Optional.empty(),
                Optional.empty());
    }

    private static String cut(String name) {
        return name.substring(0, Math.min(60, name.length()));
    }

    /** The id of a record that has no other: its name in small letters. */
    static String idOf(String maker, String model, String variant) {
        String id = (maker + " " + model + " " + variant)
                .strip()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        return id.substring(0, Math.min(64, id.length()));
    }

    QuickRecord toCore(String id) {
        try {
            return new QuickRecord(
                    id,
                    maker.strip(),
                    model.strip(),
                    variant.strip(),
                    kind,
                    generation,
                    formFactor,
                    channels.stream()
                            .map(c -> c.stream()
                                    .map(s -> new QuickRecord.Spot(s.kind, size("channels", s.size), s.second))
                                    .toList())
                            .toList(),
                    processors.orElse(1),
                    rate(),
                    main.toCore(),
                    second.map(WayForm::toCore),
                    plug,
                    size("makersMaximum", makersMaximum),
                    size("controllersMaximum", controllersMaximum));
        } catch (IllegalArgumentException e) {
            throw Problem.invalid("record", "RECORD_DOES_NOT_HOLD", "why", e.getMessage());
        }
    }

    private static Optional<ByteSize> size(String field, Optional<String> text) {
        return text.map(String::strip).filter(t -> !t.isEmpty()).map(t -> {
            try {
                return ByteSize.parse((t.matches("\\d{1,4}(?:[.,]\\d)?") ? t + " GB" : t).replace(',', '.'));
            } catch (IllegalArgumentException | ArithmeticException e) {
                throw Problem.invalid(field, "NO_SIZE", "text", t);
            }
        });
    }

    private DataRate rate() {
        return Rates.byName(generation, topRate)
                .map(Rates.Row::rate)
                .orElseThrow(() -> Problem.invalid("topRate", "NO_RATE", "rate", topRate, "generation", generation));
    }
}
