package zephyrridge.core.range;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import zephyrridge.core.machine.Position;

/** What may be wrong with a machine that two new modules go into, by the odds that the trade gives (docs/rules, R-10.3), written down a second time. */
final class Wrong {
    private record Possible(double odds, Hidden.Kind kind, String subject, String other) {}

    private Wrong() {}

    static Hidden draw(Secret s, SplittableRandom chance) {
        List<Possible> all = new ArrayList<>();
        for (Piece fresh : s.onHand()) {
            all.add(new Possible(.07, Hidden.Kind.POOR_SEATING, fresh.id(), ""));
            all.add(new Possible(.06, Hidden.Kind.DEAD_MODULE, fresh.id(), ""));
            all.add(new Possible(.04, Hidden.Kind.WEAK_MODULE, fresh.id(), ""));
        }
        List<String> sockets = s.record().positions().stream()
                .filter(p -> !p.isSoldered())
                .map(Position::id)
                .toList();
        String kind = s.kindOf(s.onHand().get(0).spec());
        for (String socket : sockets) {
            all.add(new Possible(s.inIt().containsKey(socket) ? .001 : .01, Hidden.Kind.BAD_SOCKET, socket, ""));
            if (sockets.size() > 1) {
                all.add(new Possible(.05 / sockets.size(), Hidden.Kind.ORDER_QUIRK, kind, socket));
            }
        }
        all.add(new Possible(.08, Hidden.Kind.KIND_TOO_LARGE, kind, ""));
        all.add(new Possible(.04, Hidden.Kind.OLD_FIRMWARE, kind, ""));
        s.inIt().values().stream()
                .map(p -> s.kindOf(p.spec()))
                .distinct()
                .filter(old -> !old.equals(kind))
                .forEach(old -> all.add(new Possible(.05, Hidden.Kind.KINDS_QUARREL, old, kind)));
        all.add(new Possible(.02, Hidden.Kind.WRONG_SETTINGS, "", ""));
        all.add(new Possible(.06, Hidden.Kind.NEEDS_MAINS, "", ""));
        all.add(new Possible(.15, Hidden.Kind.LONG_TRAINING, "", ""));
        double x =
                chance.nextDouble() * all.stream().mapToDouble(Possible::odds).sum();
        Possible drawn = all.get(0);
        for (Possible p : all) {
            drawn = p;
            x -= p.odds();
            if (x < 0) {
                break;
            }
        }
        // Most faults are there at every start alike; one in five comes and goes.
        return Hidden.usual(drawn.kind(), drawn.subject(), drawn.other(), chance.nextInt(5) > 0);
    }
}
