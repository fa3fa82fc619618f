package zephyrridge.core.machine;

import java.util.List;
import java.util.NoSuchElementException;
import zephyrridge.core.access.AccessGraph;

/**
 * All that is known of a model: where memory is, how it is clocked, how far it goes, how it is opened. Edited and exchanged as
 * a whole; {@link RecordCheck} says whether it holds together.
 */
public record MachineRecord(
        String id,
        String maker,
        String model,
        String variant,
        MachineKind kind,
        List<String> processors,
        Controller controller,
        List<Channel> channels,
        List<Position> positions,
        AccessGraph access,
        StartBehaviour start,
        List<LimitClaim> limits) {
    public MachineRecord {
        processors = List.copyOf(processors);
        channels = List.copyOf(channels);
        positions = List.copyOf(positions);
        limits = List.copyOf(limits);
    }

    /** @throws NoSuchElementException naming the id when the record has no such position */
    public Position position(String positionId) {
        return positions.stream()
                .filter(p -> p.id().equals(positionId))
                .findFirst()
                .orElseThrow(() -> new NoSuchElementException("no position " + positionId + " in " + id));
    }

    public boolean hasPosition(String positionId) {
        return positions.stream().anyMatch(p -> p.id().equals(positionId));
    }

    public MachineRecord withPositions(List<Position> next) {
        return new MachineRecord(
                id, maker, model, variant, kind, processors, controller, channels, next, access, start, limits);
    }

    public MachineRecord withAccess(AccessGraph next) {
        return new MachineRecord(
                id, maker, model, variant, kind, processors, controller, channels, positions, next, start, limits);
    }

    public MachineRecord withStart(StartBehaviour next) {
        return new MachineRecord(
                id, maker, model, variant, kind, processors, controller, channels, positions, access, next, limits);
    }

    /** Carriers of positions, in the order of the record: each may be missing in one very machine. */
    public List<String> carriers() {
        return positions.stream().flatMap(p -> p.carrier().stream()).distinct().toList();
    }

    public String name() {
        return maker + " " + model + (variant.isBlank() ? "" : " " + variant);
    }
}
