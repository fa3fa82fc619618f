package zephyrridge.core.unit;

/** The rules that docs/rules/ numbers. */
public final class Rules {
    /** Counts up whenever a rule changes, so that a closed job can name what it was judged by. */
    public static final int VERSION = 5;

    private Rules() {}
}
