package zephyrridge.core.fault;

import java.util.Arrays;

/** A module alone in the shop's own test machine: only the module itself can fail there, and how it was put in. */
final class TestMachine {
    /** A missing part is no start there, since there is no other; seated as an insertion of the hunt, a second cause. */
    private static final double[] SEAT = seat();

    private final Causes causes;
    private final int piece;
    final Reach reach;

    TestMachine(Setup setup, Causes causes, int piece) {
        this.causes = causes;
        this.piece = piece;
        int[] at = new int[Math.max(1, setup.slots().size())];
        Arrays.fill(at, -1);
        at[0] = piece;
        reach = new Reach(setup, causes, Arrangement.of(at));
    }

    private static double[] seat() {
        double[] row = Cause.Kind.SEATING.row();
        double p = Causes.SEATING_IN_HUNT;
        return new double[] {p * (row[0] + row[1]), 0, p * row[2], 1 - p + p * row[3]};
    }

    /** What a start there will show where the causes of a hypothesis are in these manners. */
    void expect(Expected e, int h, int mannerA, int mannerB) {
        int a = causes.first[h];
        int b = causes.second[h];
        // Of one module only one of dead and weak can be.
        boolean isB = b >= 0 && isModule(b);
        int c = isB ? b : a;
        int manner = isB ? mannerB : mannerA;
        boolean acts = manner != Manner.NONE && isModule(c);
        e.of(
                SEAT,
                -1,
                true,
                acts ? Manner.shows(causes.kinds[c], manner) : null,
                acts ? reach.part[c] : -1,
                true,
                reach);
    }

    private boolean isModule(int cause) {
        Cause c = causes.causes.get(cause);
        return (c.kind() == Cause.Kind.DEAD || c.kind() == Cause.Kind.WEAK) && c.subject() == piece;
    }
}
