package zephyrridge.core.range;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.range.Asked.What;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Unit;

/**
 * A machine of the range as it stands after all that was asked of it so far. What was asked is kept with all that decides its answer, so
 * that asking it all again comes to the same machine.
 */
public final class Asking {
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
        STILL_IN,
        /** The part is off already. */
        OFF_ALREADY,
        /** The part is on. */
        IS_ON
    }

    private final Secret secret;
    private final Simulated machine;
    private final List<Asked> asked;
    private Optional<Simulated.Tried> last = Optional.empty();
    private Simulated.Sight shows;

    /** The machine after all this. */
    public Asking(Secret secret, List<Asked> asked) {
        this.secret = secret;
        this.asked = List.copyOf(asked);
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

    /** What is wrong with it as its modules lie, that shows at every start. */
    public List<Hidden> wrong(Unit unit) {
        return machine.wrong(secret.arrangement(unit)).stream()
                .filter(machine::isPlain)
                .toList();
    }

    /** Why that cannot be asked as things stand; empty where it can. */
    public Optional<Refused> refuses(What what, String of, Unit unit, Bench bench) {
        return switch (what) {
            case OUTSIDE, START, LAMP -> Optional.empty();
            case WINDOW, TABLE -> notRunning(unit);
                // What can be reached lies in the bench's own reader in a moment; else the machine has to list it.
            case CHIP -> isOpen(of, unit, bench)
                    ? there(of, unit)
                    : notRunning(unit)
                            .or(() -> shows.listed().contains(of)
                                            && there(of, unit).isEmpty()
                                    ? Optional.empty()
                                    : Optional.of(Refused.NOT_LISTED));
            case HAND -> Now.of(unit).off().contains(of) ? Optional.of(Refused.OFF_ALREADY) : Optional.empty();
            case SCREWS -> Now.of(unit).off().contains(of) ? Optional.empty() : Optional.of(Refused.IS_ON);
            case LOOK, NOTCH -> isOpen(of, unit, bench) ? Optional.empty() : Optional.of(Refused.NOT_OPEN);
            case LABEL -> !isOpen(of, unit, bench) ? Optional.of(Refused.NOT_OPEN) : there(of, unit);
            case ELSEWHERE -> secret.named(unit, of).isEmpty()
                    ? Optional.of(Refused.NOTHING_THERE)
                    : Now.of(unit).inIt().containsValue(of) ? Optional.of(Refused.STILL_IN) : Optional.empty();
        };
    }

    /** What went wrong in hands that did not look first. */
    public List<Mishap> mishaps(Unit unit, Bench bench) {
        return Mishap.of(secret, asked, unit, bench);
    }

    /**
     * Whether a look would show what lies in wait: it springs at the next occasion, and whoever looked once has put it right.
     *
     * @param look by which it is seen, {@code of} part or position that is looked at
     */
    public boolean lurks(Trap kind, What look, String of, Unit unit, Bench bench) {
        return Mishap.waiting(secret, asked, unit, bench).contains(kind)
                && asked.stream()
                        .noneMatch(a -> a.what() == look && a.of().equals(of) && a.entry() >= Mishap.since(kind, unit));
    }

    /**
     * Whether it came to what it could: proven, with what its owner wanted and nothing wrong that would still show as its modules lie; kept
     * shut where it was not to be opened, or has nothing to open it for; or its cause written down.
     */
    public boolean isSolved(Unit unit, Assessment assessment) {
        List<Entry> happened = unit.log().happened();
        boolean shut = secret.record().positions().stream().allMatch(Position::isSoldered)
                || secret.battery() == Intake.Battery.SWOLLEN
                || secret.seal() == Intake.Seal.OWNER_REFUSES;
        if (shut) {
            return happened.stream().noneMatch(e -> e instanceof Entry.Stepped || e instanceof Entry.Moved);
        }
        boolean foundOut = happened.stream().anyMatch(Entry.FaultFound.class::isInstance);
        return assessment.proof().proven() && wrong(unit).isEmpty() && isAsWanted(unit) || foundOut && !unit.isChosen();
    }

    /** Where nothing is wrong with it or what lay ready, the owner's wish can be met. */
    private boolean isAsWanted(Unit unit) {
        return !secret.truth().isEmpty()
                || secret.wanted()
                                .filter(w -> secret.installed(unit).compareTo(w) < 0)
                                .isEmpty()
                        && secret.budget()
                                .filter(b -> secret.spent(unit).compareTo(b) > 0)
                                .isEmpty();
    }

    private Optional<Refused> there(String position, Unit unit) {
        return secret.arrangement(unit).containsKey(position) ? Optional.empty() : Optional.of(Refused.NOTHING_THERE);
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
