package zephyrridge.core.machine;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.stream.Stream;
import zephyrridge.core.access.AccessGraph;

/**
 * All that is known of a model: where memory is, how it is clocked, how far it goes, how it is opened. Edited and exchanged as
 * a whole; {@link RecordCheck} says whether it holds together.
 *
 * @param controller of the usual processor; {@code otherControllers} where the model comes with others. Their names are what is told and
 *     asked of the processor that is fitted
 * @param bays places that are no memory, reached by the same parts
 */
public record MachineRecord(
        String id,
        String maker,
        String model,
        String variant,
        MachineKind kind,
        List<String> processors,
        Controller controller,
        @JsonSetter(nulls = Nulls.AS_EMPTY) List<Controller> otherControllers,
        List<Channel> channels,
        List<Position> positions,
        AccessGraph access,
        StartBehaviour start,
        List<LimitClaim> limits,
        @JsonSetter(nulls = Nulls.AS_EMPTY) List<Bay> bays) {
    public MachineRecord {
        processors = List.copyOf(processors);
        otherControllers = List.copyOf(otherControllers);
        channels = List.copyOf(channels);
        positions = List.copyOf(positions);
        limits = List.copyOf(limits);
        bays = List.copyOf(bays);
    }

    /** With no place but those for memory. */
    public MachineRecord(
            String id,
            String maker,
            String model,
            String variant,
            MachineKind kind,
            List<String> processors,
            Controller controller,
            List<Controller> otherControllers,
            List<Channel> channels,
            List<Position> positions,
            AccessGraph access,
            StartBehaviour start,
            List<LimitClaim> limits) {
        this(
                id,
                maker,
                model,
                variant,
                kind,
                processors,
                controller,
                otherControllers,
                channels,
                positions,
                access,
                start,
                limits,
                List.of());
    }

    /** The socket that is stacked over this one, where there is one. */
    public Optional<Position> over(String lowerId) {
        return positions.stream()
                .filter(p -> p.socket()
                        .flatMap(Socket::lower)
                        .filter(lowerId::equals)
                        .isPresent())
                .findFirst();
    }

    public Optional<Bay> bay(String bayId) {
        return bays.stream().filter(b -> b.id().equals(bayId)).findFirst();
    }

    public List<Bay> bays(Bay.Kind of) {
        return bays.stream().filter(b -> b.kind() == of).toList();
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
        return with(controller, otherControllers, next, access, start);
    }

    public MachineRecord withAccess(AccessGraph next) {
        return with(controller, otherControllers, positions, next, start);
    }

    public MachineRecord withController(Controller next) {
        return with(next, otherControllers, positions, access, start);
    }

    public MachineRecord withStart(StartBehaviour next) {
        return with(controller, otherControllers, positions, access, next);
    }

    private MachineRecord with(
            Controller one, List<Controller> others, List<Position> at, AccessGraph graph, StartBehaviour first) {
        return new MachineRecord(
                id, maker, model, variant, kind, processors, one, others, channels, at, graph, first, limits, bays);
    }

    /** Names of the controllers that this model comes with, the usual one first. */
    public List<String> controllerNames() {
        return Stream.concat(Stream.of(controller), otherControllers.stream())
                .map(Controller::name)
                .toList();
    }

    /** The name of the controller that a processor has, as it is told or asked at Take in; empty where nobody knows. */
    public Optional<String> controllerOf(String processor) {
        return otherControllers.isEmpty()
                ? Optional.of(controller.name())
                : controllerNames().stream()
                        .filter(n -> n.equalsIgnoreCase(processor.strip()))
                        .findFirst();
    }

    /** The record with the controller of a processor in the usual one's place; with a processor that it does not know, the record itself. */
    public MachineRecord fitted(String processor) {
        List<Controller> all =
                Stream.concat(Stream.of(controller), otherControllers.stream()).toList();
        Optional<String> name = controllerOf(processor);
        return all.stream()
                .skip(1)
                .filter(c -> name.filter(c.name()::equals).isPresent())
                .findFirst()
                .map(c -> with(c, all.stream().filter(o -> o != c).toList(), positions, access, start))
                .orElse(this);
    }

    /** Carriers of positions, in the order of the record: each may be missing in one very machine. */
    public List<String> carriers() {
        return positions.stream().flatMap(p -> p.carrier().stream()).distinct().toList();
    }

    public String name() {
        return maker + " " + model + (variant.isBlank() ? "" : " " + variant);
    }
}
