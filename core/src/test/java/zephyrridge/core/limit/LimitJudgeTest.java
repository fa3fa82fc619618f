package zephyrridge.core.limit;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.limit.LimitSteps.DAY;
import static zephyrridge.core.limit.LimitSteps.G16;
import static zephyrridge.core.limit.LimitSteps.G32;
import static zephyrridge.core.limit.LimitSteps.G8;
import static zephyrridge.core.limit.LimitSteps.bare;
import static zephyrridge.core.limit.LimitSteps.codes;
import static zephyrridge.core.limit.LimitSteps.judge;
import static zephyrridge.core.limit.LimitSteps.machine;
import static zephyrridge.core.limit.LimitSteps.severity;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.LimitClaim.Quantity;
import zephyrridge.core.machine.LimitClaim.Source;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/** The ladder, each rung by a worked example. */
class LimitJudgeTest {
    /** With its processor named a machine is judged by that one's rates and share; the names stay the same from wherever one looks. */
    @Test
    void theFittedProcessorBringsItsController() {
        MachineRecord model = machine().otherController("small one", 2133, 512).build();
        assertThat(model.fitted("")).isSameAs(model);
        assertThat(model.fitted("unheard of")).isSameAs(model);
        assertThat(model.fitted("test controller")).isSameAs(model);
        MachineRecord small = model.fitted(" Small One");
        assertThat(small.controller().name()).isEqualTo("small one");
        assertThat(small.controller().steps()).containsExactly(zephyrridge.core.quantity.DataRate.ofName(2133));
        assertThat(small.controllerNames()).containsExactlyInAnyOrderElementsOf(model.controllerNames());
        assertThat(small.fitted("test controller")).isEqualTo(model);
        assertThat(zephyrridge.core.machine.RecordCheck.faults(small)).isEmpty();
        MachineRecord twice =
                machine().otherController("TEST controller", 2133, 512).build();
        assertThat(zephyrridge.core.machine.RecordCheck.faults(twice))
                .anyMatch(f -> f.path().equals("otherControllers[0].name"));
    }

    @Test
    void withinWhatTheMakerSays() {
        Judgement j = judge(machine().build(), List.of(), "A1=" + G8, "B1=" + G8);
        assertThat(j.limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        assertThat(j.conditions()).isEmpty();
        assertThat(j.findings()).isEmpty();
        assertThat(j.verdict()).isEqualTo(Verdict.SATISFIED);
        assertThat(j.allowedByHouse()).isTrue();
    }

    @Test
    void allowedByTheControllerAndNotTried() {
        Judgement j = judge(machine().build(), List.of(), "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.ALLOWED_UNPROVEN);
        assertThat(j.chance().permille()).isEqualTo(750);
        assertThat(codes(j)).containsExactly("LIMIT_BEYOND_OFFICIAL");
        assertThat(j.conditions())
                .extracting(Condition::kind)
                .containsExactly(Condition.Kind.CONSENT, Condition.Kind.RIGHT_OF_RETURN, Condition.Kind.FALLBACK);
        assertThat(j.verdict()).isEqualTo(Verdict.VIOLATED);
        Judgement never = judge(
                machine().build(),
                HouseRules.DEFAULT.with(HouseRules.Beyond.NEVER),
                "",
                List.of(),
                "A1=" + G16,
                "B1=" + G16);
        assertThat(never.allowedByHouse()).isFalse();
        assertThat(severity(never, LimitFinding.LIMIT_FORBIDDEN_HERE)).isEqualTo(Severity.STOP);
    }

    /** A controller's figure of a slot is a bound; its published total is not. */
    @Test
    void aSlotIsHardAndAPublishedTotalIsNot() {
        MachineRecord small = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 16)
                .build();
        Judgement stopped = judge(small, List.of(), "A1=" + G32);
        assertThat(stopped.limitClass()).isEqualTo(LimitClass.BEYOND_CONTROLLER);
        assertThat(severity(stopped, LimitFinding.LIMIT_BEYOND_CONTROLLER)).isEqualTo(Severity.STOP);
        MachineRecord published = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.TOTAL, 32)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .limit(LimitClaim.of(Source.MAKER, new DieDensity(16 * 1024), "list"))
                .build();
        Judgement above = judge(published, List.of(), "A1=" + G32, "B1=" + G32);
        assertThat(above.limitClass()).isEqualTo(LimitClass.DOUBTFUL);
        assertThat(codes(above)).contains("LIMIT_ABOVE_PUBLISHED", "LIMIT_BEYOND_OFFICIAL");
        assertThat(above.findings()).noneMatch(f -> f.severity() == Severity.STOP);
    }

    @Test
    void whatNobodySpeaksOfIsSaid() {
        // An older machine: 8 GB a socket speak of 4 Gbit, its generation's usual top in those years is 8; a 32 GB 2Rx8
        // has 16.
        MachineRecord record = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.TOTAL, 32)
                .build();
        Judgement j = judge(record, List.of(), "A1=" + G32);
        assertThat(j.limitClass()).isEqualTo(LimitClass.DOUBTFUL);
        assertThat(severity(j, LimitFinding.LIMIT_DENSITY_UNSPOKEN)).isEqualTo(Severity.RISK);
        assertThat(judge(record, List.of(), "A1=" + G16).limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        // Without any figure it is judged by its years, and nothing of it is beyond official.
        Judgement unknown = judge(bare().build(), List.of(), "A1=" + G8);
        assertThat(unknown.limitClass()).isEqualTo(LimitClass.AS_ITS_YEARS);
        assertThat(unknown.verdict()).isEqualTo(Verdict.SATISFIED);
        assertThat(codes(unknown)).isEmpty();
    }

    /** A claim may hold from a firmware on, and for a kind of module only. */
    @Test
    void claimsAreBound() {
        MachineRecord record = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(new LimitClaim(
                        Source.MAKER,
                        Quantity.TOTAL,
                        Optional.of(ByteSize.ofGibibytes(48)),
                        Optional.empty(),
                        Optional.empty(),
                        "release notes",
                        Optional.of("Ilka"),
                        Optional.of(DAY),
                        Optional.of("1.12"),
                        Optional.empty(),
                        Optional.empty()))
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .limit(LimitClaim.of(Source.MAKER, new DieDensity(16 * 1024), "list"))
                .build();
        Judgement j = judge(record, HouseRules.DEFAULT, "1.08", List.of(), "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        assertThat(j.conditions()).containsExactly(new Condition(Condition.Kind.FIRMWARE_AT_LEAST, "1.12"));
        assertThat(codes(j)).containsExactly("LIMIT_FIRMWARE");
        assertThat(judge(record, HouseRules.DEFAULT, "1.12", List.of(), "A1=" + G16, "B1=" + G16)
                        .findings())
                .isEmpty();
        assertThat(judge(record, HouseRules.DEFAULT, "1.08", List.of(), "A1=" + G8, "B1=" + G8)
                        .conditions())
                .isEmpty();
        assertThat(judge(record, HouseRules.DEFAULT, "1.12", List.of(), "A1=" + G32, "B1=" + G32)
                        .beyondOfficial())
                .isTrue();
        MachineRecord registered = bare().limit(Source.MAKER, Quantity.TOTAL, 64)
                .limit(new LimitClaim(
                        Source.MAKER,
                        Quantity.PER_SLOT,
                        Optional.of(ByteSize.ofGibibytes(8)),
                        Optional.empty(),
                        Optional.empty(),
                        "sheet",
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(Buffering.REGISTERED),
                        Optional.empty()))
                .build();
        assertThat(judge(registered, List.of(), "A1=" + G16).beyondOfficial()).isFalse();
    }
}
