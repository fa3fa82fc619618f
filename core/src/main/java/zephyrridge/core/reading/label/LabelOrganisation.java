package zephyrridge.core.reading.label;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.OrganisationSolver;
import zephyrridge.core.module.Stacking;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.reading.label.LabelText.Part;
import zephyrridge.core.table.Spelling;

/** Capacity, ranks and width of a label line: what die they need, whether that die is made, and what the line may say instead. */
final class LabelOrganisation {
    private static final int LARGEST_GIB = 1024;
    private static final int MOST_SUGGESTED = 4;
    private static final String DENSITY_FORMULA = "die = capacity x width / (8 x ranks)";

    private final LabelNotes notes;
    private final LabelText text;
    private final String line;
    private final MemoryGeneration generation;
    private final boolean ecc;
    private final Optional<Integer> checkBits;
    private final Buffering buffering;

    LabelOrganisation(
            LabelNotes notes,
            LabelText text,
            String line,
            MemoryGeneration generation,
            boolean ecc,
            Optional<Integer> checkBits,
            Buffering buffering) {
        this.notes = notes;
        this.text = text;
        this.checkBits = checkBits;
        this.line = line;
        this.generation = generation;
        this.ecc = ecc;
        this.buffering = buffering;
    }

    /** @param pcFrom where the PC number begins; a missing part is suggested in front of it */
    Optional<Organisation> decode(
            Optional<Part> capacityPart, Optional<LabelText.OrganisationPart> organisationPart, int pcFrom) {
        Optional<ByteSize> capacity = capacityPart
                .map(LabelText::capacityMebibytes)
                .filter(mib -> mib > 0 && mib <= LARGEST_GIB * 1024)
                .map(ByteSize::ofMebibytes);
        capacity.ifPresent(c -> notes.printed(LabelField.CAPACITY, c.toString(), capacityPart.orElseThrow()));
        capacityPart.ifPresent(notes::noteConfusedDigits);
        organisationPart.ifPresent(o -> notes.printed(LabelField.ORGANISATION, printed(o), o.whole()));
        if (capacity.isPresent() && organisationPart.isPresent()) {
            return whole(capacity.get(), capacityPart.get(), organisationPart.get());
        }
        List<Organisation> fitting = OrganisationSolver.solve(new OrganisationSolver.Known(
                generation,
                capacity,
                organisationPart.map(o -> OptionalInt.of(o.ranks())).orElse(OptionalInt.empty()),
                organisationPart.map(o -> OptionalInt.of(o.width())).orElse(OptionalInt.empty()),
                Optional.empty(),
                OptionalInt.empty(),
                ecc));
        notes.missing(
                capacity.isEmpty() ? LabelField.CAPACITY : LabelField.ORGANISATION,
                fitting.stream()
                        .map(o -> o.capacity() + " " + o.label() + " of " + o.density())
                        .limit(6)
                        .toList());
        int insertAt = capacity.isPresent()
                ? capacityPart.get().to()
                : organisationPart.map(o -> o.whole().from()).orElse(pcFrom);
        fitting.forEach(o -> {
            String mended = capacity.isPresent()
                    ? o.label()
                    : o.capacity().toString().replace(" GiB", "GB").replace(" MiB", "MB");
            // What stands there and cannot be read is mended; only where nothing stands something is put in.
            Optional<Part> broken = capacity.isPresent() ? text.brokenOrganisation() : text.brokenCapacity();
            String better = broken.map(b -> replace(line, b, mended))
                    .orElse(line.substring(0, insertAt)
                            + (capacity.isPresent() ? " " + mended : mended + " ")
                            + line.substring(insertAt));
            int changed = broken.map(b -> Spelling.distance(b.text(), mended.toUpperCase(Locale.ROOT)))
                    .orElse(mended.length());
            notes.suggest(better, o.label(), o.density().toString(), changed, 0.5);
        });
        // What is nearest to what stands there is likeliest what was printed; of like ones the common first.
        notes.suggestions.sort(Comparator.comparingInt(LabelReading.Suggestion::charactersChanged));
        if (notes.suggestions.size() > MOST_SUGGESTED) {
            notes.suggestions.subList(MOST_SUGGESTED, notes.suggestions.size()).clear();
        }
        return Optional.empty();
    }

    private Optional<Organisation> whole(ByteSize capacity, Part capacityPart, LabelText.OrganisationPart part) {
        Stacking stacking = part.stackHeight().isPresent()
                ? Stacking.SINGLE_LOAD
                : part.package_().isPresent() ? Stacking.MULTI_LOAD : Stacking.SINGLE_DIE;
        int dies = part.stackHeight()
                .orElse(part.package_().map(c -> c == 'Q' ? 4 : 2).orElse(1));
        int logical = part.ranks() * (stacking == Stacking.SINGLE_LOAD ? dies : 1);
        int mebibits = Organisation.densityMebibitsFor(capacity, logical, part.width());
        DieDensity density = mebibits == 0 ? null : new DieDensity(mebibits);
        if (density == null || !generation.isMade(density)) {
            boolean coded = density != null && generation.isCodedOnly(density);
            impossible(
                    coded ? LabelFinding.LABEL_RARE_DENSITY : LabelFinding.LABEL_IMPOSSIBLE_DENSITY,
                    coded ? Severity.RISK : Severity.STOP,
                    capacity,
                    capacityPart,
                    part,
                    density);
            if (!coded) {
                return Optional.empty();
            }
        }
        Organisation organisation = new Organisation(part.ranks(), part.width(), density, dies, stacking);
        Evidence.Formula formula = Evidence.Formula.of(DENSITY_FORMULA, capacity.mebibytes(), part.width(), logical);
        notes.computed(LabelField.DIE_DENSITY, density.toString(), formula);
        int chips = organisation.packages(generation, ecc, checkBits);
        boolean open = ecc && generation == MemoryGeneration.DDR5 && checkBits.isEmpty();
        int fewer = open ? organisation.packages(generation, true, Optional.of(4)) : chips;
        if (open) {
            notes.find(
                    LabelFinding.LABEL_CHECK_BITS_OPEN,
                    Severity.NOTE,
                    new LabelFinding.Chips(fewer, chips),
                    notes.span(part.whole()));
        }
        notes.computed(
                LabelField.CHIPS,
                fewer == chips ? String.valueOf(chips) : fewer + " (EC4) or " + chips + " (EC8)",
                Evidence.Formula.of(
                        "chips = ranks x 64 / width / dies per chip + check chips",
                        logical,
                        part.width(),
                        dies,
                        ecc ? 1 : 0));
        if (ecc && part.width() == 16 && generation != MemoryGeneration.DDR5) {
            notes.find(
                    LabelFinding.LABEL_WIDTH_WITHOUT_ECC,
                    Severity.RISK,
                    new LabelFinding.Width(16, part.whole().text()),
                    notes.span(part.whole()));
        }
        if (part.ranks() == 1 && part.width() == 16 && buffering == Buffering.UNBUFFERED) {
            notes.find(
                    LabelFinding.LABEL_SINGLE_RANK_WIDE,
                    Severity.NOTE,
                    new LabelFinding.Width(16, part.whole().text()),
                    notes.span(part.whole()));
        }
        return Optional.of(organisation);
    }

    private void impossible(
            LabelFinding code,
            Severity severity,
            ByteSize capacity,
            Part capacityPart,
            LabelText.OrganisationPart part,
            DieDensity needed) {
        List<OrganisationSolver.Misreading> misreadings =
                OrganisationSolver.misreadings(generation, capacity, part.ranks(), part.width());
        List<String> made = generation.made().stream().map(DieDensity::toString).toList();
        notes.find(
                code,
                severity,
                new LabelFinding.Density(
                        capacity.toString(), printed(part), needed == null ? "no whole die" : needed.toString(), made),
                notes.span(part.whole()),
                Evidence.Formula.of(DENSITY_FORMULA, capacity.mebibytes(), part.width(), part.ranks()));
        for (OrganisationSolver.Misreading m : misreadings) {
            String better = replace(line, part.whole(), m.organisation().label());
            if (!m.capacity().equals(capacity)) {
                String gigabytes = m.capacity().mebibytes() / 1024 + "GB";
                better = capacityPart.from() < part.whole().from()
                        ? replace(better, capacityPart, gigabytes)
                        : replace(
                                replace(line, capacityPart, gigabytes),
                                part.whole(),
                                m.organisation().label());
            }
            notes.suggest(
                    better,
                    m.organisation().label(),
                    m.organisation().density().toString(),
                    m.charactersChanged(),
                    m.weight());
        }
    }

    private static String replace(String line, Part part, String with) {
        return line.substring(0, part.from()) + with + line.substring(part.to());
    }

    private static String printed(LabelText.OrganisationPart o) {
        return o.ranks()
                + (o.stackHeight()
                        .map(h -> "S" + h)
                        .orElse(o.package_().map(String::valueOf).orElse(""))) + "Rx" + o.width();
    }
}
