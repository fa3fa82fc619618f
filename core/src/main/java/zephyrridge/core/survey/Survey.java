package zephyrridge.core.survey;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.ModuleIdentity;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/**
 * Everything that was read of one machine, held together.
 *
 * @param rows one per position of the record, in its order
 * @param conflicts where sources speak of two modules, to be settled by a word
 * @param looks what to look at next, the most bits per minute first
 */
public record Survey(
        List<Row> rows, List<Look> looks, Baseline baseline, List<Conflict> conflicts, List<Finding> findings) {
    /**
     * Sources that speak of two different modules in one position.
     *
     * @param one ids of the sources of one of them, {@code other} of the other
     */
    public record Conflict(String position, Set<String> one, Set<String> other) {}

    /**
     * @param verdict what is there; empty for machines too large for the exact model
     * @param spec the module, where the claims make one
     * @param line as a label would say it; a label's own words where one was read
     */
    public record Row(
            String position,
            Optional<SlotModel.Verdict> verdict,
            ModuleIdentity identity,
            Optional<ModuleSpec> spec,
            String line) {
        /** Whether something is fitted there that can be accepted into the job: a module of a socket that is not taken to be empty. */
        public boolean isModule() {
            return spec.isPresent()
                    && verdict.map(v -> v.likeliest() == SlotState.FILLED).orElse(true);
        }
    }

    /** @param positions told of by it; {@code under} what must come off, empty for the shell only and for the manual */
    public record Look(
            SlotModel.LookKind kind, List<String> positions, List<String> under, double minutes, double bits) {}

    /**
     * Readings before anything is changed, as far as the sources say.
     *
     * @param firmwareTotal sum of the firmware's table; {@code systemTotal} what the system calls installed
     * @param rate the number as it is shown
     * @param wordBits 32 or 64
     */
    public record Baseline(
            Optional<ByteSize> firmwareTotal,
            Optional<ByteSize> systemTotal,
            Optional<ByteSize> usable,
            Optional<Integer> rate,
            Optional<Integer> filled,
            Optional<Integer> wordBits) {}

    public Survey {
        rows = List.copyOf(rows);
        looks = List.copyOf(looks);
        conflicts = List.copyOf(conflicts);
        findings = List.copyOf(findings);
    }
}
