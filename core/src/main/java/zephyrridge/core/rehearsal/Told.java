package zephyrridge.core.rehearsal;

import java.util.Optional;
import java.util.Set;
import zephyrridge.core.fault.Belief;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * What a step told: what was known and what was possible after it, beside what was before.
 *
 * @param positions sockets of which it is known since then what is in them
 * @param possible how many things it might be: two to the power of the entropy of what is to do, before and {@code left} after
 */
public record Told(Kind kind, int positions, double possible, double left) {
    public enum Kind {
        NOTHING_NEW,
        /** It is known what is in so many more sockets. */
        POSITIONS,
        /** The first start that failed: something is wrong. */
        FAILED,
        /** Fewer things are possible. */
        NARROWED,
        /** What seemed likely is less so now. */
        WIDENED,
        PROVEN
    }

    /** So sure has to be that nothing is there. */
    private static final double KNOWN = .9;

    /** In bit: less than this is nothing new. */
    private static final double LEAST = .05;

    /**
     * How much is known.
     *
     * @param known sockets of which it is known what is in them
     * @param failed whether anything ever failed; {@code bits} of what is to do then, 0 where nothing did
     */
    public record Standing(int known, boolean failed, double bits, boolean proven) {
        /** Before anybody looked. */
        public static final Standing NOTHING = new Standing(0, false, 0, false);

        public static Standing of(Bench bench, Work work, Survey survey) {
            Unit unit = work.unit();
            Assessment a = Assessment.of(bench, work);
            int known = (int) survey.rows().stream()
                    .filter(row -> !bench.record().position(row.position()).isSoldered())
                    .filter(row -> unit.asFound().containsKey(row.position()) || isKnown(row))
                    .count();
            Optional<Belief> hunted = unit.log().starts().isEmpty()
                    ? Optional.empty()
                    : Optional.of(Trouble.belief(bench, work, a, Set.of())).filter(b -> b.attempts().stream()
                            .anyMatch(t -> t.seen().failed()));
            return new Standing(
                    known,
                    hunted.isPresent(),
                    hunted.map(Belief::entropy).orElse(0.0),
                    a.proof().proven());
        }

        /** A module that can be taken over, or nothing for sure. */
        private static boolean isKnown(Survey.Row row) {
            return row.isModule()
                    || row.verdict()
                            .filter(v -> v.sureness() >= KNOWN && v.likeliest() == SlotState.EMPTY)
                            .isPresent();
        }
    }

    /** Whether about half of what was possible is. */
    public boolean halves() {
        return possible / left > 1.7 && possible / left < 2.4;
    }

    public static Told between(Standing before, Standing after) {
        double possible = Math.pow(2, before.bits());
        double left = Math.pow(2, after.bits());
        double bits = before.bits() - after.bits();
        int positions = after.known() - before.known();
        Kind kind;
        if (after.proven() && !before.proven()) {
            kind = Kind.PROVEN;
        } else if (after.failed() && !before.failed()) {
            kind = Kind.FAILED;
        } else if (before.failed() && Math.abs(bits) > LEAST) {
            kind = bits > 0 ? Kind.NARROWED : Kind.WIDENED;
        } else {
            kind = positions > 0 ? Kind.POSITIONS : Kind.NOTHING_NEW;
        }
        return new Told(kind, Math.max(0, positions), possible, left);
    }
}
