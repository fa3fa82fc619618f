package zephyrridge.core.reading.label;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a label line that was misread most likely says: the cheapest way through {@link LabelGrammar} that {@link LabelChannel} turns into
 * the text, for the line as a whole and for each value that each of its fields can have. Exact, without a beam: forwards and backwards
 * over all nodes and all places of the text (R-1.14; the min-sum form of the forward-backward algorithm; Viterbi 1967, from memory).
 *
 * <p>In one file: the costs both ways, what they say of each field and the lines traced through them share two tables.
 */
public final class LabelDecoder {
    /** A field is said from this much between its best value and the next on, in tenths of a nat; below it, it is asked. */
    public static final int SURE = 22;
    /** The size satisfies its arithmetic in several ways. */
    public static final int SURE_OF_CAPACITY = 30;

    /** In tenths of a nat for each printed character: more, and the text is taken for no label. */
    private static final int MOST_BY_CHARACTER = 9;
    /** A character that stands beside the label; what can be part of it is. */
    private static final int BESIDE = 10;
    /** The same between the two lines of a label: rather its first line alone than half a picture within it. */
    private static final int WITHIN = 14;
    /** The same without a space between: it may be a character of the label. */
    private static final int TOUCHING = 30;

    private static final int MOST_LINES = 5;
    private static final int FAR = 1_000_000;

    /**
     * A value of a field, as a label prints it; "" where it is not printed.
     *
     * @param margin what the next best value costs more, in tenths of a nat; {@code next} that value, empty where there is no other
     */
    public record Claim(LabelField field, String value, int margin, Optional<String> next) {
        /** Whether it is far enough from the next to be said without asking. */
        public boolean isSure() {
            return margin >= (field == LabelField.CAPACITY ? SURE_OF_CAPACITY : SURE);
        }
    }

    /** @param chance of this line among those that are given */
    public record Line(String text, int cost, double chance) {}

    /**
     * @param lines the likeliest first, {@value #MOST_LINES} at most
     * @param claims of the likeliest line, each field once
     */
    public record Decoded(List<Line> lines, List<Claim> claims) {
        public Optional<Claim> claim(LabelField field) {
            return claims.stream().filter(c -> c.field == field).findFirst();
        }
    }

    private final LabelGraph g = LabelGrammar.all();
    private final String text;
    private final boolean covered;
    private final int n;
    /** By node and place: least cost from the start to there, and from there to the end. */
    private final int[][] before;

    private final int[][] after;
    /** By tag: the least cost of a way that has it, and where that way goes over an edge with it. */
    private final int[] least;

    private final int[] edge;
    private final int[] place;

    /** @param covered whether what the printed form always has may be hidden, as it is on pictures */
    LabelDecoder(String text, boolean covered) {
        this.text = text;
        this.covered = covered;
        n = text.length();
        before = new int[g.nodes][n + 1];
        after = new int[g.nodes][n + 1];
        least = new int[g.tagOf.size()];
        edge = new int[least.length];
        place = new int[least.length];
        forwards();
        backwards();
        tags();
    }

    /** Empty where the text is no label, or longer than {@value LabelText#LONGEST} characters. */
    public static Optional<Decoded> decode(String line) {
        if (line.isBlank() || line.length() > LabelText.LONGEST) {
            return Optional.empty();
        }
        LabelDecoder d = new LabelDecoder(line.strip(), false);
        return d.isLabel() ? Optional.of(d.decoded()) : Optional.empty();
    }

    boolean isLabel() {
        return mismatch() <= MOST_BY_CHARACTER * bestLine().length();
    }

    /** What the cheapest way costs. */
    int best() {
        return Math.min(before[g.end][n], before[g.touched][n]);
    }

    /** The same without what stands beside the label and does not touch it. */
    int mismatch() {
        int from = 0;
        while (from < n && from * BESIDE + fromStart(from) > best()) {
            from++;
        }
        int to = n;
        while (to > 0 && (n - to) * BESIDE + toEnd(to) > best()) {
            to--;
        }
        return best() - BESIDE * (from + n - to);
    }

    private int fromStart(int at) {
        int cheapest = at == 0 ? after[g.touching][0] : FAR;
        for (int e : g.out[g.start]) {
            cheapest = Math.min(cheapest, step(e, at, after[g.to[e]]));
        }
        return cheapest;
    }

    private int toEnd(int at) {
        int cheapest = at == n ? before[g.touched][n] : FAR;
        for (int e : g.in[g.end]) {
            int[] row = before[g.from[e]];
            cheapest = Math.min(cheapest, row[at] + LabelChannel.lost(g.prints[e].charAt(0)));
            if (at > 0) {
                cheapest = Math.min(cheapest, row[at - 1] + exchanged(g.prints[e], text.charAt(at - 1)));
            }
        }
        return cheapest;
    }

    /** The least cost of a way that says this. */
    int least(int tag) {
        return least[tag];
    }

    String bestLine() {
        return line(after[g.start][0] <= after[g.touching][0] ? g.start : g.touching, 0);
    }

    private int added(int node, int at) {
        char read = text.charAt(at);
        if (node == g.start || node == g.end) {
            return BESIDE;
        }
        if (g.loose[node]) {
            return WITHIN;
        }
        if (node == g.touching || node == g.touched) {
            return Character.isLetterOrDigit(read) ? TOUCHING : BESIDE;
        }
        return LabelChannel.added(read, at == 0 ? 0 : text.charAt(at - 1));
    }

    private int cost(int e) {
        return covered || g.costs[e] < LabelGrammar.COVERED ? g.costs[e] : FAR;
    }

    private static int exchanged(String prints, char read) {
        int least = FAR;
        for (int i = 0; i < prints.length(); i++) {
            least = Math.min(least, LabelChannel.exchanged(prints.charAt(i), read));
        }
        return least;
    }

    private void forwards() {
        for (int[] row : before) {
            Arrays.fill(row, FAR);
        }
        before[g.start][0] = 0;
        before[g.touching][0] = 0;
        for (int u = 0; u < g.nodes; u++) {
            int[] row = before[u];
            for (int i = 0; i < n; i++) {
                row[i + 1] = Math.min(row[i + 1], row[i] + added(u, i));
            }
            for (int e : g.out[u]) {
                int[] next = before[g.to[e]];
                if (g.prints[e].isEmpty()) {
                    for (int i = 0; i <= n; i++) {
                        next[i] = Math.min(next[i], row[i] + cost(e));
                    }
                } else {
                    int lost = LabelChannel.lost(g.prints[e].charAt(0));
                    for (int i = 0; i <= n; i++) {
                        next[i] = Math.min(next[i], row[i] + lost);
                        if (i < n) {
                            next[i + 1] = Math.min(next[i + 1], row[i] + exchanged(g.prints[e], text.charAt(i)));
                        }
                    }
                }
            }
        }
    }

    private void backwards() {
        for (int[] row : after) {
            Arrays.fill(row, FAR);
        }
        after[g.end][n] = 0;
        after[g.touched][n] = 0;
        for (int v = g.nodes - 1; v >= 0; v--) {
            int[] row = after[v];
            for (int e : g.out[v]) {
                int[] next = after[g.to[e]];
                for (int i = 0; i <= n; i++) {
                    row[i] = Math.min(row[i], step(e, i, next));
                }
            }
            for (int i = n - 1; i >= 0; i--) {
                row[i] = Math.min(row[i], row[i + 1] + added(v, i));
            }
        }
    }

    /** Over an edge from a place, and on. */
    private int step(int e, int i, int[] next) {
        if (g.prints[e].isEmpty()) {
            return next[i] + cost(e);
        }
        int least = next[i] + LabelChannel.lost(g.prints[e].charAt(0));
        return i < n ? Math.min(least, next[i + 1] + exchanged(g.prints[e], text.charAt(i))) : least;
    }

    private void tags() {
        Arrays.fill(least, FAR);
        for (int e = 0; e < g.from.length; e++) {
            for (int tag : g.tags[e]) {
                for (int i = 0; i <= n; i++) {
                    int cost = before[g.from[e]][i] + after[g.to[e]][i];
                    if (cost < least[tag]) {
                        least[tag] = cost;
                        edge[tag] = e;
                        place[tag] = i;
                    }
                }
            }
        }
    }

    Decoded decoded() {
        int best = best();
        Set<String> seen = new HashSet<>();
        List<Line> found = new ArrayList<>();
        String first = bestLine();
        seen.add(first);
        found.add(new Line(first, best, 0));
        List<Integer> others = new ArrayList<>();
        for (int t = 0; t < least.length; t++) {
            others.add(t);
        }
        others.sort(Comparator.comparingInt(t -> least[t]));
        for (int t : others) {
            if (found.size() < MOST_LINES && least[t] < best + 2 * SURE_OF_CAPACITY) {
                String other = back(g.from[edge[t]], place[t]) + line(g.to[edge[t]], place[t]);
                if (seen.add(other)) {
                    found.add(new Line(other, least[t], 0));
                }
            }
        }
        return new Decoded(withChances(found), claims(g, least, best));
    }

    private static List<Line> withChances(List<Line> lines) {
        double all = lines.stream().mapToDouble(LabelDecoder::weight).sum();
        return lines.stream()
                .map(l -> new Line(l.text, l.cost, weight(l) / all))
                .toList();
    }

    private static double weight(Line l) {
        return Math.exp(-l.cost / 10.0);
    }

    static List<Claim> claims(LabelGraph g, int[] least, int best) {
        Map<LabelField, Claim> claims = new EnumMap<>(LabelField.class);
        for (LabelField field : LabelField.values()) {
            int value = -1;
            int next = -1;
            for (int t = 0; t < least.length; t++) {
                if (g.tagOf.get(t).field() == field) {
                    if (value < 0 || least[t] < least[value]) {
                        next = value;
                        value = t;
                    } else if (next < 0 || least[t] < least[next]) {
                        next = t;
                    }
                }
            }
            if (value >= 0 && least[value] == best) {
                int margin = next < 0 ? FAR : least[next] - least[value];
                claims.put(
                        field,
                        new Claim(
                                field,
                                g.tagOf.get(value).value(),
                                margin,
                                next < 0
                                        ? Optional.empty()
                                        : Optional.of(g.tagOf.get(next).value())));
            }
        }
        return List.copyOf(claims.values());
    }

    /** The printed characters of the cheapest way from a node and place to the end. */
    private String line(int node, int place) {
        StringBuilder printed = new StringBuilder();
        int u = node;
        int i = place;
        while (u != g.end && (u != g.touched || i < n)) {
            int here = after[u][i];
            int went = -1;
            for (int e : g.out[u]) {
                if (went < 0 && step(e, i, after[g.to[e]]) == here) {
                    went = e;
                }
            }
            if (went < 0) {
                i++;
                continue;
            }
            boolean taken = !g.prints[went].isEmpty()
                    && i < n
                    && after[g.to[went]][i + 1] + exchanged(g.prints[went], text.charAt(i)) == here;
            printed.append(printedOf(went, taken ? text.charAt(i) : 0));
            i += taken ? 1 : 0;
            u = g.to[went];
        }
        return printed.toString();
    }

    /** The printed characters of the cheapest way from the start to a node and place. */
    private String back(int node, int place) {
        StringBuilder printed = new StringBuilder();
        int v = node;
        int i = place;
        while (v != g.start && (v != g.touching || i > 0)) {
            int here = before[v][i];
            int went = -1;
            boolean taken = false;
            for (int e : g.in[v]) {
                int[] row = before[g.from[e]];
                if (went >= 0) {
                    continue;
                }
                if (g.prints[e].isEmpty()) {
                    went = row[i] + cost(e) == here ? e : -1;
                } else if (i > 0 && row[i - 1] + exchanged(g.prints[e], text.charAt(i - 1)) == here) {
                    went = e;
                    taken = true;
                } else if (row[i] + LabelChannel.lost(g.prints[e].charAt(0)) == here) {
                    went = e;
                }
            }
            if (went < 0) {
                i--;
                continue;
            }
            printed.append(printedOf(went, taken ? text.charAt(i - 1) : 0));
            i -= taken ? 1 : 0;
            v = g.from[went];
        }
        return printed.reverse().toString();
    }

    /** The one character that an edge prints where this was read; of several, the nearest. */
    private String printedOf(int e, char read) {
        String prints = g.prints[e];
        if (prints.indexOf(LabelChannel.GAP) >= 0 || prints.equals("\n")) {
            return "";
        }
        if (prints.length() < 2) {
            return prints;
        }
        char nearest = prints.charAt(0);
        for (char c : prints.toCharArray()) {
            if (read != 0 && LabelChannel.exchanged(c, read) < LabelChannel.exchanged(nearest, read)) {
                nearest = c;
            }
        }
        return String.valueOf(nearest);
    }
}
