package zephyrridge.server.fielddesk;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.OrganisationSolver;
import zephyrridge.core.module.RateComparison;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.quantity.DriveSize;
import zephyrridge.server.text.Texts;

/** Small reckonings without a job; nothing is kept. */
@RestController
class FiguresController {
    /** @param lines what follows, each a sentence; {@code belief} what is often believed of it, answered; "" where nothing is */
    record FiguresView(List<String> lines, String belief) {}

    private static final int MOST_ORGANISATIONS = 8;
    private final Texts texts;

    FiguresController(Texts texts) {
        this.texts = texts;
    }

    /** Two modules by rate (MT/s) and CL. */
    @GetMapping("/api/figures/rates")
    FiguresView rates(
            @RequestParam @Min(200) @Max(12_000) int rate,
            @RequestParam @Min(2) @Max(100) int cl,
            @RequestParam @Min(200) @Max(12_000) int otherRate,
            @RequestParam @Min(2) @Max(100) int otherCl) {
        RateComparison c = new RateComparison(DataRate.ofName(rate), cl, DataRate.ofName(otherRate), otherCl);
        int more = c.morePercent();
        return new FiguresView(
                List.of(
                        texts.say(
                                "figures.rate",
                                "rate",
                                c.rate(),
                                "cl",
                                cl,
                                "first",
                                c.firstWord().inNanoseconds(),
                                "peak",
                                c.peak()),
                        texts.say(
                                "figures.rate",
                                "rate",
                                c.otherRate(),
                                "cl",
                                otherCl,
                                "first",
                                c.otherFirstWord().inNanoseconds(),
                                "peak",
                                c.otherPeak())),
                c.isSameRate() && rate != otherRate
                        ? texts.say("belief.SAME_RATE", "one", rate, "other", otherRate)
                        : texts.say(
                                "belief.LATENCY." + c.latency() + (more == 0 ? ".ALIKE" : more > 0 ? ".MORE" : ".LESS"),
                                "percent",
                                Math.abs(more)));
    }

    /** A drive's printed size as a system shows it. */
    @GetMapping("/api/figures/drive")
    FiguresView drive(@RequestParam @Min(1) @Max(100_000) int printed, @RequestParam DriveSize.Unit unit) {
        DriveSize d = new DriveSize(printed, unit);
        return new FiguresView(
                List.of(texts.say("figures.drive", "printed", printed, "unit", unit.name(), "shown", d.shown())),
                texts.say(
                        "belief.DRIVE",
                        "percent",
                        d.seemsMissingPermille() / 10 + "." + d.seemsMissingPermille() % 10,
                        "unit",
                        unit.name()));
    }

    /**
     * What a module can be made of, from whatever part of it is known.
     *
     * @param gigabytes of the module; {@code density} of a die in Gbit; {@code chips} that are seen on both sides together
     */
    @GetMapping("/api/figures/chips")
    FiguresView chips(
            @RequestParam MemoryGeneration generation,
            @RequestParam Optional<@Min(1) @Max(1024) Integer> gigabytes,
            @RequestParam Optional<@Min(1) @Max(8) Integer> ranks,
            @RequestParam Optional<@Min(4) @Max(32) Integer> width,
            @RequestParam Optional<@Min(1) @Max(64) Integer> density,
            @RequestParam Optional<@Min(1) @Max(80) Integer> chips,
            @RequestParam(defaultValue = "false") boolean ecc) {
        List<Organisation> found = OrganisationSolver.solve(new OrganisationSolver.Known(
                generation,
                gigabytes.map(ByteSize::ofGibibytes),
                number(ranks),
                number(width),
                density.map(DieDensity::ofGigabits),
                number(chips),
                ecc));
        List<String> lines = found.stream()
                .limit(MOST_ORGANISATIONS)
                .map(o -> texts.say(
                        "figures.chips",
                        "size",
                        texts.show(o.capacity()),
                        "label",
                        o.label(),
                        "chips",
                        o.packages(generation, ecc, Optional.empty()),
                        "density",
                        o.density()))
                .toList();
        String belief = generation == MemoryGeneration.DDR5
                ? texts.get("belief.TWO_HALVES")
                : found.stream().anyMatch(o -> o.deviceWidth() == 16 && o.packageRanks() == 1)
                        ? texts.get("belief.SINGLE_WIDE")
                        : "";
        return new FiguresView(lines.isEmpty() ? List.of(texts.get("figures.NONE")) : lines, belief);
    }

    private static OptionalInt number(Optional<Integer> n) {
        return n.map(OptionalInt::of).orElse(OptionalInt.empty());
    }
}
