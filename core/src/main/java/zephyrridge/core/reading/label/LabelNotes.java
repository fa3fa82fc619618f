package zephyrridge.core.reading.label;

import java.util.ArrayList;
import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.reading.label.LabelReading.Origin;
import zephyrridge.core.reading.label.LabelText.Part;

/** What is made out of one label line while it is read: values, findings, and what it may say instead. */
final class LabelNotes {
    static final Evidence.Clause LABEL_FORM = new Evidence.Clause("JESD21-C", "module label", true);
    private static final Subject LABEL = new Subject(Subject.Kind.LABEL, "");

    final List<LabelReading.Value> values = new ArrayList<>();
    final List<Finding> findings = new ArrayList<>();
    final List<LabelReading.Suggestion> suggestions = new ArrayList<>();
    private final String line;

    LabelNotes(String line) {
        this.line = line;
    }

    void noteConfusedDigits(Part part) {
        if (part.hasConfusedDigits()) {
            find(
                    LabelFinding.LABEL_CHARACTERS_READ_AS,
                    Severity.NOTE,
                    new LabelFinding.Characters(part.text(), part.digits()),
                    span(part));
        }
    }

    void find(LabelFinding code, Severity severity, Detail detail, Evidence... evidence) {
        findings.add(Finding.of(code, severity, LABEL, detail, evidence));
    }

    void missing(LabelField field, List<String> candidates) {
        find(
                LabelFinding.LABEL_FIELD_MISSING,
                field == LabelField.TIMINGS ? Severity.NOTE : Severity.RISK,
                new LabelFinding.Missing(field, candidates),
                LABEL_FORM);
    }

    void printed(LabelField field, String value, Part part) {
        values.add(new LabelReading.Value(field, value, Origin.PRINTED, span(part)));
    }

    void computed(LabelField field, String value, Evidence evidence) {
        values.add(new LabelReading.Value(field, value, Origin.COMPUTED, evidence));
    }

    void suggest(String better, String organisation, String density, int charactersChanged, double weight) {
        suggestions.add(new LabelReading.Suggestion(better, organisation, density, charactersChanged, weight));
    }

    Evidence.LabelSpan span(Part part) {
        return new Evidence.LabelSpan(part.from(), part.to(), line.substring(part.from(), part.to()));
    }
}
