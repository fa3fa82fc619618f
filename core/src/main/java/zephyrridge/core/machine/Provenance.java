package zephyrridge.core.machine;

/** Where an entry of a machine's record comes from, and how often such a source is right (R-5.3, R-2.1; common practice, no source). */
public enum Provenance {
    VARIANT_MANUAL(0.95),
    SERIES_MANUAL(0.75),
    OWN_BENCH(0.95),
    FIRST_LOOK(0.75),
    /** A record from before the question was asked. */
    NOT_STATED(0.75);

    private final double reliability;

    Provenance(double reliability) {
        this.reliability = reliability;
    }

    public double reliability() {
        return reliability;
    }
}
