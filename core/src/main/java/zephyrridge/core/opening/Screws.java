package zephyrridge.core.opening;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.log.Entry;
import zephyrridge.core.now.Now;

/**
 * Where the screws are: in their holes, or in the tray in groups of one head and one length. A part that is off has its screws in
 * the tray, whether or not somebody tapped them one by one.
 */
public final class Screws {
    private Screws() {}

    /**
     * A screw that lies in the tray.
     *
     * @param off whether its part is off; else it was turned out before, or is still to go back
     */
    public record Lying(Part part, Fastener fastener, boolean off) {}

    /**
     * A hole into which a screw of the same head would go that is too long for it.
     *
     * @param longest in tenths of a millimetre, of those that lie in the tray or belong to the same part
     */
    public record ShortHole(Part part, Fastener fastener, int takes, int longest) {}

    static Optional<Fastener> of(Part part, String fastener) {
        return part.fasteners().stream().filter(f -> f.id().equals(fastener)).findFirst();
    }

    public static Optional<Entry.Screw> said(Now now, Part part, Fastener fastener) {
        return Optional.ofNullable(now.screws().get(Entry.Fastened.key(part.id(), fastener.id())));
    }

    /** The first screw that will not come; its part comes neither. */
    static Optional<Fastener> holding(Part part, Map<String, Entry.Screw> said) {
        return part.fasteners().stream()
                .filter(f -> {
                    Entry.Screw state = said.get(Entry.Fastened.key(part.id(), f.id()));
                    return state == Entry.Screw.TIGHT || state == Entry.Screw.STRIPPED;
                })
                .findFirst();
    }

    public static List<Lying> tray(Bench bench, Now now) {
        List<Lying> tray = new ArrayList<>();
        for (Part part : bench.record().access().parts()) {
            boolean off = now.off().contains(part.id());
            for (Fastener f : part.fasteners()) {
                Entry.Screw said = now.screws().get(Entry.Fastened.key(part.id(), f.id()));
                boolean lies = said == null ? off : said == Entry.Screw.OUT;
                if (f.role().comesOut() && lies) {
                    tray.add(new Lying(part, f, off));
                }
            }
        }
        return tray;
    }

    /** Screws of parts that are on, which nobody put back: the tray is not empty although nothing is off. */
    public static List<Lying> forgotten(Bench bench, Now now) {
        return tray(bench, now).stream().filter(l -> !l.off()).toList();
    }

    /** Holes of a part that a longer screw of the same head would be driven through: one of its own, or one that lies in the tray. */
    public static List<ShortHole> shortHoles(Part part, List<Lying> tray) {
        List<ShortHole> found = new ArrayList<>();
        for (Fastener f : part.fasteners()) {
            int takes = f.holeTenths().orElse(f.lengthTenths());
            if (!f.role().comesOut() || takes == 0) {
                continue;
            }
            int longest = Math.max(
                    longest(part.fasteners(), f),
                    longest(tray.stream().map(Lying::fastener).toList(), f));
            if (longest > takes) {
                found.add(new ShortHole(part, f, takes, longest));
            }
        }
        return found;
    }

    private static int longest(List<Fastener> screws, Fastener hole) {
        return screws.stream()
                .filter(s -> s.role().comesOut() && s.bit().equals(hole.bit()))
                .mapToInt(Fastener::lengthTenths)
                .max()
                .orElse(0);
    }
}
