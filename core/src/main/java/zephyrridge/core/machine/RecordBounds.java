package zephyrridge.core.machine;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.access.Catch;
import zephyrridge.core.access.Connector;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.OpeningPlanner;
import zephyrridge.core.access.Outline;
import zephyrridge.core.access.Part;
import zephyrridge.core.quantity.ByteSize;

/**
 * Every bound that something built from a record relies on: counts, divisors, bit masks, times, and the words beside the drawing
 * . Within them a record can be judged, opened and surveyed.
 */
final class RecordBounds {
    /** Where a fault goes. */
    interface Faults {
        void require(boolean holds, String path, String fault, Object value);
    }

    static final int MOST_CHANNELS = 64;
    static final int MOST_PROCESSORS = 8;
    static final int MOST_ALTERNATIVES = 4;
    static final int MOST_ROWS = 200;
    private static final int MOST_SECONDS = 36_000;
    private static final int LONGEST_WORDS = 2000;
    private static final ByteSize LARGEST = ByteSize.ofGibibytes(65_536);
    private static final ByteSize BELOW_4_GIB = ByteSize.ofGibibytes(4);

    private static final List<String> NUMBERS = List.of(
            "zero",
            "one",
            "two",
            "three",
            "four",
            "five",
            "six",
            "seven",
            "eight",
            "nine",
            "ten",
            "eleven",
            "twelve",
            "thirteen",
            "fourteen",
            "fifteen",
            "sixteen",
            "seventeen",
            "eighteen",
            "nineteen",
            "twenty");
    private static final Pattern TOLD =
            Pattern.compile("\\b(\\d{1,3}|" + String.join("|", NUMBERS) + ")\\s+screws?\\b", Pattern.CASE_INSENSITIVE);
    private static final int MOST_OTHERS = 16;
    private static final Pattern ALIKE = Pattern.compile("\\ball alike\\b", Pattern.CASE_INSENSITIVE);

    private final MachineRecord record;
    private final Faults faults;

    RecordBounds(MachineRecord record, Faults faults) {
        this.record = record;
        this.faults = faults;
    }

    void check() {
        counts();
        controller(record.controller(), "controller");
        within("otherControllers", record.otherControllers().size(), 0, MOST_OTHERS);
        for (int i = 0; i < record.otherControllers().size(); i++) {
            Controller c = record.otherControllers().get(i);
            within("otherControllers[" + i + "].name", c.name().strip().length(), 1, 64);
            controller(c, "otherControllers[" + i + "]");
        }
        for (int i = 0; i < record.positions().size(); i++) {
            position(record.positions().get(i), "positions[" + i + "]");
        }
        lowerSockets();
        for (int i = 0; i < record.access().parts().size(); i++) {
            part(record.access().parts().get(i), "access.parts[" + i + "]");
        }
        outlines();
        within("access.closing", record.access().closing().size(), 0, MOST_ROWS);
        record.start().firstStartSeconds().ifPresent(s -> within("start.firstStartSeconds", s, 1, 3600));
        List<String> signals = record.start().signals();
        within("start.signals", signals.size(), 0, 50);
        signals.forEach(s -> within("start.signals", s.length(), 1, 200));
    }

    private void counts() {
        within("channels", record.channels().size(), 1, MOST_CHANNELS);
        within("processors", record.processors().size(), 1, MOST_PROCESSORS);
        faults.require(
                new HashSet<>(record.processors()).size() == record.processors().size(),
                "processors",
                "is named twice",
                record.processors());
        long ways = record.positions().stream().map(Position::access).distinct().count();
        within("positions.access", (int) ways, 0, OpeningPlanner.MOST_CLASSES);
        within("limits", record.limits().size(), 0, MOST_ROWS);
        for (int i = 0; i < record.limits().size(); i++) {
            LimitClaim l = record.limits().get(i);
            String path = "limits[" + i + "]";
            l.size().ifPresent(s -> size(path + ".size", s, LARGEST));
            within(path + ".where", l.where().length(), 0, 200);
            within(path + ".who", l.who().orElse("").length(), 0, 100);
            within(path + ".firmware", l.firmware().orElse("").length(), 0, 64);
            within(path + ".processor", l.processor().orElse("").length(), 0, 64);
        }
    }

    private void controller(Controller c, String at) {
        within(at + ".ranksPerChannel", c.ranksPerChannel(), 1, 64);
        c.rankMultiplication()
                .ifPresent(m ->
                        faults.require(m == 1 || m == 2 || m == 4, at + ".rankMultiplication", "must be 1, 2 or 4", m));
        within(at + ".channelBytes", c.channelBytes(), 1, 64);
        within(at + ".ways", c.ways().size(), 1, MOST_CHANNELS);
        c.ways().forEach(w -> within(at + ".ways", w, 1, MOST_CHANNELS));
        within(at + ".steps", c.steps().size(), 1, MOST_ROWS);
        within(at + ".millivolts", c.millivolts().size(), 1, 10);
        c.millivolts().forEach(mv -> within(at + ".millivolts", mv, 500, 4000));
        size(at + ".deviceHole", c.deviceHole(), BELOW_4_GIB);
        size(at + ".carveOut", c.carveOut(), LARGEST);
        size(at + ".reserve", c.reserve(), LARGEST);
        within(at + ".caps", c.caps().size(), 0, MOST_ROWS);
        for (int i = 0; i < c.caps().size(); i++) {
            String path = at + ".caps[" + i + "]";
            c.caps().get(i).modules().ifPresent(m -> within(path + ".modules", m, 1, 64));
            c.caps().get(i).ranks().ifPresent(r -> within(path + ".ranks", r, 1, 64));
        }
    }

    private void position(Position p, String path) {
        within(path + ".id", p.id().length(), 1, 64);
        within(path + ".label", p.label().strip().length(), 1, 100);
        within(path + ".fillOrder", p.fillOrder(), 0, 64);
        within(path + ".access", p.access().size(), 0, MOST_ALTERNATIVES);
        faults.require(
                new HashSet<>(p.channels()).size() == p.channels().size(),
                path + ".channels",
                "is named twice",
                p.channels());
        p.carrier().ifPresent(c -> within(path + ".carrier", c.strip().length(), 1, 64));
        p.socket().ifPresent(s -> {
            within(path + ".socket.angleFrom", s.angleFrom(), 0, 90);
            within(path + ".socket.angleTo", s.angleTo(), s.angleFrom(), 90);
            within(path + ".socket.latches", s.latches(), 0, 8);
            within(path + ".socket.screws", s.screws().size(), 0, 12);
            s.screws().forEach(w -> within(path + ".socket.screws", w.strip().length(), 1, 60));
            s.colour().ifPresent(c -> within(path + ".socket.colour", c.strip().length(), 1, 40));
            s.clearanceMillimetres().ifPresent(mm -> within(path + ".socket.clearanceMillimetres", mm, 1, 500));
        });
        p.soldered().ifPresent(m -> size(path + ".soldered", m.capacity(), LARGEST));
    }

    /** A socket that lies, over others, above itself could never be filled. */
    private void lowerSockets() {
        for (int i = 0; i < record.positions().size(); i++) {
            Set<String> seen = new HashSet<>();
            String at = record.positions().get(i).id();
            while (at != null && seen.add(at) && record.hasPosition(at)) {
                at = record.position(at).socket().flatMap(Socket::lower).orElse(null);
            }
            faults.require(
                    !record.positions().get(i).id().equals(at) || seen.size() < 2,
                    "positions[" + i + "].socket.lower",
                    "lies above itself",
                    record.positions().get(i).id());
        }
    }

    private void part(Part p, String path) {
        within(path + ".id", p.id().length(), 1, 64);
        within(path + ".name", p.name().strip().length(), 1, 100);
        within(path + ".how", p.how().length(), 0, LONGEST_WORDS);
        within(path + ".source", p.source().length(), 0, 200);
        within(path + ".secondsOff", p.secondsOff(), 0, MOST_SECONDS);
        within(path + ".secondsOn", p.secondsOn(), 0, MOST_SECONDS);
        within(path + ".fasteners", p.fasteners().size(), 0, RecordCheck.MOST_FASTENERS);
        for (int i = 0; i < p.fasteners().size(); i++) {
            fastener(p.fasteners().get(i), path + ".fasteners[" + i + "]");
        }
        within(path + ".howOn", p.howOn().length(), 0, LONGEST_WORDS);
        within(path + ".catches", p.catches().size(), 0, RecordCheck.MOST_FASTENERS);
        for (int i = 0; i < p.catches().size(); i++) {
            Catch c = p.catches().get(i);
            String at = path + ".catches[" + i + "]";
            place(at, c.x(), c.y());
            within(at + ".id", c.id().length(), 1, 40);
            within(at + ".direction", c.direction().length(), 0, 200);
            within(at + ".tool", c.tool().length(), 0, 200);
        }
        within(path + ".connectors", p.connectors().size(), 0, RecordCheck.MOST_FASTENERS);
        for (int i = 0; i < p.connectors().size(); i++) {
            Connector c = p.connectors().get(i);
            String at = path + ".connectors[" + i + "]";
            within(at + ".id", c.id().length(), 1, 40);
            within(at + ".name", c.name().strip().length(), 1, 100);
            within(at + ".lock", c.lock().length(), 0, 200);
            within(at + ".route", c.route().length(), 0, 200);
            within(at + ".mark", c.mark().length(), 0, 200);
        }
        if (!p.fasteners().isEmpty()) {
            told(p, path + ".how");
        }
    }

    private void fastener(Fastener f, String path) {
        place(path, f.x(), f.y());
        within(path + ".id", f.id().length(), 1, 40);
        within(path + ".hiddenUnder", f.hiddenUnder().orElse("").length(), 0, 100);
        f.holeTenths().ifPresent(t -> within(path + ".holeTenths", t, 1, 1000));
        within(path + ".bit", f.bit().length(), 0, 20);
        within(path + ".lengthTenths", f.lengthTenths(), 0, 1000);
    }

    private void place(String path, double x, double y) {
        faults.require(x >= 0 && x <= 1, path + ".x", "must be 0 to 1", x);
        faults.require(y >= 0 && y <= 1, path + ".y", "must be 0 to 1", y);
    }

    private void outlines() {
        List<Outline> outlines = record.access().outlines();
        faults.require(
                outlines.stream().map(Outline::side).distinct().count() == outlines.size(),
                "access.outlines",
                "a side is drawn twice",
                outlines.size());
        for (int i = 0; i < outlines.size(); i++) {
            within(
                    "access.outlines[" + i + "].widthMillimetres",
                    outlines.get(i).widthMillimetres(),
                    20,
                    3000);
            within(
                    "access.outlines[" + i + "].depthMillimetres",
                    outlines.get(i).depthMillimetres(),
                    20,
                    3000);
        }
    }

    /** The number of screws told in words is the number drawn, and "all alike" means one kind. */
    private void told(Part p, String path) {
        long drawn = p.fasteners().stream()
                .filter(f -> f.role() != Fastener.Role.LEAVE_ALONE && f.role() != Fastener.Role.SHARED)
                .count();
        Matcher m = TOLD.matcher(p.how());
        if (m.find()) {
            int told = number(m.group(1));
            faults.require(
                    told == drawn || told == p.fasteners().size(),
                    path,
                    "tells another number of screws than is drawn ("
                            + p.fasteners().size() + ")",
                    m.group());
        }
        boolean alike = p.fasteners().stream()
                        .map(f -> f.bit() + " " + f.lengthTenths())
                        .distinct()
                        .count()
                <= 1;
        faults.require(
                alike || !ALIKE.matcher(p.how()).find(), path, "calls them all alike, and several kinds are drawn", "");
    }

    private static int number(String word) {
        int at = NUMBERS.indexOf(word.toLowerCase(java.util.Locale.ROOT));
        return at >= 0 ? at : Integer.parseInt(word);
    }

    private void size(String path, ByteSize size, ByteSize most) {
        faults.require(size.compareTo(most) <= 0, path, "must be " + most + " at most", size);
    }

    private void within(String path, int value, int least, int most) {
        faults.require(value >= least && value <= most, path, "must be " + least + " to " + most, value);
    }
}
