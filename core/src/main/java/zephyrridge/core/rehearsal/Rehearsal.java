package zephyrridge.core.rehearsal;

import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.OpeningChange;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.fault.Diagnosis;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.plan.DrawerPiece;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Selection;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.proof.ProofFinding;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.range.Answers;
import zephyrridge.core.range.Asking;
import zephyrridge.core.range.Hidden;
import zephyrridge.core.range.Mishap;
import zephyrridge.core.range.Piece;
import zephyrridge.core.range.Secret;
import zephyrridge.core.range.Simulated;
import zephyrridge.core.range.Trap;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gates;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.survey.Source;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;

/**
 * One machine of the range from the counter to the end, done as the tool says: where it leads, its step is made; where it wants hands or
 * eyes, they do what it asked for. Whatever it says on the way is held to the truth ({@link Truths}).
 *
 * <p>In one file: one walk, station by station, and what it counts on the way.
 */
public final class Rehearsal extends Hands {
    public enum End {
        /** All of its memory is soldered: it goes home as it came. */
        NOTHING_TO_FIT,
        /** What lies ready makes nothing better of it. */
        NO_PLAN,
        /** It may not be opened: a swollen pack, or an owner who refuses. */
        KEPT_SHUT,
        PROVEN,
        /** What is wrong was found, and what is left to do is another plan. */
        FOUND,
        /** A label says more than its module holds: the machine's own list told. */
        LABEL_LIED,
        /** The hunt ended without a cause. */
        CANNOT_TELL,
        /** The tool asked for something that could not be done, or for nothing while work was left: a fault of the tool. */
        STUCK
    }

    /**
     * What was said of the layout that was chosen, and what came of it.
     *
     * @param chancePermille that it runs, as it was said; {@code ran} whether nothing of machine, firmware or kinds was against it
     * @param minutes of bench time as they were said; {@code took} those of the steps that the tool led
     *     through and of the first start, its memory test aside
     */
    public record Promise(int chancePermille, boolean ran, int minutes, int took) {}

    /**
     * What it came to.
     *
     * @param minutes at the bench, as the steps are estimated; {@code starts} made after the work began
     * @param spent on modules that lay ready and are in it at the end
     * @param promise of the layout that was fitted, where one was and started
     * @param mishaps of hands that were led: what lies in wait for hands that do not look first aside
     * @param did every change, in its order, with what it was about
     * @param found whether a hunt said what is wrong; {@code right} whether that is so, or nothing had to be found
     * @param lies what was said and is not so
     * @param why where it got stuck; "" elsewhere
     */
    public record Result(
            End end,
            int minutes,
            int starts,
            Money spent,
            List<Mishap> mishaps,
            Optional<Promise> promise,
            List<String> did,
            boolean hunted,
            boolean found,
            boolean right,
            List<Truths.Lie> lies,
            String why) {}

    private static final int MOST_TESTS = 40;
    private static final int LABEL_MINUTES = 1;
    private static final int CHIP_MINUTES = 2;

    /** What keeps a machine from a layout whose modules are sound and sit well. */
    private static final Set<Hidden.Kind> AGAINST_IT = EnumSet.of(
            Hidden.Kind.KIND_TOO_LARGE, Hidden.Kind.KINDS_QUARREL, Hidden.Kind.ORDER_QUIRK, Hidden.Kind.OLD_FIRMWARE);

    private Optional<PlanOption> adopted = Optional.empty();
    private Optional<Promise> promise = Optional.empty();
    private boolean corrected;
    private boolean hunted;
    private boolean found;
    private boolean right = true;

    private Rehearsal(Secret secret, Recogniser.Trees trees) {
        super(secret, trees);
    }

    /** @param trees as for {@link Recogniser}: what is read comes in the formats that people hand in */
    public static Result of(Secret secret, Recogniser.Trees trees) {
        return new Rehearsal(secret, trees).result();
    }

    /** How much was known after each change, from before the first on. */
    static List<Told.Standing> standings(Secret secret, Recogniser.Trees trees) {
        Rehearsal r = new Rehearsal(secret, trees);
        r.standings.add(Told.Standing.NOTHING);
        r.result();
        return r.standings;
    }

    private Result result() {
        End end;
        String why = "";
        try {
            end = walk();
        } catch (Stuck stuck) {
            end = End.STUCK;
            why = stuck.getMessage();
        }
        return new Result(
                end,
                (seconds + 59) / 60,
                starts,
                secret.spent(unit()),
                new Asking(secret, List.of())
                        .mishaps(unit(), bench).stream()
                                .filter(s -> s.kind() == Trap.STATIC)
                                .toList(),
                promise,
                List.copyOf(did),
                hunted,
                found,
                right,
                truths.lies(),
                why);
    }

    private End walk() {
        takeIn();
        if (secret.record().positions().stream().allMatch(p -> p.isSoldered())) {
            if (!lead(Station.READ).next().id().equals(Station.HAND_BACK.name())) {
                throw new Stuck("a machine without a socket is not led home");
            }
            return End.NOTHING_TO_FIT;
        }
        read();
        if (!plan()) {
            return End.NO_PLAN;
        }
        if (Gates.isShut(assess().openingGates())) {
            return End.KEPT_SHUT;
        }
        int before = seconds;
        fit();
        return prove(before);
    }

    private void takeIn() {
        Optional<String> none = Optional.empty();
        does(new ConditionChange.AnswerIntake(
                none,
                none,
                none,
                Optional.empty(),
                Optional.of(secret.seal()),
                Optional.of(secret.battery()),
                Optional.of(Intake.Encryption.NOT_ENCRYPTED),
                Optional.of(Intake.FirmwareSettings.NOTED),
                Optional.empty(),
                none,
                none,
                none,
                none));
    }

    /** Where it may be asked, its firmware's table first; what that leaves open is looked at, label by label, and by chip where a label is worn. */
    private void read() {
        if (secret.wayIn()) {
            ask();
        }
        SortedSet<String> open = new TreeSet<>();
        secret.record().positions().stream()
                .filter(p -> !p.isSoldered() && !unit().asFound().containsKey(p.id()))
                .forEach(p -> open.add(p.id()));
        if (lead(Station.READ).missing().isEmpty() || Gates.isShut(assess().openingGates())) {
            return;
        }
        does(new OpeningChange.OpenFor(Entry.Purpose.LOOK, open));
        ticks(Station.OPEN);
        for (String position : open) {
            look(position);
        }
    }

    private void ask() {
        Unit unit = unit();
        source(Answers.table(secret, unit), "firmware table", Optional.empty(), TABLE_MINUTES);
        Simulated.Sight sight = secret.machine().asItRan(secret.arrangement(unit));
        Map<String, String> before = new HashMap<>();
        sight.firmwareMebibytes().ifPresent(m -> before.put("firmwareTotal", m + " MB"));
        sight.systemMebibytes().ifPresent(m -> before.put("systemTotal", m + " MB"));
        does(new StartChange.EnterReadout(StartChange.Phase.BEFORE, Optional.empty(), before));
        accept();
    }

    private void look(String position) {
        seconds += 60 * LABEL_MINUTES;
        Optional<Piece> there = Optional.ofNullable(secret.inIt().get(position));
        if (there.isEmpty()) {
            does(new EvidenceChange.SayWhatIsSeen(
                    position, Optional.of(SlotState.EMPTY), Optional.empty(), Optional.empty()));
            return;
        }
        Change label =
                new EvidenceChange.AddModule(JobModule.Origin.FOUND, there.get().label(), Optional.of(position));
        if (Change.applied(label, practice.work(), bench, ports) instanceof Outcome.Applied) {
            does(label);
        } else {
            source(Answers.chip(there.get()), "chip " + position, Optional.of(position), TABLE_MINUTES);
            accept();
        }
    }

    /** Of what lies ready the layout that is recommended; false where there is none that changes anything. */
    private boolean plan() {
        Unit u = unit();
        SortedMap<String, ModuleSpec> own = new TreeMap<>();
        u.asFound().forEach((p, key) -> own.put(p, u.modules().get(key).spec()));
        PlanTask task = new PlanTask(
                bench.record(),
                bench.evaluator(),
                bench.limits(u),
                bench.house(),
                u.host(),
                u.layout(bench.record(), u.asFound()),
                own,
                Map.of(),
                secret.onHand().stream()
                        .map(p -> new DrawerPiece(p.id(), p.spec(), p.price()))
                        .toList(),
                List.of(),
                Terms.USUAL,
                new Target(secret.wanted().orElse(ByteSize.ZERO), Optional.empty(), Optional.empty(), Optional.empty()),
                u.intake().firmwareVersion(),
                u.intake().processor(),
                0);
        Selection.Chosen chosen = Selection.of(task, Planner.plan(task).front(), task.target());
        // Who only wants more gets more than the cheapest.
        Optional<PlanOption> more = secret.wanted().isEmpty() ? chosen.further() : Optional.empty();
        Optional<PlanOption> taken = Stream.of(
                        more.stream(),
                        chosen.recommended().stream(),
                        chosen.cheaper().stream(),
                        chosen.others().stream())
                .flatMap(o -> o)
                .filter(o -> o.pieces().values().stream().anyMatch(p -> p.from() != PlanOption.From.OWN))
                .filter(o ->
                        secret.budget().filter(b -> price(o).compareTo(b) > 0).isEmpty())
                .findFirst();
        if (taken.isEmpty()) {
            return false;
        }
        adopted = taken;
        does(PlanChange.AdoptLayout.of(unit(), taken.get(), "As proposed"));
        does(new PlanChange.ChoosePlan(true));
        return true;
    }

    /** Of the modules alone: that is what an owner of the range speaks of. */
    private Money price(PlanOption option) {
        return option.pieces().values().stream()
                .filter(p -> p.from() == PlanOption.From.DRAWER)
                .flatMap(p -> secret.piece(p.id()).stream())
                .map(Piece::price)
                .reduce(Money.ZERO, Money::plus);
    }

    private void fit() {
        for (int i = 0; i < MOST_STEPS; i++) {
            List<FitLine> left =
                    assess().fitLines().stream().filter(l -> !l.done()).toList();
            if (left.isEmpty()) {
                return;
            }
            Lead.Next open = lead(Station.OPEN).next();
            Lead.Next fit = lead(Station.FIT).next();
            if (open.what() == Lead.Do.TICK || open.what() == Lead.Do.TICK_ALL) {
                tick(open);
            } else if (fit.what() == Lead.Do.FIT) {
                does(new LogChange.ConfirmFit(fit.id(), true, Optional.empty(), Optional.empty(), Optional.empty()));
                seconds += 60;
            } else {
                throw new Stuck("Open says " + open + ", Fit says " + fit + " and " + left.size() + " lines are left");
            }
        }
        throw new Stuck("Fit comes to no end");
    }

    /** @param begun at so many seconds the machine was to be opened for the plan */
    private End prove(int begun) {
        for (int i = 0; i < MOST_TESTS; i++) {
            Assessment a = assess();
            if (a.proof().proven()) {
                return End.PROVEN;
            }
            if (found && !unit().isChosen()) {
                return End.FOUND;
            }
            if (sizesAsked(a)) {
                seconds += 60 * TABLE_MINUTES;
                if (secret.inIt().values().stream().anyMatch(Piece::lies)) {
                    if (!correct()) {
                        return End.LABEL_LIED;
                    }
                    // What the start showed is another thing now.
                    continue;
                }
            }
            Trouble t = Trouble.of(bench, practice.work(), a, Set.of());
            if (t.any() && t.diagnosis().state() == Diagnosis.State.CONFIRMED) {
                hunted = true;
                found = true;
                right &= truths.isSo(t, practice);
                does(new FaultChange.SettleFault("As it started"));
                if (assess().fitLines().stream().anyMatch(l -> !l.done())) {
                    fit();
                }
                continue;
            }
            if (t.any() && t.diagnosis().state() != Diagnosis.State.CONFIRMED) {
                hunted = true;
                if (t.diagnosis().next().isEmpty()) {
                    right &= !found;
                    return End.CANNOT_TELL;
                }
                make(t, t.diagnosis().next().get(0));
                continue;
            }
            ticks(Station.PROVE);
            start(START_MINUTES, 1);
            if (promise.isEmpty()) {
                promise = adopted.map(o -> new Promise(
                        o.criteria().chancePermille(),
                        practice.wrong().stream().noneMatch(h -> AGAINST_IT.contains(h.kind())),
                        o.criteria().minutes(),
                        (seconds - begun + 59) / 60 - PASS_MINUTES));
            }
            a = assess();
            if (!Gates.isShut(a.openingGates()) && !a.now().isClosed()) {
                close();
            }
        }
        throw new Stuck("is not proven after " + MOST_TESTS + " starts: "
                + assess().proof().missing().stream().map(f -> f.code().name()).toList());
    }

    /** Whether the last start asks for the size of each module in the machine's own list. */
    private static boolean sizesAsked(Assessment a) {
        return a.proof().lastCounting().stream()
                .flatMap(t -> t.comparison().lines().stream())
                .flatMap(l -> l.findings().stream())
                .anyMatch(f -> f.code() == ProofFinding.PROOF_LISTED_YET_MISSING
                        || f.code() == ProofFinding.PROOF_LABELS_SAY_MORE);
    }

    /** What its chip says of a module whose label lies, where it lies as it came: the label counts no more, and the chip is taken over. */
    private boolean correct() {
        if (corrected) {
            return false;
        }
        corrected = true;
        for (String position : List.copyOf(unit().asFound().keySet())) {
            Piece piece = secret.inIt().get(position);
            if (piece.lies() && piece.id().equals(secret.arrangement(unit()).get(position))) {
                does(new EvidenceChange.SetAside(
                        position,
                        List.of("label-" + unit().asFound().get(position)),
                        Optional.of(Source.SetAside.WRONG)));
                source(Answers.chip(piece), "chip " + position, Optional.of(position), CHIP_MINUTES);
                accept();
            }
        }
        return true;
    }
}
