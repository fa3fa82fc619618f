package zephyrridge.core.reading.label;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import zephyrridge.core.reading.label.LabelDecoder.Claim;

/**
 * The label on one paper of a picture, of which a recogniser made several readings: each is decoded by itself, what the ways cost is added
 * up for each value of each field, and a field is said only where the next best value is far enough. The readings are of one origin, so
 * that what all of them misread alike stays doubtful by the table of confusions alone.
 */
public final class LabelPhoto {
    /** Characters of one reading; what is longer is cut. */
    public static final int LONGEST = 400;

    public static final int MOST_PASSES = 8;
    /** A reading that is so much worse than the best one is of the paper head down, or of nothing. */
    private static final int FAR_WORSE = 90;
    /** No reading speaks louder than this of one value. */
    private static final int LOUDEST = 80;
    /** In tenths of a nat for each character: as good labels are read. */
    private static final double WELL_READ = 2;
    /** How much more is asked for each tenth above that. */
    private static final double DOUBT = 2;

    /**
     * @param lines what the paper may say, the likeliest first
     * @param claims what the readings together say of each field of the first line, those that are not printed left out; where they
     *     speak for another value their margin is 0
     */
    public record Seen(List<String> lines, List<Claim> claims) {
        public Optional<Claim> claim(LabelField field) {
            return claims.stream().filter(c -> c.field() == field).findFirst();
        }
    }

    private static final LabelGraph G = LabelGrammar.all();

    private LabelPhoto() {}

    /**
     * @param passes of each reading its lines from above
     * @return empty where no reading holds a label
     */
    public static Optional<Seen> read(List<List<String>> passes) {
        List<LabelDecoder> read = new ArrayList<>();
        for (List<String> lines : passes.subList(0, Math.min(MOST_PASSES, passes.size()))) {
            String text = String.join("\n", lines).strip();
            if (!text.isEmpty()) {
                LabelDecoder d = new LabelDecoder(text.substring(0, Math.min(LONGEST, text.length())), true);
                if (d.isLabel()) {
                    read.add(d);
                }
            }
        }
        int least = read.stream().mapToInt(p -> p.mismatch()).min().orElse(0);
        read.removeIf(p -> p.mismatch() > least + FAR_WORSE);
        return read.isEmpty() ? Optional.empty() : Optional.of(together(read));
    }

    private static Seen together(List<LabelDecoder> passes) {
        int[] sum = new int[G.tagOf.size()];
        for (LabelDecoder p : passes) {
            for (int t = 0; t < sum.length; t++) {
                sum[t] += Math.min(LOUDEST, p.least(t) - p.best());
            }
        }
        LabelDecoder shown = passes.stream()
                .min(Comparator.comparingInt((LabelDecoder p) -> dearest(p, sum))
                        .thenComparingInt(p -> p.mismatch()))
                .orElseThrow();
        List<Claim> claims = new ArrayList<>();
        for (LabelField field : List.of(
                LabelField.CAPACITY,
                LabelField.ORGANISATION,
                LabelField.GENERATION,
                LabelField.RATE,
                LabelField.TIMINGS,
                LabelField.VOLTAGE,
                LabelField.RAW_CARD)) {
            claim(field, field, UnaryOperator.identity(), shown, sum).ifPresent(claims::add);
        }
        claim(LabelField.BUFFERING, LabelField.FORM_FACTOR, l -> "ST".contains(l) ? "SO_DIMM" : "DIMM", shown, sum)
                .ifPresent(claims::add);
        claim(
                        LabelField.BUFFERING,
                        LabelField.BUFFERING,
                        l -> "RP".contains(l) ? "REGISTERED" : l.equals("L") ? "LOAD_REDUCED" : "UNBUFFERED",
                        shown,
                        sum)
                .ifPresent(claims::add);
        claim(LabelField.BUFFERING, LabelField.ECC, l -> "ERLTP".contains(l) ? "yes" : "no", shown, sum)
                .ifPresent(claims::add);
        return new Seen(
                shown.decoded().lines().stream().map(LabelDecoder.Line::text).toList(), claims);
    }

    /** The worse a label is read, the more is asked of each of its fields. */
    private static int doubt(LabelDecoder shown) {
        double each = (double) shown.mismatch() / Math.max(1, shown.bestLine().length());
        return (int) Math.round(DOUBT * Math.max(0, each - WELL_READ));
    }

    /** What the readings together hold most against the line of one of them. */
    private static int dearest(LabelDecoder p, int[] sum) {
        return own(p).values().stream().mapToInt(t -> sum[t]).max().orElse(0);
    }

    /** The tags of a reading's own line, by field. */
    private static Map<LabelField, Integer> own(LabelDecoder p) {
        Map<LabelField, Integer> own = new LinkedHashMap<>();
        for (int t = 0; t < G.tagOf.size(); t++) {
            if (p.least(t) == p.best()) {
                own.putIfAbsent(G.tagOf.get(t).field(), t);
            }
        }
        return own;
    }

    /** @param says what a value of the printed field says of the claimed one */
    private static Optional<Claim> claim(
            LabelField printed, LabelField claimed, UnaryOperator<String> says, LabelDecoder shown, int[] sum) {
        Map<String, Integer> costs = new LinkedHashMap<>();
        for (int t = 0; t < sum.length; t++) {
            LabelGraph.Tag tag = G.tagOf.get(t);
            if (tag.field() == printed) {
                costs.merge(
                        tag.value().isEmpty() && printed != LabelField.VOLTAGE ? "" : says.apply(tag.value()),
                        sum[t],
                        Math::min);
            }
        }
        Integer own = own(shown).get(printed);
        if (own == null) {
            return Optional.empty();
        }
        String value = G.tagOf.get(own).value();
        String said = value.isEmpty() && printed != LabelField.VOLTAGE ? "" : says.apply(value);
        if (said.isEmpty() && printed != LabelField.VOLTAGE) {
            return Optional.empty();
        }
        Optional<Map.Entry<String, Integer>> next =
                costs.entrySet().stream().filter(e -> !e.getKey().equals(said)).min(Map.Entry.comparingByValue());
        int margin = Math.max(
                0, next.map(Map.Entry::getValue).orElse(LOUDEST * MOST_PASSES) - costs.get(said) - doubt(shown));
        return Optional.of(new Claim(claimed, said, margin, next.map(Map.Entry::getKey)));
    }
}
