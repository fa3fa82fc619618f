package zephyrridge.core.proof;

import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.quantity.ByteSize;

/** Findings of a reading, each with its figures. */
final class Told {
    private static final Subject READING = new Subject(Subject.Kind.READING, "");

    private Told() {}

    static boolean between(ByteSize value, ByteSize from, ByteSize to) {
        return value.compareTo(from) >= 0 && value.compareTo(to) <= 0;
    }

    static Finding amounts(ProofFinding code, Severity severity, ByteSize expected, ByteSize got) {
        ByteSize difference = expected.compareTo(got) >= 0 ? expected.minusFloored(got) : got.minusFloored(expected);
        return say(code, severity, new ProofFinding.Amounts(expected, got, difference));
    }

    static Finding say(ProofFinding code, Severity severity, Detail detail) {
        return Finding.of(code, severity, READING, detail, Evidence.COMMON_PRACTICE);
    }
}
