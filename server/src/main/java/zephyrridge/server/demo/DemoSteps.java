package zephyrridge.server.demo;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.proof.Measured;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;

/** Steps that the stories of the demo share; all of it invented. */
final class DemoSteps {
    private DemoSteps() {}

    static ModuleSpec module(String label) {
        return LabelParser.parse(label).spec().orElseThrow();
    }

    static Change runs(StartChange.Phase phase, String runs) {
        return new StartChange.NoteRuns(
                phase,
                Optional.empty(),
                Measured.What.READ,
                "",
                Optional.of(Measured.Threads.ALL),
                runs,
                Set.of(Measured.Condition.ON_MAINS, Measured.Condition.PROGRAMS_CLOSED));
    }

    static Change intake(String os, Intake.Seal seal, Intake.Battery battery, String condition) {
        return new ConditionChange.AnswerIntake(
                Optional.empty(),
                Optional.empty(),
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
                Optional.empty(),
                Optional.of(condition));
    }

    static Change found(String label, String position) {
        return new EvidenceChange.AddModule(JobModule.Origin.FOUND, label, Optional.of(position));
    }

    static Change typed(String label) {
        return new EvidenceChange.AddModule(JobModule.Origin.TYPED, label, Optional.empty());
    }

    static Change before(String total, String usable, int rate, int modules, Integer bandwidth) {
        return readout(StartChange.Phase.BEFORE, total, usable, rate, modules, bandwidth, null);
    }

    static Change after(String total, String usable, int rate, int modules, Integer bandwidth, Integer passes) {
        return readout(StartChange.Phase.AFTER, total, usable, rate, modules, bandwidth, passes);
    }

    static Change readout(
            StartChange.Phase phase,
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
            readings.put("test", "READ");
            readings.put("threads", "ALL");
        }
        if (passes != null) {
            readings.put("testPasses", "" + passes);
            readings.put("testErrors", "0");
        }
        return new StartChange.EnterReadout(phase, Optional.empty(), readings);
    }
}
