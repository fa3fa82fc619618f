package zephyrridge.core.reading.label;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.module.ModuleSpec;

/**
 * A label line, decoded.
 *
 * @param line the line as it was given
 * @param values the fields that are known, in the order of {@link LabelField}, each with where it came from
 * @param spec the module, when nothing that a layout needs is missing or impossible
 * @param suggestions whole lines that would hold together, the likeliest first, where this one does not
 */
public record LabelReading(
        String line,
        List<Value> values,
        Optional<ModuleSpec> spec,
        List<Finding> findings,
        List<Suggestion> suggestions) {
    /** How a field is known: printed on the label, looked up in a published table, or computed from other fields. */
    public enum Origin {
        PRINTED,
        TABLE,
        COMPUTED
    }

    public record Value(LabelField field, String value, Origin origin, Evidence evidence) {}

    /** @param charactersChanged how many characters of the line differ */
    public record Suggestion(String line, String organisation, String density, int charactersChanged, double weight) {}

    public Optional<Value> value(LabelField field) {
        return values.stream().filter(v -> v.field == field).findFirst();
    }
}
