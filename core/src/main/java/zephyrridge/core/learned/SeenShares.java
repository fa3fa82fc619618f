package zephyrridge.core.learned;

import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.proof.ProofFinding;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * What the graphics keep for themselves, out of usable memory that was read in closed jobs: where a total was as expected and the rest
 * is a share that the record does not have (R-10.7; common practice, no source). A share that could as well be a cap counts only where
 * somebody accepted it.
 */
public final class SeenShares {
    private static final long SMALLEST_MIB = 64;

    private SeenShares() {}

    /** @param share a power of two, as firmware offers them; {@code usable} of {@code installed} as they were read */
    public record Share(ByteSize share, ByteSize installed, ByteSize usable) implements Comparable<Share> {
        @Override
        public int compareTo(Share other) {
            return share.compareTo(other.share);
        }
    }

    /** One of each size, none that the record has already. */
    public static List<Share> of(Bench bench, List<Unit> closed) {
        SortedSet<Share> shares = new TreeSet<>();
        for (Unit u : closed) {
            Assessment.of(bench, new Work(new Order("", ""), u))
                    .proof()
                    .lastWith(Field.USABLE)
                    .filter(SeenShares::isShare)
                    .flatMap(SeenShares::share)
                    .filter(s -> !s.share().equals(bench.record().controller().carveOut()))
                    .ifPresent(shares::add);
        }
        return List.copyOf(shares);
    }

    private static boolean isShare(Proof.Try t) {
        Comparison.Line usable = t.comparison().line(Field.USABLE);
        boolean whole = t.comparison().line(Field.FIRMWARE_TOTAL).verdict() == Verdict.MATCH
                || t.comparison().line(Field.SYSTEM_TOTAL).verdict() == Verdict.MATCH;
        return whole
                && usable.findings().size() == 1
                && (usable.findings().get(0).code() == ProofFinding.PROOF_GRAPHICS_SHARE
                        || usable.findings().get(0).code() == ProofFinding.PROOF_SHARE_OR_CAP
                                && t.accepted().contains(Field.USABLE));
    }

    private static Optional<Share> share(Proof.Try t) {
        Readout r = t.start().readout();
        ByteSize installed = r.total().orElseThrow();
        ByteSize usable = r.usable().orElseThrow();
        // What firmware and system keep beside it is less than the share.
        long share = Long.highestOneBit(installed.minusFloored(usable).mebibytes());
        return share < SMALLEST_MIB
                ? Optional.empty()
                : Optional.of(new Share(ByteSize.ofMebibytes(share), installed, usable));
    }
}
