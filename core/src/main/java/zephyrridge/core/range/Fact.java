package zephyrridge.core.range;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.unit.Intake;

/**
 * One thing that was to be found out about a machine.
 *
 * @param position it is about, "" for the whole machine
 * @param piece that was there; {@code hidden} what was wrong
 */
public record Fact(Kind kind, String position, Optional<Piece> piece, Optional<Hidden> hidden) {
    public enum Kind {
        /** A module that is what its label says. */
        IN_IT,
        /** A module of whose label too little was left. */
        WORN,
        /** A module under another's label. */
        LIES,
        EMPTY,
        SWOLLEN,
        SEAL,
        /** Firmware counts a bank twice. */
        DOUBLED,
        /** Nothing is wrong with its sockets or with what lay ready. */
        SOUND,
        WRONG
    }

    /** All of it, position by position and then the machine as a whole. */
    public static List<Fact> of(Secret secret) {
        List<Fact> facts = new ArrayList<>();
        secret.record().positions().stream().filter(p -> !p.isSoldered()).forEach(p -> {
            Optional<Piece> piece = Optional.ofNullable(secret.inIt().get(p.id()));
            Kind kind = piece.map(x -> x.lies() ? Kind.LIES : x.isWorn() ? Kind.WORN : Kind.IN_IT)
                    .orElse(Kind.EMPTY);
            facts.add(new Fact(kind, p.id(), piece, Optional.empty()));
        });
        if (secret.battery() == Intake.Battery.SWOLLEN) {
            facts.add(whole(Kind.SWOLLEN));
        }
        if (secret.seal() != Intake.Seal.NONE) {
            facts.add(whole(Kind.SEAL));
        }
        if (secret.doubled()) {
            facts.add(whole(Kind.DOUBLED));
        }
        if (secret.truth().isEmpty()) {
            facts.add(whole(Kind.SOUND));
        }
        secret.truth().forEach(h -> facts.add(new Fact(Kind.WRONG, "", Optional.empty(), Optional.of(h))));
        return facts;
    }

    private static Fact whole(Kind kind) {
        return new Fact(kind, "", Optional.empty(), Optional.empty());
    }
}
