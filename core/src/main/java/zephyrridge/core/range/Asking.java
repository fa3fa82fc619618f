package zephyrridge.core.range;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.unit.Unit;

/**
 * A machine of the range as it stands after all that was asked of it so far. What was asked is kept with all that decides its answer, so
 * that asking it all again comes to the same machine.
 */
public final class Asking {
    public enum What {
        /** Its pack and its seals, from outside, and what its owner says to them. */
        OUTSIDE(2),
        /** The window of memory of its operating system. */
        WINDOW(2),
        /** Its firmware's table. */
        TABLE(3),
        /** What is stored in a module that it lists. */
        CHIP(2),
        /** Whether anything is in a position. */
        LOOK(1),
        /** What is to be read on a module. */
        LABEL(1),
        /** It is switched on. */
        START(2),
        /** A module alone in a machine that is known to run. */
        ELSEWHERE(12);

        private static final int PASS_MINUTES = 15;
        private final int minutes;

        What(int minutes) {
            this.minutes = minutes;
        }

        /** Of the bench's time. */
        public int minutes(int waited, int passes) {
            return Math.max(minutes, waited) + PASS_MINUTES * passes;
        }
    }

    /**
     * @param of position or module key it is about, "" for the whole machine; {@code piece} the module that this is
     * @param told what it answered, in words; {@code minutes} it cost
     * @param tried how it was switched on; empty for all but starts
     */
    public record Asked(
            What what,
            String of,
            String piece,
            String told,
            int minutes,
            int passes,
            Optional<Simulated.Tried> tried) {}

    /** Why something cannot be asked now. */
    public enum Refused {
        /** Nobody may start it as it came: it is locked. */
        NO_WAY_IN,
        /** It is dark. */
        DARK,
        /** Modules were moved since it was switched on last. */
        NOT_STARTED,
        /** It runs, and does not list anything there. */
        NOT_LISTED,
        /** The way there is not open. */
        NOT_OPEN,
        NOTHING_THERE,
        /** The module is still in the machine. */
        STILL_IN
    }

    private final Secret secret;
    private final Simulated machine;
    private Optional<Simulated.Tried> last = Optional.empty();
    private Simulated.Sight shows;

    /** The machine after all this. */
    public Asking(Secret secret, List<Asked> asked) {
        this.secret = secret;
        machine = secret.machine();
        shows = machine.asItRan(secret.arrangement(Unit.NEW));
        for (Asked a : asked) {
            if (a.what() == What.START) {
                start(a.tried().orElseThrow());
            } else if (a.what() == What.ELSEWHERE) {
                elsewhere(a.piece(), a.passes());
            }
        }
    }

    public Simulated.Sight start(Simulated.Tried tried) {
        last = Optional.of(tried);
        shows = machine.start(tried);
        return shows;
    }

    public Simulated.Sight elsewhere(String piece, int passes) {
        return machine.elsewhere(piece, passes);
    }

    /** What it shows while it runs. */
    public Simulated.Sight shows() {
        return shows;
    }

    /** What is wrong that would still show. */
    public List<Hidden> open() {
        return secret.truth().stream().filter(machine::acts).toList();
    }

    /** What is wrong with it as its modules lie, that shows at every start. */
    public List<Hidden> wrong(Unit unit) {
        return machine.wrong(secret.arrangement(unit)).stream()
                .filter(machine::isPlain)
                .toList();
    }

    /** Why that cannot be asked as things stand; empty where it can. */
    public Optional<Refused> refuses(What what, String of, Unit unit, Bench bench) {
        return switch (what) {
            case OUTSIDE, START -> Optional.empty();
            case WINDOW, TABLE -> notRunning(unit);
            case CHIP -> notRunning(unit)
                    .or(() -> shows.listed().contains(of)
                                    && secret.arrangement(unit).containsKey(of)
                            ? Optional.empty()
                            : Optional.of(Refused.NOT_LISTED));
            case LOOK -> isOpen(of, unit, bench) ? Optional.empty() : Optional.of(Refused.NOT_OPEN);
            case LABEL -> !isOpen(of, unit, bench)
                    ? Optional.of(Refused.NOT_OPEN)
                    : secret.arrangement(unit).containsKey(of) ? Optional.empty() : Optional.of(Refused.NOTHING_THERE);
            case ELSEWHERE -> secret.named(unit, of).isEmpty()
                    ? Optional.of(Refused.NOTHING_THERE)
                    : Now.of(unit).inIt().containsValue(of) ? Optional.of(Refused.STILL_IN) : Optional.empty();
        };
    }

    private Optional<Refused> notRunning(Unit unit) {
        if (last.isEmpty() && !secret.wayIn()) {
            return Optional.of(Refused.NO_WAY_IN);
        }
        boolean asItLies = last.map(Simulated.Tried::arrangement)
                .orElseGet(() -> secret.arrangement(Unit.NEW))
                .equals(secret.arrangement(unit));
        return !asItLies
                ? Optional.of(Refused.NOT_STARTED)
                : shows.dark() ? Optional.of(Refused.DARK) : Optional.empty();
    }

    private static boolean isOpen(String position, Unit unit, Bench bench) {
        return bench.record().hasPosition(position)
                && bench.evaluator().isOpen(position, Now.of(unit).offSet());
    }

    /** Minutes of the bench: of what was asked, and of all that came off and went back by the record's own estimate. */
    public static int minutes(List<Asked> asked, Unit unit, Bench bench) {
        int seconds = 0;
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.Stepped s) {
                seconds += bench.record()
                        .access()
                        .part(s.part())
                        .map(p -> s.did() == Entry.Did.TAKE_OFF ? p.secondsOff() : p.secondsOn())
                        .orElse(STEP_SECONDS);
            } else if (e instanceof Entry.Moved m
                    && (m.to().isPosition() || m.from().kind() == Place.Kind.POSITION)) {
                seconds += MODULE_SECONDS;
            }
        }
        return asked.stream().mapToInt(Asked::minutes).sum() + (seconds + 59) / 60;
    }

    private static final int STEP_SECONDS = 20;
    private static final int MODULE_SECONDS = 45;
}
