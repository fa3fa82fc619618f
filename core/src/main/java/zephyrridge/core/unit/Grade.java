package zephyrridge.core.unit;

/** How well a job is proven, weakest first. */
public enum Grade {
    NONE,
    /** Closed before the log was kept: what it rests on nobody can tell any more. */
    OLD_RULE,
    /** Total, count and rate read, each difference explained. */
    SEEN,
    /** And a full pass of a memory test without an error. */
    TESTED,
    /** And a night of it. */
    SOAKED;

    public boolean reaches(Grade wanted) {
        return compareTo(wanted) >= 0;
    }
}
