package zephyrridge.server.reading;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelField;
import zephyrridge.core.reading.label.LabelMending;
import zephyrridge.core.reading.label.LabelReading;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;

/**
 * A label line, decoded, in words.
 *
 * @param complete whether it is a whole module that can be planned with
 * @param summary the module in short, when complete
 */
public record LabelView(
        String line,
        boolean complete,
        Optional<String> summary,
        List<LabelValueView> values,
        List<FindingView> findings,
        List<LabelSuggestionView> suggestions) {
    /** @param how where the value comes from, in words */
    public record LabelValueView(LabelField field, String name, String value, LabelReading.Origin origin, String how) {}

    public record LabelSuggestionView(String line, String organisation, String density) {}

    public static LabelView of(LabelReading r, Texts texts) {
        return new LabelView(
                r.line(),
                r.spec().isPresent(),
                r.spec().map(ModuleSpec::summary).map(texts::show),
                r.values().stream()
                        .map(v -> new LabelValueView(
                                v.field(),
                                texts.get("label." + v.field()),
                                texts.show(v.value()),
                                v.origin(),
                                texts.evidence(v.evidence())))
                        .toList(),
                FindingView.of(r.findings(), texts),
                LabelMending.of(r).stream()
                        .map(s -> new LabelSuggestionView(s.line(), s.organisation(), s.density()))
                        .toList());
    }
}
