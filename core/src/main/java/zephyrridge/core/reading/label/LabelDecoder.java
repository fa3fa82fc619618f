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
 * over all nodes and all places of the text (the min-sum form of the forward-backward algorithm; Viterbi 1967, from memory).
 */
public final class LabelDecoder {
    /** A field is said from this much between its best value and the next on, in tenths of a nat; below it, it is asked. */
    public static final int SURE = 30;
    /** The size satisfies its arithmetic in several ways. */
    public static final int SURE_OF_CAPACITY = 40;

    /** More than this, and the text is taken for no label. */
    private static final int MOST_COST = 160;
    /** What stands before and after a label costs next to nothing, so that what can be part of it is; what touches it more. */
    private static final int BESIDE = 2;

    private static final int TOUCHING = 7;

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

    private final LabelGrammar g = LabelGrammar.all();
    private final String text;
    private final int n;
    /** By node and place: least cost from the start to there, and from there to the end. */
    private final int[][] before;

    private final int[][] after;

    private LabelDecoder(String text) {
        this.text = text;
        n = text.length();
        before = new int[g.nodes][n + 1];
        after = new int[g.nodes][n + 1];
        forwards();
        backwards();
    }

    /** Empty where the text is no label, or longer than {@value LabelText#LONGEST} characters. */
    public static Optional<Decoded> decode(String line) {
        if (line.isBlank() || line.length() > LabelText.LONGEST) {
            return Optional.empty();
        }
        LabelDecoder d = new LabelDecoder(line.strip());
        int best = Math.min(d.before[d.g.end][d.n], d.before[d.g.touched][d.n]);
        return best > MOST_COST ? Optional.empty() : Optional.of(d.decoded(best));
    }

    private int added(int node, int at) {
        return node == g.start || node == g.end
                ? BESIDE
                : node == g.touching || node == g.touched
                        ? TOUCHING
                        : LabelChannel.added(text.charAt(at), at == 0 ? 0 : text.charAt(at - 1));
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
                        next[i] = Math.min(next[i], row[i]);
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
            return next[i];
        }
        int least = next[i] + LabelChannel.lost(g.prints[e].charAt(0));
        return i < n ? Math.min(least, next[i + 1] + exchanged(g.prints[e], text.charAt(i))) : least;
    }

    private Decoded decoded(int best) {
        int[] least = new int[g.tagOf.size()];
        int[] edge = new int[least.length];
        int[] place = new int[least.length];
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
        Set<String> seen = new HashSet<>();
        List<Line> found = new ArrayList<>();
        int from = after[g.start][0] <= after[g.touching][0] ? g.start : g.touching;
        String first = line(from, 0);
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
        return new Decoded(withChances(found), claims(least, best));
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

    private List<Claim> claims(int[] least, int best) {
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
                    went = row[i] == here ? e : -1;
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
        if (prints.indexOf(LabelChannel.GAP) >= 0) {
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
