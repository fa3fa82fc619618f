package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * A record from the few facts that are known in the first half minute. What is not known stays out of it: no rate table (the rate is then
 * undecided, and says so), no timings of a soldered bank, no screws; {@link RecordGaps} names what is missing.
 *
 * <p>In one file: the facts, what they may be, and the record that follows from them.
 *
 * @param channels each with its positions, in the order in which they are filled; those of the first processor first
 * @param processors that share the channels evenly, 1 to {@link #MOST_PROCESSORS}
 * @param topRate the highest rate the machine is known to run
 * @param main what must come off to reach the sockets; {@code second} the way to those on the other side
 * @param makersMaximum the maker's published total; {@code controllersMaximum} what the processor's maker says it addresses
 */
public record QuickRecord(
        String id,
        String maker,
        String model,
        String variant,
        MachineKind kind,
        MemoryGeneration generation,
        FormFactor formFactor,
        List<List<Spot>> channels,
        int processors,
        DataRate topRate,
        Way main,
        Optional<Way> second,
        Plug plug,
        Optional<ByteSize> makersMaximum,
        Optional<ByteSize> controllersMaximum) {
    public enum WayIn {
        HATCH,
        WHOLE_BASE,
        COVER,
        KEYBOARD,
        BACK
    }

    /** Where the battery is unplugged; it comes before everything else that is inside. */
    public enum Plug {
        NOT_KNOWN,
        NO_BATTERY,
        /** The pack slides out from outside. */
        PACK_OUTSIDE,
        UNDER_MAIN,
        UNDER_SECOND
    }

    public enum SpotKind {
        BANK,
        SOCKET,
        /** A socket above the one before it, which is filled first. */
        UPPER_SOCKET
    }

    /**
     * One position.
     *
     * @param size of a bank; {@code second} whether it lies behind the second way in
     */
    public record Spot(SpotKind kind, Optional<ByteSize> size, boolean second) {
        public static Spot socket() {
            return new Spot(SpotKind.SOCKET, Optional.empty(), false);
        }

        public static Spot bank(ByteSize size) {
            return new Spot(SpotKind.BANK, Optional.of(size), false);
        }
    }

    /** @param minutes to open it, and to close it again, together */
    public record Way(WayIn wayIn, int minutes) {}

    public static final int MOST_CHANNELS = RecordBounds.MOST_CHANNELS;
    public static final int MOST_PROCESSORS = RecordBounds.MOST_PROCESSORS;
    /** So that a letter names a channel of a processor. */
    private static final int MOST_OF_A_PROCESSOR = 16;

    public static final int MOST_POSITIONS = 4;
    private static final int MOST_MINUTES = 600;
    /** What firmware and devices keep: common practice, no source; the record can be corrected when it was read. */
    private static final ByteSize DEVICE_HOLE = ByteSize.ofMebibytes(1024);

    private static final ByteSize RESERVE = ByteSize.ofMebibytes(128);
    /** Chip selects of a channel of three registered modules; that servers take those, and correct errors: common practice, no source. */
    private static final int RANKS_OF_SERVER = 8;

    private static final String ONE = "CPU";
    private static final int PLUG_SECONDS = 20;
    private static final String SOURCE = "own first look";

    /** @throws IllegalArgumentException naming what is out of range */
    public QuickRecord {
        channels = channels.stream().map(List::copyOf).toList();
        require(!channels.isEmpty() && channels.size() <= MOST_CHANNELS, "channels are 1 to " + MOST_CHANNELS);
        require(
                processors >= 1 && processors <= MOST_PROCESSORS && channels.size() % processors == 0,
                "channels are shared evenly by 1 to " + MOST_PROCESSORS + " processors");
        require(
                channels.size() / processors <= MOST_OF_A_PROCESSOR,
                "a processor has " + MOST_OF_A_PROCESSOR + " channels at most");
        List<Spot> all = channels.stream().flatMap(List::stream).toList();
        require(!all.isEmpty(), "a machine has a socket or a soldered bank");
        require(
                channels.stream().allMatch(c -> c.size() <= MOST_POSITIONS),
                "a channel has " + MOST_POSITIONS + " positions at most");
        require(Rates.clockPeriodPs(generation, topRate).isPresent(), topRate + " is no rate of " + generation);
        MemoryGeneration made = generation;
        require(
                all.stream().filter(s -> s.kind() == SpotKind.BANK).allMatch(s -> s.size()
                        .flatMap(z -> organisation(z, made))
                        .isPresent()),
                "each bank needs a size that can be made of " + generation + " chips");
        require(
                all.stream().anyMatch(s -> s.kind() != SpotKind.BANK) ? formFactor != FormFactor.SOLDERED : true,
                "sockets need a form factor");
        require(
                formFactor != FormFactor.CAMM2
                        || processors == 1 && all.size() == 1 && all.get(0).kind() == SpotKind.SOCKET,
                "a compression module is the only position and carries all channels");
        require(
                !generation.isLowPower()
                        || formFactor == FormFactor.CAMM2
                        || all.stream().allMatch(s -> s.kind() == SpotKind.BANK),
                generation + " comes soldered or on a compression module");
        for (List<Spot> c : channels) {
            require(
                    c.isEmpty() || c.get(0).kind() != SpotKind.UPPER_SOCKET || channels.indexOf(c) > 0,
                    "an upper socket lies above another");
        }
        require(
                inRange(main) && second.map(QuickRecord::inRange).orElse(true),
                "minutes to open are 1 to " + MOST_MINUTES);
        require(
                second.isPresent() || all.stream().noneMatch(Spot::second),
                "sockets on the other side need its way in");
        require(second.isPresent() || plug != Plug.UNDER_SECOND, "a plug on the other side needs its way in");
    }

    private static boolean inRange(Way way) {
        return way.minutes() >= 1 && way.minutes() <= MOST_MINUTES;
    }

    /** The positions of a shape, every bank of this size. */
    public static List<List<Spot>> channels(Shape shape, Optional<ByteSize> bank) {
        return shape.channels().stream()
                .map(letters -> letters.chars()
                        .mapToObj(c -> switch (c) {
                            case 'B' -> new Spot(SpotKind.BANK, bank, false);
                            case 'U' -> new Spot(SpotKind.UPPER_SOCKET, Optional.empty(), false);
                            case 'K' -> new Spot(SpotKind.SOCKET, Optional.empty(), true);
                            default -> Spot.socket();
                        })
                        .toList())
                .toList();
    }

    public MachineRecord toRecord() {
        boolean compression = formFactor == FormFactor.CAMM2;
        boolean server = kind == MachineKind.SERVER;
        // A compression module feeds two channels from one socket.
        int lanesCount = compression ? 2 : channels.size();
        List<Channel> lanes = IntStream.range(0, lanesCount)
                .mapToObj(i -> new Channel(name(i), processor(i)))
                .toList();
        List<DataRate> steps = Rates.all().stream()
                .filter(r -> r.generation() == generation && r.rate().compareTo(topRate) <= 0)
                .map(Rates.Row::rate)
                .toList();
        Set<Integer> ways = new TreeSet<>(
                IntStream.rangeClosed(1, lanesCount / processors).boxed().toList());
        Controller controller = new Controller(
                "not known",
                generation,
                server ? Set.of(Buffering.UNBUFFERED, Buffering.REGISTERED) : Set.of(Buffering.UNBUFFERED),
                Optional.empty(),
                server,
                List.of(generation.nominalMillivolts()),
                steps,
                List.of(),
                processors > 1,
                server ? RANKS_OF_SERVER : 4,
                Optional.empty(),
                ways,
                true,
                8,
                DEVICE_HOLE,
                ByteSize.ZERO,
                RESERVE);
        List<LimitClaim> limits = new ArrayList<>();
        makersMaximum.ifPresent(m -> limits.add(total(LimitClaim.Source.MAKER, m)));
        controllersMaximum.ifPresent(m -> limits.add(total(LimitClaim.Source.CONTROLLER, m)));
        return new MachineRecord(
                id,
                maker,
                model,
                variant,
                kind,
                IntStream.range(0, processors)
                        .mapToObj(p -> processors == 1 ? ONE : "P" + (p + 1))
                        .toList(),
                controller,
                List.of(),
                lanes,
                compression ? List.of(compression()) : positions(),
                new AccessGraph(kind == MachineKind.ALL_IN_ONE ? Side.BACK : Side.BOTTOM, parts()),
                new StartBehaviour(false, false, false, false, List.of(), Optional.empty()),
                limits,
                bays());
    }

    /** What machines of this kind usually have under the same lid; that nobody has looked is said (common practice, no source). */
    private List<Bay> bays() {
        List<Set<String>> way = List.of(Set.of("lid"));
        List<Bay> bays = new ArrayList<>();
        if (kind == MachineKind.SERVER) {
            return bays;
        }
        bays.add(new Bay("drive", Bay.Kind.DRIVE, "Drive bay", way, true));
        bays.add(new Bay("m2", Bay.Kind.M2, "M.2 place", way, true));
        if (kind == MachineKind.LAPTOP || kind == MachineKind.MINI_PC) {
            bays.add(new Bay("wireless", Bay.Kind.WIRELESS, "Wireless card", way, true));
        }
        if (kind == MachineKind.LAPTOP) {
            bays.add(new Bay("pack", Bay.Kind.BATTERY, "Battery", way, true));
        }
        bays.add(new Bay("cooler", Bay.Kind.COOLER, "Cooler", way, true));
        return bays;
    }

    private static LimitClaim total(LimitClaim.Source source, ByteSize size) {
        return LimitClaim.of(source, LimitClaim.Quantity.TOTAL, size, "as entered with the first look");
    }

    private List<Part> parts() {
        List<Part> parts = new ArrayList<>();
        if (plug == Plug.PACK_OUTSIDE) {
            parts.add(battery(Part.Kind.BATTERY, "Battery pack", sideOf(main.wayIn()), Set.of()));
        }
        parts.add(lid("lid", main));
        second.ifPresent(w -> parts.add(lid("lid-2", w)));
        if (plug == Plug.UNDER_MAIN) {
            parts.add(battery(Part.Kind.BATTERY_PLUG, "Battery plug", sideOf(main.wayIn()), Set.of("lid")));
        } else if (plug == Plug.UNDER_SECOND) {
            parts.add(battery(
                    Part.Kind.BATTERY_PLUG,
                    "Battery plug",
                    sideOf(second.orElseThrow().wayIn()),
                    Set.of("lid-2")));
        }
        return parts;
    }

    private static Part battery(Part.Kind kind, String name, Side side, Set<String> under) {
        return new Part(
                "battery",
                name,
                kind,
                side,
                under,
                List.of(),
                "",
                PLUG_SECONDS,
                PLUG_SECONDS,
                List.of(kind == Part.Kind.BATTERY_PLUG ? Caution.BATTERY_PLUG : Caution.BATTERY_HEALTHY),
                SOURCE);
    }

    private static Part lid(String id, Way way) {
        return new Part(
                id,
                switch (way.wayIn()) {
                    case HATCH -> "Memory hatch";
                    case WHOLE_BASE -> "Whole base";
                    case COVER -> "Side cover";
                    case KEYBOARD -> "Keyboard";
                    case BACK -> "Back shell";
                },
                way.wayIn() == WayIn.HATCH
                        ? Part.Kind.HATCH
                        : way.wayIn() == WayIn.KEYBOARD ? Part.Kind.KEYBOARD : Part.Kind.COVER,
                sideOf(way.wayIn()),
                Set.of(),
                List.of(),
                "",
                way.minutes() * 30,
                way.minutes() * 30,
                List.of(Caution.EDGES),
                SOURCE);
    }

    private static Side sideOf(WayIn way) {
        return way == WayIn.KEYBOARD ? Side.TOP : way == WayIn.BACK ? Side.BACK : Side.BOTTOM;
    }

    private Position compression() {
        return new Position(
                "socket-camm",
                "Compression socket",
                List.of(name(0), name(1)),
                FormFactor.CAMM2,
                Optional.empty(),
                Optional.of(socket(Optional.empty())),
                1,
                Optional.empty(),
                List.of(Set.of("lid")),
                Provenance.FIRST_LOOK);
    }

    private List<Position> positions() {
        List<Position> positions = new ArrayList<>();
        Optional<String> socketBefore = Optional.empty();
        for (int i = 0; i < channels.size(); i++) {
            String lane = name(i);
            List<Spot> spots = channels.get(i);
            long sockets = spots.stream().filter(s -> s.kind() != SpotKind.BANK).count();
            long banks = spots.size() - sockets;
            int socketNo = 0;
            int bankNo = 0;
            for (int s = 0; s < spots.size(); s++) {
                Spot spot = spots.get(s);
                boolean bank = spot.kind() == SpotKind.BANK;
                int no = bank ? ++bankNo : ++socketNo;
                String suffix = (bank ? banks : sockets) > 1 ? String.valueOf(no) : "";
                String at = (bank ? "bank-" : "socket-")
                        + lane.toLowerCase(Locale.ROOT).replace(' ', '-')
                        + suffix;
                boolean upper = spot.kind() == SpotKind.UPPER_SOCKET;
                positions.add(new Position(
                        at,
                        bank ? "Bank on board, " + lane + suffix : "Socket " + lane + suffix + (upper ? ", upper" : ""),
                        List.of(lane),
                        bank ? FormFactor.SOLDERED : formFactor,
                        bank ? Optional.of(bank(spot.size().orElseThrow())) : Optional.empty(),
                        bank ? Optional.empty() : Optional.of(socket(upper ? socketBefore : Optional.empty())),
                        s + 1,
                        Optional.empty(),
                        bank ? List.of() : List.of(Set.of(spot.second() ? "lid-2" : "lid")),
                        Provenance.FIRST_LOOK));
                socketBefore = bank ? socketBefore : Optional.of(at);
            }
        }
        return positions;
    }

    private Socket socket(Optional<String> lower) {
        boolean straight = formFactor == FormFactor.DIMM;
        boolean flat = formFactor == FormFactor.CAMM2;
        return new Socket(
                RecordGaps.KEY_SIDE_NOT_NOTED,
                straight ? 90 : flat ? 0 : 25,
                straight ? 90 : flat ? 0 : 45,
                lower,
                false,
                flat ? 0 : 2,
                Optional.empty(),
                List.of(),
                Optional.empty());
    }

    private ModuleSpec bank(ByteSize size) {
        return new ModuleSpec(
                generation,
                FormFactor.SOLDERED,
                Buffering.UNBUFFERED,
                false,
                Optional.empty(),
                organisation(size, generation).orElseThrow(),
                topRate,
                Optional.empty(),
                List.of(generation.nominalMillivolts()),
                Optional.empty());
    }

    /** A bank of one rank of x16 or x8 chips that are made for the generation, the fewer chips first. */
    private static Optional<Organisation> organisation(ByteSize size, MemoryGeneration generation) {
        for (int width : new int[] {16, 8}) {
            for (int ranks = 1; ranks <= 2; ranks++) {
                int r = ranks;
                Optional<Organisation> fits = generation.made().stream()
                        .map(d -> Organisation.of(r, width, d))
                        .filter(o -> o.capacity().equals(size))
                        .findFirst();
                if (fits.isPresent()) {
                    return fits;
                }
            }
        }
        return Optional.empty();
    }

    private String processor(int channel) {
        return processors == 1 ? ONE : "P" + (1 + channel / (channels.size() / processors));
    }

    private String name(int channel) {
        String letter = String.valueOf((char) ('A' + channel % Math.max(2, channels.size() / processors)));
        return processors == 1 ? letter : processor(channel) + " " + letter;
    }

    private static void require(boolean holds, String what) {
        if (!holds) {
            throw new IllegalArgumentException(what);
        }
    }
}
