package zephyrridge.core.hunt;

import java.util.List;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.fault.Arrangement;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.fault.Setup;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;

/**
 * The hunt's numbers in the job's own names.
 *
 * @param slots position id by number of the slot; {@code pieces} module key by number of the piece, the position of a soldered bank
 * @param works other work of the opening, by number
 * @param about pieces that are planned or in it: those a kind is named by
 */
public record HuntNames(List<String> slots, List<String> pieces, List<Extra> works, Setup setup, Set<Integer> about) {
    public HuntNames {
        slots = List.copyOf(slots);
        pieces = List.copyOf(pieces);
        works = List.copyOf(works);
        about = Set.copyOf(about);
    }

    /** Module key by position, soldered banks aside. */
    public SortedMap<String, String> modules(Arrangement fill) {
        SortedMap<String, String> modules = new TreeMap<>();
        for (int s = 0; s < slots.size(); s++) {
            if (fill.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                modules.put(slots.get(s), pieces.get(fill.at(s)));
            }
        }
        return modules;
    }

    /** Of all pieces of an arrangement, soldered banks among them. */
    public long mebibytes(Arrangement fill) {
        long sum = 0;
        for (int s = 0; s < fill.size(); s++) {
            sum += fill.at(s) < 0 ? 0 : setup.pieces().get(fill.at(s)).mebibytes();
        }
        return sum;
    }

    public SortedSet<String> keys(Set<Integer> of) {
        SortedSet<String> keys = new TreeSet<>();
        of.forEach(p -> keys.add(pieces.get(p)));
        return keys;
    }

    /** Positions that a test puts a hand to. */
    public SortedSet<String> touched(Arrangement now, Probe probe) {
        SortedSet<String> touched = new TreeSet<>();
        for (int s = 0; s < slots.size(); s++) {
            int piece = probe.fill().at(s);
            if (now.at(s) != piece || probe.inserted().contains(piece)) {
                touched.add(slots.get(s));
            }
        }
        probe.elsewhere().filter(now::has).ifPresent(p -> touched.add(slots.get(now.slotOf(p))));
        return touched;
    }

    /** Positions whose module a test wants out and in again. */
    public SortedSet<String> reseated(Arrangement now, Probe probe) {
        SortedSet<String> again = new TreeSet<>();
        for (int piece : probe.inserted()) {
            int slot = probe.fill().slotOf(piece);
            if (now.at(slot) == piece) {
                again.add(slots.get(slot));
            }
        }
        return again;
    }

    /** What a remedy is about, in the job's own names. */
    public Entry.FaultFound.Found named(Remedy r) {
        SortedSet<String> modules = new TreeSet<>();
        String place = "";
        switch (r.kind()) {
            case REPLACE -> modules.add(pieces.get(r.subject()));
            case AVOID_SLOT -> place = slots.get(r.subject());
            case AVOID_CHANNEL -> place = slotWhere(s -> s.channel() == r.subject());
            case AVOID_CARRIER -> place = slotWhere(s -> s.carrier() == r.subject());
            case AVOID_PROCESSOR -> place = slotWhere(s -> s.processor() == r.subject());
            case SMALLER_KIT -> {
                if (r.subject() >= 0) {
                    modules.addAll(ofKind(r.subject()));
                } else {
                    about.stream()
                            .filter(p -> !setup.pieces().get(p).soldered())
                            .map(pieces::get)
                            .forEach(modules::add);
                }
            }
            case COMPANION -> place = works.get(r.subject()).name();
            case KEEP_APART -> {
                modules.addAll(ofKind(r.subject()));
                modules.addAll(ofKind(r.other()));
            }
            case OTHER_ORDER -> {
                modules.addAll(ofKind(r.subject()));
                place = slots.get(r.other());
            }
            default -> {}
        }
        return new Entry.FaultFound.Found(r.kind(), modules, place);
    }

    /** What a cause is about, in the job's own names: a module or a kind also where what is to do about it is the same for all. */
    public Entry.FaultFound.Found named(Cause c) {
        Entry.FaultFound.Found todo = named(c.remedy(setup));
        return switch (c.kind()) {
            case DEAD, WEAK, SEATING -> new Entry.FaultFound.Found(
                    todo.remedy(), new TreeSet<>(Set.of(pieces.get(c.subject()))), "");
            case FIRMWARE -> new Entry.FaultFound.Found(todo.remedy(), ofKind(c.subject()), "");
            default -> todo;
        };
    }

    private String slotWhere(java.util.function.Predicate<Setup.Slot> which) {
        for (int s = 0; s < slots.size(); s++) {
            if (which.test(setup.slots().get(s))) {
                return slots.get(s);
            }
        }
        return "";
    }

    private SortedSet<String> ofKind(int kind) {
        SortedSet<String> keys = new TreeSet<>();
        for (int p = 0; p < pieces.size(); p++) {
            if (setup.pieces().get(p).kind() == kind && about.contains(p)) {
                keys.add(pieces.get(p));
            }
        }
        return keys;
    }
}
