package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.List;
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
 * A first record of a machine that nobody has described yet, from the few facts that are known on the first day. What is not known
 * stays out of it: no rate table (the rate is then undecided, and says so), no timings of a soldered bank, no controller's bound.
 *
 * @param socketsPerChannel 0 to 4; {@code soldered} what is on the board in each channel, empty for nothing
 * @param topRate the highest rate the machine is known to run
 * @param wayIn what must come off to reach the sockets
 * @param minutes to open it, by the clock of whoever did
 * @param makersMaximum the maker's published total
 */
public record StarterRecord(
        String id,
        String maker,
        String model,
        String variant,
        MachineKind kind,
        MemoryGeneration generation,
        FormFactor formFactor,
        int channels,
        int socketsPerChannel,
        Optional<ByteSize> soldered,
        DataRate topRate,
        WayIn wayIn,
        int minutes,
        Optional<ByteSize> makersMaximum) {
    public enum WayIn {
        HATCH,
        WHOLE_BASE,
        COVER,
        KEYBOARD
    }

    public static final int MOST_CHANNELS = 12;
    public static final int MOST_SOCKETS = 4;
    /** What firmware and devices keep: common practice, no source; the record can be corrected when it was read. */
    private static final ByteSize DEVICE_HOLE = ByteSize.ofMebibytes(1024);

    private static final ByteSize RESERVE = ByteSize.ofMebibytes(128);

    /** @throws IllegalArgumentException naming what is out of range */
    public StarterRecord {
        require(channels >= 1 && channels <= MOST_CHANNELS, "channels are 1 to " + MOST_CHANNELS);
        require(
                socketsPerChannel >= 0 && socketsPerChannel <= MOST_SOCKETS,
                "sockets per channel are 0 to " + MOST_SOCKETS);
        require(socketsPerChannel > 0 || soldered.isPresent(), "a machine has a socket or a soldered bank");
        require(generation.clockPeriodPs(topRate).isPresent(), topRate + " is no rate of " + generation);
        require(
                soldered.isEmpty() || organisation(soldered.get(), generation).isPresent(),
                "no such bank can be made of " + generation + " chips");
        require(minutes >= 1 && minutes <= 600, "minutes to open are 1 to 600");
    }

    public MachineRecord toRecord() {
        String cpu = "CPU";
        List<Channel> lanes = IntStream.range(0, channels)
                .mapToObj(i -> new Channel(name(i), cpu))
                .toList();
        Part lid = new Part(
                "lid",
                switch (wayIn) {
                    case HATCH -> "Memory hatch";
                    case WHOLE_BASE -> "Whole base";
                    case COVER -> "Side cover";
                    case KEYBOARD -> "Keyboard";
                },
                wayIn == WayIn.HATCH ? Part.Kind.HATCH : wayIn == WayIn.KEYBOARD ? Part.Kind.KEYBOARD : Part.Kind.COVER,
                wayIn == WayIn.KEYBOARD ? Side.TOP : Side.BOTTOM,
                Set.of(),
                List.of(),
                "",
                minutes * 30,
                minutes * 30,
                List.of(Caution.EDGES),
                "own first look");
        List<Position> positions = new ArrayList<>();
        for (int i = 0; i < channels; i++) {
            String lane = name(i);
            if (soldered.isPresent()) {
                ModuleSpec bank = new ModuleSpec(
                        generation,
                        FormFactor.SOLDERED,
                        Buffering.UNBUFFERED,
                        false,
                        Optional.empty(),
                        organisation(soldered.get(), generation).orElseThrow(),
                        topRate,
                        Optional.empty(),
                        List.of(generation.nominalMillivolts()),
                        Optional.empty());
                positions.add(new Position(
                        "bank-" + lane.toLowerCase(java.util.Locale.ROOT),
                        "Bank on board, " + lane,
                        List.of(lane),
                        FormFactor.SOLDERED,
                        Optional.of(bank),
                        Optional.empty(),
                        1,
                        Optional.empty(),
                        List.of(),
                        Provenance.FIRST_LOOK));
            }
            for (int s = 1; s <= socketsPerChannel; s++) {
                String id = "socket-" + lane.toLowerCase(java.util.Locale.ROOT) + (socketsPerChannel > 1 ? s : "");
                boolean straight = formFactor == FormFactor.DIMM;
                Socket socket = new Socket(
                        "not noted yet",
                        straight ? 90 : 25,
                        straight ? 90 : 45,
                        Optional.empty(),
                        false,
                        2,
                        Optional.empty());
                positions.add(new Position(
                        id,
                        "Socket " + lane + (socketsPerChannel > 1 ? s : ""),
                        List.of(lane),
                        formFactor,
                        Optional.empty(),
                        Optional.of(socket),
                        s + (soldered.isPresent() ? 1 : 0),
                        Optional.empty(),
                        List.of(Set.of("lid")),
                        Provenance.FIRST_LOOK));
            }
        }
        List<DataRate> steps = Rates.all().stream()
                .filter(r -> r.generation() == generation && r.rate().compareTo(topRate) <= 0)
                .map(Rates.Row::rate)
                .toList();
        Set<Integer> ways =
                new TreeSet<>(IntStream.rangeClosed(1, channels).boxed().toList());
        Controller controller = new Controller(
                "not known",
                generation,
                Set.of(Buffering.UNBUFFERED),
                Optional.empty(),
                false,
                List.of(generation.nominalMillivolts()),
                steps,
                List.of(),
                false,
                4,
                Optional.empty(),
                ways,
                true,
                8,
                DEVICE_HOLE,
                ByteSize.ZERO,
                RESERVE);
        List<LimitClaim> limits = makersMaximum
                .map(m -> List.of(new LimitClaim(
                        LimitClaim.Source.MAKER,
                        LimitClaim.Quantity.TOTAL,
                        Optional.of(m),
                        Optional.empty(),
                        "as entered with the first look")))
                .orElse(List.of());
        return new MachineRecord(
                id,
                maker,
                model,
                variant,
                kind,
                List.of(cpu),
                controller,
                lanes,
                positions,
                new AccessGraph(Side.BOTTOM, List.of(lid)),
                new StartBehaviour(false, false, false, false, List.of()),
                limits);
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

    private static String name(int channel) {
        return String.valueOf((char) ('A' + channel));
    }

    private static void require(boolean holds, String what) {
        if (!holds) {
            throw new IllegalArgumentException(what);
        }
    }
}
