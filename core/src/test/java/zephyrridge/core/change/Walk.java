package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** A job on its way through the core alone: the same changes a person makes, without a server. Invented machine. */
public final class Walk implements Ports {
    public static final String D8 = "8GB 1Rx8 PC4-2400T-SA1-11";
    public static final String D4 = "4GB 1Rx8 PC4-2400T-SA1-11";

    public static final MachineRecord LAPTOP = laptop().limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 16)
            .limit(LimitClaim.Source.CONTROLLER, LimitClaim.Quantity.TOTAL, 64)
            .build();

    /** Two sockets under the base and a plate, a plug on the way; one more behind a hatch of its own. Nobody says how far it goes. */
    public static Machines laptop() {
        return Machines.of(MemoryGeneration.DDR4, 2400, 2133)
                .memory(1024, 256, 128)
                .part("base", Part.Kind.COVER, Side.BOTTOM, 60)
                .part("plug", Part.Kind.BATTERY_PLUG, Side.BOTTOM, 10, "base")
                .part("plate", Part.Kind.PLATE, Side.BOTTOM, 10, "plug")
                .part("hatch", Part.Kind.HATCH, Side.BOTTOM, 20)
                .channel("A")
                .socket("A1", "A", 1, List.of(java.util.Set.of("plate")))
                .channel("B")
                .socket("B1", "B", 1, List.of(java.util.Set.of("plate")))
                .socket("B2", "B", 2, List.of(java.util.Set.of("hatch")))
                .cap(2, null, null, 2133)
                .cap(null, null, null, 2400);
    }

    private final MachineRecord record;
    private final HouseRules house;
    private final Map<String, Stock> stock = new HashMap<>();
    final Map<String, Offer> offers = new HashMap<>();
    final Map<String, Recognised> sources = new HashMap<>();
    public Work work;
    String by = "ilka";

    public Walk() {
        this(LAPTOP, HouseRules.DEFAULT);
    }

    public Walk(MachineRecord record, HouseRules house) {
        this.record = record;
        this.house = house;
        work = Work.takenIn("Valley library", "Two more years");
    }

    private Bench bench;

    /** Made anew only where the machine turns out to be another one, as the server does it. */
    public Bench bench() {
        MachineRecord effective = work.unit()
                .deviations()
                .effective(record.fitted(work.unit().intake().processor()));
        if (bench == null || !bench.record().equals(effective)) {
            bench = Bench.of(effective, house);
        }
        return bench;
    }

    public Walk stock(String tag, String label) {
        stock.put(tag, new Stock(tag, label, Modules.of(label), false, false, false, Optional.empty()));
        return this;
    }

    public Unit unit() {
        return work.unit();
    }

    public Assessment assess() {
        return Assessment.of(bench(), work);
    }

    public Outcome attempt(Change change) {
        return Change.applied(change, work, bench(), this);
    }

    public Walk does(Change... changes) {
        for (Change change : changes) {
            Outcome outcome = attempt(change);
            assertThat(outcome).as(() -> change + " " + outcome).isInstanceOf(Outcome.Applied.class);
            work = ((Outcome.Applied) outcome).work();
        }
        return this;
    }

    /** The code it is refused with. */
    public String refused(Change change) {
        Outcome outcome = attempt(change);
        assertThat(outcome).as(change::toString).isInstanceOf(Outcome.Refused.class);
        return ((Outcome.Refused) outcome).why().code().name();
    }

    /** A pack of so many pieces, four of them, three days away, to be sent back within fourteen. */
    public Walk offer(String id, String label, int pieces, long cents) {
        offers.put(
                id,
                new Offer(
                        id,
                        "Lantern Row Parts",
                        label,
                        Modules.of(label),
                        pieces,
                        Money.ofMinor(cents),
                        3,
                        4,
                        Optional.of(14),
                        Money.ZERO));
        return this;
    }

    public Walk answered() {
        return does(intake(Intake.Seal.NONE, Intake.Battery.GOOD, Intake.Encryption.NOT_ENCRYPTED));
    }

    public static Change intake(Intake.Seal seal, Intake.Battery battery, Intake.Encryption key) {
        Optional<String> none = Optional.empty();
        return new ConditionChange.AnswerIntake(
                none,
                none,
                none,
                Optional.empty(),
                Optional.of(seal),
                Optional.of(battery),
                Optional.of(key),
                Optional.of(Intake.FirmwareSettings.NOTED),
                Optional.empty(),
                none,
                none,
                none,
                none);
    }

    public static Change battery(Intake.Battery battery) {
        Optional<String> none = Optional.empty();
        return new ConditionChange.AnswerIntake(
                none,
                none,
                none,
                Optional.empty(),
                Optional.empty(),
                Optional.of(battery),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                none,
                none,
                none,
                none);
    }

    public static Change found(String label, String position) {
        return new EvidenceChange.AddModule(JobModule.Origin.FOUND, label, Optional.of(position));
    }

    public static Change typed(String label) {
        return new EvidenceChange.AddModule(JobModule.Origin.TYPED, label, Optional.empty());
    }

    public static Change plan(String position, String key) {
        return new PlanChange.PlanModule(position, Optional.ofNullable(key), Optional.empty());
    }

    public static Change tick(String step) {
        return new LogChange.TickStep(step, true);
    }

    public static Change fit(String position) {
        return new LogChange.ConfirmFit(position, true, Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** A start; with the cover off the strap comes off first. */
    public Walk starts() {
        if (!assess().now().isClosed() && assess().now().power().grounded()) {
            does(tick("strap-off"));
        }
        return does(start());
    }

    public static Change start() {
        return new StartChange.LogStart(Entry.Outcome.STARTED, "", Optional.empty());
    }

    public static Change read(String... namesAndTexts) {
        Map<String, String> readings = new HashMap<>();
        for (int i = 0; i < namesAndTexts.length; i += 2) {
            readings.put(namesAndTexts[i], namesAndTexts[i + 1]);
        }
        return new StartChange.EnterReadout(StartChange.Phase.AFTER, Optional.empty(), readings);
    }

    /** 4 GB in A1 found; 8 GB planned into B1 beside it, and decided on. */
    public Walk planned() {
        return answered().does(found(D4, "A1"), typed(D8), plan("B1", "m2"), new PlanChange.ChoosePlan(true));
    }

    public Walk opened() {
        assess().opening().stream().filter(s -> !s.done()).forEach(s -> does(tick(s.id())));
        return this;
    }

    public Walk closed() {
        // A start before the last cover may have made it live again.
        Now now = assess().now();
        if (!now.isClosed() && !now.down()) {
            does(tick("power-down"), tick("unplug"));
        }
        assess().closing().stream()
                .filter(s -> !s.done() && (s.kind() == WorkStep.Kind.PUT_BACK || s.kind() == WorkStep.Kind.AIR))
                .forEach(s -> does(tick(s.id())));
        return this;
    }

    public List<String> missing() {
        return assess().proof().missing().stream().map(f -> f.code().name()).toList();
    }

    public static List<String> codes(List<Finding> findings) {
        return findings.stream().map(f -> f.code().name()).toList();
    }

    @Override
    public Optional<Stock> stock(String tag) {
        return Optional.ofNullable(stock.get(tag));
    }

    @Override
    public String freshTag(java.util.Set<String> taken) {
        int n = 1;
        while (taken.contains("N-" + n) || stock.containsKey("N-" + n)) {
            n++;
        }
        return "N-" + n;
    }

    @Override
    public Optional<Offer> offer(String id) {
        return Optional.ofNullable(offers.get(id));
    }

    @Override
    public boolean hasPhoto(String id) {
        return true;
    }

    @Override
    public boolean hasSource(String id) {
        return sources.containsKey(id);
    }

    @Override
    public Survey survey(Unit unit) {
        return AsFound.survey(bench(), unit, sources);
    }

    @Override
    public Optional<Work> beforeOwnLast() {
        return was;
    }

    @Override
    public Optional<Work> afterOwnUndone() {
        return undone;
    }

    /** One step of history, as far as a walk needs it. */
    Optional<Work> was = Optional.empty();

    Optional<Work> undone = Optional.empty();

    /** Goes on with what a change made of the job, and remembers one step of it. */
    void became(Change change, Work next) {
        was = change instanceof ClosingChange.Undo ? Optional.empty() : Optional.of(work);
        undone = change instanceof ClosingChange.Undo ? Optional.of(work) : Optional.empty();
        work = next;
    }

    /** Retracts an entry with all that hangs on it. */
    public Walk retracts(int no, String why) {
        return does(new LogChange.Retract(no, why, EntryCheck.hangingOn(no, work.unit(), bench())));
    }

    @Override
    public LocalDateTime now() {
        return LocalDateTime.of(2031, 5, 14, 9, 30);
    }

    @Override
    public String by() {
        return by;
    }
}
