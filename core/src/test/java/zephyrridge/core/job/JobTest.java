package zephyrridge.core.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;

class JobTest {
    private static final MachineRecord RECORD = Machines.of(MemoryGeneration.DDR4, 2400)
            .part("base", Part.Kind.COVER, Side.BOTTOM, 60)
            .part("plug", Part.Kind.BATTERY_PLUG, Side.BOTTOM, 10, "base")
            .part("plate", Part.Kind.PLATE, Side.BOTTOM, 10, "plug")
            .channel("A")
            .position(stacked("upper", Optional.of("lower"), 1))
            .channel("B")
            .position(new Position(
                    "lower",
                    "lower",
                    List.of("B"),
                    FormFactor.SO_DIMM,
                    Optional.empty(),
                    Optional.of(new Socket("left", 30, 30, Optional.empty(), false, 2, Optional.empty())),
                    2,
                    Optional.empty(),
                    List.of(Set.of("plate"))))
            .cap(null, null, null, 2400)
            .build();

    private static Position stacked(String id, Optional<String> lower, int order) {
        return new Position(
                id,
                id,
                List.of("A"),
                FormFactor.SO_DIMM,
                Optional.empty(),
                Optional.of(new Socket("left", 30, 30, lower, true, 2, Optional.empty())),
                order,
                Optional.empty(),
                List.of(Set.of("plate")));
    }

    private static JobState withModules() {
        JobState job = JobState.NEW;
        for (String key : List.of("m1", "m2", "m3")) {
            job = job.withModule(new JobModule(
                    key,
                    JobModule.Origin.TYPED,
                    "8GB 1Rx8 PC4-2400T-SA1-11",
                    Optional.empty(),
                    Modules.of("8GB 1Rx8 PC4-2400T-SA1-11")));
        }
        return job;
    }

    @Test
    void thePlanIsWhatChangesAgainstAsFound() {
        JobState job = withModules().withFound("lower", "m1").withPlanned("upper", "m2");
        assertThat(job.plannedModules()).containsOnly(Map.entry("lower", "m1"), Map.entry("upper", "m2"));
        assertThat(job.planned()).containsOnlyKeys("upper");
        // What comes to be found later shows in the plan too, where the plan says nothing else.
        assertThat(job.withFound("lower", "m3").plannedModules()).containsEntry("lower", "m3");
        // A module is in one place only: moving it empties where it was.
        JobState moved = job.withPlanned("upper", "m1");
        assertThat(moved.plannedModules()).containsOnly(Map.entry("upper", "m1"));
        assertThat(moved.withPlanned("lower", "m1").planned()).doesNotContainKey("lower");
        assertThat(job.withPlanReset().plannedModules()).isEqualTo(job.asFound());
        assertThat(job.withoutModule("m2").plannedModules()).containsOnlyKeys("lower");
    }

    @Test
    void changingThePlanTakesBackItsFitting() {
        JobState job = withModules().withPlanned("upper", "m1").withFitted("upper", true);
        assertThat(job.fitted()).containsExactly("upper");
        assertThat(job.withPlanned("upper", "m2").fitted()).isEmpty();
        assertThat(job.withPlanned("lower", "m2").fitted()).containsExactly("upper");
    }

    private static Intake intake(
            Intake.Seal seal, Intake.Battery battery, Intake.Encryption key, Intake.FirmwareSettings settings) {
        return new Intake(
                "",
                "",
                Optional.empty(),
                Optional.empty(),
                seal,
                battery,
                key,
                settings,
                Intake.WayIn.NOT_ASKED,
                "",
                "",
                "");
    }

    @ParameterizedTest
    @CsvSource({
        "GOOD,NONE,false",
        "SWOLLEN,NONE,true",
        "MADE_SAFE,NONE,false",
        "NOT_LOOKED,NONE,false",
        "NOT_KNOWN,NONE,false",
        "GOOD,NOT_LOOKED,true",
        "GOOD,PRESENT_NOT_ASKED,true",
        "GOOD,OWNER_REFUSES,true",
        "GOOD,OWNER_AGREES,false",
        "GOOD,NOT_KNOWN,false",
        "NONE_FITTED,NONE,false",
        "SWOLLEN,PRESENT_NOT_ASKED,true"
    })
    void theGatesOfOpening(Intake.Battery battery, Intake.Seal seal, boolean shut) {
        List<Finding> gates = Gates.opening(
                intake(seal, battery, Intake.Encryption.NOT_ENCRYPTED, Intake.FirmwareSettings.NOTED), false);
        assertThat(Gates.isShut(gates)).isEqualTo(shut);
        if (battery == Intake.Battery.NOT_KNOWN || seal == Intake.Seal.NOT_KNOWN) {
            assertThat(gates)
                    .as("not known is an answer, and is not passed over in silence")
                    .isNotEmpty();
        }
    }

    /** Common practice, no source: an unanswered question stops; "not known" is a risk to open and stops what clears the settings. */
    @ParameterizedTest
    @CsvSource({
        "NOT_ENCRYPTED,NOTED,false,false",
        "KEY_AT_HAND,DEFAULTS,false,false",
        "NOT_ASKED,NOTED,true,true",
        "KEY_MISSING,NOTED,true,true",
        "OWNER_ACCEPTS,NOTED,false,false",
        "NOT_KNOWN,NOTED,false,true",
        "KEY_AT_HAND,NOT_ASKED,true,true",
        "KEY_AT_HAND,CANNOT_ENTER,false,true",
        "KEY_AT_HAND,NOT_KNOWN,false,true"
    })
    void theKeyAndTheSettingsBeforeOpeningAndBeforeClearing(
            Intake.Encryption key, Intake.FirmwareSettings settings, boolean openShut, boolean clearShut) {
        Intake intake = intake(Intake.Seal.NONE, Intake.Battery.GOOD, key, settings);
        assertThat(Gates.isShut(Gates.opening(intake, false))).isEqualTo(openShut);
        assertThat(Gates.isShut(Gates.clearing(intake))).isEqualTo(clearShut);
        // A model that forgets its settings while unplugged is opened under both gates, and nothing is said twice.
        List<Finding> both = Gates.opening(intake, true);
        assertThat(Gates.isShut(both)).isEqualTo(openShut || clearShut);
        assertThat(both.stream().filter(f -> f.severity() == Severity.STOP).map(Finding::evidence))
                .doesNotHaveDuplicates();
    }

    @Test
    void aPlanThatStopsKeepsFittingShut() {
        List<Finding> fine = Gates.opening(
                intake(
                        Intake.Seal.NONE,
                        Intake.Battery.GOOD,
                        Intake.Encryption.KEY_AT_HAND,
                        Intake.FirmwareSettings.NOTED),
                true);
        LayoutEvaluator evaluator = new LayoutEvaluator(RECORD, HouseRules.DEFAULT);
        JobState empty = JobState.NEW;
        var nothing = evaluator.evaluate(empty.plannedLayout(RECORD), empty.asFoundLayout(RECORD), Host.UNLIMITED);
        assertThat(Gates.isShut(Gates.fitting(fine, nothing))).isTrue();
        JobState job = withModules().withPlanned("lower", "m1");
        var good = evaluator.evaluate(job.plannedLayout(RECORD), job.asFoundLayout(RECORD), Host.UNLIMITED);
        assertThat(Gates.fitting(fine, good)).isEmpty();
    }

    @Test
    void lowerBeforeUpperWhateverTheRecordsOrder() {
        JobState job = withModules()
                .withFound("lower", "m3")
                .withPlanned("upper", "m1")
                .withPlanned("lower", "m2");
        List<FitLine> lines = FitLine.of(RECORD, job);
        assertThat(lines).extracting(l -> l.position().id()).containsExactly("lower", "upper");
        assertThat(lines.get(0).out().orElseThrow().key()).isEqualTo("m3");
        assertThat(lines.get(1).lowerFirst().orElseThrow().id()).isEqualTo("lower");
        assertThat(FitLine.of(RECORD, withModules().withPlanned("upper", "m1"))
                        .get(0)
                        .lowerFirst())
                .isEmpty();
    }

    @Test
    void opensInOrderWithTheBatteryBeforeTheRest() {
        var plan = new LayoutEvaluator(RECORD, HouseRules.DEFAULT).opening(List.of("upper"));
        List<WorkStep> steps = WorkSteps.opening(RECORD, plan);
        assertThat(steps)
                .extracting(WorkStep::id)
                .containsExactly("power-down", "unplug", "ground", "off:base", "off:plug", "drain", "off:plate");
        assertThat(steps.get(1).cautions()).contains(Caution.MAINS);
        List<WorkStep> closing = WorkSteps.closing(RECORD, plan, HouseRules.DEFAULT);
        assertThat(closing).extracting(WorkStep::id).containsExactly("on:plate", "on:plug", "test-start", "on:base");
        var closeFirst = new HouseRules(
                HouseRules.Battery.PLUG_OUT_WHERE_REACHABLE, HouseRules.Closing.CLOSE_FIRST, HouseRules.Proof.QUICK);
        assertThat(WorkSteps.closing(RECORD, plan, closeFirst))
                .extracting(WorkStep::id)
                .containsExactly("on:plate", "on:plug", "on:base", "test-start");
    }

    private static Intake system(Optional<String> id, Optional<Integer> bits) {
        Intake e = Intake.EMPTY;
        return new Intake(
                "", "", id, bits, e.seal(), e.battery(), e.encryption(), e.firmwareSettings(), e.wayIn(), "", "", "");
    }

    @Test
    void theHostFollowsFromTheSystemAndTheAnswerBeatsIt() {
        Intake home = system(Optional.of("windows-10-32"), Optional.empty());
        assertThat(home.host().wordBits()).isEqualTo(32);
        Intake told = system(Optional.of("linux-64"), Optional.of(32));
        assertThat(told.host().wordBits()).isEqualTo(32);
        assertThat(Intake.EMPTY.host()).isEqualTo(Host.UNLIMITED);
    }
}
