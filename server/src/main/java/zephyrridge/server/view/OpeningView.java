package zephyrridge.server.view;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.access.Catch;
import zephyrridge.core.access.Check;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Outline;
import zephyrridge.core.access.Side;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Seal;
import zephyrridge.server.text.FindingView;

/**
 * The machine as it is being opened and closed.
 *
 * @param rounds of work: sides and carriers, the current one marked; {@code canReopen} whether there was one before
 * @param steps of the current round; {@code closing} the way back
 * @param layOut what to have at hand, in words
 * @param tray screws by head and length; {@code trayCount} of all
 * @param bans the owner's, in words
 */
public record OpeningView(
        List<RoundView> rounds,
        boolean canReopen,
        List<StepView> steps,
        List<StepView> closing,
        List<String> layOut,
        List<PartView> off,
        List<TrayGroup> tray,
        int trayCount,
        List<SealView> seals,
        List<CheckView> checks,
        List<CompanionView> companions,
        List<FindingView> companionGates,
        List<String> bans,
        List<PartView> parts,
        List<MeasuredView> measured) {

    /** @param minutes to open and close; {@code place} side or carrier, in words; {@code positions} their labels */
    public record RoundView(
            Entry.Purpose purpose,
            String name,
            Optional<String> carrier,
            List<String> positionIds,
            String positions,
            int minutes,
            int turns,
            boolean current,
            boolean done,
            boolean opened,
            int left,
            Optional<String> same) {}

    public record PartView(String id, String name) {}

    /** What a part took in this job beside what its record says, in seconds. */
    public record MeasuredView(
            String part, String name, Optional<Integer> off, Optional<Integer> on, int recordOff, int recordOn) {}

    /** @param state what was said of it; OUT also where its part is off; absent: in its hole */
    /** @param letter by which warnings name it; {@code drawn} in this job, and not in the record */
    public record FastenerView(
            String id,
            Optional<String> letter,
            double x,
            double y,
            String bit,
            String length,
            Fastener.Role role,
            String hiddenUnder,
            boolean threadLocked,
            boolean magnetNear,
            boolean drawn,
            Optional<Entry.Screw> state) {}

    public record ConnectorView(String id, String text) {}

    /**
     * @param part its id, "" for steps of no part; {@code how} the record's own words; {@code source} where they come from
     * @param warnings computed for this very step: mixed lengths, short holes
     * @param note what a screw of it was said to be
     */
    public record StepView(
            String id,
            WorkStep.Kind kind,
            String part,
            String text,
            String how,
            String source,
            Optional<Side> turnTo,
            Optional<Side> side,
            Optional<Outline> outline,
            List<FastenerView> fasteners,
            List<Catch> catches,
            List<ConnectorView> connectors,
            List<String> cautions,
            List<String> warnings,
            int seconds,
            boolean done) {}

    public record TrayScrew(String part, String partName, String fastener, boolean off) {}

    public record TrayGroup(String bit, String length, int count, List<TrayScrew> screws) {}

    public record SealView(
            String id, String where, String part, Seal.Answer answer, String who, Optional<String> photo) {}

    /** @param why the parts that came off */
    public record CheckView(Check check, String text, String why, Optional<Entry.Result> result, String note) {}

    /**
     * @param gates what keeps it from being done; {@code looked}, {@code done} and {@code cannot} what was noted
     * @param open whether hands can get to it as the machine lies; {@code places} where it is, by the record, {@code bays} their ids
     */
    public record CompanionView(
            Extra extra,
            String name,
            Counter.Answer answer,
            Optional<String> looked,
            Optional<String> done,
            Optional<String> cannot,
            boolean open,
            List<String> places,
            List<String> bays,
            List<String> cautions,
            String look,
            List<FindingView> gates) {}
}
