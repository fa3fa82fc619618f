package zephyrridge.core.range;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.QuickRecord;
import zephyrridge.core.machine.Shape;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Order;

/** A machine of the range in the making: sound, of DDR4-2400, with empty sockets, until it is said otherwise. */
final class Making {
    private static final ByteSize BANK = ByteSize.ofGibibytes(4);
    private static final ByteSize ADDRESSED = ByteSize.ofGibibytes(128);

    private static final List<Fastener> SCREWS = List.of(
            screw("S1", .06, .08, 80),
            screw("S2", .94, .08, 80),
            screw("S3", .06, .92, 40),
            screw("S4", .5, .92, 40),
            screw("S5", .94, .92, 40));

    private final long seed;
    private final Shape shape;
    private final SortedMap<String, Piece> inIt = new TreeMap<>();
    private final List<Piece> onHand = new ArrayList<>();
    private final List<Hidden> truth = new ArrayList<>();
    private MemoryGeneration generation = MemoryGeneration.DDR4;
    private int topRate = 2400;
    private QuickRecord.Way way = new QuickRecord.Way(QuickRecord.WayIn.WHOLE_BASE, 8);
    private Intake.Battery battery;
    private Intake.Seal seal = Intake.Seal.NONE;
    private boolean doubled;
    private boolean banksAsModules;
    private boolean wayIn = true;
    private MachineRecord record;
    private String wish = "More memory";
    private Optional<Money> budget = Optional.empty();
    private final Set<Trap> traps = EnumSet.noneOf(Trap.class);

    Making(long seed, String shape) {
        this.seed = seed;
        this.shape = Shape.all().stream()
                .filter(s -> s.id().equals(shape))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no shape " + shape));
        battery = isLaptop() ? Intake.Battery.GOOD : Intake.Battery.NONE_FITTED;
    }

    boolean isLaptop() {
        return shape.form() != FormFactor.DIMM;
    }

    boolean hasBank() {
        return shape.banks() > 0;
    }

    Making generation(MemoryGeneration of, int rate) {
        generation = of;
        topRate = rate;
        return this;
    }

    Making way(QuickRecord.Way in) {
        way = in;
        return this;
    }

    /** A module in the first socket that has none. */
    Making fitted(String label) {
        String free =
                sockets().stream().filter(s -> !inIt.containsKey(s)).findFirst().orElseThrow();
        inIt.put(free, Piece.honest("in-" + (inIt.size() + 1), label, Money.ZERO));
        return this;
    }

    /** Modules that lie ready, all of a kind. */
    Making ready(String label, int pieces) {
        for (int i = 0; i < pieces; i++) {
            Piece piece = Piece.honest("R-" + (onHand.size() + 1), label, Money.ZERO);
            onHand.add(Piece.honest(piece.id(), label, price(piece.spec())));
        }
        return this;
    }

    /** Of the first module that is in it another label is read. */
    Making labelled(String label) {
        inIt.put(inIt.firstKey(), inIt.get(inIt.firstKey()).labelled(label));
        return this;
    }

    Making battery(Intake.Battery is) {
        battery = is;
        return this;
    }

    Making seal(Intake.Seal is) {
        seal = is;
        return this;
    }

    /** Its firmware counts its bank twice. */
    Making doubled() {
        doubled = true;
        return this;
    }

    Making banksAsModules() {
        banksAsModules = true;
        return this;
    }

    Making noWayIn() {
        wayIn = false;
        return this;
    }

    Making wrong(Hidden what) {
        truth.add(what);
        return this;
    }

    /** So much memory, and no more than so much for it. */
    Making wants(int gibibytes, Optional<Money> most) {
        budget = most;
        wish = gibibytes + " GB"
                + most.map(m -> ", and no more than " + m + " for the modules").orElse("");
        return this;
    }

    Making trap(Trap kind) {
        traps.add(kind);
        record = null;
        return this;
    }

    /** Its lid is held by screws of two lengths, the long ones at the hinge. */
    private static MachineRecord screwed(MachineRecord record) {
        List<Part> parts = record.access().parts().stream()
                .map(p -> p.id().equals("lid") ? p.withFasteners(SCREWS) : p)
                .toList();
        return record.withAccess(new AccessGraph(
                record.access().restsOn(),
                parts,
                record.access().closing(),
                record.access().outlines()));
    }

    private static Fastener screw(String id, double x, double y, int tenths) {
        return new Fastener(id, x, y, "PH0", tenths, Fastener.Role.OUT);
    }

    List<String> sockets() {
        return record().positions().stream()
                .filter(p -> !p.isSoldered())
                .map(Position::id)
                .toList();
    }

    /** The kind of what lies ready. */
    String kind() {
        return made().kindOf(onHand.get(0).spec());
    }

    Secret made() {
        return new Secret(
                record(),
                new Order("Simulated owner " + seed, wish),
                inIt,
                onHand,
                truth,
                battery,
                seal,
                doubled,
                banksAsModules,
                wayIn,
                budget,
                traps,
                seed);
    }

    /** Invented: so much for a gibibyte, and something for being a module at all. */
    private static Money price(ModuleSpec spec) {
        return Money.ofMinor(600 + 200L * (spec.capacity().mebibytes() / 1024));
    }

    private String id() {
        List<String> facts = new ArrayList<>(
                List.of("range", shape.id(), generation.name(), way.wayIn().name()));
        if (traps.contains(Trap.LONG_SCREW)) {
            facts.add("screws");
        }
        return String.join("-", facts).toLowerCase(Locale.ROOT).replace('_', '-');
    }

    private MachineRecord record() {
        if (record == null) {
            boolean second = shape.channels().stream().anyMatch(c -> c.contains("K"));
            record = new QuickRecord(
                            // The same facts, the same record.
                            id(),
                            // Whatever is printed of it says so, too.
                            "Simulated",
                            shape.id(),
                            generation.name() + " " + topRate,
                            isLaptop() ? MachineKind.LAPTOP : MachineKind.DESKTOP,
                            generation,
                            shape.form(),
                            QuickRecord.channels(shape, hasBank() ? Optional.of(BANK) : Optional.empty()),
                            1,
                            DataRate.ofName(topRate),
                            isLaptop() ? way : new QuickRecord.Way(QuickRecord.WayIn.COVER, 2),
                            second
                                    ? Optional.of(new QuickRecord.Way(QuickRecord.WayIn.KEYBOARD, 18))
                                    : Optional.empty(),
                            isLaptop() ? QuickRecord.Plug.UNDER_MAIN : QuickRecord.Plug.NO_BATTERY,
                            Optional.empty(),
                            Optional.of(ADDRESSED))
                    .toRecord();
            if (traps.contains(Trap.LONG_SCREW)) {
                record = screwed(record);
            }
        }
        return record;
    }
}
