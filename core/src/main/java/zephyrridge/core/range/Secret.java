package zephyrridge.core.range;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Wish;

/**
 * A machine of the range with all that is to be found out about it.
 *
 * @param record as the shop has it: true of the model
 * @param order whose it is and what is wanted
 * @param inIt what is in its sockets; {@code onHand} what lies ready for it, by tag
 * @param doubled whether its firmware lists a soldered bank twice
 * @param banksAsModules whether its firmware lists soldered banks as if they were modules
 * @param wayIn whether somebody may start it and ask it: else labels and chips are all there is
 * @param budget the most that its owner pays for modules; empty where nothing was said of it
 * @param traps what lies in wait for hands that do not look
 * @param seed of what only chance decides: the same seed, the same machine
 */
public record Secret(
        MachineRecord record,
        Order order,
        SortedMap<String, Piece> inIt,
        List<Piece> onHand,
        List<Hidden> truth,
        Intake.Battery battery,
        Intake.Seal seal,
        boolean doubled,
        boolean banksAsModules,
        boolean wayIn,
        Optional<Money> budget,
        Set<Trap> traps,
        long seed) {
    public Secret {
        inIt = Collections.unmodifiableSortedMap(new TreeMap<>(inIt));
        onHand = List.copyOf(onHand);
        truth = List.copyOf(truth);
        traps = Set.copyOf(traps);
    }

    /** How much memory its owner wants; empty where they did not say. */
    public Optional<ByteSize> wanted() {
        return Wish.memory(order.wish());
    }

    /** What the modules that lay ready and are in it now cost together. */
    public Money spent(Unit unit) {
        Set<String> in = new HashSet<>(arrangement(unit).values());
        return onHand.stream()
                .filter(p -> in.contains(p.id()))
                .map(Piece::price)
                .reduce(Money.ZERO, Money::plus);
    }

    /** What is in it, the soldered banks with it. */
    public ByteSize installed(Unit unit) {
        return Stream.concat(
                        record.positions().stream().flatMap(p -> p.soldered().stream()),
                        modules(unit).values().stream())
                .map(ModuleSpec::capacity)
                .reduce(ByteSize.ZERO, ByteSize::plus);
    }

    /** The kind of a module, as faults of kinds name it: what is the same module by all that a label says. */
    public String kindOf(ModuleSpec spec) {
        return "kind " + kinds().indexOf(spec);
    }

    private List<ModuleSpec> kinds() {
        return pieces().stream().map(Piece::spec).distinct().toList();
    }

    private List<Piece> pieces() {
        List<Piece> all = new ArrayList<>(inIt.values());
        all.addAll(onHand);
        return all;
    }

    public Optional<Piece> piece(String id) {
        return pieces().stream().filter(p -> p.id().equals(id)).findFirst();
    }

    /** What it does when it is switched on. */
    public Simulated machine() {
        SortedMap<String, String> channels = new TreeMap<>();
        SortedMap<String, Long> soldered = new TreeMap<>();
        for (Position p : record.positions()) {
            channels.put(p.id(), p.channels().get(0));
            p.soldered().ifPresent(bank -> soldered.put(p.id(), bank.capacity().mebibytes()));
        }
        SortedMap<String, String> kinds = new TreeMap<>();
        SortedMap<String, Long> sizes = new TreeMap<>();
        pieces().forEach(p -> {
            kinds.put(p.id(), kindOf(p.spec()));
            sizes.put(p.id(), p.spec().capacity().mebibytes());
        });
        return new Simulated(
                new Simulated.Build(
                        channels,
                        soldered,
                        kinds,
                        sizes,
                        0,
                        doubled,
                        !record.start().signals().isEmpty()),
                truth,
                seed);
    }

    /** The piece that a job calls so: what was found somewhere is what was there, what was taken has its tag. */
    public Optional<Piece> named(Unit unit, String key) {
        Optional<String> found = unit.asFound().entrySet().stream()
                .filter(e -> e.getValue().equals(key))
                .map(Map.Entry::getKey)
                .findFirst();
        return found.map(inIt::get).or(() -> Optional.ofNullable(unit.modules().get(key))
                .flatMap(JobModule::tag)
                .flatMap(this::piece));
    }

    /**
     * Where the pieces are by what was done, whatever the job knows of them: a module that nobody noticed stays where it was until another
     * goes in its place.
     */
    public SortedMap<String, String> arrangement(Unit unit) {
        SortedMap<String, String> lies = new TreeMap<>();
        inIt.forEach((position, piece) -> lies.put(position, piece.id()));
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.Moved m) {
                named(unit, m.module()).ifPresent(piece -> {
                    lies.values().removeIf(piece.id()::equals);
                    if (m.to().isPosition()) {
                        lies.put(m.to().id(), piece.id());
                    }
                });
            }
        }
        return lies;
    }

    /** The rate it runs at: that of its slowest module, and no more than the model goes. */
    public DataRate rate(Unit unit) {
        return Stream.concat(
                        record.positions().stream().flatMap(p -> p.soldered().stream()),
                        modules(unit).values().stream())
                .map(ModuleSpec::rate)
                .reduce(record.controller().steps().get(0), DataRate::min);
    }

    /** What is in its sockets then. */
    public Map<String, ModuleSpec> modules(Unit unit) {
        Map<String, ModuleSpec> modules = new HashMap<>();
        arrangement(unit).forEach((position, id) -> piece(id).ifPresent(p -> modules.put(position, p.spec())));
        return modules;
    }
}
