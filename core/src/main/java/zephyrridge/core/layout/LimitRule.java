package zephyrridge.core.layout;

import java.util.List;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/**
 * Ceilings (handbook 3.3): a controller's figure is hard, a maker's is what was validated. What firmware, sellers and reports
 * say is shown beside them and decides nothing here.
 */
final class LimitRule implements LayoutRule {
    @Override
    public Rule rule() {
        return Rule.LIMITS;
    }

    @Override
    public Verdict check(Facts f, List<Finding> out) {
        int before = out.size();
        boolean judged = false;
        boolean controller = false;
        for (LimitClaim claim : f.machine.record.limits()) {
            if (claim.source() != LimitClaim.Source.MAKER && claim.source() != LimitClaim.Source.CONTROLLER) {
                continue;
            }
            judged = true;
            controller |= claim.isHard();
            switch (claim.quantity()) {
                case TOTAL -> compare(claim, ByteSize.ofMebibytes(f.installedMib), Subject.machine(), out);
                case PER_SLOT -> {
                    for (int p = 0; p < f.modules.length; p++) {
                        if (f.counts(p) && !f.position(p).isSoldered()) {
                            compare(
                                    claim,
                                    f.modules[p].capacity(),
                                    Subject.position(f.position(p).id()),
                                    out);
                        }
                    }
                }
                case DIE_DENSITY -> density(f, claim, out);
            }
        }
        boolean beyond = out.size() > before;
        if (beyond && !controller) {
            LimitClaim any = f.machine.record.limits().get(0);
            out.add(Finding.of(
                    LayoutFinding.LIMIT_CONTROLLER_UNKNOWN,
                    Severity.RISK,
                    Subject.machine(),
                    new LayoutFinding.Limit(
                            ByteSize.ofMebibytes(f.installedMib), any.size().orElse(ByteSize.ZERO), any.where()),
                    evidence(any)));
            return Verdict.UNDECIDED;
        }
        return !judged ? Verdict.NOT_APPLICABLE : beyond ? Verdict.VIOLATED : Verdict.SATISFIED;
    }

    private static void compare(LimitClaim claim, ByteSize planned, Subject subject, List<Finding> out) {
        ByteSize limit = claim.size().orElseThrow();
        if (planned.compareTo(limit) > 0) {
            out.add(Finding.of(
                    claim.isHard() ? LayoutFinding.LIMIT_BEYOND_CONTROLLER : LayoutFinding.LIMIT_BEYOND_OFFICIAL,
                    claim.isHard() ? Severity.STOP : Severity.RISK,
                    subject,
                    new LayoutFinding.Limit(planned, limit, claim.where()),
                    evidence(claim)));
        }
    }

    private static void density(Facts f, LimitClaim claim, List<Finding> out) {
        for (int p = 0; p < f.modules.length; p++) {
            if (!f.counts(p) || f.position(p).isSoldered()) {
                continue;
            }
            ModuleSpec m = f.modules[p];
            if (m.organisation().density().compareTo(claim.density().orElseThrow()) > 0) {
                out.add(Finding.of(
                        LayoutFinding.LIMIT_DENSITY,
                        claim.isHard() ? Severity.STOP : Severity.RISK,
                        Subject.position(f.position(p).id()),
                        new LayoutFinding.Density(
                                f.position(p).label(),
                                m.organisation().density(),
                                claim.density().get(),
                                claim.where()),
                        evidence(claim)));
            }
        }
    }

    private static Evidence evidence(LimitClaim claim) {
        return new Evidence.RecordEntry(
                "limits." + claim.source() + "." + claim.quantity(),
                claim.size()
                        .map(ByteSize::toString)
                        .or(() -> claim.density().map(Object::toString))
                        .orElse(""),
                claim.where());
    }
}
