package zephyrridge.server.reading;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelField;
import zephyrridge.core.reading.label.LabelMending;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.label.LabelReading;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;

/** Label lines, decoded as they are typed. */
@RestController
class LabelController {
    record LabelLine(@NotNull @Size(max = 4000) String line) {}

    /** @param how where the value comes from, in words */
    record LabelValueView(LabelField field, String name, String value, LabelReading.Origin origin, String how) {}

    record LabelSuggestionView(String line, String organisation, String density) {}

    /**
     * @param complete whether it is a whole module that can be planned with
     * @param summary the module in short, when complete
     */
    record LabelView(
            String line,
            boolean complete,
            Optional<String> summary,
            List<LabelValueView> values,
            List<FindingView> findings,
            List<LabelSuggestionView> suggestions) {}

    private final Texts texts;

    LabelController(Texts texts) {
        this.texts = texts;
    }

    @PostMapping("/api/labels/decode")
    LabelView decode(@Valid @RequestBody LabelLine body) {
        LabelReading r = LabelParser.parse(body.line());
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
