package zephyrridge.server.proof;

import java.util.Locale;
import java.util.Optional;
import zephyrridge.core.proof.BeforeAfter;
import zephyrridge.core.proof.Measured;
import zephyrridge.server.text.Texts;

/** Puts what was measured before and after into words, with its runs and their spread. */
public final class MeasuredWords {
    private MeasuredWords() {}

    /** @param verdict with the change in per cent where it can be compared */
    public record Row(String name, String before, String after, String verdict) {}

    public static Row row(BeforeAfter b, Texts texts) {
        String name = texts.get("measured." + b.what()) + (b.name().isBlank() ? "" : ", " + b.name());
        String threads = b.before()
                .or(b::after)
                .flatMap(Measured::threads)
                .map(t -> ", " + texts.get("threads." + t))
                .orElse("");
        String verdict = texts.say(
                "compared." + b.verdict(),
                "percent",
                b.change()
                        .map(c -> String.format(Locale.ROOT, "%+.1f", c / 10.0))
                        .orElse(""));
        return new Row(name + threads, side(b.before(), texts), side(b.after(), texts), verdict);
    }

    private static String side(Optional<Measured> m, Texts texts) {
        return m.map(x -> texts.say(
                        "measured.runs",
                        "mean",
                        figure(x.what(), x.mean()),
                        "unit",
                        texts.get("measured.unit." + x.what()),
                        "n",
                        x.runs().size(),
                        "least",
                        figure(x.what(), x.least()),
                        "most",
                        figure(x.what(), x.most())))
                .orElse(texts.get("report.notMeasured"));
    }

    public static String figure(Measured.What what, double value) {
        return switch (what) {
            case READ, WRITE, COPY -> String.format(Locale.ROOT, "%.1f", value / 1000);
            case LATENCY, TASK, SCORE, FRAMES -> String.format(Locale.ROOT, "%.1f", value / 10);
            case DRIVE -> String.format(Locale.ROOT, "%.0f", value);
        };
    }
}
