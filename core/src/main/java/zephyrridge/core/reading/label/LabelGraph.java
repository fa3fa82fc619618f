package zephyrridge.core.reading.label;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** All lines that something can be, as a graph without loops whose edges print characters; every edge goes to a higher node. */
final class LabelGraph {
    /** A field's value, known of every line whose way goes over the edge that carries it; "" where it is not printed. */
    record Tag(LabelField field, String value) {}

    static final String DIGITS = "0123456789";

    /** In tenths of a nat. */
    static final int SELDOM_ABSENT = 12;
    /** A label in two lines, beside what its line goes on with. */
    private static final int BREAK = 4;

    /** By edge: from where, to where, and which characters ("" for an edge that prints nothing). */
    final int[] from;

    final int[] to;
    final String[] prints;
    /** By edge the numbers of its tags. */
    final int[][] tags;
    /** By edge what it costs to go over it, before anything is read, in tenths of a nat. */
    final int[] costs;
    /** By node whether what is beside a label may stand there too: between the two lines that it is broken into. */
    final boolean[] loose;

    final List<Tag> tagOf;
    final int nodes;
    /** Text before the label, text that touches it, and the same behind it. */
    final int start;

    final int touching;
    final int touched;
    final int end;
    /** By node its edges out, and in. */
    final int[][] out;

    final int[][] in;

    private record Edge(int from, int to, String prints, int[] tags, int cost) {}

    private LabelGraph(Builder b, int start, int touching, int touched, int end) {
        this.start = start;
        this.touching = touching;
        this.touched = touched;
        this.end = end;
        tagOf = List.copyOf(b.tagOf);
        nodes = b.made;
        from = b.edges.stream().mapToInt(Edge::from).toArray();
        to = b.edges.stream().mapToInt(Edge::to).toArray();
        prints = b.edges.stream().map(Edge::prints).toArray(String[]::new);
        tags = b.edges.stream().map(Edge::tags).toArray(int[][]::new);
        costs = b.edges.stream().mapToInt(Edge::cost).toArray();
        loose = new boolean[nodes];
        b.breaks.forEach(x -> loose[x] = true);
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

    /** Grown from its first node: each call answers the node that it leads to. */
    static final class Builder {
        private final List<Tag> tagOf = new ArrayList<>();
        private final List<Edge> edges = new ArrayList<>();
        private final Map<Tag, Integer> tagNumbers = new HashMap<>();
        private final Set<Integer> breaks = new HashSet<>();
        private int made;

        LabelGraph made(int start, int touching, int touched, int end) {
            return new LabelGraph(this, start, touching, touched, end);
        }

        int node() {
            return made++;
        }

        int edge(int at, String characters) {
            int next = made++;
            edges.add(new Edge(at, next, characters, new int[0], 0));
            return next;
        }

        int tagged(int at, Tag... of) {
            int next = made++;
            int[] numbers = Arrays.stream(of)
                    .mapToInt(t -> tagNumbers.computeIfAbsent(t, x -> {
                        tagOf.add(x);
                        return tagOf.size() - 1;
                    }))
                    .toArray();
            edges.add(new Edge(at, next, "", numbers, 0));
            return next;
        }

        int join(List<Integer> ends) {
            int next = made++;
            new TreeSet<>(ends).forEach(e -> edges.add(new Edge(e, next, "", new int[0], 0)));
            return next;
        }

        int literal(int at, String text) {
            int now = at;
            for (char c : text.toCharArray()) {
                now = edge(now, String.valueOf(c));
            }
            return now;
        }

        int digits(int at, int many) {
            int now = at;
            for (int i = 0; i < many; i++) {
                now = edge(now, DIGITS);
            }
            return now;
        }

        int priced(int at, int cost) {
            int next = made++;
            edges.add(new Edge(at, next, "", new int[0], cost));
            return next;
        }

        int none(int at, LabelField field) {
            return tagged(at, new Tag(field, ""));
        }

        /** The printed form says it nearly always. */
        int absent(int at, LabelField field) {
            return priced(none(at, field), SELDOM_ABSENT);
        }

        /** The words of one line, with a space between them; or the first ones on one line, the others on the next. */
        int spaced(int at, String words) {
            int now = at;
            for (String word : words.split(" ")) {
                now = literal(gap(now), word);
            }
            return now;
        }

        /** A space, or the end of a line that goes on below. */
        int gap(int at) {
            return broken(edge(at, " "));
        }

        /** A dash, behind which a line may end. */
        int dash(int at) {
            return broken(edge(at, "-"));
        }

        /** Where a line may end and go on below, with what stands beside it. */
        int broken(int at) {
            int beside = loose(at, BREAK);
            return join(List.of(at, edge(beside, "\n")));
        }

        int loose(int at, int cost) {
            int next = priced(at, cost);
            breaks.add(next);
            return next;
        }
    }
}
