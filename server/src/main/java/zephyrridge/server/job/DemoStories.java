package zephyrridge.server.job;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import zephyrridge.core.job.Intake;
import zephyrridge.core.job.JobModule;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.survey.Dumps;
import zephyrridge.server.demo.DemoJobs;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.reading.Sources;

/** The demo's jobs, walked to where they stand through the same changes a person makes. */
@Component
@ConditionalOnProperty(name = "zephyr.demo", havingValue = "true")
class DemoStories implements DemoJobs {
    private final Jobs jobs;
    private final Machines machines;
    private final Sources sources;

    DemoStories(Jobs jobs, Machines machines, Sources sources) {
        this.jobs = jobs;
        this.machines = machines;
        this.sources = sources;
    }

    @Override
    public void load() {
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
    }

    /** The firmware lists the soldered bank as one more module; the module's own chip was read as well. */
    private void bankCalledModule() {
        ModuleSpec module = module("8GB 1Rx8 PC4-2666V-SA1-11");
        Dumps.Marking marking =
                new Dumps.Marking("Tindle", Optional.of(new Jep106(5, 0x1A)), "TD48G18-L125", "5C0F71A2");
        new Walk("quarrow-fell-14", "Survey team", "Map tiles take a minute to draw in the field", "bram")
                .then(intake(
                        "Survey team",
                        "Map tiles take a minute to draw in the field",
                        "linux-64",
                        Intake.Seal.NONE,
                        Intake.Battery.GOOD,
                        "Mud in the hinge, cleaned"))
                .read(
                        "firmware table.bin",
                        table(
                                "quarrow-fell-14",
                                Map.of("socket-b", module),
                                Map.of("socket-b", marking),
                                new Dumps.Habits(true, true)),
                        Optional.empty())
                .read("socket module.spd", Dumps.spd(module, marking), Optional.empty())
                .read(
                        "proc-meminfo.txt",
                        "MemTotal:       15912344 kB\nMemFree:         9120332 kB\n".getBytes(StandardCharsets.UTF_8),
                        Optional.empty());
    }

    /** Somebody put another module's label on it: the label says 16 GB, firmware and chip say 8. */
    private void labelAgainstFirmware() {
        ModuleSpec module = module("8GB 1Rx8 PC4-2666V-SA1-11");
        Dumps.Marking marking =
                new Dumps.Marking("Heathline", Optional.of(new Jep106(2, 0x3B)), "HL48G18-L210", "00A7C3E1");
        new Walk("brindlecombe-cairn", "Bus depot", "Bought as 16 GB at a market; only half of it ever showed", "ilka")
                .then(intake(
                        "Bus depot",
                        "Bought as 16 GB at a market; only half of it ever showed",
                        "windows-11-pro",
                        Intake.Seal.NONE,
                        Intake.Battery.NONE_FITTED,
                        "Feet complete"))
                .then(found("16GB 2Rx8 PC4-2666V-SE1-11", "lower"))
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
        ModuleSpec module = module("8GB 1Rx8 PC4-2666V-SA1-11");
        SmbiosContents whole = Dumps.firmware(
                record,
                Map.of("a-below", module),
                Map.of(
                        "a-below",
                        new Dumps.Marking("Tindle", Optional.of(new Jep106(5, 0x1A)), "TD48G18-L125", "31D0097F")),
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
        new Walk("fenwright-journeyman-17", "Weather post 7", "Radar loop and mail together", "wren")
                .then(intake(
                        "Weather post 7",
                        "Radar loop and mail together",
                        "linux-64",
                        Intake.Seal.NONE,
                        Intake.Battery.GOOD,
                        "As new"))
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

    private static ModuleSpec module(String label) {
        return LabelParser.parse(label).spec().orElseThrow();
    }

    private void cannot() {
        new Walk("quarrow-fell-14-s", "Walk-in", "More memory, whatever it costs", "bram")
                .then(intake(
                        "Walk-in",
                        "More memory, whatever it costs",
                        "windows-11-home",
                        Intake.Seal.NONE,
                        Intake.Battery.GOOD,
                        "Like new"))
                .then(readout(JobChange.Phase.BEFORE, "16 GB", "15.4 GB", 3200, 2, null, null));
    }

    private void serverHalfWay() {
        Walk walk = new Walk(
                        "brindlecombe-beacon-r",
                        "School",
                        "Holds every class's desktops; two more rooms from autumn on",
                        "wren")
                .then(intake(
                        "School",
                        "Holds every class's desktops; two more rooms from autumn on",
                        "windows-server-2019",
                        Intake.Seal.NONE,
                        Intake.Battery.NONE_FITTED,
                        "Two people to the bench; carrier P4 right was never bought"))
                .then(new JobChange.SayAbsent("P4R", true));
        for (String position : new String[] {"P1-A1", "P1-B1", "P1-C1", "P2-A1", "P2-B1", "P2-C1"}) {
            walk.then(found("16GB 1Rx4 PC4-2666V-RC1-12", position));
        }
        walk.then(readout(JobChange.Phase.BEFORE, "96 GB", "95.2 GB", 2666, 6, null, null));
        String[] targets = {"P1-D1", "P1-E1", "P2-D1", "P2-E1"};
        for (int i = 0; i < targets.length; i++) {
            walk.then(new JobChange.TakeFromDrawer("D-0" + (38 + i)))
                    .then(new JobChange.PlanModule(targets[i], Optional.of("m" + (7 + i))));
        }
        var steps = jobs.get(walk.id).assessment().opening();
        steps.subList(0, steps.size() / 2).forEach(step -> walk.then(new JobChange.TickStep(step.id(), true)));
    }

    private void keyboardOut() {
        new Walk("fenwright-journeyman-17", "Weather post 2", "Charts crawl when the radar loop runs", "ilka")
                .then(intake(
                        "Weather post 2",
                        "Charts crawl when the radar loop runs",
                        "linux-64",
                        Intake.Seal.NONE,
                        Intake.Battery.WORN,
                        "Hinge creaks; owner asked to look at it too"))
                .then(found("8GB 1Rx8 PC4-2666V-SA1-11", "a-top"))
                .then(readout(JobChange.Phase.BEFORE, "8 GB", "7.6 GB", 2667, 1, 17_200, null))
                .then(new JobChange.TakeFromDrawer("D-002"))
                .then(new JobChange.PlanModule("b-top", Optional.of("m2")));
    }

    private void justTakenIn() {
        new Walk(
                "quarrow-fell-14",
                "Valley library",
                "Catalogue and browser at once are slow; would like it to last two more years",
                "ilka");
    }

    private void inPlan() {
        new Walk(
                        "halmira-panel-27",
                        "School, room 3",
                        "Photo course in spring: as much memory as makes sense, the budget is small",
                        "bram")
                .then(intake(
                        "School, room 3",
                        "Photo course in spring: as much memory as makes sense, the budget is small",
                        "windows-11-pro",
                        Intake.Seal.NONE,
                        Intake.Battery.NONE_FITTED,
                        "One scratch on the stand, all screws there"))
                .then(found("8GB 1Rx8 PC4-2666V-SA1-11", "a-lower"))
                .then(found("8GB 1Rx8 PC4-2666V-SA1-11", "b-lower"))
                .then(readout(JobChange.Phase.BEFORE, "16 GB", "15.8 GB", 2667, 2, 33_400, null))
                .then(new JobChange.TakeFromDrawer("D-007"))
                .then(new JobChange.PlanModule("a-upper", Optional.of("m3")));
    }

    private void swollen() {
        new Walk(
                        "quarrow-fell-14",
                        "Survey team",
                        "Maps stutter in the field; the touchpad clicks badly since last week",
                        "ilka")
                .then(intake(
                        "Survey team",
                        "Maps stutter in the field; the touchpad clicks badly since last week",
                        "windows-11-pro",
                        Intake.Seal.NONE,
                        Intake.Battery.SWOLLEN,
                        "Touchpad stands proud by a millimetre"))
                .then(found("8GB 1Rx16 PC4-3200AA-SC0-11", "socket-b"))
                .then(readout(JobChange.Phase.BEFORE, "16 GB", "15.4 GB", 3200, 2, null, null))
                .then(new JobChange.TakeFromDrawer("D-009"))
                .then(new JobChange.PlanModule("socket-b", Optional.of("m2")));
    }

    private void thirtyTwoBits() {
        new Walk("ostrell-drift-11", "Bus depot", "Timetable screen freezes; someone said it needs 8 GB", "bram")
                .then(intake(
                        "Bus depot",
                        "Timetable screen freezes; someone said it needs 8 GB",
                        "windows-7-32",
                        Intake.Seal.NONE,
                        Intake.Battery.WORN,
                        "Hinge a little loose"))
                .then(found("4GB 1Rx8 PC3L-12800S-11-13-B4", "socket"))
                .then(readout(JobChange.Phase.BEFORE, "4 GB", "2.9 GB", 800, 1, null, null))
                .then(new JobChange.TakeFromDrawer("D-016"))
                .then(new JobChange.PlanModule("socket", Optional.of("m2")));
    }

    private void inProof() {
        new Walk("skerrow-tern-16", "Dairy office", "Invoices, mail and forty tabs; 8 GB are always full", "ilka")
                .then(intake(
                        "Dairy office",
                        "Invoices, mail and forty tabs; 8 GB are always full",
                        "windows-11-home",
                        Intake.Seal.OWNER_AGREES,
                        Intake.Battery.GOOD,
                        "Seal over one screw, cleared by telephone"))
                .then(found("8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a"))
                .then(readout(JobChange.Phase.BEFORE, "8 GB", "7.4 GB", 4800, 1, 30_100, null))
                .then(new JobChange.TakeFromDrawer("D-012"))
                .then(new JobChange.TakeFromDrawer("D-013"))
                .then(new JobChange.PlanModule("socket-a", Optional.of("m2")))
                .then(new JobChange.PlanModule("socket-b", Optional.of("m3")))
                .open()
                .fit()
                .then(readout(JobChange.Phase.AFTER, "32 GB", "31.3 GB", 5200, 1, null, null));
    }

    private void handedBack() {
        new Walk(
                        "quarrow-fell-14",
                        "Weather post 4",
                        "Runs the station software and a browser; both should stay open",
                        "wren")
                .then(intake(
                        "Weather post 4",
                        "Runs the station software and a browser; both should stay open",
                        "linux-64",
                        Intake.Seal.NONE,
                        Intake.Battery.GOOD,
                        "Clean"))
                .then(readout(JobChange.Phase.BEFORE, "8 GB", "7.4 GB", 3200, 1, 20_600, null))
                .then(new JobChange.TakeFromDrawer("D-003"))
                .then(new JobChange.PlanModule("socket-b", Optional.of("m1")))
                .open()
                .fit()
                .then(readout(JobChange.Phase.AFTER, "24 GB", "23.3 GB", 3200, 2, 36_900, 1))
                .close()
                .then(
                        new JobChange.CloseJob(
                                "24 GB instead of 8, both channels in use. One full pass of the memory test without an error."));
    }

    private static JobChange intake(
            String owner, String wish, String os, Intake.Seal seal, Intake.Battery battery, String condition) {
        return new JobChange.AnswerIntake(
                Optional.of(owner),
                Optional.of(wish),
                Optional.of(os),
                Optional.empty(),
                Optional.of(seal),
                Optional.of(battery),
                Optional.of(
                        os.startsWith("windows-11") ? Intake.Encryption.KEY_AT_HAND : Intake.Encryption.NOT_ENCRYPTED),
                Optional.of(Intake.FirmwareSettings.NOTED),
                Optional.of(Intake.WayIn.TEMPORARY_ACCOUNT),
                Optional.empty(),
                Optional.empty(),
                Optional.of(condition));
    }

    private static JobChange found(String label, String position) {
        return new JobChange.AddModule(JobModule.Origin.FOUND, label, Optional.of(position));
    }

    private static JobChange readout(
            JobChange.Phase phase,
            String total,
            String usable,
            int rate,
            int modules,
            Integer bandwidth,
            Integer passes) {
        Map<String, String> readings = new LinkedHashMap<>(Map.of(
                "firmwareTotal",
                total,
                "usable",
                usable,
                "rate",
                "" + rate,
                "positionsFilled",
                "" + modules,
                "conditions",
                "on mains, nothing else running"));
        if (bandwidth != null) {
            readings.put("bandwidthMegabytes", "" + bandwidth);
        }
        if (passes != null) {
            readings.put("testPasses", "" + passes);
            readings.put("testErrors", "0");
        }
        return new JobChange.EnterReadout(phase, readings);
    }

    /** One job on its way. */
    private final class Walk {
        private final long id;
        private final String by;
        private long version = 1;

        Walk(String machine, String owner, String wish, String by) {
            id = jobs.takeIn(machine, owner, wish, by);
            this.by = by;
        }

        Walk then(JobChange change) {
            jobs.change(id, version++, change, Optional.empty(), by);
            return this;
        }

        Walk read(String name, byte[] content, Optional<String> position) {
            return then(
                    new JobChange.AddSource(sources.keep(id, name, content, by).id(), name, position));
        }

        Walk open() {
            jobs.get(id).assessment().opening().forEach(step -> then(new JobChange.TickStep(step.id(), true)));
            return this;
        }

        Walk close() {
            jobs.get(id).assessment().closing().forEach(step -> then(new JobChange.TickStep(step.id(), true)));
            return this;
        }

        Walk fit() {
            jobs.get(id)
                    .assessment()
                    .fitLines()
                    .forEach(line ->
                            then(new JobChange.ConfirmFit(line.position().id(), true, Optional.empty())));
            return this;
        }
    }
}
