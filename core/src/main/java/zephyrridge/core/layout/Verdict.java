package zephyrridge.core.layout;

/** What a rule says; UNDECIDED comes with a finding that names the missing fact. */
public enum Verdict {
    SATISFIED,
    VIOLATED,
    UNDECIDED,
    NOT_APPLICABLE
}
