package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.unit.JobModule;

/** One entry for all positions like one that is known. Invented machine: two processors, a carrier of one channel, three channels on the board. */
class LikesTest {
    private static final MachineRecord SERVER = Machines.of(MemoryGeneration.DDR4, 2400, 2133)
            .part("riser", Part.Kind.CARRIER, Side.BOTTOM, 60)
            .processor("P1")
            .sockets(3, 2)
            .channel("D")
            .socketOn("D1", "D", 1, "riser")
            .socketOn("D2", "D", 2, "riser")
            .processor("P2")
            .sockets(1, 1)
            .cap(null, null, null, 2400)
            .build();

    private static Walk walk() {
        return new Walk(SERVER, HouseRules.DEFAULT).does(Walk.found(Walk.D8, "A1"));
    }

    @Test
    void whatWasFoundAtOneWasFoundAtAll() {
        Walk w = walk().does(Walk.found(Walk.D4, "B1"), new EvidenceChange.FoundInLike("A1"));
        assertThat(w.unit().asFound().keySet()).containsExactly("A1", "B1", "C1", "D1");
        assertThat(w.unit().asFound().values()).doesNotHaveDuplicates();
        // What somebody read at another position stands.
        assertThat(w.unit().modules().get(w.unit().asFound().get("B1")).labelLine())
                .isEqualTo(Walk.D4);
        assertThat(w.unit().modules().get(w.unit().asFound().get("D1")).labelLine())
                .isEqualTo(Walk.D8);
        assertThat(w.refused(new EvidenceChange.FoundInLike("A1"))).isEqualTo("NOTHING_LIKE_IT");
        assertThat(w.refused(new EvidenceChange.FoundInLike("A2"))).isEqualTo("NOTHING_LIKE_IT");
    }

    /** Who saw an empty socket is not told that something was in it. */
    @Test
    void whatWasSeenEmptyStaysEmpty() {
        Walk w = walk().does(
                        new EvidenceChange.SayWhatIsSeen(
                                "B1", Optional.of(SlotState.EMPTY), Optional.empty(), Optional.empty()),
                        new EvidenceChange.FoundInLike("A1"));
        assertThat(w.unit().asFound().keySet()).containsExactly("A1", "C1", "D1");
    }

    @Test
    void whatIsNotThereIsLeftOut() {
        Walk w = walk().does(new ConditionChange.SayAbsent("riser", true), new EvidenceChange.FoundInLike("A1"));
        assertThat(w.unit().asFound().keySet()).containsExactly("A1", "B1", "C1");
    }

    @Test
    void aModuleToBuyIsPlannedEverywhere() {
        Walk w = walk().does(
                        new EvidenceChange.FoundInLike("A1"),
                        new EvidenceChange.AddModule(
                                JobModule.Origin.TYPED, "16GB 2Rx8 PC4-2400T-SE1-11", Optional.empty()));
        String big = w.unit().modules().keySet().stream()
                .filter(k -> w.unit().modules().get(k).origin() == JobModule.Origin.TYPED)
                .findFirst()
                .orElseThrow();
        w.does(
                new PlanChange.PlanModule("A1", Optional.of(big), Optional.empty()),
                new PlanChange.PlanInLike("A1", List.of()));
        assertThat(w.unit().plannedModules().keySet()).containsExactly("A1", "B1", "C1", "D1");
        assertThat(w.unit().plannedModules().values())
                .allMatch(k -> w.unit().modules().get(k).origin() == JobModule.Origin.TYPED)
                .doesNotHaveDuplicates();
        assertThat(w.unit().asFound().keySet()).hasSize(4);
        assertThat(w.refused(new PlanChange.PlanInLike("A1", List.of()))).isEqualTo("NOTHING_LIKE_IT");
    }

    /** Of the drawer as many as there are; another kind, or none, is refused and nothing is planned. */
    @Test
    void ofTheDrawerAsManyAsThereAre() {
        Walk w = new Walk(SERVER, HouseRules.DEFAULT)
                .stock("D-1", Walk.D8)
                .stock("D-2", Walk.D8)
                .stock("D-3", Walk.D4)
                .does(new PlanChange.PlanModule("A1", Optional.empty(), Optional.of("D-1")));
        assertThat(w.refused(new PlanChange.PlanInLike("A1", List.of()))).isEqualTo("NONE_LEFT_IN_DRAWER");
        assertThat(w.refused(new PlanChange.PlanInLike("A1", List.of("D-3")))).isEqualTo("ANOTHER_KIND");
        assertThat(w.refused(new PlanChange.PlanInLike("A1", List.of("D-1")))).isEqualTo("TAG_HERE_ALREADY");
        w.does(new PlanChange.PlanInLike("A1", List.of("D-2")));
        assertThat(w.unit().plannedModules().keySet()).containsExactly("A1", "B1");
    }
}
