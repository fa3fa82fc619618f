package zephyrridge.core.plan;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.limit.LimitJudge;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim.Quantity;
import zephyrridge.core.machine.LimitClaim.Source;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;

/** Machines with drawers and suppliers by a seed: kits, stock, soldered banks, unequal channels, rate tables, trials. All invented. */
public final class PlanInstances {
    private static final List<String> LABELS = List.of(
            "4GB 1Rx8 PC4-2133P-SA0-10",
            "4GB 1Rx16 PC4-2400T-SC0-11",
            "8GB 1Rx8 PC4-2400T-SA1-11",
            "8GB 2Rx8 PC4-2133P-SE1-11",
            "8GB 1Rx16 PC4-3200AA-SC0-11",
            "16GB 2Rx8 PC4-2400T-SE1-11",
            "16GB 2Rx8 PC4-2666V-SE1-11",
            "16GB 1Rx8 PC4-3200AA-SA1-11",
            "32GB 2Rx8 PC4-3200AA-SE1-11",
            "32GB 2Rx8 PC4-2666V-SE1-11",
            "16GB 2Rx8 PC4-2400T-UB1-11",
            "8GB 2Rx8 PC3L-12800S-11-13-F3");

    private PlanInstances() {}

    /** Up to three sockets and few kinds, so that every layout can be looked at by hand. */
    public static PlanTask small(long seed) {
        Random random = new Random(seed);
        Machines m = Machines.of(MemoryGeneration.DDR4, 2666, 2400, 2133, 1866);
        List<String> sockets = new ArrayList<>();
        int channels = 1 + random.nextInt(2);
        m.part("hatch", zephyrridge.core.access.Part.Kind.COVER, zephyrridge.core.access.Side.BOTTOM, 60);
        m.part("keyboard", zephyrridge.core.access.Part.Kind.COVER, zephyrridge.core.access.Side.TOP, 300);
        for (int c = 0; c < channels; c++) {
            String channel = "AB".substring(c, c + 1);
            m.channel(channel);
            boolean bank = random.nextInt(3) == 0;
            if (bank) {
                m.soldered(channel + "-bank", channel, Modules.of(LABELS.get(random.nextInt(6))));
            }
            int most = channels == 1 ? 2 : 1 + random.nextInt(2);
            for (int s = 1; s <= most && sockets.size() < 3; s++) {
                String id = channel + s;
                m.socket(
                        id,
                        channel,
                        s,
                        random.nextInt(3) == 0 ? List.of(Set.of("keyboard")) : List.of(Set.of("hatch")));
                sockets.add(id);
            }
        }
        if (random.nextBoolean()) {
            m.cap(2, null, null, 2133);
        }
        if (random.nextInt(3) == 0) {
            m.cap(null, null, true, 1866);
        }
        m.cap(null, null, null, 2666).ways(random.nextInt(4) > 0, 1, 2).ranks(2 + random.nextInt(3), null);
        m.memory(768, random.nextInt(3) * 64, 32);
        if (random.nextInt(3) > 0) {
            m.limit(Source.MAKER, Quantity.TOTAL, 8 << random.nextInt(3));
        }
        if (random.nextBoolean()) {
            m.limit(Source.CONTROLLER, Quantity.PER_SLOT, 8 << random.nextInt(3));
        }
        MachineRecord record = m.build();
        Map<String, ModuleSpec> own = new TreeMap<>();
        for (String s : sockets) {
            if (random.nextInt(2) == 0) {
                own.put(s, Modules.of(LABELS.get(random.nextInt(6))));
            }
        }
        List<String> kinds = new ArrayList<>(LABELS);
        java.util.Collections.shuffle(kinds, random);
        kinds = kinds.subList(0, 3);
        List<DrawerPiece> drawer = new ArrayList<>();
        for (int i = random.nextInt(3); i > 0; i--) {
            drawer.add(new DrawerPiece(
                    "D-" + i, Modules.of(kinds.get(random.nextInt(3))), Money.ofMinor(500 + random.nextInt(2000))));
        }
        List<Offer> offers = new ArrayList<>();
        for (int i = 1 + random.nextInt(3); i > 0; i--) {
            offers.add(offer("o" + i, kinds.get(random.nextInt(3)), random));
        }
        return task(random, record, own, drawer, offers);
    }

    private static Offer offer(String id, String label, Random random) {
        int pieces = random.nextInt(3) == 0 ? 2 : 1;
        return new Offer(
                id,
                "supplier",
                label,
                Modules.of(label),
                pieces,
                Money.ofMinor((1500 + random.nextInt(6000)) * pieces),
                1 + random.nextInt(2),
                random.nextInt(3) * 3,
                random.nextInt(3) == 0 ? Optional.empty() : Optional.of(2 + random.nextInt(14)),
                Money.ofMinor(random.nextInt(2) * 300));
    }

    private static PlanTask task(
            Random random,
            MachineRecord record,
            Map<String, ModuleSpec> own,
            List<DrawerPiece> drawer,
            List<Offer> offers) {
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        List<Trial> trials = new ArrayList<>();
        if (random.nextInt(3) == 0 && !own.isEmpty()) {
            TreeMap<String, ModuleSpec> tried = new TreeMap<>(own);
            tried.replaceAll((p, x) -> Modules.of(LABELS.get(6 + random.nextInt(2))));
            boolean failed = random.nextInt(3) == 0;
            trials.add(new Trial(
                    "t",
                    Trial.Relation.THIS_MODEL,
                    "one",
                    tried,
                    new TreeSet<>(),
                    Optional.empty(),
                    failed ? Trial.Outcome.FAILED : Trial.Outcome.PROVEN,
                    failed ? Trial.Cause.KIND_ABOVE_LIMIT : Trial.Cause.NONE,
                    "Wren",
                    LocalDate.of(2031, 2, 3),
                    "",
                    Optional.empty()));
        }
        Map<String, Money> value = new HashMap<>();
        own.forEach((p, m) -> value.put(p, Money.ofMinor(m.capacity().mebibytes() / 16)));
        Terms terms = new Terms(Money.ofMinor(4_800), 15, Money.ofMinor(250), random.nextBoolean(), 400, 200, "EUR");
        Target target = new Target(
                ByteSize.ofGibibytes(random.nextInt(3) * 8),
                Optional.empty(),
                random.nextInt(4) == 0 ? Optional.of(Money.ofMinor(9_000 + random.nextInt(9_000))) : Optional.empty(),
                random.nextInt(4) == 0 ? Optional.of(3) : Optional.empty());
        return new PlanTask(
                record,
                evaluator,
                new LimitJudge(record, evaluator, HouseRules.DEFAULT, new LimitKnowledge(List.of(), trials)),
                HouseRules.DEFAULT,
                Host.UNLIMITED,
                Layout.of(record, own),
                new TreeMap<>(own),
                value,
                drawer,
                offers,
                terms,
                target,
                "",
                "",
                random.nextInt(2) * 4);
    }

    /**
     * A machine with so many channels of so many sockets, a drawer, and a market of offers of so many kinds.
     *
     * @param kinds at most 48
     */
    public static PlanTask market(int channels, int perChannel, int kinds, int drawerPieces, int offers, long seed) {
        Random random = new Random(seed);
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200, 2933, 2666, 2400, 2133)
                .sockets(channels, perChannel)
                .cap(2, null, true, 2400)
                .cap(2, null, null, 2666)
                .cap(null, null, null, 3200)
                .ranks(4, null)
                .limit(Source.MAKER, Quantity.TOTAL, 16 * channels)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .build();
        String[] sizes = {"4GB 1Rx16", "8GB 1Rx8", "8GB 1Rx16", "16GB 2Rx8", "16GB 1Rx8", "32GB 2Rx8"};
        String[] rates = {"2133P", "2400T", "2400U", "2666V", "2666U", "2933Y", "3200AA", "3200AC"};
        List<ModuleSpec> specs = new ArrayList<>();
        for (String rate : rates) {
            for (String size : sizes) {
                zephyrridge.core.reading.label.LabelParser.parse(size + " PC4-" + rate + "-SA1-11")
                        .spec()
                        .ifPresent(specs::add);
            }
        }
        java.util.Collections.shuffle(specs, random);
        List<ModuleSpec> chosen = specs.subList(0, Math.min(kinds, specs.size()));
        List<DrawerPiece> drawer = new ArrayList<>();
        for (int i = 0; i < drawerPieces; i++) {
            drawer.add(new DrawerPiece(
                    String.format("D-%03d", i),
                    chosen.get(random.nextInt(chosen.size())),
                    Money.ofMinor(800 + random.nextInt(3000))));
        }
        List<Offer> market = new ArrayList<>();
        for (int i = 0; i < offers; i++) {
            ModuleSpec spec = chosen.get(random.nextInt(chosen.size()));
            int pieces = random.nextInt(4) == 0 ? 2 : 1;
            long base = spec.capacity().mebibytes() / 4 + random.nextInt(1500);
            market.add(new Offer(
                    String.format("o%05d", i),
                    "supplier",
                    "",
                    spec,
                    pieces,
                    Money.ofMinor(base * pieces),
                    1 + random.nextInt(20),
                    random.nextInt(8),
                    random.nextInt(3) == 0 ? Optional.empty() : Optional.of(14),
                    Money.ZERO));
        }
        Map<String, ModuleSpec> own = new TreeMap<>();
        for (Position p : record.positions()) {
            if (p.fillOrder() == 1) {
                own.put(p.id(), chosen.get(0));
            }
        }
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        return new PlanTask(
                record,
                evaluator,
                new LimitJudge(record, evaluator, HouseRules.DEFAULT, LimitKnowledge.NONE),
                HouseRules.DEFAULT,
                Host.UNLIMITED,
                Layout.of(record, own),
                new TreeMap<>(own),
                Map.of(),
                drawer,
                market,
                Terms.USUAL,
                Target.ANY,
                "",
                "",
                0);
    }

    /** The server of 128 sockets of the benchmarks, with what is in it, and offers of four registered kinds in all pack sizes. */
    public static PlanTask server(long seed) {
        Random random = new Random(seed);
        zephyrridge.core.RandomMachines.Case c = zephyrridge.core.RandomMachines.server128();
        List<Offer> offers = new ArrayList<>();
        String[] labels = {
            "16GB 1Rx4 PC4-2666V-RC1-12",
            "32GB 2Rx4 PC4-2933Y-RA1-12",
            "64GB 2Rx4 PC4-2933Y-RB1-12",
            "16GB 2Rx8 PC4-2933Y-RE1-12"
        };
        for (int i = 0; i < 400; i++) {
            String label = labels[i % labels.length];
            ModuleSpec spec = Modules.of(label);
            int pieces = 1 << random.nextInt(4);
            offers.add(new Offer(
                    String.format("o%05d", i),
                    "supplier",
                    label,
                    spec,
                    pieces,
                    Money.ofMinor((spec.capacity().mebibytes() / 4 + random.nextInt(900)) * pieces),
                    1 + random.nextInt(40),
                    random.nextInt(6),
                    random.nextBoolean() ? Optional.of(14) : Optional.empty(),
                    Money.ZERO));
        }
        Map<String, ModuleSpec> own = new TreeMap<>();
        for (int p = 0; p < c.asFound().size(); p++) {
            Position position = c.record().positions().get(p);
            if (!position.isSoldered()) {
                c.asFound().module(p).ifPresent(m -> own.put(position.id(), m));
            }
        }
        LayoutEvaluator evaluator = new LayoutEvaluator(c.record(), HouseRules.DEFAULT);
        return new PlanTask(
                c.record(),
                evaluator,
                new LimitJudge(c.record(), evaluator, HouseRules.DEFAULT, LimitKnowledge.NONE),
                HouseRules.DEFAULT,
                Host.UNLIMITED,
                c.asFound(),
                new TreeMap<>(own),
                Map.of(),
                List.of(),
                offers,
                Terms.USUAL,
                Target.ANY,
                "",
                "",
                0);
    }

    /** The same with other modules in it, and carriers or processors missing. */
    public static PlanTask with(PlanTask t, Map<String, ModuleSpec> own, Set<String> absent) {
        return new PlanTask(
                t.record(),
                t.evaluator(),
                t.limits(),
                t.house(),
                t.host(),
                Layout.of(t.record(), own, absent),
                new TreeMap<>(own),
                t.ownValue(),
                t.drawer(),
                t.offers(),
                t.terms(),
                t.target(),
                t.firmware(),
                t.processor(),
                t.fitDay());
    }

    /** The same task with other modules in the drawer and other offers. */
    public static PlanTask with(PlanTask t, List<DrawerPiece> drawer, List<Offer> offers) {
        return new PlanTask(
                t.record(),
                t.evaluator(),
                t.limits(),
                t.house(),
                t.host(),
                t.asFound(),
                t.own(),
                t.ownValue(),
                drawer,
                offers,
                t.terms(),
                t.target(),
                t.firmware(),
                t.processor(),
                t.fitDay());
    }
}
