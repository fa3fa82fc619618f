package zephyrridge.core.limit;

import java.util.List;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.layout.Verdict;

/**
 * How far a layout goes, how likely it is to run, and what follows.
 *
 * @param covering trials that show it runs; {@code against} failures that count against it
 * @param beyondOfficial whether a maker's claim is broken, proven or not
 * @param allowedByHouse whether the shop's rules let it be recommended; a right of return may be among the conditions
 */
public record Judgement(
        LimitClass limitClass,
        Chance chance,
        List<Trial> covering,
        List<Trial> against,
        boolean beyondOfficial,
        boolean allowedByHouse,
        List<Condition> conditions,
        List<Finding> findings,
        Verdict verdict) {
    public Judgement {
        covering = List.copyOf(covering);
        against = List.copyOf(against);
        conditions = List.copyOf(conditions);
        findings = List.copyOf(findings);
    }
}
