package zephyrridge.core.reading.label;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeSet;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.OrganisationSolver;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.SpeedBin;
import zephyrridge.core.quantity.ByteSize;

/**
 * All lines that the printed form of a module label can be (DDR2 to DDR5; from memory of JESD21-C 4.20), as a graph without loops: what
 * cannot be by arithmetic, and rates and bins that are none, have no way through it. Built once; nodes are numbered so that every edge
 * goes to a higher number.
 */
final class LabelGrammar {
    /** A field's value, known of every line whose way goes over the edge that carries it; "" where it is not printed. */
    record Tag(LabelField field, String value) {}

    private static final String DIGITS = "0123456789";
    private static final String CARDS = "ABCDEFGH";
    private static final String LETTERS = "UESRLTP";
    private static final List<String> GRADES = List.of("XT", "NT", "IT", "ET", "ST", "RT");

    private static final LabelGrammar ALL = new LabelGrammar();

    /** By edge: from where, to where, and which characters ("" for an edge that prints nothing). */
    final int[] from;

    final int[] to;
    final String[] prints;
    /** By edge the numbers of its tags. */
    final int[][] tags;

    final List<Tag> tagOf = new ArrayList<>();
    final int nodes;
    /** Text before the label, text that touches it, and the same behind it. */
    final int start;

    final int touching;
    final int touched;
    final int end;
    /** By node its edges out, and in. */
    final int[][] out;

    final int[][] in;

    private record Edge(int from, int to, String prints, int[] tags) {}

    private final List<Edge> edges = new ArrayList<>();
    private final Map<Tag, Integer> tagNumbers = new HashMap<>();
    private int made;

    static LabelGrammar all() {
        return ALL;
    }

    private LabelGrammar() {
        start = made++;
        touching = edge(start, String.valueOf(LabelChannel.GAP));
        List<Integer> ends = new ArrayList<>();
        for (MemoryGeneration g :
                List.of(MemoryGeneration.DDR2, MemoryGeneration.DDR3, MemoryGeneration.DDR4, MemoryGeneration.DDR5)) {
            ends.add(generation(g));
        }
        touched = join(ends);
        end = edge(touched, String.valueOf(LabelChannel.GAP));
        nodes = made;
        from = edges.stream().mapToInt(Edge::from).toArray();
        to = edges.stream().mapToInt(Edge::to).toArray();
        prints = edges.stream().map(Edge::prints).toArray(String[]::new);
        tags = edges.stream().map(Edge::tags).toArray(int[][]::new);
        out = by(from);
        in = by(to);
    }

    private int[][] by(int[] node) {
        List<List<Integer>> lists = new ArrayList<>();
        for (int n = 0; n < nodes; n++) {
            lists.add(new ArrayList<>());
        }
        for (int e = 0; e < node.length; e++) {
            lists.get(node[e]).add(e);
        }
        return lists.stream()
                .map(l -> l.stream().mapToInt(Integer::intValue).toArray())
                .toArray(int[][]::new);
    }

    private int generation(MemoryGeneration g) {
        int at = tagged(touching, new Tag(LabelField.GENERATION, g.name()));
        at = literal(modules(at, g), " PC" + g.name().charAt(3));
        int number = g.name().charAt(3) - '0';
        return switch (number) {
            case 2 -> older(literal(at, "-"), g, "444");
            case 3 -> older(join(List.of(lows(at, "L"), lows(at, "U"), lows(at, ""))), g, "11");
            case 4 -> card(newer(literal(at, "-"), g), 2);
            default -> graded(card(newer(literal(at, "-"), g), 4));
        };
    }

    /** Sizes with what they are made of: only what arithmetic allows. */
    private int modules(int at, MemoryGeneration g) {
        List<Integer> ends = new ArrayList<>();
        for (Organisation o : organisations(g)) {
            ByteSize size = o.capacity();
            String printed = size.mebibytes() % 1024 == 0 ? size.mebibytes() / 1024 + "GB" : size.mebibytes() + "MB";
            int way = tagged(
                    at,
                    new Tag(LabelField.CAPACITY, size.toString()),
                    new Tag(LabelField.ORGANISATION, o.label()),
                    new Tag(LabelField.DIE_DENSITY, o.density().toString()));
            ends.add(literal(way, printed + " " + o.label()));
        }
        return join(ends);
    }

    private int lows(int at, String letter) {
        return literal(tagged(at, new Tag(LabelField.VOLTAGE, letter)), letter + "-");
    }

    /** DDR2 and DDR3: megabytes per second, the letter, the clocks or the CL, the SPD revision, the card. */
    private int older(int at, MemoryGeneration g, String clocks) {
        List<Integer> ends = new ArrayList<>();
        for (Rates.Row row : rows(g)) {
            for (int number : row.pcNumbers()) {
                int way = tagged(at, new Tag(LabelField.RATE, row.rate().toString()));
                way = letters(literal(way, String.valueOf(number)));
                List<Integer> bins = new ArrayList<>(List.of(none(way, LabelField.TIMINGS)));
                for (SpeedBin b : SpeedBin.of(g, row.rate())) {
                    String printed = clocks.length() == 3 ? "" + b.cl() + b.tRCD() + b.tRP() : String.valueOf(b.cl());
                    bins.add(literal(tagged(way, new Tag(LabelField.TIMINGS, b.clocks())), "-" + printed));
                }
                ends.add(join(bins));
            }
        }
        int revised = revision(join(ends), 2);
        int carded = cards(literal(revised, "-"));
        return join(List.of(none(revised, LabelField.RAW_CARD), carded));
    }

    /** DDR4 and DDR5: the rate with its bin. */
    private int newer(int at, MemoryGeneration g) {
        List<Integer> ends = new ArrayList<>();
        for (Rates.Row row : rows(g)) {
            int way = literal(
                    tagged(at, new Tag(LabelField.RATE, row.rate().toString())),
                    String.valueOf(row.rate().name()));
            for (SpeedBin b : SpeedBin.of(g, row.rate())) {
                ends.add(literal(tagged(way, new Tag(LabelField.TIMINGS, b.clocks())), b.letters()));
            }
            ends.add(none(way, LabelField.TIMINGS));
        }
        return join(ends);
    }

    /** The module's letter, its card, and so many digits of SPD revision. */
    private int card(int at, int digits) {
        int letter = letters(literal(at, "-"));
        int carded = cards(letter);
        int bare = none(none(at, LabelField.BUFFERING), LabelField.RAW_CARD);
        return join(List.of(bare, revision(join(List.of(none(letter, LabelField.RAW_CARD), carded)), digits)));
    }

    private int graded(int at) {
        List<Integer> ends = new ArrayList<>(List.of(none(at, LabelField.TEMPERATURE_GRADE)));
        for (String grade : GRADES) {
            ends.add(literal(tagged(at, new Tag(LabelField.TEMPERATURE_GRADE, grade)), "-" + grade));
        }
        return join(ends);
    }

    private int letters(int at) {
        List<Integer> ends = new ArrayList<>();
        for (String letter : LETTERS.split("")) {
            ends.add(literal(tagged(at, new Tag(LabelField.BUFFERING, letter)), letter));
        }
        return join(ends);
    }

    private int cards(int at) {
        List<Integer> ends = new ArrayList<>();
        for (String letter : CARDS.split("")) {
            for (String digit : DIGITS.split("")) {
                ends.add(literal(tagged(at, new Tag(LabelField.RAW_CARD, letter + digit)), letter + digit));
            }
        }
        return join(ends);
    }

    private int revision(int at, int digits) {
        return join(List.of(at, digits(literal(at, "-"), digits)));
    }

    private int digits(int at, int many) {
        int now = at;
        for (int i = 0; i < many; i++) {
            now = edge(now, DIGITS);
        }
        return now;
    }

    private int literal(int at, String text) {
        int now = at;
        for (char c : text.toCharArray()) {
            now = edge(now, String.valueOf(c));
        }
        return now;
    }

    private int edge(int at, String characters) {
        int next = made++;
        edges.add(new Edge(at, next, characters, new int[0]));
        return next;
    }

    private int tagged(int at, Tag... of) {
        int next = made++;
        int[] numbers = Arrays.stream(of)
                .mapToInt(t -> tagNumbers.computeIfAbsent(t, x -> {
                    tagOf.add(x);
                    return tagOf.size() - 1;
                }))
                .toArray();
        edges.add(new Edge(at, next, "", numbers));
        return next;
    }

    private int none(int at, LabelField field) {
        return tagged(at, new Tag(field, ""));
    }

    private int join(List<Integer> ends) {
        int next = made++;
        new TreeSet<>(ends).forEach(e -> edges.add(new Edge(e, next, "", new int[0])));
        return next;
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
