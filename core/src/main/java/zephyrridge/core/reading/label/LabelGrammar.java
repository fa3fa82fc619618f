package zephyrridge.core.reading.label;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.OrganisationSolver;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.SpeedBin;
import zephyrridge.core.quantity.ByteSize;

/**
 * All lines that a module label can be, as a graph without loops: the printed form of DDR2 to DDR5 (from memory of JESD21-C 4.20), and the
 * words of shops, which say generation, rate, kind and CL each by itself (common practice, no source). What cannot be by arithmetic, and
 * rates and bins that are none, have no way through it. Built once; nodes are numbered so that every edge goes to a higher number.
 */
final class LabelGrammar {
    private record Kind(String letter, List<String> words) {}

    private static final String CARDS = "ABCDEFGH";
    private static final String LETTERS = "UESRLTP";
    /** What a shop calls the kind of module, by the letter that the printed form has for it; the first are the usual ones. */
    private static final List<Kind> KINDS = List.of(
            new Kind("U", List.of("UDIMM", "DIMM")),
            new Kind("S", List.of("SODIMM", "SO-DIMM")),
            new Kind("E", List.of("ECC UDIMM", "ECC DIMM")),
            new Kind("T", List.of("ECC SODIMM", "ECC SO-DIMM")),
            new Kind("R", List.of("RDIMM", "ECC RDIMM", "ECC REG DIMM", "REG ECC DIMM", "REG DIMM")),
            new Kind("L", List.of("LRDIMM", "ECC LRDIMM")));

    private static final Map<MemoryGeneration, String> VOLTS = Map.of(
            MemoryGeneration.DDR2,
            "1.8V",
            MemoryGeneration.DDR3,
            "1.5V",
            MemoryGeneration.DDR4,
            "1.2V",
            MemoryGeneration.DDR5,
            "1.1V");

    /** What the printed form always has, hidden under a sticker, a clip or a thumb; in tenths of a nat. */
    static final int COVERED = 40;

    /** Before a CL of shops' words, where the printed form has three clocks. */
    static final String CL = "CL";

    private static final List<String> GRADES = List.of("XT", "NT", "IT", "ET", "ST", "RT");

    private static final LabelGraph ALL = made();

    private final LabelGraph.Builder b = new LabelGraph.Builder();

    private LabelGrammar() {}

    static LabelGraph all() {
        return ALL;
    }

    private static LabelGraph made() {
        LabelGrammar g = new LabelGrammar();
        int start = g.b.node();
        int touching = g.b.edge(start, String.valueOf(LabelChannel.GAP));
        List<Integer> ends = new ArrayList<>();
        for (MemoryGeneration generation :
                List.of(MemoryGeneration.DDR2, MemoryGeneration.DDR3, MemoryGeneration.DDR4, MemoryGeneration.DDR5)) {
            ends.add(g.generation(touching, generation));
        }
        int touched = g.b.join(ends);
        return g.b.made(start, touching, touched, g.b.edge(touched, String.valueOf(LabelChannel.GAP)));
    }

    private int generation(int touching, MemoryGeneration g) {
        int at = b.tagged(touching, new LabelGraph.Tag(LabelField.GENERATION, g.name()));
        int whole = modules(at, g);
        int covered = b.join(List.of(
                b.loose(b.none(sizes(at, g), LabelField.ORGANISATION), COVERED),
                b.priced(organisationsAlone(at, g), COVERED)));
        int printed = printed(
                b.literal(
                        b.gap(b.join(List.of(whole, covered))), "PC" + g.name().charAt(3)),
                g);
        return b.join(
                List.of(printed, shops(at, b.join(List.of(whole, b.none(sizes(at, g), LabelField.ORGANISATION))), g)));
    }

    private int printed(int at, MemoryGeneration g) {
        return switch (g) {
            case DDR2 -> older(b.dash(at), g, "444");
            case DDR3 -> older(b.join(List.of(lows(at, "L"), lows(at, "U"), lows(at, ""))), g, "11");
            case DDR4 -> card(newer(b.dash(at), g), 2);
            default -> graded(card(newer(b.dash(at), g), 4));
        };
    }

    /** Sizes with what they are made of: only what arithmetic allows. */
    private int modules(int at, MemoryGeneration g) {
        List<Integer> ends = new ArrayList<>();
        for (Organisation o : organisations(g)) {
            int way = b.tagged(
                    at,
                    new LabelGraph.Tag(LabelField.CAPACITY, o.capacity().toString()),
                    new LabelGraph.Tag(LabelField.ORGANISATION, o.label()),
                    new LabelGraph.Tag(LabelField.DIE_DENSITY, o.density().toString()));
            ends.add(b.literal(way, size(o.capacity()) + " " + o.label()));
        }
        return b.join(ends);
    }

    private int sizes(int at, MemoryGeneration g) {
        SortedMap<String, String> sizes = new TreeMap<>();
        organisations(g).forEach(o -> sizes.put(o.capacity().toString(), size(o.capacity())));
        List<Integer> ends = new ArrayList<>();
        sizes.forEach((capacity, printed) ->
                ends.add(b.literal(b.tagged(at, new LabelGraph.Tag(LabelField.CAPACITY, capacity)), printed)));
        return b.join(ends);
    }

    private int organisationsAlone(int at, MemoryGeneration g) {
        List<Integer> ends = new ArrayList<>();
        organisations(g).stream()
                .map(Organisation::label)
                .distinct()
                .sorted()
                .forEach(o -> ends.add(b.literal(b.tagged(at, new LabelGraph.Tag(LabelField.ORGANISATION, o)), o)));
        return b.none(b.join(ends), LabelField.CAPACITY);
    }

    private static String size(ByteSize size) {
        return size.mebibytes() % 1024 == 0 ? size.mebibytes() / 1024 + "GB" : size.mebibytes() + "MB";
    }

    /**
     * "8GB 1Rx8 DDR4-2666 ECC UDIMM 1.2V CL19", "8GB PC4-21300 SODIMM", "DDR4 8GB 2666MHz SO-DIMM".
     *
     * @param sized where the size, with the organisation or without, has been printed
     */
    private int shops(int at, int sized, MemoryGeneration g) {
        if (g != MemoryGeneration.DDR3) {
            return shops(at, sized, g, "", VOLTS.get(g));
        }
        return b.join(List.of(
                shops(
                        b.tagged(at, new LabelGraph.Tag(LabelField.VOLTAGE, "")),
                        b.tagged(sized, new LabelGraph.Tag(LabelField.VOLTAGE, "")),
                        g,
                        "",
                        "1.5V"),
                shops(
                        b.tagged(at, new LabelGraph.Tag(LabelField.VOLTAGE, "L")),
                        b.tagged(sized, new LabelGraph.Tag(LabelField.VOLTAGE, "L")),
                        g,
                        "L",
                        "1.35V")));
    }

    private int shops(int at, int sized, MemoryGeneration g, String low, String volts) {
        int behind = b.gap(sized);
        int named = b.gap(b.literal(at, g + low));
        int size = b.join(List.of(modules(named, g), b.none(sizes(named, g), LabelField.ORGANISATION)));
        int bare = b.none(
                b.join(List.of(
                        rates(b.literal(behind, g + low + "-"), g, false),
                        rates(b.literal(behind, "PC" + g.name().charAt(3) + low + "-"), g, true),
                        b.literal(rates(b.gap(size), g, false), "MHz"))),
                LabelField.RAW_CARD);
        List<Integer> kinds = new ArrayList<>();
        for (Kind k : KINDS) {
            int way = b.tagged(bare, new LabelGraph.Tag(LabelField.BUFFERING, k.letter));
            k.words.forEach(w -> kinds.add(b.spaced(way, w)));
        }
        int kind = b.join(kinds);
        int lit = b.join(List.of(kind, b.spaced(kind, volts)));
        return b.join(List.of(b.none(lit, LabelField.TIMINGS), latencies(b.spaced(lit, CL), g)));
    }

    private int rates(int at, MemoryGeneration g, boolean megabytes) {
        List<Integer> ends = new ArrayList<>();
        for (Rates.Row row : rows(g)) {
            int way =
                    b.tagged(at, new LabelGraph.Tag(LabelField.RATE, row.rate().toString()));
            List<Integer> numbers =
                    megabytes ? row.pcNumbers() : List.of(row.rate().name());
            numbers.forEach(n -> ends.add(b.literal(way, String.valueOf(n))));
        }
        return b.join(ends);
    }

    private int latencies(int at, MemoryGeneration g) {
        List<Integer> ends = new ArrayList<>();
        SpeedBin.all().stream()
                .filter(x -> x.generation() == g)
                .map(SpeedBin::cl)
                .distinct()
                .sorted()
                .forEach(cl -> ends.add(
                        b.literal(b.tagged(at, new LabelGraph.Tag(LabelField.TIMINGS, CL + cl)), String.valueOf(cl))));
        return b.join(ends);
    }

    private int lows(int at, String letter) {
        return b.dash(b.literal(b.tagged(at, new LabelGraph.Tag(LabelField.VOLTAGE, letter)), letter));
    }

    /** DDR2 and DDR3: megabytes per second, the letter, the clocks or the CL, the SPD revision, the card. */
    private int older(int at, MemoryGeneration g, String clocks) {
        List<Integer> ends = new ArrayList<>();
        for (Rates.Row row : rows(g)) {
            for (int number : row.pcNumbers()) {
                int way = b.tagged(
                        at, new LabelGraph.Tag(LabelField.RATE, row.rate().toString()));
                way = letters(b.literal(way, String.valueOf(number)));
                List<Integer> bins = new ArrayList<>(List.of(b.absent(way, LabelField.TIMINGS)));
                int behind = b.dash(way);
                for (SpeedBin bin : SpeedBin.of(g, row.rate())) {
                    String printed =
                            clocks.length() == 3 ? "" + bin.cl() + bin.tRCD() + bin.tRP() : String.valueOf(bin.cl());
                    bins.add(
                            b.literal(b.tagged(behind, new LabelGraph.Tag(LabelField.TIMINGS, bin.clocks())), printed));
                }
                ends.add(b.join(bins));
            }
        }
        int revised = revision(b.join(ends), 2);
        return b.join(List.of(b.absent(revised, LabelField.RAW_CARD), cards(b.dash(revised))));
    }

    /** DDR4 and DDR5: the rate with its bin. */
    private int newer(int at, MemoryGeneration g) {
        List<Integer> ends = new ArrayList<>();
        for (Rates.Row row : rows(g)) {
            int way = b.literal(
                    b.tagged(at, new LabelGraph.Tag(LabelField.RATE, row.rate().toString())),
                    String.valueOf(row.rate().name()));
            for (SpeedBin bin : SpeedBin.of(g, row.rate())) {
                ends.add(b.literal(b.tagged(way, new LabelGraph.Tag(LabelField.TIMINGS, bin.clocks())), bin.letters()));
            }
            ends.add(b.absent(way, LabelField.TIMINGS));
        }
        return b.join(ends);
    }

    /** The module's letter, its card, and so many digits of SPD revision. */
    private int card(int at, int digits) {
        int letter = letters(b.dash(at));
        int carded = cards(letter);
        int bare = b.none(b.absent(at, LabelField.BUFFERING), LabelField.RAW_CARD);
        return b.join(List.of(bare, revision(b.join(List.of(b.absent(letter, LabelField.RAW_CARD), carded)), digits)));
    }

    private int graded(int at) {
        List<Integer> ends = new ArrayList<>(List.of(b.none(at, LabelField.TEMPERATURE_GRADE)));
        for (String grade : GRADES) {
            ends.add(b.literal(b.tagged(at, new LabelGraph.Tag(LabelField.TEMPERATURE_GRADE, grade)), "-" + grade));
        }
        return b.join(ends);
    }

    private int letters(int at) {
        List<Integer> ends = new ArrayList<>();
        for (String letter : LETTERS.split("")) {
            ends.add(b.literal(b.tagged(at, new LabelGraph.Tag(LabelField.BUFFERING, letter)), letter));
        }
        return b.join(ends);
    }

    private int cards(int at) {
        List<Integer> ends = new ArrayList<>();
        for (String letter : CARDS.split("")) {
            for (String digit : LabelGraph.DIGITS.split("")) {
                ends.add(b.literal(
                        b.tagged(at, new LabelGraph.Tag(LabelField.RAW_CARD, letter + digit)), letter + digit));
            }
        }
        return b.join(ends);
    }

    private int revision(int at, int digits) {
        return b.join(List.of(b.priced(at, LabelGraph.SELDOM_ABSENT), b.digits(b.dash(at), digits)));
    }

    private static List<Organisation> organisations(MemoryGeneration g) {
        return OrganisationSolver.solve(new OrganisationSolver.Known(
                g,
                Optional.empty(),
                OptionalInt.empty(),
                OptionalInt.empty(),
                Optional.empty(),
                OptionalInt.empty(),
                false));
    }

    private static List<Rates.Row> rows(MemoryGeneration g) {
        return Rates.all().stream().filter(r -> r.generation() == g && r.sold()).toList();
    }
}
