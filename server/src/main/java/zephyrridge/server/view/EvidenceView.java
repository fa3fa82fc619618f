package zephyrridge.server.view;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.SourceKind;
import zephyrridge.core.survey.Seen;
import zephyrridge.server.text.FindingView;

/**
 * What the sources of a job say, held together.
 *
 * @param acceptable whether accepting would change the job
 */
public record EvidenceView(
        List<SourceView> sources,
        List<PositionEvidence> positions,
        List<LookView> looks,
        BaselineView baseline,
        List<ConflictView> conflicts,
        List<FindingView> findings,
        String verdict,
        boolean acceptable) {
    /** Two modules in one position by what the sources say, with the words that settle it. */
    public record ConflictView(String position, String label, SideView one, SideView other) {}

    /**
     * @param names of its sources, with what they are; {@code line} the module that they speak of, as far as they say
     * @param readAtModule whether a label is among them, which somebody read off a module in the hand
     */
    public record SideView(List<String> sources, String names, String line, boolean readAtModule) {}

    /**
     * @param what it was recognised as, in words; {@code at} when it was handed in, {@code when} how far the work was then; empty for labels
     * @param removable false for labels, which belong to modules
     * @param oneModule whether it speaks of one module and so has a position
     */
    public record SourceView(
            String id,
            String name,
            SourceKind kind,
            String what,
            Optional<String> position,
            Optional<Instant> at,
            String when,
            boolean oneModule,
            boolean removable,
            List<FindingView> findings) {}

    /**
     * @param verdict what is there, empty where nobody can say
     * @param line the module as a label would say it; empty when no whole module comes of it
     */
    public record PositionEvidence(
            String position,
            String label,
            boolean soldered,
            Optional<VerdictView> verdict,
            Optional<SlotState> seen,
            Optional<Integer> chips,
            Optional<Seen.Over> over,
            List<FieldView> fields,
            Optional<String> line,
            boolean inJob) {}

    /** @param percent how probable the likeliest state is; {@code word} how much that is */
    public record VerdictView(SlotState state, int percent, Word word) {}

    /** LIKELY from 70 per cent on. */
    public enum Word {
        CONFIRMED,
        LIKELY,
        OPEN,
        CONTRADICTED
    }

    /** @param certainty in per cent */
    public record FieldView(
            ModuleField field,
            String name,
            String held,
            int certainty,
            boolean contradicted,
            boolean byHand,
            List<ClaimView> claims) {}

    public record ClaimView(String source, SourceKind kind, String value, boolean agrees, String evidence) {}

    public record LookView(
            SlotModel.LookKind kind,
            List<String> positions,
            List<String> labels,
            String under,
            int minutes,
            double bits) {}

    public record BaselineView(
            Optional<String> firmwareTotal,
            Optional<String> systemTotal,
            Optional<String> usable,
            Optional<Integer> rate,
            Optional<Integer> filled) {}

    /** A source in full: fields with their bytes, and the clocks at each rate for a chip. */
    public record SourceDetail(
            String id,
            String name,
            String what,
            List<Group> groups,
            List<RateView> rates,
            List<FindingView> findings) {}

    public record Group(String name, List<RawField> fields) {}

    /**
     * @param offset absolute, of the first byte
     * @param note what to know of it: not covered by a checksum, from memory with less than high confidence
     */
    public record RawField(String name, String value, int offset, String hex, String note) {}

    public record RateView(String rate, String clocks, String tck) {}
}
