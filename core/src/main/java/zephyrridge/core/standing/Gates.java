package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.List;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.limit.LimitFinding;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.AfterCheck;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.GateFinding;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Seal;
import zephyrridge.core.unit.Unit;

/**
 * What must be so before the first screw, and before a module is pushed in. A finding of severity STOP keeps the gate shut.
 *
 * <p>In one file: what one gate says leaves out what another has said.
 */
public final class Gates {
    private static final Subject JOB = new Subject(Subject.Kind.JOB, "");
    private static final long LEAST_MODULE_MEBIBYTES = 256;

    private Gates() {}

    /**
     * The gates of any opening: a battery that is not swollen (or was made safe), a seal that is answered, the drive's recovery
     * key and the firmware's settings asked for, every seal found on the way answered. Where opening clears the settings, the gates of clearing too.
     *
     * @param clears whether this model loses its settings while it is unplugged
     */
    public static List<Finding> opening(Unit unit, boolean clears) {
        Intake intake = unit.intake();
        List<Finding> found = new ArrayList<>(seals(unit));
        switch (intake.battery()) {
            case SWOLLEN -> found.add(
                    answer(GateFinding.GATE_BATTERY_SWOLLEN, Severity.STOP, "battery", intake.battery()));
            case NOT_LOOKED, NOT_KNOWN -> found.add(
                    answer(GateFinding.GATE_BATTERY_NOT_LOOKED, Severity.RISK, "battery", intake.battery()));
            default -> {}
        }
        switch (intake.seal()) {
            case NOT_LOOKED -> found.add(
                    answer(GateFinding.GATE_SEAL_NOT_LOOKED, Severity.STOP, "seal", intake.seal()));
            case PRESENT_NOT_ASKED -> found.add(
                    answer(GateFinding.GATE_SEAL_NOT_ASKED, Severity.STOP, "seal", intake.seal()));
            case OWNER_REFUSES -> found.add(
                    answer(GateFinding.GATE_SEAL_REFUSED, Severity.STOP, "seal", intake.seal()));
            case NOT_KNOWN -> found.add(answer(GateFinding.GATE_SEAL_NOT_KNOWN, Severity.RISK, "seal", intake.seal()));
            default -> {}
        }
        switch (intake.encryption()) {
            case NOT_ASKED -> found.add(
                    answer(GateFinding.GATE_KEY_NOT_ASKED, Severity.STOP, "recovery key", intake.encryption()));
            case ENCRYPTED -> found.add(
                    answer(GateFinding.GATE_KEY_ENCRYPTED, Severity.STOP, "recovery key", intake.encryption()));
            case KEY_MISSING -> found.add(
                    answer(GateFinding.GATE_KEY_MISSING, Severity.STOP, "recovery key", intake.encryption()));
            case OWNER_ACCEPTS -> found.add(
                    answer(GateFinding.GATE_KEY_RISK_TAKEN, Severity.RISK, "recovery key", intake.encryption()));
            case NOT_KNOWN -> found.add(
                    answer(GateFinding.GATE_KEY_NOT_KNOWN, Severity.RISK, "recovery key", intake.encryption()));
            default -> {}
        }
        switch (intake.firmwareSettings()) {
            case NOT_ASKED -> found.add(answer(
                    GateFinding.GATE_SETTINGS_NOT_ASKED,
                    Severity.STOP,
                    "firmware settings",
                    intake.firmwareSettings()));
            case CANNOT_ENTER, NOT_KNOWN -> found.add(answer(
                    GateFinding.GATE_SETTINGS_NOT_NOTED,
                    Severity.RISK,
                    "firmware settings",
                    intake.firmwareSettings()));
            default -> {}
        }
        if (clears) {
            // What a question stops already is not said twice.
            clearing(unit).stream()
                    .filter(c -> found.stream()
                            .noneMatch(f -> f.severity() == Severity.STOP
                                    && f.evidence().equals(c.evidence())))
                    .forEach(found::add);
        }
        return found;
    }

    /** Seals that were found: one that nobody answered stops everything, one that is refused what it holds. */
    static List<Finding> seals(Unit unit) {
        List<Finding> found = new ArrayList<>();
        for (Seal seal : unit.seals()) {
            if (seal.answer() == Seal.Answer.NOT_ASKED) {
                found.add(seal(GateFinding.SEAL_FOUND, Severity.STOP, seal));
            } else if (seal.answer() == Seal.Answer.OWNER_REFUSES) {
                found.add(seal(
                        seal.part().isEmpty() ? GateFinding.SEAL_REFUSED : GateFinding.SEAL_KEEPS_PART,
                        seal.part().isEmpty() ? Severity.STOP : Severity.RISK,
                        seal));
            }
        }
        return found;
    }

    /** A part whose seal the owner wants whole does not come off. */
    public static List<Finding> sealed(Unit unit, String part) {
        return unit.seals().stream()
                .filter(s -> s.part().equals(part) && s.answer() == Seal.Answer.OWNER_REFUSES)
                .map(s -> seal(GateFinding.SEAL_KEEPS_PART, Severity.STOP, s))
                .toList();
    }

    private static Finding seal(GateFinding code, Severity severity, Seal seal) {
        return Finding.of(
                code,
                severity,
                JOB,
                new GateFinding.Sealed(seal.id(), seal.where()),
                new Evidence.Word("seal", seal.where()));
    }

    /** Nothing refuses other work beside memory; one change at a time only reads easier where a start fails, which is said once. */
    public static List<Finding> companion(LayoutEvaluation plan, Proof proof) {
        boolean memory = !plan.changed().isEmpty();
        boolean seen = proof.grade() != Grade.NONE;
        return memory && !seen ? List.of(count(GateFinding.COMPANION_BEFORE_PROOF, Severity.NOTE, 0)) : List.of();
    }

    /** Each with the owner's yes and against no ban. What costs nothing and changes nothing, dust, needs no yes of its own. */
    public static List<Finding> companion(Unit unit, Extra extra) {
        List<Finding> found = new ArrayList<>();
        Counter counter = unit.counter();
        if (counter.bans().stream().anyMatch(b -> b.forbids(extra))) {
            found.add(work(GateFinding.COMPANION_FORBIDDEN, extra));
        }
        Counter.Offered offered = counter.extras().get(extra);
        boolean free =
                extra == Extra.DUST && (offered == null || offered.price().isEmpty());
        boolean refused = offered != null && offered.answer() == Counter.Answer.NO;
        if (refused || !free && (offered == null || offered.answer() != Counter.Answer.YES)) {
            found.add(work(GateFinding.COMPANION_NOT_AGREED, extra));
        }
        return found;
    }

    private static Finding work(GateFinding code, Extra extra) {
        return Finding.of(
                code,
                Severity.STOP,
                JOB,
                new GateFinding.OtherWork(extra),
                new Evidence.Word("other work", extra.name()));
    }

    /** Before the firmware's settings are cleared, by hand or by unplugging: afterwards a drive may ask for its key, and what was set is gone. */
    public static List<Finding> clearing(Unit unit) {
        List<Finding> found = new ArrayList<>(clearing(unit.intake()));
        if (unit.counter().bans().contains(Counter.Ban.NO_RESET)) {
            found.add(Finding.of(
                    GateFinding.GATE_RESET_FORBIDDEN,
                    Severity.STOP,
                    JOB,
                    new GateFinding.Answer(Counter.Ban.NO_RESET.name()),
                    new Evidence.Word("the owner forbids", Counter.Ban.NO_RESET.name())));
        }
        return found;
    }

    private static List<Finding> clearing(Intake intake) {
        List<Finding> found = new ArrayList<>();
        boolean keySettled =
                switch (intake.encryption()) {
                    case NOT_ENCRYPTED, KEY_AT_HAND, OWNER_ACCEPTS -> true;
                    case NOT_ASKED, ENCRYPTED, KEY_MISSING, NOT_KNOWN -> false;
                };
        if (!keySettled) {
            found.add(answer(GateFinding.GATE_CLEAR_WITHOUT_KEY, Severity.STOP, "recovery key", intake.encryption()));
        }
        boolean settingsKept = intake.firmwareSettings() == Intake.FirmwareSettings.NOTED
                || intake.firmwareSettings() == Intake.FirmwareSettings.DEFAULTS;
        if (!settingsKept) {
            found.add(answer(
                    GateFinding.GATE_CLEAR_SETTINGS_NOT_NOTED,
                    Severity.STOP,
                    "firmware settings",
                    intake.firmwareSettings()));
        }
        return found;
    }

    /** Fitting: the opening's gates, and a plan that fits, starts and was decided on. */
    public static List<Finding> fitting(List<Finding> openingGates, LayoutEvaluation plan, boolean chosen) {
        List<Finding> found = new ArrayList<>(openingGates);
        int stops = (int) plan.findings().stream()
                .filter(f -> f.severity() == Severity.STOP)
                .count();
        if (stops > 0) {
            found.add(count(GateFinding.GATE_PLAN_STOPS, Severity.STOP, stops));
        } else if (plan.changed().isEmpty()) {
            found.add(count(GateFinding.GATE_NOTHING_PLANNED, Severity.NOTE, 0));
        } else if (!chosen) {
            found.add(count(
                    GateFinding.GATE_PLAN_NOT_CHOSEN,
                    Severity.STOP,
                    plan.changed().size()));
        }
        return found;
    }

    /** Handing back: nothing is closed in with a swollen pack, and nothing stays off unless somebody decides so by name. */
    public static List<Finding> handingBack(Bench bench, Unit unit, Now now, List<AfterCheck> checks, boolean inParts) {
        Intake intake = unit.intake();
        List<String> off = now.off().stream().map(bench::partName).toList();
        List<Finding> found = new ArrayList<>();
        if (intake.battery() == Intake.Battery.SWOLLEN) {
            found.add(answer(GateFinding.CLOSE_SWOLLEN, Severity.STOP, "battery", intake.battery()));
        }
        if (!off.isEmpty()) {
            found.add(Finding.of(
                    GateFinding.CLOSE_PARTS_OFF,
                    inParts ? Severity.RISK : Severity.STOP,
                    JOB,
                    new GateFinding.Off(off),
                    new Evidence.Word("off", String.join(", ", off))));
        }
        List<String> lying = Screws.forgotten(bench, now).stream()
                .map(l -> l.part().name() + " " + l.fastener().id())
                .toList();
        if (!lying.isEmpty()) {
            found.add(Finding.of(
                    GateFinding.CLOSE_SCREWS_LEFT,
                    inParts ? Severity.RISK : Severity.STOP,
                    JOB,
                    new GateFinding.Off(lying),
                    new Evidence.Word("in the tray", String.join(", ", lying))));
        }
        List<String> here = unit.counter().brought().here().stream()
                .map(t -> t.here() == 1 ? t.what() : t.here() + " × " + t.what())
                .toList();
        if (!here.isEmpty()) {
            found.add(Finding.of(
                    GateFinding.BROUGHT_STILL_HERE,
                    Severity.RISK,
                    JOB,
                    new GateFinding.Here(here),
                    new Evidence.Word("came along", String.join(", ", here))));
        }
        checks(checks, found);
        return found;
    }

    /** What was unplugged is tried before the owner finds out. */
    private static void checks(List<AfterCheck> checks, List<Finding> found) {
        List<AfterCheck> open =
                checks.stream().filter(c -> c.answer().isEmpty()).toList();
        if (!open.isEmpty()) {
            found.add(Finding.of(
                    GateFinding.CHECKS_OPEN,
                    Severity.RISK,
                    JOB,
                    new GateFinding.Checks(open.stream().map(AfterCheck::check).toList()),
                    new Evidence.Word("not tried", String.valueOf(open.size()))));
        }
        checks.stream()
                .filter(c -> c.answer().isPresent() && !c.isGood())
                .forEach(c -> found.add(Finding.of(
                        GateFinding.CHECK_BAD,
                        Severity.RISK,
                        JOB,
                        new GateFinding.Tried(
                                c.check(), c.answer().orElseThrow().note()),
                        new Evidence.Word(
                                c.check().name(), c.answer().orElseThrow().note()))));
    }

    /** Reading: the firmware's total before the work, against what was read off the modules; and that nobody has read anything yet. */
    public static List<Finding> reading(Unit unit, Bench bench, LayoutEvaluation found) {
        if (!AsFound.isRead(bench, unit) && found.installed().isZero()) {
            return List.of(notRead(unit));
        }
        ByteSize read = found.installed();
        List<Finding> said = new ArrayList<>();
        if (AsFound.countsBankTwice(bench, unit)) {
            ByteSize firmware = unit.before().firmwareTotal().orElseThrow();
            said.add(Finding.of(
                    GateFinding.READ_BANK_COUNTED_TWICE,
                    Severity.NOTE,
                    JOB,
                    new GateFinding.Totals(firmware, unit.before().systemTotal().orElseThrow()),
                    new Evidence.Word("total", firmware.toString())));
        }
        AsFound.total(bench, unit)
                .filter(total -> !AsFound.agrees(bench, unit, read))
                .ifPresent(total -> said.add(differs(total, read, AsFound.notSeen(bench, unit))));
        return said;
    }

    /** Nobody knows what is in its sockets; how much it is may be known all the same. */
    static Finding notRead(Unit unit) {
        return unit.before()
                .total()
                .map(total -> Finding.of(
                        GateFinding.READ_TOTAL_ALONE,
                        Severity.NOTE,
                        JOB,
                        new GateFinding.Totals(total, ByteSize.ZERO),
                        new Evidence.Word("total", total.toString())))
                .orElseGet(() -> count(GateFinding.READ_NOTHING_YET, Severity.NOTE, 0));
    }

    /**
     * Where sockets are not known and the rest is what modules in them may hold, nothing disagrees: the sum says that there is more,
     * and with one socket what is in it.
     */
    private static Finding differs(ByteSize total, ByteSize read, List<Position> notSeen) {
        ByteSize rest = ByteSize.ofMebibytes(total.minusFloored(read).mebibytes());
        List<String> sockets = notSeen.stream().map(Position::label).toList();
        Evidence word = new Evidence.Word("total", total.toString());
        if (!isHeldBy(notSeen.size(), rest)) {
            return Finding.of(
                    GateFinding.READ_TOTAL_DIFFERS, Severity.RISK, JOB, new GateFinding.Totals(total, read), word);
        }
        return notSeen.size() == 1
                ? Finding.of(
                        GateFinding.READ_TOTAL_POINTS,
                        Severity.RISK,
                        JOB,
                        new GateFinding.Pointed(total, read, rest, sockets.get(0)),
                        word)
                : Finding.of(
                        GateFinding.READ_TOTAL_AMONG,
                        Severity.RISK,
                        JOB,
                        new GateFinding.Among(total, read, rest, sockets),
                        word);
    }

    /** Whether so many modules can come to this sum: each a power of two of mebibytes, or one and a half of it, and 256 at least. */
    private static boolean isHeldBy(int modules, ByteSize sum) {
        long left = sum.mebibytes() / LEAST_MODULE_MEBIBYTES;
        if (left == 0 || sum.mebibytes() % LEAST_MODULE_MEBIBYTES != 0) {
            return false;
        }
        int fewest = 0;
        for (; left != 0; fewest++) {
            long top = Long.highestOneBit(left);
            left -= top;
            left -= left & top >> 1;
        }
        return fewest <= modules;
    }

    private static Finding count(GateFinding code, Severity severity, int count) {
        return Finding.of(
                code, severity, JOB, new GateFinding.Count(count), new Evidence.Word("plan", String.valueOf(count)));
    }

    public static boolean isShut(List<Finding> findings) {
        return findings.stream().anyMatch(f -> f.severity() == Severity.STOP);
    }

    private static Finding answer(GateFinding code, Severity severity, String question, Enum<?> answer) {
        return Finding.of(
                code, severity, JOB, new GateFinding.Answer(answer.name()), new Evidence.Word(question, answer.name()));
    }

    static boolean isLimitStop(Finding f) {
        return f.severity() == Severity.STOP && f.code() instanceof LimitFinding;
    }
}
