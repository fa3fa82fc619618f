package zephyrridge.core.survey;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleIdentity;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.OrganisationSolver;
import zephyrridge.core.module.Stacking;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.Recognised;

/**
 * The module behind the values held true: a source's own, when nothing held contradicts it; else put together from the fields, the
 * commonest organisation where several fit.
 *
 * @param line as a label would say it
 */
record SpecFromClaims(Optional<ModuleSpec> spec, String line) {
    private static final SpecFromClaims NONE = new SpecFromClaims(Optional.empty(), "");

    interface Report {
        void add(SurveyFinding code, Severity severity, Subject subject, Detail detail, Evidence evidence);
    }

    static SpecFromClaims of(Position p, ModuleIdentity identity, List<Source> sources, Seen seen, Report report) {
        Optional<ModuleIdentity.Held> capacity = identity.field(ModuleField.CAPACITY);
        Optional<ModuleIdentity.Held> generation = identity.field(ModuleField.GENERATION);
        if (capacity.isEmpty() || generation.isEmpty() || p.isSoldered()) {
            return NONE;
        }
        SpecFromClaims made = own(identity, sources).orElseGet(() -> together(p, identity, seen, report));
        if (made.spec.isPresent()
                && seen != null
                && seen.chips().isPresent()
                && seen.chips().get() != made.spec.get().packages()) {
            ModuleSpec m = made.spec.get();
            report.add(
                    SurveyFinding.SURVEY_CHIPS_DISAGREE,
                    Severity.RISK,
                    Subject.position(p.id()),
                    new SurveyFinding.Chips(
                            p.label(),
                            seen.chips().get(),
                            m.packages(),
                            m.organisation().label()),
                    new Evidence.Word("chips seen", String.valueOf(seen.chips().get())));
        }
        return made;
    }

    /** A chip's or label's own module, when it is of this position and agrees with every value held. */
    private static Optional<SpecFromClaims> own(ModuleIdentity identity, List<Source> sources) {
        for (Source source : sources) {
            boolean here = identity.fields().values().stream()
                    .anyMatch(h -> h.claims().stream().anyMatch(c -> c.source().equals(source.id())));
            Optional<ModuleSpec> spec = source.content() instanceof Recognised.Chip c
                    ? c.reading().spec()
                    : source.content() instanceof Recognised.Label l
                            ? l.reading().spec()
                            : Optional.empty();
            Optional<ModuleSpec> agreed = spec.filter(m -> agrees(m, identity))
                    .or(() -> spec.flatMap(SpecFromClaims::stacked).filter(m -> agrees(m, identity)));
            if (here && agreed.isPresent()) {
                return Optional.of(new SpecFromClaims(
                        agreed,
                        source.content() instanceof Recognised.Label l
                                ? l.reading().line()
                                : line(agreed.get())));
            }
        }
        return Optional.empty();
    }

    /** DDR5's dual-die code the other way: the dies double the size (R-1.12: not sure; the other sources decide). */
    private static Optional<ModuleSpec> stacked(ModuleSpec m) {
        Organisation o = m.organisation();
        if (m.generation() != MemoryGeneration.DDR5 || o.stacking() != Stacking.MULTI_LOAD) {
            return Optional.empty();
        }
        return Optional.of(new ModuleSpec(
                m.generation(),
                m.formFactor(),
                m.buffering(),
                m.ecc(),
                m.checkBits(),
                new Organisation(
                        o.packageRanks(), o.deviceWidth(), o.density(), o.diesPerPackage(), Stacking.SINGLE_LOAD),
                m.rate(),
                m.timings(),
                m.millivolts(),
                m.heightMillimetres(),
                m.profileCl()));
    }

    private static boolean agrees(ModuleSpec m, ModuleIdentity identity) {
        Organisation o = m.organisation();
        return same(identity, ModuleField.GENERATION, m.generation().name())
                && same(identity, ModuleField.CAPACITY, m.capacity().toString())
                && same(identity, ModuleField.RANKS, String.valueOf(o.packageRanks()))
                && same(identity, ModuleField.DEVICE_WIDTH, "x" + o.deviceWidth())
                && same(identity, ModuleField.RATE, m.rate().toString())
                && same(identity, ModuleField.BUFFERING, m.buffering().name())
                && same(identity, ModuleField.ECC, m.ecc() ? "yes" : "no");
    }

    private static boolean same(ModuleIdentity identity, ModuleField field, String value) {
        return identity.field(field).map(h -> h.value().equals(value)).orElse(true);
    }

    private static SpecFromClaims together(Position p, ModuleIdentity identity, Seen seen, Report report) {
        MemoryGeneration generation;
        ByteSize capacity;
        DataRate rate;
        try {
            generation = MemoryGeneration.valueOf(identity.value(ModuleField.GENERATION));
            capacity = ByteSize.parse(identity.value(ModuleField.CAPACITY));
            rate = DataRate.parse(identity.value(ModuleField.RATE));
        } catch (IllegalArgumentException e) {
            // A value typed by hand, or none for the rate: nothing to put together yet.
            return NONE;
        }
        boolean ecc = identity.value(ModuleField.ECC).equals("yes");
        OptionalInt ranks = number(identity, ModuleField.RANKS);
        OptionalInt width = number(identity, ModuleField.DEVICE_WIDTH);
        OptionalInt chips = seen != null && seen.chips().isPresent()
                ? OptionalInt.of(seen.chips().get())
                : OptionalInt.empty();
        List<Organisation> fitting = OrganisationSolver.solve(new OrganisationSolver.Known(
                generation, Optional.of(capacity), ranks, width, Optional.empty(), chips, ecc));
        Subject subject = Subject.position(p.id());
        Evidence evidence = Evidence.Formula.of("capacity = ranks x (64 / width) x die / 8", capacity.mebibytes());
        String what = capacity + (ranks.isPresent() ? " " + ranks.getAsInt() + "R" : "")
                + (width.isPresent() ? "x" + width.getAsInt() : "") + " " + generation;
        if (fitting.isEmpty()) {
            report.add(
                    SurveyFinding.SURVEY_MODULE_CANNOT_BE,
                    Severity.RISK,
                    subject,
                    new SurveyFinding.Shape(p.label(), what),
                    evidence);
            return NONE;
        }
        Organisation taken = fitting.get(0);
        if (fitting.size() > 1) {
            report.add(
                    SurveyFinding.SURVEY_ORGANISATION_OPEN,
                    Severity.NOTE,
                    subject,
                    new SurveyFinding.Choice(
                            p.label(),
                            taken.label(),
                            fitting.stream().map(Organisation::label).toList()),
                    evidence);
        }
        String buffering = identity.value(ModuleField.BUFFERING);
        String form = identity.value(ModuleField.FORM_FACTOR);
        ModuleSpec spec = new ModuleSpec(
                generation,
                form.isEmpty() || form.equals("SOLDERED") ? p.formFactor() : FormFactor.valueOf(form),
                buffering.isEmpty() ? Buffering.UNBUFFERED : Buffering.valueOf(buffering),
                ecc,
                Optional.empty(),
                taken,
                rate,
                Optional.empty(),
                List.of(generation.nominalMillivolts()),
                Optional.empty());
        return new SpecFromClaims(Optional.of(spec), line(spec));
    }

    private static OptionalInt number(ModuleIdentity identity, ModuleField field) {
        String digits = identity.value(field).replace("x", "");
        return digits.matches("\\d{1,2}") ? OptionalInt.of(Integer.parseInt(digits)) : OptionalInt.empty();
    }

    /** "16GB 2Rx8 DDR4-3200 SO-DIMM": what the trade would write, for modules without a label line. */
    static String line(ModuleSpec m) {
        boolean laptop = m.formFactor() == FormFactor.SO_DIMM;
        String shape =
                switch (m.buffering()) {
                    case REGISTERED -> " RDIMM";
                    case LOAD_REDUCED -> " LRDIMM";
                    case CLOCKED -> laptop ? " CSODIMM" : " CUDIMM";
                    case UNBUFFERED -> laptop ? " SO-DIMM" : m.formFactor() == FormFactor.DIMM ? " DIMM" : "";
                };
        boolean implied = m.buffering() == Buffering.REGISTERED || m.buffering() == Buffering.LOAD_REDUCED;
        String ecc =
                m.checkBits().map(bits -> " EC" + bits).orElse(m.ecc() == implied ? "" : m.ecc() ? " ECC" : " NON-ECC");
        return m.capacity().toString().replace(" GiB", "GB").replace(" MiB", "MB") + " "
                + m.organisation().label() + " " + m.generation() + "-"
                + m.rate().name() + shape + ecc;
    }
}
