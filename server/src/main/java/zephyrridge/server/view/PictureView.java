package zephyrridge.server.view;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.access.Part;
import zephyrridge.core.change.Likes;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.layout.WidthMap;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.text.Texts;

/**
 * The memory picture of one layout: a lane per channel with its blocks, and the width map on the same axis.
 *
 * @param installed in the trade's words ("24 GB"); {@code usable} likewise
 * @param read whether anything is known of what is in the sockets; an unread one is not an empty one
 * @param effortMinutes to reach what differs from as found, opening and closing
 */
public record PictureView(
        List<Lane> lanes,
        List<Region> regions,
        List<Clock> clocks,
        String installed,
        String usable,
        int effortMinutes,
        boolean read) {
    /** @param mebibytes all that the channel holds */
    public record Lane(String channel, String processor, long mebibytes, List<Block> blocks) {}

    /**
     * @param key the module in it, when it is a filled socket
     * @param text the module in short, "" when empty
     * @param mebibytes its share of this lane, 0 when empty
     * @param lid what lies over it beyond the outer cover, "" when nothing does
     * @param reachMinutes to reach it alone
     * @param absent its carrier or processor is not there
     * @param unknown whether nobody knows if there is a module in it
     * @param like positions of like channels that do not hold the same yet
     * @param changed whether the plan differs from what was found
     */
    public record Block(
            String position,
            String label,
            boolean soldered,
            Optional<String> key,
            String text,
            long mebibytes,
            int ranks,
            String lid,
            int reachMinutes,
            boolean changed,
            boolean absent,
            boolean unknown,
            int like) {}

    /** @param gigabytesPerSecond theoretical peak */
    public record Region(String processor, int ways, long mebibytes, Optional<Double> gigabytesPerSecond) {}

    /** What one clock domain runs at. */
    public record Clock(
            String domain,
            Optional<String> rate,
            Optional<String> timings,
            Optional<String> firstWord,
            Optional<Double> meanGigabytesPerSecond) {}

    public static PictureView of(
            Machines.Ready machine,
            LayoutEvaluation e,
            Unit job,
            Map<String, String> keys,
            boolean planned,
            Texts texts) {
        Set<String> unknown = AsFound.unknown(machine.bench(), job);
        List<Lane> lanes = new ArrayList<>();
        for (int c = 0; c < machine.record().channels().size(); c++) {
            var channel = machine.record().channels().get(c);
            List<Block> blocks = machine.record().positions().stream()
                    .filter(p -> p.channels().contains(channel.id()))
                    .sorted(java.util.Comparator.comparing((Position p) -> !p.isSoldered())
                            .thenComparingInt(Position::fillOrder))
                    .map(p -> block(channel.processor(), machine, p, keys, planned, job, unknown, e.changed(), texts))
                    .toList();
            lanes.add(new Lane(
                    channel.id(),
                    channel.processor(),
                    e.channels().get(c).total().mebibytes(),
                    blocks));
        }
        List<Region> regions = new ArrayList<>();
        for (WidthMap w : e.widths()) {
            w.regions()
                    .forEach(r -> regions.add(new Region(
                            w.processor(),
                            r.ways(),
                            r.size().mebibytes(),
                            r.peak().map(PictureView::rounded))));
        }
        List<Clock> clocks = new ArrayList<>();
        for (RateResult r : e.rates()) {
            Optional<Double> mean = e.widths().stream()
                    .filter(w -> r.domain().isEmpty() || w.processor().equals(r.domain()))
                    .findFirst()
                    .flatMap(WidthMap::mean)
                    .map(PictureView::rounded);
            clocks.add(new Clock(
                    r.domain(),
                    r.rate().map(texts::show),
                    r.clocks().map(RateResult.Clocks::toString),
                    r.clocks().map(k -> k.firstWord().inNanoseconds()),
                    mean));
        }
        return new PictureView(
                lanes,
                regions,
                clocks,
                Texts.size(e.installed()),
                Texts.size(e.usable()),
                e.effort().minutes(),
                AsFound.isRead(machine.bench(), job) || !e.changed().isEmpty());
    }

    private static Block block(
            String processor,
            Machines.Ready machine,
            Position p,
            Map<String, String> keys,
            boolean planned,
            Unit job,
            Set<String> unknown,
            List<String> changed,
            Texts texts) {
        Optional<String> key = Optional.ofNullable(keys.get(p.id()));
        Optional<ModuleSpec> spec =
                p.soldered().or(() -> key.map(k -> job.modules().get(k).spec()));
        Machines.Reach reach = machine.reach().get(p.id());
        return new Block(
                p.id(),
                p.label(),
                p.isSoldered(),
                key,
                spec.map(s -> texts.show(s.summary())).orElse(""),
                spec.map(s -> s.capacity().mebibytes() / p.channels().size()).orElse(0L),
                spec.map(s -> s.organisation().packageRanks()).orElse(0),
                String.join(", ", reach.lid().stream().map(Part::name).toList()),
                reach.minutes(),
                changed.contains(p.id()),
                p.carrier().map(job.deviations().absent()::contains).orElse(false)
                        || job.deviations().absent().contains(processor),
                key.isEmpty() && unknown.contains(p.id()),
                Likes.of(machine.record(), job, keys, p.id(), planned).size());
    }

    private static double rounded(Bandwidth b) {
        return Math.round(b.gigabytes() * 10) / 10.0;
    }
}
