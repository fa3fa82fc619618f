package zephyrridge.core.layout;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/**
 * Ceilings: a controller's figure is hard, a maker's is what was validated. What firmware, sellers and reports
 * say is shown beside them and decides nothing here.
 */
final class LimitRule implements LayoutRule {
    @Override
    public Rule rule() {
        return Rule.LIMITS;
    }

    @Override
    public Verdict check(Facts f, List<Finding> out) {
        boolean judged = false;
        boolean controller = false;
        LimitClaim broken = null;
        for (LimitClaim claim : f.machine.record.limits()) {
            if (claim.source() != LimitClaim.Source.MAKER && claim.source() != LimitClaim.Source.CONTROLLER) {
                hint(f, claim, out);
                continue;
            }
            judged = true;
            int said = out.size();
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
            broken = broken == null && out.size() > said ? claim : broken;
        }
        boolean beyond = broken != null;
        unspoken(f, out);
        if (beyond && !controller) {
            LimitClaim any = broken;
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

    /** Firmware's, reported and sellers' figures below the plan: shown as what they are. */
    private static void hint(Facts f, LimitClaim claim, List<Finding> out) {
        ByteSize planned = ByteSize.ofMebibytes(f.installedMib);
        if (claim.quantity() == LimitClaim.Quantity.TOTAL
                && claim.size().filter(s -> s.compareTo(planned) < 0).isPresent()) {
            out.add(Finding.of(
                    LayoutFinding.LIMIT_HINT,
                    Severity.NOTE,
                    Subject.machine(),
                    new LayoutFinding.Hint(claim.source(), planned, claim.size().get(), claim.where()),
                    evidence(claim)));
        }
    }

    /**
     * A density that no source speaks of. A maker's total divided by the sockets speaks of the dies of a 2Rx8 module of that size
     * (R-4.3).
     */
    private static void unspoken(Facts f, List<Finding> out) {
        List<LimitClaim> claims = f.machine.record.limits();
        Optional<LimitClaim> total = claims.stream()
                .filter(c -> c.source() == LimitClaim.Source.MAKER && c.quantity() == LimitClaim.Quantity.TOTAL)
                .findFirst();
        long sockets = f.machine.record.positions().stream()
                .filter(p -> !p.isSoldered())
                .count();
        boolean spoken = claims.stream().anyMatch(c -> c.quantity() == LimitClaim.Quantity.DIE_DENSITY);
        if (spoken || total.isEmpty() || sockets == 0) {
            return;
        }
        long soldered = f.machine.record.positions().stream()
                .flatMap(p -> p.soldered().stream())
                .mapToLong(m -> m.capacity().mebibytes())
                .sum();
        long perSocket = Math.max(0, total.get().size().orElseThrow().mebibytes() - soldered) / sockets;
        int needed = Organisation.densityMebibitsFor(ByteSize.ofMebibytes(perSocket), 2, 8);
        // No die of 6 Gbit is made: a total that needs it speaks of the next one that is.
        int implied = f.controller().generation().made().stream()
                .mapToInt(DieDensity::mebibits)
                .filter(made -> made >= needed)
                .min()
                .orElse(0);
        for (int p = 0; p < f.modules.length; p++) {
            if (f.counts(p)
                    && !f.position(p).isSoldered()
                    && implied > 0
                    && f.modules[p].organisation().density().mebibits() > implied) {
                out.add(Finding.of(
                        LayoutFinding.LIMIT_DENSITY_UNSPOKEN,
                        Severity.NOTE,
                        Subject.position(f.position(p).id()),
                        new LayoutFinding.Density(
                                f.position(p).label(),
                                f.modules[p].organisation().density(),
                                new DieDensity(implied),
                                total.get().where()),
                        evidence(total.get())));
                return;
            }
        }
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
