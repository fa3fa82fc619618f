package zephyrridge.core.reading.label;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.SpeedBin;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.label.LabelReading.Origin;
import zephyrridge.core.reading.label.LabelText.Part;

/**
 * Decodes the label line of a module: the printed forms of DDR to DDR5 and the retail and informal ones (R-1.5, R-1.6; from
 * memory of JESD21-C 4.20 and JESD79). Never throws on text: what is wrong is a finding.
 *
 * <p>In one file: what a word means hangs on the words before it.
 */
public final class LabelParser {
    /** Letters of a module's kind, over all generations. */
    private static final String KNOWN_LETTERS = "UERSLTMNPF";

    private static final Evidence.Clause BINS = new Evidence.Clause("JESD79", "speed bins", true);

    private final LabelText text;
    private final LabelWords words;
    private final String line;
    private final LabelNotes notes;
    private Optional<Integer> profileCl = Optional.empty();

    private LabelParser(String line) {
        this.line = line;
        this.notes = new LabelNotes(line);
        this.text = new LabelText(line);
        this.words = new LabelWords(text.upper());
    }

    /** @param line one label line, at most 200 characters (longer ones come back with a finding and no values) */
    public static LabelReading parse(String line) {
        LabelParser parser = new LabelParser(line.length() > LabelText.LONGEST ? "" : line);
        if (line.length() > LabelText.LONGEST) {
            parser.notes.find(
                    LabelFinding.LABEL_TOO_LONG,
                    Severity.STOP,
                    new LabelFinding.Length(line.length(), LabelText.LONGEST),
                    LabelNotes.LABEL_FORM);
            return new LabelReading(line, List.of(), Optional.empty(), parser.notes.findings, List.of());
        }
        return parser.decode();
    }

    private LabelReading decode() {
        Optional<LabelText.PcPart> pc = text.pc();
        Optional<LabelWords.Kit> kit = words.kit();
        Optional<Part> capacityPart = kit.isPresent() ? kit.get().one() : text.capacityPart();
        kit.ifPresent(this::kit);
        Optional<LabelText.OrganisationPart> organisationPart = text.organisation();
        Optional<ModuleSpec> spec = Optional.empty();
        if (pc.isEmpty() && organisationPart.isEmpty()) {
            notes.find(
                    LabelFinding.LABEL_NOT_RECOGNISED,
                    Severity.STOP,
                    new LabelFinding.Line(line),
                    LabelNotes.LABEL_FORM);
        } else if (pc.isEmpty()) {
            notes.missing(LabelField.GENERATION, List.of());
        } else {
            spec = module(pc.get(), capacityPart, organisationPart);
        }
        notes.values.sort(Comparator.comparing(LabelReading.Value::field));
        notes.findings.sort(Finding.GRAVEST_FIRST);
        return new LabelReading(
                line, List.copyOf(notes.values), spec, List.copyOf(notes.findings), List.copyOf(notes.suggestions));
    }

    private Optional<ModuleSpec> module(
            LabelText.PcPart pc, Optional<Part> capacity, Optional<LabelText.OrganisationPart> organisation) {
        MemoryGeneration generation = MemoryGeneration.valueOf(pc.generation() == 1 ? "DDR" : "DDR" + pc.generation());
        notes.printed(LabelField.GENERATION, generation.name(), pc.whole());
        notes.noteConfusedDigits(pc.number());
        Optional<DataRate> rate = rate(generation, pc);
        Optional<SpeedBin> bin = rate.flatMap(r -> bin(generation, r, pc));
        List<Integer> millivolts = voltage(generation, pc);
        Optional<Buffering> buffering = moduleLetter(pc);
        boolean ecc = ecc(pc, buffering);
        if (buffering.isPresent() || words.ecc().isPresent()) {
            addEcc(pc, ecc);
        }
        Optional<Integer> checkBits = ecc && generation == MemoryGeneration.DDR5 ? words.checkBits() : Optional.empty();
        Optional<FormFactor> form = formFactor(pc);
        pc.rawCard().ifPresent(c -> notes.printed(LabelField.RAW_CARD, c.text(), c));
        pc.revision().ifPresent(r -> notes.printed(LabelField.SPD_REVISION, revision(r.digits()), r));
        pc.grade().ifPresent(g -> notes.printed(LabelField.TEMPERATURE_GRADE, g.text(), g));
        Optional<Organisation> whole = new LabelOrganisation(
                        notes, text, line, generation, ecc, checkBits, buffering.orElse(Buffering.UNBUFFERED))
                .decode(capacity, organisation, pc.whole().from());
        if (organisation.isEmpty()) {
            words.loneWidth()
                    .ifPresent(x -> notes.find(
                            LabelFinding.LABEL_WIDTH_OR_PIECES,
                            Severity.RISK,
                            new LabelFinding.Letter(x.text()),
                            notes.span(x)));
        }
        if (rate.isEmpty() || whole.isEmpty() || form.isEmpty() || buffering.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new ModuleSpec(
                generation,
                form.get(),
                buffering.get(),
                ecc,
                checkBits,
                whole.get(),
                rate.get(), // A label without a bin leaves the timings open, which a layout then says where it matters.
                bin.map(SpeedBin::timings),
                millivolts,
                Optional.empty(),
                profileCl));
    }

    private Optional<DataRate> rate(MemoryGeneration generation, LabelText.PcPart pc) {
        int number = pc.number().number();
        boolean transfers =
                pc.named() || (pc.generation() >= 4 && pc.number().text().length() == 4);
        boolean informal = pc.generation() == 3
                && !transfers
                && Rates.byName(generation, number).isPresent();
        Optional<Rates.Row> row = transfers || informal
                ? Rates.byName(generation, number)
                : Rates.byMegabytesPerSecond(generation, number);
        if (row.isEmpty()) {
            notes.find(
                    LabelFinding.LABEL_RATE_UNKNOWN,
                    Severity.STOP,
                    new LabelFinding.Number(number, transfers ? "MT/s" : "MB/s"),
                    notes.span(pc.number()));
            return Optional.empty();
        }
        DataRate rate = row.get().rate();
        if (informal) {
            notes.find(
                    LabelFinding.LABEL_UNIT_IS_INFORMAL,
                    Severity.NOTE,
                    new LabelFinding.Number(number, generation + "-" + rate.name()),
                    notes.span(pc.number()));
        } else if (!transfers) {
            notes.find(
                    LabelFinding.LABEL_UNIT_IS_MEGABYTES,
                    Severity.NOTE,
                    new LabelFinding.Number(number, generation + "-" + rate.name()),
                    notes.span(pc.number()));
        }
        notes.values.add(new LabelReading.Value(
                LabelField.RATE,
                rate.toString(),
                transfers || informal ? Origin.PRINTED : Origin.TABLE,
                transfers || informal ? notes.span(pc.number()) : new Evidence.Clause("JESD21-C", "PC numbers", true)));
        return Optional.of(rate);
    }

    private Optional<SpeedBin> bin(MemoryGeneration generation, DataRate rate, LabelText.PcPart pc) {
        List<String> known = SpeedBin.of(generation, rate).stream()
                .map(b -> b.letters() + " = " + b.clocks())
                .toList();
        if (pc.bin().isPresent()) {
            Part letters = pc.bin().get();
            Optional<SpeedBin> bin = SpeedBin.find(generation, rate, letters.text());
            if (bin.isEmpty()) {
                notes.find(
                        LabelFinding.LABEL_BIN_UNKNOWN,
                        Severity.RISK,
                        new LabelFinding.Bin(letters.text(), rate.toString(), known),
                        notes.span(letters),
                        BINS);
            } else {
                notes.values.add(
                        new LabelReading.Value(LabelField.TIMINGS, bin.get().clocks(), Origin.TABLE, BINS));
            }
            return bin;
        }
        if (pc.cl().isPresent()) {
            Part cl = pc.cl().get();
            if (generation == MemoryGeneration.DDR) {
                // Half clocks have no place in a layout's CAS latencies: shown, not planned with.
                String d = cl.digits();
                notes.printed(
                        LabelField.TIMINGS,
                        d.charAt(0) + (d.charAt(1) == '0' ? "" : "." + d.charAt(1)) + "-" + d.charAt(2) + "-"
                                + d.charAt(3),
                        cl);
                return Optional.empty();
            }
            int clocks = generation == MemoryGeneration.DDR2 ? cl.digits().charAt(0) - '0' : cl.number();
            Optional<SpeedBin> bin = SpeedBin.byCl(generation, rate, clocks);
            if (bin.isEmpty()) {
                notes.find(
                        LabelFinding.LABEL_CL_UNUSUAL,
                        Severity.RISK,
                        new LabelFinding.Bin(cl.digits(), rate.toString(), known),
                        notes.span(cl),
                        BINS);
            }
            if (generation == MemoryGeneration.DDR2) {
                notes.printed(LabelField.TIMINGS, String.join("-", cl.digits().split("")), cl);
            } else {
                bin.ifPresent(b ->
                        notes.values.add(new LabelReading.Value(LabelField.TIMINGS, b.clocks(), Origin.TABLE, BINS)));
            }
            return bin;
        }
        Optional<Part> words = this.words.cl();
        if (words.isPresent() && words.get().text().matches(".*[.,]5")) {
            // Half clocks, which only DDR has.
            notes.printed(LabelField.TIMINGS, "CL" + words.get().text().replace(',', '.'), words.get());
            return Optional.empty();
        }
        if (words.isPresent()) {
            return shopClocks(generation, rate, words.get(), known);
        }
        notes.missing(LabelField.TIMINGS, known);
        return Optional.empty();
    }

    /**
     * A CL without a bin letter. One below every bin of the rate belongs to an overclock profile, and what the module does by the
     * standard only its chip says; a higher one is only a slow module (R-1.5).
     */
    private Optional<SpeedBin> shopClocks(MemoryGeneration generation, DataRate rate, Part cl, List<String> known) {
        Optional<SpeedBin> bin = SpeedBin.byCl(generation, rate, cl.number());
        boolean profile =
                bin.isEmpty() && SpeedBin.of(generation, rate).stream().allMatch(b -> b.cl() > cl.number());
        profileCl = profile ? Optional.of(cl.number()) : Optional.empty();
        notes.printed(LabelField.TIMINGS, bin.map(SpeedBin::clocks).orElse("CL" + cl.number()), cl);
        if (bin.isEmpty()) {
            notes.find(
                    profile ? LabelFinding.LABEL_MAYBE_PROFILE : LabelFinding.LABEL_CL_UNUSUAL,
                    // A module that is merely slow runs.
                    profile ? Severity.RISK : Severity.NOTE,
                    new LabelFinding.Bin(cl.digits(), rate.toString(), known),
                    notes.span(cl),
                    BINS);
        }
        return bin;
    }

    /** A pack is never one module of its whole size; where only the total is printed it is asked. */
    private void kit(LabelWords.Kit kit) {
        notes.find(
                kit.one().isPresent() ? LabelFinding.LABEL_KIT : LabelFinding.LABEL_KIT_SIZE_OPEN,
                kit.one().isPresent() ? Severity.NOTE : Severity.RISK,
                new LabelFinding.Pack(kit.pieces(), kit.one().map(Part::text).orElse("")),
                notes.span(kit.whole()));
    }

    private boolean ecc(LabelText.PcPart pc, Optional<Buffering> buffering) {
        boolean byLetter = pc.letter().map(l -> "ERLTP".contains(l.text())).orElse(false);
        boolean implied = buffering
                .filter(b -> b == Buffering.REGISTERED || b == Buffering.LOAD_REDUCED)
                .isPresent();
        return byLetter || words.ecc().orElse(implied);
    }

    private List<Integer> voltage(MemoryGeneration generation, LabelText.PcPart pc) {
        String letter = pc.voltageLetter().map(Part::text).orElse("");
        Optional<Part> said = words.voltage();
        // On a DDR3 module without its letter the printed voltage says the same: 1.35 V is L, 1.25 V is U.
        String volts = said.map(v -> Map.of(1350, "L", 1250, "U").getOrDefault(LabelWords.millivolts(v), ""))
                .orElse("");
        List<Integer> millivolts = generation != MemoryGeneration.DDR3
                ? List.of(generation.nominalMillivolts())
                : switch (letter.isEmpty() ? volts : letter) {
                    case "L" -> List.of(1350, 1500);
                    case "U" -> List.of(1250, 1350, 1500);
                    default -> List.of(1500);
                };
        said.filter(v -> !millivolts.contains(LabelWords.millivolts(v)))
                .ifPresent(v -> notes.find(
                        LabelFinding.LABEL_VOLTAGE_UNUSUAL,
                        Severity.RISK,
                        new LabelFinding.Letter(v.text()),
                        notes.span(v)));
        String shown = millivolts.stream()
                .map(mv -> mv / 1000.0 + " V")
                .reduce((a, b) -> a + " or " + b)
                .orElseThrow();
        notes.values.add(new LabelReading.Value(
                LabelField.VOLTAGE,
                shown,
                letter.isEmpty() ? Origin.TABLE : Origin.PRINTED,
                pc.voltageLetter()
                        .<Evidence>map(notes::span)
                        .orElse(new Evidence.Clause("JESD79", "supply voltage", true))));
        return millivolts;
    }

    private Optional<Buffering> moduleLetter(LabelText.PcPart pc) {
        Optional<Buffering> buffering = pc.letter().isEmpty()
                ? Optional.of(words.buffering().orElse(Buffering.UNBUFFERED))
                : switch (pc.letter().get().text()) {
                    case "U", "E", "S", "T" -> Optional.of(Buffering.UNBUFFERED);
                    case "R", "P" -> Optional.of(Buffering.REGISTERED);
                    case "L" -> Optional.of(Buffering.LOAD_REDUCED);
                    default -> Optional.empty();
                };
        if (buffering.isEmpty()) {
            Part letter = pc.letter().orElseThrow();
            notes.find(
                    LabelFinding.LABEL_MODULE_LETTER_UNKNOWN,
                    Severity.RISK,
                    new LabelFinding.Letter(letter.text()),
                    notes.span(letter));
        } else {
            notes.values.add(new LabelReading.Value(
                    LabelField.BUFFERING,
                    buffering.get().name(),
                    pc.letter().isPresent() ? Origin.PRINTED : Origin.TABLE,
                    pc.letter().<Evidence>map(notes::span).orElse(Evidence.COMMON_PRACTICE)));
        }
        return buffering;
    }

    private void addEcc(LabelText.PcPart pc, boolean ecc) {
        notes.values.add(new LabelReading.Value(
                LabelField.ECC,
                ecc ? "yes" : "no",
                Origin.TABLE,
                pc.letter().<Evidence>map(notes::span).orElse(Evidence.COMMON_PRACTICE)));
    }

    private Optional<FormFactor> formFactor(LabelText.PcPart pc) {
        Optional<FormFactor> said = words.formFactor();
        if (said.filter(FormFactor.CAMM2::equals).isPresent()) {
            notes.values.add(new LabelReading.Value(
                    LabelField.FORM_FACTOR, FormFactor.CAMM2.name(), Origin.PRINTED, LabelNotes.LABEL_FORM));
            return Optional.of(FormFactor.CAMM2);
        }
        // A letter that is none says nothing of the form either.
        Optional<FormFactor> form = pc.letter()
                .filter(l -> KNOWN_LETTERS.contains(l.text()))
                .map(l -> "ST".contains(l.text()) ? FormFactor.SO_DIMM : FormFactor.DIMM);
        if (form.isEmpty()) {
            form = said;
        }
        if (form.isEmpty()) {
            notes.missing(LabelField.FORM_FACTOR, List.of("SO-DIMM", "UDIMM"));
            notes.suggest(line + " SO-DIMM", "", "", 8, 0.5);
            notes.suggest(line + " UDIMM", "", "", 6, 0.3);
        } else {
            notes.values.add(new LabelReading.Value(
                    LabelField.FORM_FACTOR,
                    form.get().name(),
                    Origin.PRINTED,
                    pc.letter().<Evidence>map(notes::span).orElse(LabelNotes.LABEL_FORM)));
        }
        return form;
    }

    private static String revision(String digits) {
        // DDR5 prints two: of the base part, and of what the kind of module adds.
        return digits.length() == 4
                ? revision(digits.substring(0, 2)) + ", module " + revision(digits.substring(2))
                : digits.length() == 1 ? digits : digits.charAt(0) + "." + digits.substring(1);
    }
}
