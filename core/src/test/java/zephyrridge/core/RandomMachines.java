package zephyrridge.core;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import zephyrridge.core.access.Side;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Provenance;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/** Machines and layouts by a seed: 1 to 8 channels, soldered banks, rate tables, interleave ways, access graphs. */
public final class RandomMachines {
    /** @param sockets what the layout was made from */
    public record Case(
            MachineRecord record, Layout layout, Layout asFound, Host host, Map<String, ModuleSpec> sockets) {}

    private static final List<String> DDR4 = List.of(
            "4GB 1Rx16 PC4-2400T-SC0-11",
            "8GB 1Rx8 PC4-2400T-SA1-11",
            "8GB 1Rx8 PC4-2666V-SA1-11",
            "8GB 1Rx16 PC4-3200AA-SC0-11",
            "16GB 2Rx8 PC4-2666V-SE1-11",
            "16GB 1Rx8 PC4-3200AA-SA1-11",
            "32GB 2Rx8 PC4-3200AA-SE1-11",
            "16GB 2Rx8 PC4-2133P-SE1-11",
            "16GB 2Rx8 PC4-2400T-TE1-11");
    private static final List<String> DDR5 = List.of(
            "8GB 1Rx16 PC5-4800B-SC0-1010-XT",
            "16GB 1Rx8 PC5-4800B-SA0-1010-XT",
            "16GB 1Rx8 PC5-5600B-SA0-1010-XT",
            "32GB 2Rx8 PC5-5600B-SB0-1010-XT",
            "48GB 2Rx8 PC5-5600B-SB0-1010-XT",
            "24GB 1Rx8 PC5-5600B-SA0-1010-XT",
            "16GB 1Rx8 PC5-5600C-SA0-1010-XT");
    private static final List<String> DDR3 = List.of(
            "2GB 1Rx8 PC3-10600S-9-10-B1",
            "4GB 2Rx8 PC3-10600S-9-10-F2",
            "4GB 1Rx8 PC3L-12800S-11-13-B4",
            "8GB 2Rx8 PC3L-12800S-11-13-F3",
            "8GB 2Rx8 PC3-12800S-11-13-F3",
            "4GB 2Rx8 PC3-8500S-7-10-F1");
    private static final int[][] STEPS = {
        {3200, 2933, 2666, 2400, 2133, 1866}, {5600, 5200, 4800, 4400, 4000, 3600}, {1600, 1333, 1066, 800}
    };

    private final Random random;

    public RandomMachines(long seed) {
        random = new Random(seed);
    }

    public Case next() {
        int kind = random.nextInt(3);
        MemoryGeneration generation =
                new MemoryGeneration[] {MemoryGeneration.DDR4, MemoryGeneration.DDR5, MemoryGeneration.DDR3}[kind];
        List<String> labels = List.of(DDR4, DDR5, DDR3).get(kind);
        int[] steps = STEPS[kind];
        Machines m = Machines.of(generation, java.util.Arrays.copyOfRange(steps, random.nextInt(3), steps.length));
        int processors = random.nextInt(4) == 0 ? 2 : 1;
        int channels = 1 + random.nextInt(8 / processors);
        List<String> parts = access(m);
        List<String> sockets = new ArrayList<>();
        for (int p = 0; p < processors; p++) {
            m.processor("P" + p);
            for (int c = 0; c < channels; c++) {
                String channel = "P" + p + "C" + c;
                m.channel(channel);
                boolean soldered = random.nextInt(4) == 0;
                if (soldered) {
                    m.soldered(channel + "-bank", channel, Modules.of(labels.get(random.nextInt(labels.size()))));
                }
                for (int s = 1; s <= (soldered ? random.nextInt(2) : 1 + random.nextInt(3)); s++) {
                    String id = channel + "-" + s;
                    sockets.add(id);
                    m.socket(id, channel, s, alternatives(parts));
                }
            }
        }
        if (processors > 1 && random.nextBoolean()) {
            m.clockPerProcessor();
        }
        for (int i = random.nextInt(5); i > 0; i--) {
            m.cap(
                    chance(3),
                    chance(2),
                    random.nextInt(3) == 0 ? random.nextBoolean() : null,
                    steps[random.nextInt(steps.length)]);
        }
        if (random.nextBoolean()) {
            m.cap(null, null, null, steps[random.nextInt(2)]);
        }
        Set<Integer> ways =
                Set.of(Set.of(1), Set.of(1, 2), Set.of(1, 2, 4), Set.of(1, 2, 3, 4, 5, 6, 7, 8), Set.of(1, 3, 6))
                        .stream()
                        .sorted(java.util.Comparator.comparing(Set::size))
                        .skip(random.nextInt(5))
                        .findFirst()
                        .orElseThrow();
        m.ways(random.nextInt(4) > 0, ways.toArray(Integer[]::new))
                .ranks(2 + random.nextInt(7), null)
                .memory(512 + 256 * random.nextInt(7), 64 * random.nextInt(9), 50 * random.nextInt(3));
        if (kind == 2 && random.nextInt(3) == 0) {
            m.millivolts(1350);
        }
        if (random.nextBoolean()) {
            m.limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 16 << random.nextInt(4));
        }
        if (random.nextBoolean()) {
            m.limit(LimitClaim.Source.CONTROLLER, LimitClaim.Quantity.PER_SLOT, 8 << random.nextInt(4));
        }
        MachineRecord record = m.build();
        Map<String, ModuleSpec> modules = fill(sockets, labels);
        Host host = new Host(
                random.nextInt(4) == 0 ? 32 : 64,
                random.nextInt(3) == 0 ? Optional.of(ByteSize.ofGibibytes(4 << random.nextInt(5))) : Optional.empty(),
                Host.MemoryMode.values()[random.nextInt(6) == 0 ? 1 + random.nextInt(2) : 0]);
        return new Case(record, Layout.of(record, modules), Layout.of(record, fill(sockets, labels)), host, modules);
    }

    private Map<String, ModuleSpec> fill(List<String> sockets, List<String> labels) {
        Map<String, ModuleSpec> modules = new HashMap<>();
        String usual = labels.get(random.nextInt(labels.size()));
        for (String socket : sockets) {
            int dice = random.nextInt(10);
            if (dice > 1) {
                modules.put(socket, Modules.of(dice > 6 ? labels.get(random.nextInt(labels.size())) : usual));
            }
        }
        return modules;
    }

    private Integer chance(int most) {
        return random.nextBoolean() ? null : 1 + random.nextInt(most);
    }

    private List<String> access(Machines m) {
        List<String> parts = new ArrayList<>();
        for (int i = random.nextInt(7); i > 0; i--) {
            List<String> needs =
                    parts.stream().filter(p -> random.nextInt(3) == 0).toList();
            String id = "part" + parts.size();
            m.part(
                    id,
                    random.nextInt(5) == 0
                            ? zephyrridge.core.access.Part.Kind.BATTERY
                            : zephyrridge.core.access.Part.Kind.COVER,
                    Side.values()[random.nextInt(3)],
                    10 + random.nextInt(300),
                    needs.toArray(String[]::new));
            parts.add(id);
        }
        return parts;
    }

    private List<Set<String>> alternatives(List<String> parts) {
        if (parts.isEmpty()) {
            return List.of();
        }
        List<Set<String>> sets = new ArrayList<>();
        for (int i = random.nextInt(3); i > 0; i--) {
            sets.add(Set.of(parts.get(random.nextInt(parts.size()))));
        }
        return sets;
    }

    /** A server of four processors, each with eight channels of three registered modules: 96 positions, 64 of them filled. */
    public static Case server128() {
        Machines m = Machines.of(MemoryGeneration.DDR4, 2933, 2666, 2400, 2133, 1866)
                .kind(MachineKind.SERVER, FormFactor.DIMM, true)
                .clockPerProcessor()
                .buffering(Buffering.REGISTERED)
                .ranks(8, 2)
                .ways(true, 1, 2, 4, 8)
                .memory(2048, 0, 512);
        Map<String, ModuleSpec> modules = new HashMap<>();
        Map<String, ModuleSpec> before = new HashMap<>();
        ModuleSpec large = Modules.of("32GB 2Rx4 PC4-2933Y-RA1-12");
        ModuleSpec small = Modules.of("16GB 1Rx4 PC4-2666V-RC1-12");
        for (int p = 1; p <= 8; p++) {
            m.processor("P" + p);
            for (int c = 0; c < 8; c++) {
                String channel = "P" + p + (char) ('A' + c);
                m.channel(channel);
                String carrier = "carrier-P" + p + (c < 4 ? "L" : "R");
                if (c % 4 == 0) {
                    m.part(
                            carrier,
                            zephyrridge.core.access.Part.Kind.CARRIER,
                            Side.TOP,
                            60,
                            p == 1 && c == 0 ? new String[0] : new String[] {"carrier-P1L"});
                }
                for (int s = 1; s <= 2; s++) {
                    m.position(new Position(
                            channel + s,
                            channel + s,
                            List.of(channel),
                            FormFactor.DIMM,
                            Optional.empty(),
                            Optional.of(new zephyrridge.core.machine.Socket(
                                    "processor",
                                    90,
                                    90,
                                    Optional.empty(),
                                    false,
                                    2,
                                    Optional.empty(),
                                    List.of(),
                                    Optional.empty())),
                            s,
                            Optional.of(carrier),
                            List.of(Set.of(carrier)),
                            zephyrridge.core.machine.Provenance.VARIANT_MANUAL));
                    if (s == 1 || c % 4 == 0) {
                        modules.put(channel + s, s == 1 ? large : small);
                        before.put(channel + s, s == 1 ? large : small);
                    }
                }
            }
        }
        MachineRecord record = m.cap(1, null, null, 2933)
                .cap(2, null, true, 2400)
                .cap(2, null, null, 2666)
                .cap(3, null, null, 1866)
                .limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 4096)
                .limit(LimitClaim.Source.CONTROLLER, LimitClaim.Quantity.PER_SLOT, 128)
                .build();
        return new Case(record, Layout.of(record, modules), Layout.of(record, before), Host.UNLIMITED, modules);
    }

    /** A desktop of two channels with two sockets each, mixed so that findings of several kinds arise. */
    public static Case desktop4() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200, 2933, 2666, 2400, 2133)
                .kind(MachineKind.DESKTOP, FormFactor.DIMM, false)
                .part("panel", Side.LEFT, 60)
                .channel("A")
                .socket("A1", "A", 2, List.of(Set.of("panel")))
                .socket("A2", "A", 1, List.of(Set.of("panel")))
                .channel("B")
                .socket("B1", "B", 2, List.of(Set.of("panel")))
                .socket("B2", "B", 1, List.of(Set.of("panel")))
                .memory(1024, 512, 100)
                .cap(1, null, null, 3200)
                .cap(2, 1, false, 2933)
                .cap(2, null, true, 2400)
                .cap(2, null, null, 2666)
                .limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 32)
                .limit(LimitClaim.Source.CONTROLLER, LimitClaim.Quantity.TOTAL, 128)
                .build();
        ModuleSpec large = Modules.of("16GB 2Rx8 PC4-3200AA-UB1-12");
        ModuleSpec small = Modules.of("8GB 1Rx16 PC4-2666V-UC0-11");
        Map<String, ModuleSpec> modules = Map.of("A1", small, "A2", large, "B1", small, "B2", large);
        return new Case(
                record,
                Layout.of(record, modules),
                Layout.of(record, Map.of("A2", small, "B2", small)),
                Host.UNLIMITED,
                modules);
    }

    /** One CAMM2 socket that feeds two channels. */
    public static MachineRecord compression() {
        return Machines.of(MemoryGeneration.DDR5, 5600, 4800)
                .channel("A")
                .channel("B")
                .position(new Position(
                        "X",
                        "X",
                        List.of("A", "B"),
                        FormFactor.CAMM2,
                        Optional.empty(),
                        Optional.of(new Socket(
                                "front",
                                0,
                                0,
                                Optional.empty(),
                                false,
                                0,
                                Optional.empty(),
                                List.of(),
                                Optional.empty())),
                        1,
                        Optional.empty(),
                        List.of(),
                        Provenance.VARIANT_MANUAL))
                .cap(null, null, null, 5600)
                .build();
    }
}
