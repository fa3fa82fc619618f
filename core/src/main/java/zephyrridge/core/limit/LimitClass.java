package zephyrridge.core.limit;

/** How far a layout goes beyond what is said of its machine, with the prior of its chance (common practice, no source). */
public enum LimitClass {
    WITHIN_OFFICIAL(19, 1),
    /** Nobody states an official figure; no more in a socket than what machines of its years address. */
    AS_ITS_YEARS(9, 1),
    PROVEN_HERE(3, 1),
    ALLOWED_UNPROVEN(3, 1),
    /** Nobody states an official figure; more in a socket than its years were made for, and worth a try. */
    FURTHER_THAN_ITS_YEARS(2, 1),
    DOUBTFUL(1, 1),
    BEYOND_CONTROLLER(1, 19);

    private final int a;
    private final int b;

    LimitClass(int a, int b) {
        this.a = a;
        this.b = b;
    }

    /** @param successes {@code failures} in quarters of a proven trial of this model */
    public Chance chance(int successes, int failures) {
        return new Chance(a, b, successes, failures);
    }

    /** The one of the better prior: a success takes none away. */
    LimitClass orLikelier(LimitClass other) {
        return (long) other.a * (a + b) > (long) a * (other.a + other.b) ? other : this;
    }
}
