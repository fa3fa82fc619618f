package zephyrridge.core.finding;

import java.util.Comparator;
import java.util.List;

/** One thing worth saying, with its figures and what it rests on. */
public record Finding(FindingCode code, Severity severity, Subject subject, Detail detail, List<Evidence> evidence) {
    public static final Comparator<Finding> GRAVEST_FIRST = Comparator.comparing(Finding::severity);

    public Finding {
        if (!code.detailType().isInstance(detail)) {
            throw new IllegalArgumentException(
                    code.name() + " carries " + code.detailType().getSimpleName() + ", not " + detail);
        }
        if (evidence.isEmpty()) {
            throw new IllegalArgumentException(code.name() + " has no evidence");
        }
        evidence = List.copyOf(evidence);
    }

    public static Finding of(
            FindingCode code, Severity severity, Subject subject, Detail detail, Evidence... evidence) {
        return new Finding(code, severity, subject, detail, List.of(evidence));
    }
}
