package zephyrridge.server.demo;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import zephyrridge.core.change.ClosingChange;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.survey.Dumps;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.purchase.Purchases;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.supplier.Suppliers;

/**
 * The demo's jobs, walked to where they stand through the same changes a person makes.
 *
 * <p>In one file: a story is a few lines, and whoever looks for one looks here.
 */
@Component
@ConditionalOnProperty(name = "zephyr.demo", havingValue = "true")
class DemoStories {
    private final Jobs jobs;
    private final Machines machines;
    private final Sources sources;
    private final Suppliers suppliers;
    private final Purchases purchases;
    private final Clock clock;

    DemoStories(Jobs jobs, Machines machines, Sources sources, Suppliers suppliers, Purchases purchases, Clock clock) {
        this.purchases = purchases;
        this.suppliers = suppliers;
        this.clock = clock;
        this.jobs = jobs;
        this.machines = machines;
        this.sources = sources;
    }

    private DemoWalk walk(String machine, String owner, String wish, String by) {
        return new DemoWalk(jobs, sources, LocalDate.now(clock), machine, owner, wish, by);
    }

    void load() {
        justTakenIn();
        inPlan();
        swollen();
        thirtyTwoBits();
        inProof();
        handedBack();
        cannot();
        serverHalfWay();
        keyboardOut();
        bankCalledModule();
        labelAgainstFirmware();
        socketsNobodySaw();
        threeTries();
        kitRefused();
        partsOrdered();
    }

    /** Two modules of a wholesaler's pack are on their way; who asked knows the day. */
    private void partsOrdered() {
        String label = "8GB 1Rx16 PC5-4800B-SC0-1010-XT";
        Offer pack = suppliers.offers(MemoryGeneration.DDR5).stream()
                .filter(o -> o.wording().equals(label) && o.pieces() == 2)
                .findFirst()
                .orElseThrow();
        walk("skerrow-tern-16", "Valley library", "Two reading rooms share it; it pauses when both print", "bram")
                .then(DemoSteps.intake("linux-64", Intake.Seal.NONE, Intake.Battery.GOOD, "One key cap loose, noted"))
                .then(DemoSteps.found(label, "socket-a"))
                .then(DemoSteps.before("8 GB", "7.5 GB", 4800, 1, null))
                .then(new PlanChange.AdoptLayout(
                        "A pack of two",
                        List.of(
                                new PlanChange.AdoptLayout.Piece(
                                        "socket-a", Optional.empty(), Optional.empty(), Optional.of(pack.id())),
                                new PlanChange.AdoptLayout.Piece(
                                        "socket-b", Optional.empty(), Optional.empty(), Optional.of(pack.id()))),
                        List.of(new PlanChange.AdoptLayout.Pack(pack.id(), 1)),
                        true))
                .promised(6);
        purchases.order(pack.supplier(), Optional.empty(), "B 20417", "bram");
    }

    /** Decided on and not ordered yet: the machine stays with its owner until the pack is here. */
    void loadLast() {
        String label = "8GB 1Rx8 PC4-2666V-SA1-11";
        Offer pack = suppliers.offers(MemoryGeneration.DDR4).stream()
                .filter(o -> o.wording().contains(label) && o.pieces() == 2)
                .findFirst()
                .orElseThrow();
        walk("brindlecombe-cairn", "Ferry kiosk", "Tickets, and the weather radar beside it", "ilka")
                .then(DemoSteps.intake(
                        "windows-11-pro", Intake.Seal.NONE, Intake.Battery.NONE_FITTED, "Salt on the feet"))
                .then(DemoSteps.found("4GB 1Rx16 PC4-2400T-SC0-11", "lower"))
                .then(new PlanChange.AdoptLayout(
                        "A pack of two",
                        List.of(
                                new PlanChange.AdoptLayout.Piece(
                                        "lower", Optional.empty(), Optional.empty(), Optional.of(pack.id())),
                                new PlanChange.AdoptLayout.Piece(
                                        "upper", Optional.empty(), Optional.empty(), Optional.of(pack.id()))),
                        List.of(new PlanChange.AdoptLayout.Pack(pack.id(), 1)),
                        true))
                .promised(9);
    }

    /** The firmware lists the soldered bank as one more module; the module's own chip was read as well. */
    private void bankCalledModule() {
        ModuleSpec module = DemoSteps.module("4GB 1Rx16 PC4-2666V-SC0-11");
        Dumps.Marking marking =
                new Dumps.Marking("Tindle", Optional.of(new Jep106(101, 0x1A)), "TD44G116-L125", "5C0F71A2");
        walk("quarrow-fell-13", "Survey team", "Map tiles take a minute to draw in the field", "bram")
                .then(DemoSteps.intake("linux-64", Intake.Seal.NONE, Intake.Battery.GOOD, "Mud in the hinge, cleaned"))
                .read(
                        "firmware table.bin",
                        table(
                                "quarrow-fell-13",
                                Map.of("socket-b", module),
                                Map.of("socket-b", marking),
                                new Dumps.Habits(true, true)),
                        Optional.empty())
                .read("socket module.spd", Dumps.spd(module, marking), Optional.empty())
                .read(
                        "proc-meminfo.txt",
                        "MemTotal:       12075120 kB\nMemFree:         7120332 kB\n".getBytes(StandardCharsets.UTF_8),
                        Optional.empty());
    }

    /** Somebody put another module's label on it: the label says 16 GB, firmware and chip say 4. */
    private void labelAgainstFirmware() {
        ModuleSpec module = DemoSteps.module("4GB 1Rx16 PC4-2400T-SC0-11");
        Dumps.Marking marking =
                new Dumps.Marking("Heathline", Optional.of(new Jep106(112, 0x3B)), "HL44G116-L210", "00A7C3E1");
        walk("brindlecombe-cairn", "Bus depot", "Bought with 16 GB at a market; far less ever showed", "ilka")
                .then(DemoSteps.intake("windows-11-pro", Intake.Seal.NONE, Intake.Battery.NONE_FITTED, "Feet complete"))
                .then(DemoSteps.found("16GB 2Rx8 PC4-2400T-SE1-11", "lower"))
                .read(
                        "firmware table.bin",
                        table(
                                "brindlecombe-cairn",
                                Map.of("lower", module),
                                Map.of("lower", marking),
                                Dumps.Habits.CLEAN),
                        Optional.empty())
                .read("lower socket.spd", Dumps.spd(module, marking), Optional.of("lower"));
    }

    /** The firmware lists one device; whether the two sockets under the keyboard are there and free, nobody has seen. */
    private void socketsNobodySaw() {
        MachineRecord record = machines.get("fenwright-journeyman-17").record();
        ModuleSpec module = DemoSteps.module("4GB 1Rx8 PC4-2400T-SA1-11");
        SmbiosContents whole = Dumps.firmware(
                record,
                Map.of("a-below", module),
                Map.of(
                        "a-below",
                        new Dumps.Marking("Tindle", Optional.of(new Jep106(101, 0x1A)), "TD44G18-L125", "31D0097F")),
                Optional.empty(),
                Dumps.Habits.CLEAN);
        SmbiosContents.Array array = whole.arrays().get(0);
        SmbiosContents one = new SmbiosContents(
                whole.version(),
                whole.bios(),
                whole.system(),
                whole.board(),
                List.of(new SmbiosContents.Array(
                        array.ecc(), array.maximum(), 1, array.devices().subList(0, 1))));
        walk("fenwright-journeyman-17", "Weather post 7", "Radar loop and mail together", "wren")
                .then(DemoSteps.intake("linux-64", Intake.Seal.NONE, Intake.Battery.GOOD, "As new"))
                .read(
                        "firmware table.bin",
                        SmbiosEncoder.encode(one, SmbiosEncoder.Wrapping.ENTRY_POINT),
                        Optional.empty());
    }

    private byte[] table(
            String machine, Map<String, ModuleSpec> modules, Map<String, Dumps.Marking> markings, Dumps.Habits habits) {
        return SmbiosEncoder.encode(
                Dumps.firmware(machines.get(machine).record(), modules, markings, Optional.empty(), habits),
                SmbiosEncoder.Wrapping.ENTRY_POINT);
    }

    private void cannot() {
        walk("quarrow-fell-13-s", "Walk-in", "More memory, whatever it costs", "bram")
                .then(DemoSteps.intake("windows-11-home", Intake.Seal.NONE, Intake.Battery.GOOD, "Like new"))
                .then(DemoSteps.before("12 GB", "11.2 GB", 3733, 2, null))
                .then(new ConditionChange.NoteOrder(
                        Optional.empty(), Optional.of("the owner took it along until Monday")));
    }

    private void serverHalfWay() {
        DemoWalk walk = walk(
                        "brindlecombe-beacon-r",
                        "School",
                        "Holds every class's desktops; two more rooms from autumn on",
                        "wren")
                .then(DemoSteps.intake(
                        "windows-server-2019",
                        Intake.Seal.NONE,
                        Intake.Battery.NONE_FITTED,
                        "Two people to the bench; carrier P2-3 was never bought"))
                .then(new ConditionChange.SayAbsent("P2-3", true));
        for (String position : new String[] {"P1-A1", "P1-B1", "P1-C1", "P2-A1", "P2-B1", "P2-C1"}) {
            walk.then(DemoSteps.found("16GB 1Rx4 PC4-2666V-RC1-12", position));
        }
        walk.then(DemoSteps.before("96 GB", "95.2 GB", 2666, 6, null));
        String[] targets = {"P1-D1", "P1-E1", "P2-D1", "P2-E1"};
        for (int i = 0; i < targets.length; i++) {
            walk.then(new PlanChange.PlanModule(targets[i], Optional.empty(), Optional.of("D-0" + (38 + i))));
        }
        walk.then(new PlanChange.ChoosePlan(true));
        var steps = walk.assessment().opening();
        steps.subList(0, steps.size() / 2).forEach(step -> walk.then(new LogChange.TickStep(step.id(), true)));
    }

    private void keyboardOut() {
        walk("fenwright-journeyman-17", "Weather post 2", "Charts crawl when the radar loop runs", "ilka")
                .then(DemoSteps.intake(
                        "linux-64",
                        Intake.Seal.NONE,
                        Intake.Battery.WORN,
                        "Hinge creaks; owner asked to look at it too"))
                .then(DemoSteps.found("4GB 1Rx8 PC4-2400T-SA1-11", "a-below"))
                .then(DemoSteps.before("4 GB", "3.6 GB", 2400, 1, 14_900))
                .then(new PlanChange.PlanModule("b-top", Optional.empty(), Optional.of("D-002")))
                .then(new PlanChange.ChoosePlan(true))
                .promised(1);
    }

    private void justTakenIn() {
        walk(
                "quarrow-fell-13",
                "Valley library",
                "Catalogue and browser at once are slow; would like it to last two more years",
                "ilka");
    }

    private void inPlan() {
        walk(
                        "halmira-panel-24",
                        "School, room 3",
                        "Photo course in spring: as much memory as makes sense, the budget is small",
                        "bram")
                .then(DemoSteps.intake(
                        "windows-11-pro",
                        Intake.Seal.NONE,
                        Intake.Battery.NONE_FITTED,
                        "One scratch on the stand, all catches hold"))
                .then(DemoSteps.found("16GB 2Rx8 PC4-2933Y-SE1-11", "a-lower"))
                .then(DemoSteps.found("16GB 2Rx8 PC4-2933Y-SE1-11", "b-lower"))
                .then(DemoSteps.before("32 GB", "31.6 GB", 2933, 2, 36_700))
                .then(new PlanChange.PlanModule("a-upper", Optional.empty(), Optional.of("D-001")))
                .promised(9);
    }

    private void swollen() {
        walk(
                        "quarrow-fell-13",
                        "Survey team",
                        "Maps stutter in the field; the touchpad clicks badly since last week",
                        "ilka")
                .then(DemoSteps.intake(
                        "windows-11-pro",
                        Intake.Seal.NONE,
                        Intake.Battery.SWOLLEN,
                        "Touchpad stands proud by a millimetre"))
                .then(DemoSteps.found("4GB 1Rx16 PC4-2666V-SC0-11", "socket-b"))
                .then(DemoSteps.before("12 GB", "11.5 GB", 2666, 2, null))
                .then(new PlanChange.PlanModule("socket-b", Optional.empty(), Optional.of("D-007")))
                .then(new PlanChange.ChoosePlan(true))
                .promised(-1);
    }

    private void thirtyTwoBits() {
        walk("ostrell-lantern", "Bus depot", "Timetable screen freezes; someone said it needs 8 GB", "bram")
                .then(DemoSteps.intake("windows-7-32", Intake.Seal.NONE, Intake.Battery.WORN, "Hinge a little loose"))
                .then(DemoSteps.found("1GB 2Rx8 PC2-6400S-666-12-E0", "lower"))
                .then(DemoSteps.before("1 GB", "944 MB", 800, 1, null))
                .then(DemoSteps.typed("4GB 2Rx8 PC2-6400S-666-12-E1"))
                .then(new PlanChange.PlanModule("upper", Optional.of("m2"), Optional.empty()));
    }

    /** Three tries, none of which started: waiting, mains, and still a signal. */
    private void threeTries() {
        walk("ostrell-drift-12", "Bus depot", "Should show two timetables beside each other", "wren")
                .then(DemoSteps.intake("linux-64", Intake.Seal.NONE, Intake.Battery.WORN, "One hatch screw replaced"))
                .then(DemoSteps.found("2GB 1Rx8 PC3L-10600S-9-11-B2", "socket"))
                .then(DemoSteps.before("2 GB", "1.7 GB", 1333, 1, null))
                .then(new PlanChange.PlanModule("socket", Optional.empty(), Optional.of("D-016")))
                .then(new PlanChange.ChoosePlan(true))
                .open()
                .fit()
                .close()
                .then(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.of(2)))
                .then(new LogChange.LogAction(Entry.Action.WAITED, "five minutes"))
                .then(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.of(6)))
                .then(new LogChange.LogAction(Entry.Action.MAINS, "on mains, pack out"))
                .then(new StartChange.LogStart(Entry.Outcome.SIGNAL, "number light blinks", Optional.of(1)));
    }

    /** A kit of twice 48 GB that the machine does not take, found out test by test; half of it fitted, proven and handed back. */
    private void kitRefused() {
        DemoWalk walk = walk(
                        "skerrow-tern-16", "Survey team", "Point clouds fill all of it; as much as it takes", "ilka")
                .then(DemoSteps.intake("linux-64", Intake.Seal.NONE, Intake.Battery.GOOD, "Scratched lid"))
                .then(DemoSteps.found("8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a"))
                .then(DemoSteps.before("8 GB", "7.4 GB", 4800, 1, null))
                .then(DemoSteps.runs(StartChange.Phase.BEFORE, "29.3 29.5 29.4"))
                .then(DemoSteps.typed("48GB 2Rx8 PC5-5600B-SE0-1010-XT"))
                .then(DemoSteps.typed("48GB 2Rx8 PC5-5600B-SE0-1010-XT"))
                .then(new PlanChange.PlanModule("socket-a", Optional.of("m2"), Optional.empty()))
                .then(new PlanChange.PlanModule("socket-b", Optional.of("m3"), Optional.empty()))
                .then(new PlanChange.ChoosePlan(true))
                .open()
                .fit()
                .close()
                .then(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.of(6)));
        walk.hunt(fill -> !fill.containsValue("m2") && !fill.containsValue("m3"));
        walk.then(new FaultChange.SettleFault("As it started"))
                .then(DemoSteps.typed("24GB 1Rx8 PC5-5600B-SA0-1010-XT"))
                .then(DemoSteps.typed("24GB 1Rx8 PC5-5600B-SA0-1010-XT"));
        SortedMap<String, JobModule> modules = walk.unit().modules();
        List<String> halves = modules.values().stream()
                .filter(m -> m.labelLine().startsWith("24GB"))
                .map(JobModule::key)
                .toList();
        walk.then(new PlanChange.PlanModule("socket-a", Optional.of(halves.get(0)), Optional.empty()))
                .then(new PlanChange.PlanModule("socket-b", Optional.of(halves.get(1)), Optional.empty()))
                .then(new PlanChange.ChoosePlan(true))
                .open()
                .fit()
                .close()
                .then(new StartChange.LogStart(Entry.Outcome.STARTED, "", Optional.of(4)))
                .then(DemoSteps.after("48 GB", "47.2 GB", 4400, 2, null, 1))
                .then(DemoSteps.runs(StartChange.Phase.AFTER, "52.8 53.1 52.9"));
        walk.checked()
                .then(new ClosingChange.CloseJob(
                        "The kit of 96 GB was refused and goes back; 48 GB run and were tested.", Optional.empty()));
    }

    private void inProof() {
        walk("skerrow-tern-16", "Dairy office", "Invoices, mail and forty tabs; it stalls by noon", "ilka")
                .then(DemoSteps.intake(
                        "windows-11-home",
                        Intake.Seal.OWNER_AGREES,
                        Intake.Battery.GOOD,
                        "Seal over one screw, cleared by telephone"))
                .then(DemoSteps.found("8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a"))
                .then(DemoSteps.before("8 GB", "7.3 GB", 4800, 1, 28_700))
                .then(new PlanChange.PlanModule("socket-a", Optional.empty(), Optional.of("D-012")))
                .then(new PlanChange.PlanModule("socket-b", Optional.empty(), Optional.of("D-013")))
                .then(new PlanChange.ChoosePlan(true))
                .open()
                .fit()
                .close()
                .then(new StartChange.LogStart(Entry.Outcome.STARTED, "", Optional.of(3)))
                .then(DemoSteps.after("48 GB", "47.3 GB", 4400, 1, null, null));
    }

    private void handedBack() {
        walk(
                        "quarrow-fell-13",
                        "Weather post 4",
                        "Runs the station software and a browser; both should stay open",
                        "wren")
                .then(DemoSteps.intake("linux-64", Intake.Seal.NONE, Intake.Battery.GOOD, "Clean"))
                .then(DemoSteps.before("8 GB", "7.5 GB", 2933, 1, 18_300))
                .then(new PlanChange.PlanModule("socket-b", Optional.empty(), Optional.of("D-009")))
                .then(new PlanChange.ChoosePlan(true))
                .open()
                .fit()
                .close()
                .then(new StartChange.LogStart(Entry.Outcome.STARTED, "", Optional.of(1)))
                .then(DemoSteps.after("40 GB", "39.4 GB", 2933, 2, 33_800, 1))
                .then(new ClosingChange.CloseJob(
                        "40 GB instead of 8. One full pass of the memory test without an error.", Optional.empty()));
    }
}
