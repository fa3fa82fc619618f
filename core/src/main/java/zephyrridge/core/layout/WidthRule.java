package zephyrridge.core.layout;

import java.util.List;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Bandwidth;

/** Whether the channels share the whole memory, and what single-rank wide modules cost. */
final class WidthRule {
    private static final Evidence SUM = Evidence.Formula.of("region peak = ways x channel bytes x rate");

    private WidthRule() {}

    static Verdict check(Facts f, int processor, WidthMap map, List<Finding> out) {
        if (map.regions().isEmpty()) {
            return Verdict.NOT_APPLICABLE;
        }
        int most = f.machine.largestWay[f.machine.channelsOfProcessor[processor].length];
        WidthMap.Region widest = map.regions().get(0);
        Bandwidth peak = widest.peak().orElse(Bandwidth.ZERO);
        Subject subject = f.machine.domains.length > 1 ? Subject.processor(map.processor()) : Subject.machine();
        if (map.regions().size() > 1) {
            out.add(Finding.of(
                    LayoutFinding.WIDTH_UNEVEN,
                    Severity.COST,
                    subject,
                    new LayoutFinding.Uneven(
                            map.regions().stream()
                                    .map(r -> new LayoutFinding.RegionOf(
                                            r.size(), r.ways(), r.peak().orElse(Bandwidth.ZERO)))
                                    .toList(),
                            map.mean().orElse(Bandwidth.ZERO)),
                    SUM));
            return Verdict.VIOLATED;
        }
        if (widest.ways() < most) {
            out.add(Finding.of(
                    LayoutFinding.WIDTH_SINGLE,
                    Severity.COST,
                    subject,
                    new LayoutFinding.Width(
                            widest.ways(), most, peak, new Bandwidth(peak.thirdsOfMegabytes() / widest.ways() * most)),
                    SUM));
            return Verdict.VIOLATED;
        }
        return Verdict.SATISFIED;
    }

    /** One rank of x16 devices has half the bank groups (JESD79-4/-5, from memory); how much it costs depends on the work. */
    static void singleRankWide(Facts f, List<Finding> out) {
        for (int p = 0; p < f.modules.length; p++) {
            if (f.counts(p) && !f.position(p).isSoldered()) {
                ModuleSpec m = f.modules[p];
                if (m.buffering() == Buffering.UNBUFFERED
                        && m.organisation().logicalRanks() == 1
                        && m.organisation().deviceWidth() == 16) {
                    out.add(Finding.of(
                            LayoutFinding.RANK_SINGLE_WIDE,
                            Severity.COST,
                            Subject.position(f.position(p).id()),
                            new LayoutFinding.AtPosition(f.position(p).label()),
                            new Evidence.Clause("JESD79-4", "bank groups of x16 devices", true)));
                }
            }
        }
    }
}
