package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import zephyrridge.core.access.Caution;
import zephyrridge.core.change.Refusal;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.opening.GateFinding;
import zephyrridge.core.opening.StepFinding;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Expectation;
import zephyrridge.core.proof.ProofFinding;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.dialog.DialogFinding;
import zephyrridge.core.reading.label.LabelField;
import zephyrridge.core.reading.label.LabelFinding;
import zephyrridge.core.reading.smbios.SmbiosFinding;
import zephyrridge.core.reading.spd.SpdFinding;
import zephyrridge.core.standing.ProofGap;
import zephyrridge.core.survey.SurveyFinding;
import zephyrridge.server.text.Texts;

/** Every code has its words, and every text names only figures that its detail has. */
class TextsTest {
    private static final Texts TEXTS = new Texts();

    static Stream<FindingCode> codes() {
        return Stream.of(
                        LabelFinding.values(),
                        DialogFinding.values(),
                        SpdFinding.values(),
                        SmbiosFinding.values(),
                        SurveyFinding.values(),
                        LayoutFinding.values(),
                        zephyrridge.core.limit.LimitFinding.values(),
                        GateFinding.values(),
                        StepFinding.values(),
                        Refusal.values(),
                        ProofGap.values(),
                        ProofFinding.values())
                .flatMap(Arrays::stream)
                .map(c -> (FindingCode) c);
    }

    @ParameterizedTest
    @MethodSource("codes")
    void everyFindingHasItsText(FindingCode code) {
        String text = TEXTS.get("finding." + code.name());
        assertThat(text).matches(".*(\\.|\\{candidates}|\\))");
        Set<String> figures = Arrays.stream(code.detailType().getRecordComponents())
                .map(c -> c.getName())
                .collect(Collectors.toCollection(TreeSet::new));
        List<String> named = Pattern.compile("\\{(\\w+)}")
                .matcher(text)
                .results()
                .map(m -> m.group(1))
                .toList();
        assertThat(figures).as("figures of %s", code.name()).containsAll(named);
        // A finding that has figures shows at least one; a gate's answer and a plan's count of nothing are the
        // exceptions.
        if (!figures.isEmpty()
                && !(code.detailType() == GateFinding.Answer.class
                        || code.detailType() == GateFinding.Count.class
                        || code.detailType() == StepFinding.Need.class
                        || code.detailType() == ProofGap.Of.class)) {
            assertThat(named).as(text).isNotEmpty();
        }
    }

    /** What a label may be is a list that can be empty: then it is not spoken of. */
    @Test
    void noLabelsSentenceEndsInNothing() {
        for (LabelFinding code : LabelFinding.values()) {
            boolean lists = Arrays.stream(code.detailType().getRecordComponents())
                    .anyMatch(c -> c.getType() == List.class
                            && TEXTS.get("finding." + code.name()).contains("{" + c.getName() + "}"));
            if (lists && code != LabelFinding.LABEL_IMPOSSIBLE_DENSITY && code != LabelFinding.LABEL_RARE_DENSITY) {
                assertThat(TEXTS.has("finding." + code.name() + ".none"))
                        .as(code.name())
                        .isTrue();
            }
        }
        Finding missing = Finding.of(
                LabelFinding.LABEL_FIELD_MISSING,
                Severity.RISK,
                Subject.machine(),
                new LabelFinding.Missing(LabelField.GENERATION, List.of()),
                Evidence.COMMON_PRACTICE);
        assertThat(TEXTS.of(missing)).doesNotContain("could be").endsWith(".");
    }

    @Test
    void codesAreUnique() {
        assertThat(codes().map(FindingCode::name).toList()).doesNotHaveDuplicates();
    }

    @Test
    void everyOtherWordIsThere() {
        Stream.of(Rule.values()).forEach(r -> TEXTS.get("rule." + r));
        Stream.of(Caution.values()).forEach(c -> TEXTS.get("caution." + c));
        Stream.of(WorkStep.Kind.values()).forEach(k -> TEXTS.get("step." + k));
        Stream.of(Expectation.Notice.values()).forEach(n -> TEXTS.get("notice." + n));
        Stream.of(Comparison.Field.values()).forEach(f -> TEXTS.get("field." + f));
        Stream.of(LabelField.values()).forEach(f -> TEXTS.get("label." + f));
    }

    @Test
    void writesAsTheTradeDoes() {
        assertThat(TEXTS.show(ByteSize.ofGibibytes(8))).isEqualTo("8 GB");
        assertThat(TEXTS.show(ByteSize.ofMebibytes(7580))).isEqualTo("7.4 GB");
        assertThat(TEXTS.show(ByteSize.ofMebibytes(512))).isEqualTo("512 MB");
        assertThat(TEXTS.show("16 GiB 2Rx8 DDR4-3200")).isEqualTo("16 GB 2Rx8 DDR4-3200");
        assertThat(TEXTS.show(zephyrridge.core.module.FormFactor.SO_DIMM)).isEqualTo("SO-DIMM");
    }

    /** What is counted stands in the singular after a one, and what a person wrote is no figure. */
    @Test
    void oneOfAThingIsSaidAsOne() {
        assertThat(TEXTS.say("say.test", "passes", 1, "errors", 2)).isEqualTo("1 pass, 2 errors");
        assertThat(TEXTS.say("say.test", "passes", 21, "errors", 1)).isEqualTo("21 passes, 1 error");
        assertThat(TEXTS.say("drawer.out", "reason", "{passes} sold")).endsWith("{passes} sold");
    }
}
