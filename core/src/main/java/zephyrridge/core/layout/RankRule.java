package zephyrridge.core.layout;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.ModuleSpec;

/**
 * Chip selects per channel: package ranks, of load-reduced modules divided by the platform's rank multiplication and rounded
 * up, against the channel's limit (R-3.3; 8 on classic registered servers).
 */
final class RankRule implements LayoutRule {
    @Override
    public Rule rule() {
        return Rule.RANKS;
    }

    @Override
    public Verdict check(Facts f, List<Finding> out) {
        Verdict verdict = Verdict.SATISFIED;
        Optional<Integer> multiplication = f.controller().rankMultiplication();
        for (int c = 0; c < f.count.length; c++) {
            int ranks = 0;
            boolean unknown = false;
            for (int p : f.machine.positionsOf[c]) {
                if (!f.counts(p)) {
                    continue;
                }
                ModuleSpec m = f.modules[p];
                unknown |= m.buffering() == Buffering.LOAD_REDUCED && multiplication.isEmpty();
                ranks += chipSelects(m, multiplication);
            }
            String channel = f.machine.channelIds[c];
            int limit = f.controller().ranksPerChannel();
            if (ranks > limit) {
                out.add(Finding.of(
                        LayoutFinding.RANKS_EXCEEDED,
                        Severity.STOP,
                        Subject.channel(channel),
                        new LayoutFinding.Ranks(channel, ranks, limit),
                        new Evidence.RecordEntry(
                                "controller.ranksPerChannel",
                                String.valueOf(limit),
                                f.controller().name())));
                verdict = Verdict.VIOLATED;
            } else if (unknown) {
                out.add(Finding.of(
                        LayoutFinding.RANKS_MULTIPLICATION_UNKNOWN,
                        Severity.RISK,
                        Subject.channel(channel),
                        new LayoutFinding.AtChannel(channel),
                        new Evidence.RecordEntry(
                                "controller.rankMultiplication",
                                "unknown",
                                f.controller().name())));
                verdict = verdict == Verdict.VIOLATED ? verdict : Verdict.UNDECIDED;
            }
        }
        return verdict;
    }

    /** What a module takes of its channel's chip selects; of an unknown multiplication the largest. */
    static int chipSelects(ModuleSpec m, Optional<Integer> multiplication) {
        int own = m.organisation().packageRanks();
        int by = m.buffering() == Buffering.LOAD_REDUCED ? multiplication.orElse(4) : 1;
        return (own + by - 1) / by;
    }
}
