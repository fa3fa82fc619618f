package zephyrridge.core.access;

/**
 * What closing has to mind beside what lies over what.
 *
 * @param first id of a part that is put back before
 * @param then id of a part, or {@link #TEST_START}: the first start with the cover off
 */
public record Precedence(String first, String then) {
    public static final String TEST_START = "test-start";
}
