package zephyrridge.core.finding;

/** How much a finding weighs, gravest first. */
public enum Severity {
    /** Does not fit, does not start, or harms. */
    STOP,
    /** May not work: needs consent, proof or a right of return. */
    RISK,
    /** Works, but slower or dearer than it need be. */
    COST,
    /** Worth knowing. */
    NOTE,
    /** Backed by a record. */
    PROVEN
}
