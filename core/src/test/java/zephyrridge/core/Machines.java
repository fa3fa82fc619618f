package zephyrridge.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Precedence;
import zephyrridge.core.access.Side;
import zephyrridge.core.machine.Channel;
import zephyrridge.core.machine.Controller;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Provenance;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.machine.StartBehaviour;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** Small machines for tests, built up by hand. Invented. */
public final class Machines {
    private final List<Channel> channels = new ArrayList<>();
    private final List<Position> positions = new ArrayList<>();
    private final List<Part> parts = new ArrayList<>();
    private final List<Precedence> closing = new ArrayList<>();
    private final List<RateCap> caps = new ArrayList<>();
    private final List<LimitClaim> limits = new ArrayList<>();
    private final List<Controller> otherControllers = new ArrayList<>();
    private final List<String> processors = new ArrayList<>();
    private final MemoryGeneration generation;
    private List<DataRate> steps;
    private Set<Buffering> buffering = Set.of(Buffering.UNBUFFERED);
    private Set<Integer> ways = Set.of(1, 2);
    private boolean flex = true;
    private int ranks = 4;
    private Optional<Integer> multiplication = Optional.empty();
    private boolean ecc;
    private List<Integer> millivolts;
    private ByteSize hole = ByteSize.ofMebibytes(768);
    private ByteSize carveOut = ByteSize.ZERO;
    private ByteSize reserve = ByteSize.ZERO;
    private MachineKind kind = MachineKind.LAPTOP;
    private FormFactor form = FormFactor.SO_DIMM;
    private boolean perProcessor;

    private Machines(MemoryGeneration generation) {
        this.generation = generation;
        this.millivolts =
                generation == MemoryGeneration.DDR3 ? List.of(1350, 1500) : List.of(generation.nominalMillivolts());
    }

    public static Machines of(MemoryGeneration generation, int... steps) {
        Machines m = new Machines(generation);
        m.steps =
                java.util.stream.IntStream.of(steps).mapToObj(DataRate::ofName).toList();
        return m;
    }

    /** {@code channels} channels of {@code perChannel} sockets each, named A1, A2, B1... */
    public Machines sockets(int channels, int perChannel) {
        if (processors.isEmpty()) {
            processors.add("CPU");
        }
        for (int c = 0; c < channels; c++) {
            String channel = String.valueOf((char) ('A' + this.channels.size()));
            this.channels.add(new Channel(channel, processors.get(processors.size() - 1)));
            for (int s = 1; s <= perChannel; s++) {
                socket(channel + s, channel, s, List.of());
            }
        }
        return this;
    }

    public Machines socket(String id, String channel, int fillOrder, List<Set<String>> access) {
        return socket(id, channel, fillOrder, access, Optional.empty());
    }

    /** On a carrier that is a part of the same name. */
    public Machines socketOn(String id, String channel, int fillOrder, String carrier) {
        return socket(id, channel, fillOrder, List.of(Set.of(carrier)), Optional.of(carrier));
    }

    private Machines socket(
            String id, String channel, int fillOrder, List<Set<String>> access, Optional<String> carrier) {
        positions.add(new Position(
                id,
                id,
                List.of(channel),
                form,
                Optional.empty(),
                Optional.of(new Socket(
                        "left", 30, 30, Optional.empty(), false, 2, Optional.empty(), List.of(), Optional.empty())),
                fillOrder,
                carrier,
                access,
                Provenance.VARIANT_MANUAL));
        return this;
    }

    public Machines processor(String id) {
        processors.add(id);
        return this;
    }

    public Machines channel(String id) {
        if (processors.isEmpty()) {
            processors.add("CPU");
        }
        channels.add(new Channel(id, processors.get(processors.size() - 1)));
        return this;
    }

    public Machines soldered(String id, String channel, ModuleSpec spec) {
        positions.add(new Position(
                id,
                id,
                List.of(channel),
                FormFactor.SOLDERED,
                Optional.of(spec),
                Optional.empty(),
                0,
                Optional.empty(),
                List.of(),
                Provenance.VARIANT_MANUAL));
        return this;
    }

    public Machines position(Position position) {
        positions.add(position);
        return this;
    }

    public Machines part(String id, Side side, int seconds, String... needs) {
        return part(id, Part.Kind.COVER, side, seconds, needs);
    }

    public Machines part(String id, Part.Kind kind, Side side, int seconds, String... needs) {
        parts.add(new Part(id, id, kind, side, Set.of(needs), List.of(), "", seconds, seconds, List.of(), "other"));
        return this;
    }

    public Machines part(Part part) {
        parts.add(part);
        return this;
    }

    public Machines closing(String first, String then) {
        closing.add(new Precedence(first, then));
        return this;
    }

    public Machines cap(Integer modules, Integer ranks, Boolean unlike, int rate) {
        caps.add(new RateCap(
                Optional.ofNullable(modules),
                Optional.ofNullable(ranks),
                Optional.ofNullable(unlike),
                Optional.empty(),
                Optional.empty(),
                DataRate.ofName(rate),
                "test table"));
        return this;
    }

    public Machines cap(RateCap cap) {
        caps.add(cap);
        return this;
    }

    public Machines limit(LimitClaim.Source source, LimitClaim.Quantity quantity, int gibibytes) {
        return limit(LimitClaim.of(source, quantity, ByteSize.ofGibibytes(gibibytes), source + " sheet"));
    }

    public Machines limit(LimitClaim claim) {
        limits.add(claim);
        return this;
    }

    public Machines buffering(Buffering... kinds) {
        buffering = Set.of(kinds);
        return this;
    }

    public Machines ways(boolean flex, Integer... ways) {
        this.ways = Set.of(ways);
        this.flex = flex;
        return this;
    }

    public Machines ranks(int perChannel, Integer multiplication) {
        ranks = perChannel;
        this.multiplication = Optional.ofNullable(multiplication);
        return this;
    }

    public Machines memory(int hole, int carveOut, int reserve) {
        this.hole = ByteSize.ofMebibytes(hole);
        this.carveOut = ByteSize.ofMebibytes(carveOut);
        this.reserve = ByteSize.ofMebibytes(reserve);
        return this;
    }

    public Machines kind(MachineKind kind, FormFactor form, boolean ecc) {
        this.kind = kind;
        this.form = form;
        this.ecc = ecc;
        return this;
    }

    public Machines millivolts(Integer... supplies) {
        millivolts = List.of(supplies);
        return this;
    }

    public Machines clockPerProcessor() {
        perProcessor = true;
        return this;
    }

    /** With another processor the model has this rate at most; its other figures are the same. */
    public Machines otherController(String name, int rate, int carveOutMib) {
        otherControllers.add(controller(
                name,
                List.of(DataRate.ofName(rate)),
                List.of(new RateCap(
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        DataRate.ofName(rate),
                        "test table")),
                ByteSize.ofMebibytes(carveOutMib)));
        return this;
    }

    public MachineRecord build() {
        return build("test-machine");
    }

    public MachineRecord build(String id) {
        Controller controller = controller("test controller", steps, caps, carveOut);
        return new MachineRecord(
                id,
                "Maker",
                "Model",
                "",
                kind,
                processors,
                controller,
                otherControllers,
                channels,
                positions,
                new AccessGraph(Side.BOTTOM, parts, closing, List.of()),
                new StartBehaviour(false, false, false, true, List.of(), Optional.empty()),
                limits);
    }

    private Controller controller(String name, List<DataRate> rates, List<RateCap> table, ByteSize graphics) {
        return new Controller(
                name,
                generation,
                buffering,
                Optional.empty(),
                ecc,
                millivolts,
                rates,
                table,
                perProcessor,
                ranks,
                multiplication,
                ways,
                flex,
                8,
                hole,
                graphics,
                reserve);
    }
}
