package zephyrridge.core.layout;

import java.util.List;
import zephyrridge.core.finding.Finding;

/** One point a layout is judged by: small, without state. */
interface LayoutRule {
    Rule rule();

    /** Adds what is to be said to {@code out} and says how the rule stands. */
    Verdict check(Facts facts, List<Finding> out);
}
