package zephyrridge.core.machine;

import java.util.Optional;

/** A record as another one. */
public final class RecordEdit {
    private RecordEdit() {}

    /** The same machine under another name: a sister model. */
    public static MachineRecord renamed(MachineRecord r, String id, String maker, String model, String variant) {
        return new MachineRecord(
                id,
                maker,
                model,
                variant,
                r.kind(),
                r.processors(),
                r.controller(),
                r.channels(),
                r.positions(),
                r.access(),
                r.start(),
                r.limits());
    }

    /** Without a position; a socket that was stacked above it stands on the board then. */
    public static MachineRecord without(MachineRecord r, String position) {
        return r.withPositions(r.positions().stream()
                .filter(p -> !p.id().equals(position))
                .map(p -> p.socket()
                        .filter(s -> s.lower().filter(position::equals).isPresent())
                        .map(s -> new Position(
                                p.id(),
                                p.label(),
                                p.channels(),
                                p.formFactor(),
                                p.soldered(),
                                Optional.of(new Socket(
                                        s.keySide(),
                                        s.angleFrom(),
                                        s.angleTo(),
                                        Optional.empty(),
                                        s.turned(),
                                        s.latches(),
                                        s.clearanceMillimetres())),
                                p.fillOrder(),
                                p.carrier(),
                                p.access(),
                                p.provenance()))
                        .orElse(p))
                .toList());
    }
}
