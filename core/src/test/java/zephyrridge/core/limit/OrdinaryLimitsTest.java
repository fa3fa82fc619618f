package zephyrridge.core.limit;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.LimitClaim.Quantity;
import zephyrridge.core.machine.LimitClaim.Source;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/** What nine of ten machines are: judged as an old hand would. All figures invented; what is expected is common practice, no source. */
class OrdinaryLimitsTest {
    private static final String D12 = "12GB 1Rx16 PC5-4800B-SC0-1010-XT";
    private static final String D24 = "24GB 1Rx8 PC5-4800B-SA0-1010-XT";
    private static final String G16 = "16GB 1Rx8 PC4-3200AA-SA2-11";
    private static final String G32 = "32GB 2Rx8 PC4-3200AA-SE1-11";

    private static Machines ddr4(int top) {
        return Machines.of(MemoryGeneration.DDR4, top).sockets(2, 1).cap(null, null, null, top);
    }

    private static Map<String, ModuleSpec> at(String... at) {
        SortedMap<String, ModuleSpec> m = new TreeMap<>();
        for (String s : at) {
            m.put(s.substring(0, s.indexOf('=')), Modules.of(s.substring(s.indexOf('=') + 1)));
        }
        return m;
    }

    private static Judgement judge(
            MachineRecord record, List<Trial> trials, Map<String, ModuleSpec> found, boolean read, String... planned) {
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        LimitJudge judge = new LimitJudge(record, evaluator, HouseRules.DEFAULT, new LimitKnowledge(List.of(), trials));
        if (!found.isEmpty()) {
            judge = judge.having(Layout.of(record, found), read);
        }
        Layout layout = Layout.of(record, at(planned));
        return judge.judge(layout, evaluator.evaluate(layout, layout, Host.UNLIMITED), "", "");
    }

    private static Trial ran(Trial.Cause cause, Map<String, ModuleSpec> sockets) {
        return new Trial(
                "t" + sockets.hashCode() + cause,
                Trial.Relation.THIS_MODEL,
                "one",
                new TreeMap<>(sockets),
                new TreeSet<>(),
                Optional.empty(),
                cause == Trial.Cause.NONE ? Trial.Outcome.PROVEN : Trial.Outcome.FAILED,
                cause,
                "Bram",
                LocalDate.of(2031, 2, 3),
                "",
                Optional.empty());
    }

    private static List<String> codes(Judgement j) {
        return j.findings().stream().map(f -> f.code().name()).toList();
    }

    @Test
    void twoThatAddUpToTheMakersFigureOfDiesThatRunInIt() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR5, 4800)
                .sockets(2, 1)
                .cap(null, null, null, 4800)
                .limit(Source.MAKER, Quantity.TOTAL, 48)
                .build();
        Judgement j = judge(record, List.of(), at("A1=" + D12, "B1=" + D12), true, "A1=" + D24, "B1=" + D24);
        assertThat(j.limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        assertThat(j.chance().percent()).isEqualTo(95);
        assertThat(j.findings()).isEmpty();
        assertThat(j.conditions()).isEmpty();
    }

    /** Whatever year the claim is of, and however old the controller. */
    @ParameterizedTest
    @CsvSource({"3200,''", "2400,sheet of 2016", "2400,sheet of 2019", "2133,''"})
    void aTwinOfWhatIsInItIsNeverDoubtfulForItsDies(int top, String where) {
        MachineRecord record = ddr4(top)
                .limit(LimitClaim.of(Source.MAKER, Quantity.TOTAL, ByteSize.ofGibibytes(32), where))
                .build();
        Judgement j = judge(record, List.of(), at("A1=" + G16), false, "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        assertThat(j.findings()).isEmpty();
    }

    @Test
    void nobodyStatesAFigure() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200)
                .channel("A")
                .channel("B")
                .soldered("soldered", "A", Modules.of("6GB 1Rx16 PC4-3200AA-SC0-11"))
                .socket("s", "B", 1, List.of())
                .cap(null, null, null, 3200)
                .build();
        Judgement usual = judge(record, List.of(), Map.of(), false, "s=" + G16);
        assertThat(usual.limitClass()).isEqualTo(LimitClass.AS_ITS_YEARS);
        assertThat(usual.chance().percent()).isEqualTo(90);
        assertThat(usual.conditions()).isEmpty();
        Judgement further = judge(record, List.of(), Map.of(), false, "s=" + G32);
        assertThat(further.limitClass()).isEqualTo(LimitClass.FURTHER_THAN_ITS_YEARS);
        assertThat(further.chance().percent()).isEqualTo(67);
        assertThat(further.conditions()).extracting(Condition::kind).contains(Condition.Kind.RIGHT_OF_RETURN);
        assertThat(further.beyondOfficial()).isFalse();
        assertThat(codes(further)).containsExactly("LIMIT_FURTHER_THAN_ITS_YEARS");
        assertThat(further.allowedByHouse()).isTrue();
    }

    @Test
    void theControllerAllowsMoreThanTheMaker() {
        MachineRecord record = ddr4(3200)
                .limit(Source.MAKER, Quantity.TOTAL, 24)
                .limit(Source.CONTROLLER, Quantity.TOTAL, 64)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .build();
        Judgement j = judge(record, List.of(), Map.of(), false, "A1=" + G16, "B1=" + G32);
        assertThat(j.limitClass()).isEqualTo(LimitClass.ALLOWED_UNPROVEN);
        assertThat(j.chance().percent()).isEqualTo(75);
        assertThat(codes(j)).containsExactly("LIMIT_BEYOND_OFFICIAL");
    }

    /** 1333 modules that ran at the machine's top step of 1066: what is slower or faster by itself runs at the same. */
    @ParameterizedTest
    @ValueSource(strings = {"4GB 2Rx8 PC3-8500S-07-10-F2", "4GB 2Rx8 PC3-12800S-11-11-F3"})
    void aRateTheMachineDoesNotRunIsNoDifference(String planned) {
        MachineRecord record = Machines.of(MemoryGeneration.DDR3, 1066)
                .sockets(2, 1)
                .cap(null, null, null, 1066)
                .build();
        String tried = "4GB 2Rx8 PC3-10600S-09-11-F2";
        Judgement j = judge(
                record,
                List.of(ran(Trial.Cause.NONE, at("A1=" + tried, "B1=" + tried))),
                Map.of(),
                false,
                "A1=" + planned,
                "B1=" + planned);
        assertThat(j.covering()).hasSize(1);
    }

    /** As many channels as there may be: what failed fails with its halves exchanged too, also within the maker's figure. */
    @ParameterizedTest
    @ValueSource(ints = {2, 4, 6, 8, 12, 16})
    void aFailureCountsHoweverTheHalvesLie(int channels) {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200)
                .sockets(channels, 1)
                .cap(null, null, null, 3200)
                .limit(Source.MAKER, Quantity.TOTAL, 32 * channels)
                .build();
        SortedMap<String, ModuleSpec> failed = new TreeMap<>();
        SortedMap<String, ModuleSpec> swapped = new TreeMap<>();
        SortedMap<String, ModuleSpec> alike = new TreeMap<>();
        for (int c = 0; c < channels; c++) {
            String position = record.positions().get(c).id();
            failed.put(position, Modules.of(c < channels / 2 ? G16 : G32));
            swapped.put(position, Modules.of(c < channels / 2 ? G32 : G16));
            alike.put(position, Modules.of(G16));
        }
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        LimitJudge judge = new LimitJudge(
                record,
                evaluator,
                HouseRules.DEFAULT,
                new LimitKnowledge(List.of(), List.of(ran(Trial.Cause.KINDS_TOGETHER, failed))));
        for (SortedMap<String, ModuleSpec> m : List.of(failed, swapped)) {
            Layout layout = Layout.of(record, m);
            Judgement j = judge.judge(layout, evaluator.evaluate(layout, layout, Host.UNLIMITED), "", "");
            assertThat(j.against()).hasSize(1);
            assertThat(j.limitClass()).isEqualTo(LimitClass.DOUBTFUL);
            assertThat(j.chance().percent()).isEqualTo(33);
        }
        Layout layout = Layout.of(record, alike);
        assertThat(judge.judge(layout, evaluator.evaluate(layout, layout, Host.UNLIMITED), "", "")
                        .limitClass())
                .isEqualTo(LimitClass.WITHIN_OFFICIAL);
    }

    @Test
    void aSuccessNeverLowersAChance() {
        MachineRecord record = ddr4(3200).build();
        Trial proven = ran(Trial.Cause.NONE, at("A1=" + G16, "B1=" + G16));
        Judgement before = judge(record, List.of(), Map.of(), false, "A1=" + G16, "B1=" + G16);
        Judgement after = judge(record, List.of(proven), Map.of(), false, "A1=" + G16, "B1=" + G16);
        assertThat(before.chance().percent()).isEqualTo(90);
        assertThat(after.limitClass()).isEqualTo(LimitClass.PROVEN_HERE);
        assertThat(after.chance().permille())
                .isGreaterThanOrEqualTo(before.chance().permille());
        assertThat(after.beyondOfficial()).isFalse();
        assertThat(codes(after)).containsExactly("LIMIT_PROVEN");
        // A controller's figure that is kept takes nothing from it.
        MachineRecord spoken = ddr4(3200)
                .limit(Source.CONTROLLER, Quantity.TOTAL, 64)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .build();
        assertThat(judge(spoken, List.of(), Map.of(), false, "A1=" + G16, "B1=" + G16)
                        .chance()
                        .percent())
                .isEqualTo(90);
        assertThat(judge(spoken, List.of(), Map.of(), false, "A1=" + G32).limitClass())
                .isEqualTo(LimitClass.FURTHER_THAN_ITS_YEARS);
    }

    /** What came beyond the maker's figure ran: to keep it, or less of it, asks for nothing; more of it is another thing. */
    @Test
    void whatCameIsASuccess() {
        MachineRecord record = ddr4(3200)
                .limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .build();
        Map<String, ModuleSpec> came = at("A1=" + G32);
        Judgement kept = judge(record, List.of(), came, true, "B1=" + G32);
        assertThat(kept.limitClass()).isEqualTo(LimitClass.PROVEN_HERE);
        assertThat(kept.conditions()).isEmpty();
        assertThat(kept.covering()).isEmpty();
        assertThat(codes(kept)).doesNotContain("LIMIT_PROVEN");
        assertThat(judge(record, List.of(), came, false, "B1=" + G32).limitClass())
                .isEqualTo(LimitClass.ALLOWED_UNPROVEN);
        assertThat(judge(record, List.of(), came, true, "A1=" + G32, "B1=" + G32)
                        .limitClass())
                .isEqualTo(LimitClass.ALLOWED_UNPROVEN);
    }

    /** Claims' dies, sizes at a socket, and years: up to the largest that any of them speaks of, nothing is unspoken. */
    @Test
    void whatIsSpokenOf() {
        MachineRecord old = ddr4(2400).limit(Source.MAKER, Quantity.TOTAL, 16).build();
        assertThat(codes(judge(old, List.of(), Map.of(), false, "A1=" + G16)))
                .containsExactly("LIMIT_DENSITY_UNSPOKEN");
        for (Machines spoken : List.of(
                ddr4(2666).limit(Source.MAKER, Quantity.TOTAL, 16),
                ddr4(2400).limit(LimitClaim.of(Source.MAKER, Quantity.TOTAL, ByteSize.ofGibibytes(16), "list, 2018")),
                ddr4(2400)
                        .limit(Source.MAKER, Quantity.TOTAL, 16)
                        .limit(LimitClaim.of(Source.REPORTED, new DieDensity(16 << 10), "a letter")),
                ddr4(2400).limit(Source.MAKER, Quantity.TOTAL, 16).limit(Source.CONTROLLER, Quantity.PER_SLOT, 32))) {
            assertThat(judge(spoken.build(), List.of(), Map.of(), false, "A1=" + G16)
                            .limitClass())
                    .isEqualTo(LimitClass.WITHIN_OFFICIAL);
        }
        // A firmware's or a seller's word makes no years.
        MachineRecord firmware = ddr4(2400)
                .limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(LimitClaim.of(Source.SELLER, Quantity.TOTAL, ByteSize.ofGibibytes(16), "list, 2022"))
                .build();
        assertThat(judge(firmware, List.of(), Map.of(), false, "A1=" + G16).limitClass())
                .isEqualTo(LimitClass.DOUBTFUL);
    }
}
