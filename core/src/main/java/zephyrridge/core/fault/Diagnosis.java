package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Where a fault hunt stands.
 *
 * @param leading what is to do: all that is sure where something is, else one by one by all that holds it, the likeliest first
 * @param next tests worth making, the best first; where something leads, its confirming test is first
 */
public record Diagnosis(State state, List<Belief.Share<List<Remedy>>> leading, List<NextTest.Valued> next) {
    /** What one thing to do must reach before it is confirmed. */
    public static final double SURE = .95;
    /** What every other thing to do must stay below. */
    public static final double OUT_OF_QUESTION = .10;
    /** What runs as it was planned is not taken apart for what is left of doubt: nothing left to do is sure from here on. */
    public static final double MENDED = .90;

    public enum State {
        /** Nothing failed yet, or the hunt goes on. */
        OPEN,
        /** One thing leads; its confirming test has not been made. */
        TO_CONFIRM,
        CONFIRMED,
        /** Nothing at hand tells any more. */
        CANNOT_TELL
    }

    public static Diagnosis of(Belief belief, Arrangement now, Arrangement goal, Effort effort) {
        List<Remedy> sure = sure(belief);
        List<Belief.Share<List<Remedy>>> leading = leading(belief, sure);
        if (belief.attempts().stream().noneMatch(a -> a.seen().failed())) {
            return new Diagnosis(State.OPEN, leading, List.of());
        }
        if (!sure.isEmpty()) {
            if (isConfirmed(belief, sure, goal)) {
                return new Diagnosis(State.CONFIRMED, leading, List.of());
            }
            List<NextTest.Valued> confirming = confirming(belief, sure, now, goal, effort);
            if (!confirming.isEmpty()) {
                return new Diagnosis(State.TO_CONFIRM, leading, confirming);
            }
        }
        List<NextTest.Valued> next = NextTest.of(belief, now, goal, effort);
        return new Diagnosis(next.isEmpty() ? State.CANNOT_TELL : State.OPEN, leading, next);
    }

    /** What is to do for sure, where nothing else is in question any more; two things where two are wrong. */
    private static List<Remedy> sure(Belief belief) {
        List<Remedy> sure = new ArrayList<>();
        for (Belief.Share<Remedy> s : belief.remedies()) {
            if (s.probability() >= (s.of().equals(Remedy.NONE) ? MENDED : SURE)) {
                sure.add(s.of());
            } else if (s.probability() >= OUT_OF_QUESTION) {
                return List.of();
            }
        }
        return sure;
    }

    private static List<Belief.Share<List<Remedy>>> leading(Belief belief, List<Remedy> sure) {
        List<Belief.Share<Remedy>> by = belief.remedies();
        if (!sure.isEmpty()) {
            return List.of(new Belief.Share<>(sure, by.get(sure.size() - 1).probability()));
        }
        List<Belief.Share<List<Remedy>>> leading = new ArrayList<>();
        double held = 0;
        for (Belief.Share<Remedy> s : by) {
            if (held >= SURE && s.probability() < OUT_OF_QUESTION) {
                break;
            }
            leading.add(new Belief.Share<>(List.of(s.of()), s.probability()));
            held += s.probability();
        }
        return leading;
    }

    /** The cure started good, and undoing it failed again; what cannot be undone needs the cure alone. */
    static boolean isConfirmed(Belief belief, List<Remedy> remedy, Arrangement goal) {
        return remedy.stream().allMatch(r -> isConfirmed(belief, remedy, r, goal));
    }

    private static boolean isConfirmed(Belief belief, List<Remedy> whole, Remedy r, Arrangement goal) {
        List<Attempt> here =
                belief.attempts().stream().filter(a -> a.elsewhere().isEmpty()).toList();
        int cured = cure(belief, whole, here, goal);
        return cured >= 0
                && (!r.kind().canBeUndone()
                        || failedAgain(belief, r, here, cured)
                                && (r.kind() != Remedy.Kind.SMALLER_KIT || goodElsewhere(belief, r.subject())));
    }

    /** Came up, where it did not come up before; and with all it has, where part of it was missing or errors were seen. */
    private static boolean good(Attempt a, List<Attempt> attempts) {
        boolean dark = attempts.stream().filter(x -> x.seen().failed()).noneMatch(x -> x.seen()
                .cameUp());
        return a.seen().what() == Seen.What.GOOD || dark && a.seen().what() == Seen.What.CAME_UP;
    }

    private static boolean failedBefore(List<Attempt> attempts, int i) {
        return attempts.subList(0, i).stream().anyMatch(a -> a.seen().failed());
    }

    /** Whether nothing of what was wrong could act any more at this start, and no less than all of it had to be done for that. */
    private static boolean isCure(Belief belief, List<Remedy> whole, List<Attempt> attempts, int i, Arrangement goal) {
        Attempt a = attempts.get(i);
        for (Remedy r : whole) {
            if (r.kind() == Remedy.Kind.NOTHING) {
                return a.fill().equals(goal);
            }
            boolean gone = r.kind().canBeUndone()
                    ? !acts(belief, r, a.fill())
                    : attempts.subList(firstFailure(attempts) + 1, i + 1).stream()
                            .anyMatch(x -> does(r, x));
            if (!gone) {
                return false;
            }
        }
        return true;
    }

    private static int firstFailure(List<Attempt> attempts) {
        for (int i = 0; i < attempts.size(); i++) {
            if (attempts.get(i).seen().failed()) {
                return i;
            }
        }
        return attempts.size();
    }

    private static boolean does(Remedy r, Attempt a) {
        return switch (r.kind()) {
            case FIRMWARE -> a.acts().contains(Act.FIRMWARE);
            case SETTINGS -> a.acts().contains(Act.CLEAR);
            case POWER -> a.mains();
            case COMPANION -> a.acts().contains(Act.COMPANION);
            case WAIT -> a.waited();
            case RESEAT -> !a.inserted().isEmpty();
            default -> true;
        };
    }

    /** Whether what is to be avoided is so in this arrangement. */
    public static boolean acts(Belief belief, Remedy r, Arrangement fill) {
        return belief.causes.causes.stream()
                .anyMatch(c -> c.remedy(belief.setup).equals(r) && c.touches(belief.setup, fill));
    }

    private static boolean goodElsewhere(Belief belief, int kind) {
        Setup setup = belief.setup;
        for (int p = 0; p < setup.pieces().size(); p++) {
            int piece = p;
            if (setup.kindOf(p) == kind
                    && setup.pieces().get(p).trust() == Setup.Trust.NEW
                    && belief.attempts().stream()
                            .noneMatch(
                                    a -> a.elsewhere().filter(e -> e == piece).isPresent()
                                            && !a.seen().failed())) {
                return false;
            }
        }
        return true;
    }

    /** The tests that are still wanted before one thing counts as confirmed: the cheapest of its kind each. */
    private static List<NextTest.Valued> confirming(
            Belief belief, List<Remedy> remedy, Arrangement now, Arrangement goal, Effort effort) {
        List<NextTest.Valued> found = new ArrayList<>();
        List<Attempt> attempts = belief.attempts();
        for (Probe p : Probes.of(belief, now, goal)) {
            Seen wanted = p.elsewhere().isPresent() ? Seen.GOOD : null;
            for (Seen seen : wanted == null ? List.of(Seen.GOOD, Seen.SILENT) : List.of(wanted)) {
                if (advances(belief, remedy, p, seen, attempts, goal)) {
                    effort.minutes(now, p).ifPresent(m -> found.add(new NextTest.Valued(p, 0, Math.max(1, m), 0)));
                    break;
                }
            }
        }
        found.sort(Comparator.comparingInt(NextTest.Valued::minutes));
        return found;
    }

    /** Whether this test, seen so, is one of those still wanted: the cure, its undoing, or a module of the kind good elsewhere. */
    private static boolean advances(
            Belief belief, List<Remedy> remedy, Probe p, Seen seen, List<Attempt> attempts, Arrangement goal) {
        if (p.elsewhere().isPresent()) {
            int piece = p.elsewhere().get();
            return remedy.stream()
                    .anyMatch(r -> r.kind() == Remedy.Kind.SMALLER_KIT
                            && belief.setup.kindOf(piece) == r.subject()
                            && !triedElsewhere(belief, piece));
        }
        List<Attempt> here = new ArrayList<>(
                attempts.stream().filter(a -> a.elsewhere().isEmpty()).toList());
        int cured = cure(belief, remedy, here, goal);
        here.add(p.seen(seen));
        if (cured < 0) {
            return !seen.failed() && isCure(belief, remedy, here, here.size() - 1, goal);
        }
        // An undoing puts nothing else at stake.
        return seen.failed()
                && p.acts().isEmpty()
                && remedy.stream()
                        .anyMatch(r -> r.kind().canBeUndone()
                                && acts(belief, r, p.fill())
                                && !failedAgain(belief, r, here.subList(0, here.size() - 1), cured));
    }

    /** The first start that was good with all of it avoided or done; -1 for none. */
    private static int cure(Belief belief, List<Remedy> whole, List<Attempt> here, Arrangement goal) {
        for (int i = 0; i < here.size(); i++) {
            if (good(here.get(i), here) && failedBefore(here, i) && isCure(belief, whole, here, i, goal)) {
                return i;
            }
        }
        return -1;
    }

    private static boolean failedAgain(Belief belief, Remedy r, List<Attempt> here, int cured) {
        // A module that fails in the test machine too has failed again.
        boolean elsewhere = r.kind() == Remedy.Kind.REPLACE
                && belief.attempts().stream()
                        .anyMatch(
                                a -> a.elsewhere().filter(e -> e == r.subject()).isPresent()
                                        && a.seen().failed());
        return elsewhere
                || here.subList(cured + 1, here.size()).stream()
                        .anyMatch(a -> a.seen().failed() && acts(belief, r, a.fill()));
    }

    private static boolean triedElsewhere(Belief belief, int piece) {
        return belief.attempts().stream()
                .anyMatch(a -> a.elsewhere().filter(e -> e == piece).isPresent());
    }

    /**
     * What is right whatever of the leading it is: go back to what ran.
     *
     * @return the arrangement that last came up with all it has; empty where none did
     */
    public static Optional<Arrangement> safe(Belief belief) {
        List<Attempt> attempts =
                belief.attempts().stream().filter(a -> a.elsewhere().isEmpty()).toList();
        for (int i = attempts.size() - 1; i >= 0; i--) {
            if (attempts.get(i).seen().what() == Seen.What.GOOD) {
                return Optional.of(attempts.get(i).fill());
            }
        }
        return Optional.empty();
    }
}
