package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The same thing measured before the work and after it.
 *
 * @param change of the mean in permille of before, above 0 where the figure grew; empty where it cannot be compared
 */
public record BeforeAfter(
        Measured.What what,
        String name,
        Optional<Measured> before,
        Optional<Measured> after,
        Verdict verdict,
        Optional<Integer> change) {
    public enum Verdict {
        BETTER,
        WORSE,
        /** The runs of one overlap those of the other. */
        WITHIN_SPREAD,
        /** One run on a side: what it spreads nobody knows. */
        ONE_RUN,
        OTHER_CONDITIONS,
        OTHER_THREADS,
        ONE_SIDE
    }

    /** Every kind that was measured on either side, as it came. */
    public static List<BeforeAfter> of(List<Measured> before, List<Measured> after) {
        List<BeforeAfter> pairs = new ArrayList<>();
        List<Measured> left = new ArrayList<>(after);
        for (Measured b : before) {
            Optional<Measured> same = left.stream()
                    .filter(a -> a.isSameKind(b))
                    .findFirst()
                    .or(() -> left.stream()
                            .filter(a -> a.what() == b.what() && a.name().equals(b.name()))
                            .findFirst());
            same.ifPresent(left::remove);
            pairs.add(of(Optional.of(b), same));
        }
        left.forEach(a -> pairs.add(of(Optional.empty(), Optional.of(a))));
        return List.copyOf(pairs);
    }

    private static BeforeAfter of(Optional<Measured> before, Optional<Measured> after) {
        Measured any = before.or(() -> after).orElseThrow();
        Verdict verdict = before.isEmpty() || after.isEmpty() ? Verdict.ONE_SIDE : verdict(before.get(), after.get());
        boolean comparable = verdict == Verdict.BETTER || verdict == Verdict.WORSE || verdict == Verdict.WITHIN_SPREAD;
        return new BeforeAfter(
                any.what(),
                any.name(),
                before,
                after,
                verdict,
                comparable
                        ? Optional.of((int) Math.round(
                                1000 * (after.get().mean() / before.get().mean() - 1)))
                        : Optional.empty());
    }

    private static Verdict verdict(Measured b, Measured a) {
        if (!b.threads().equals(a.threads())) {
            return Verdict.OTHER_THREADS;
        }
        if (!b.conditions().equals(a.conditions())) {
            return Verdict.OTHER_CONDITIONS;
        }
        if (b.runs().size() < 2 || a.runs().size() < 2) {
            return Verdict.ONE_RUN;
        }
        if (b.least() <= a.most() && a.least() <= b.most()) {
            return Verdict.WITHIN_SPREAD;
        }
        return a.mean() > b.mean() == b.what().moreIsBetter() ? Verdict.BETTER : Verdict.WORSE;
    }
}
