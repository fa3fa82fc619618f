package zephyrridge.core.reading.label;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.table.Spelling;

/** Whole lines that a label line may be a misreading of, where it is no module as it stands. */
public final class LabelMending {
    private LabelMending() {}

    /** What arithmetic mends; where there is nothing of that, what is likeliest to have been read as this. The likeliest first. */
    public static List<LabelReading.Suggestion> of(LabelReading reading) {
        if (reading.spec().isPresent() || !reading.suggestions().isEmpty()) {
            return reading.suggestions();
        }
        return LabelDecoder.decode(reading.line()).stream()
                .flatMap(d -> d.lines().stream())
                .flatMap(l -> suggestion(reading.line(), l).stream())
                .toList();
    }

    private static Optional<LabelReading.Suggestion> suggestion(String line, LabelDecoder.Line likely) {
        LabelReading whole = LabelParser.parse(likely.text());
        return whole.spec()
                .map(m -> new LabelReading.Suggestion(
                        likely.text(),
                        m.organisation().label(),
                        m.organisation().density().toString(),
                        Spelling.distance(line, likely.text()),
                        likely.chance()));
    }
}
