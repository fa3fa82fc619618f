package zephyrridge.core.range;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.range.Asked.What;
import zephyrridge.core.unit.Unit;

/**
 * Something that went wrong in hands that did not look first. It is told after the step, and harms nothing here. What happens to hands that do
 * not look is common practice, no source.
 *
 * @param entry number of the step in the log; {@code of} part or position it was about, "" for the whole machine
 */
public record Mishap(Trap kind, int entry, String of) {
    /** All that went wrong, in the order in which it did. Each trap of a machine springs once at most, at the first occasion for it. */
    static List<Mishap> of(Secret secret, List<Asked> asked, Unit unit, Bench bench) {
        return new Reading(secret, asked, unit, bench).mishaps;
    }

    /** What still lies in wait after all that was done. */
    static Set<Trap> waiting(Secret secret, List<Asked> asked, Unit unit, Bench bench) {
        return new Reading(secret, asked, unit, bench).waiting;
    }

    /** The entry from which on a look counts: what was seen of a machine before it was shut down says nothing of it after. */
    static int since(Trap kind, Unit unit) {
        return kind != Trap.STANDBY
                ? 0
                : unit.log().happened().stream()
                        .filter(e -> e instanceof Entry.Stepped s && s.did() == Entry.Did.POWER_DOWN)
                        .mapToInt(Entry::no)
                        .max()
                        .orElse(0);
    }

    /** Whether screws of two lengths come out of a part: the one kind in the other's hole. */
    static boolean mixes(Part part) {
        return part.fasteners().stream()
                        .filter(f -> f.role().comesOut())
                        .map(Fastener::lengthTenths)
                        .distinct()
                        .count()
                > 1;
    }

    /** A battery, or its plug: a pack lies bare beside it. */
    public static boolean isPack(Part part) {
        return part.kind() == Part.Kind.BATTERY || part.kind() == Part.Kind.BATTERY_PLUG;
    }

    private static final class Reading {
        private final List<Mishap> mishaps = new ArrayList<>();
        private final Set<Trap> waiting;
        private final List<Asked> asked;
        private final Bench bench;
        private Now now;
        private int shutDown;
        private boolean bare;

        Reading(Secret secret, List<Asked> asked, Unit unit, Bench bench) {
            waiting = EnumSet.noneOf(Trap.class);
            waiting.addAll(secret.traps());
            this.asked = asked;
            this.bench = bench;
            now = Now.asFound(unit);
            for (Entry e : unit.log().happened()) {
                read(e);
                now = now.after(e);
            }
        }

        private void read(Entry e) {
            if (e instanceof Entry.Started) {
                bare = false;
            } else if (e instanceof Entry.Stepped s) {
                stepped(s);
            } else if (e instanceof Entry.Moved m && m.to().isPosition()) {
                trap(Trap.TURNED, e, m.to().id(), What.NOTCH, 0);
                touched(e);
            } else if (e instanceof Entry.Reseated
                    || e instanceof Entry.Moved m && m.from().kind() == Place.Kind.POSITION) {
                touched(e);
            }
        }

        private void stepped(Entry.Stepped s) {
            Optional<Part> part = bench.record().access().part(s.part());
            if (s.did() == Entry.Did.POWER_DOWN) {
                shutDown = s.no();
            } else if (s.did() == Entry.Did.TAKE_OFF) {
                trap(Trap.STANDBY, s, "", What.LAMP, shutDown);
                if (part.filter(Mishap::isPack).isPresent()) {
                    trap(Trap.BLADE, s, s.part(), What.HAND, 0);
                }
            } else if (s.did() == Entry.Did.PUT_BACK
                    && part.filter(Mishap::mixes).isPresent()) {
                trap(Trap.LONG_SCREW, s, s.part(), What.SCREWS, 0);
            }
        }

        /** It springs unless somebody looked, and is gone either way. */
        private void trap(Trap kind, Entry at, String of, What look, int since) {
            if (!waiting.remove(kind)) {
                return;
            }
            boolean looked = asked.stream()
                    .anyMatch(a -> a.what() == look && a.of().equals(of) && a.entry() >= since && a.entry() < at.no());
            if (!looked) {
                mishaps.add(new Mishap(kind, at.no(), of));
            }
        }

        /** Said once until it is switched on. */
        private void touched(Entry e) {
            if (!bare && !now.power().grounded()) {
                bare = true;
                mishaps.add(new Mishap(Trap.STATIC, e.no(), ""));
            }
        }
    }
}
