package zephyrridge.bench;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.fault.Arrangement;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.fault.Seen;
import zephyrridge.core.fault.Setup;
import zephyrridge.core.range.Hidden;
import zephyrridge.core.range.Simulated;

/**
 * A machine with something wrong that only it knows.
 *
 * @param goal the arrangement that was meant to work; {@code truth} what is wrong, {@code wanted} what is to do about it
 * @param reach minutes to each slot, opening and closing
 */
record HiddenCase(
        Setup setup, Arrangement goal, List<Hidden> truth, List<Remedy> wanted, Simulated.Build build, int[] reach) {
    /** How faults behave: as the hunt supposes, all constant, all from start to start anew, or with rates of their own. */
    enum World {
        MATCHED,
        STUBBORN,
        FICKLE,
        MISMATCHED
    }

    /** What is wrong nine times of ten where one module was added to a laptop of two sockets. */
    enum Everyday {
        DEAD_NEW,
        SEATING_NEW,
        SOCKET_B,
        KIND_REFUSED,
        OLD_DISTURBED
    }

    private record Possible(double odds, Hidden.Kind kind, String subject, String other, Remedy todo) {}

    /** The old module stays in A, untouched; a new one of twice the size went into B; the sockets lie under the base or the keyboard. */
    static HiddenCase everyday(SplittableRandom r, World world, Everyday what) {
        List<Setup.Slot> slots = List.of(new Setup.Slot("S0", 0, -1, 0, false), new Setup.Slot("S1", 1, -1, 0, false));
        List<Setup.Piece> pieces = List.of(
                new Setup.Piece("m0", 0, Setup.Trust.RAN, 8192, false),
                new Setup.Piece("m1", 1, Setup.Trust.NEW, 16384, true));
        double risk = what == Everyday.KIND_REFUSED ? .25 : .05;
        Arrangement goal = Arrangement.of(0, 1);
        Setup setup = new Setup(
                slots,
                pieces,
                List.of(new Setup.KindOf(risk, true), new Setup.KindOf(risk, false)),
                0,
                false,
                java.util.Optional.of(Arrangement.of(0, -1)),
                false);
        Simulated.Build build = new Simulated.Build(
                new TreeMap<>(Map.of("S0", "C0", "S1", "C1")),
                new TreeMap<>(),
                new TreeMap<>(Map.of("m0", "k0", "m1", "k1")),
                new TreeMap<>(Map.of("m0", 8192L, "m1", 16384L)),
                0,
                false,
                false);
        Possible wrong =
                switch (what) {
                    case DEAD_NEW -> new Possible(1, Hidden.Kind.DEAD_MODULE, "m1", "", todo(Remedy.Kind.REPLACE, 1));
                    case SEATING_NEW -> new Possible(
                            1, Hidden.Kind.POOR_SEATING, "m1", "", todo(Remedy.Kind.RESEAT, -1));
                    case SOCKET_B -> new Possible(1, Hidden.Kind.BAD_SOCKET, "S1", "", todo(Remedy.Kind.AVOID_SLOT, 1));
                    case KIND_REFUSED -> new Possible(
                            1, Hidden.Kind.KIND_TOO_LARGE, "k1", "", todo(Remedy.Kind.SMALLER_KIT, 1));
                    case OLD_DISTURBED -> new Possible(
                            1, Hidden.Kind.POOR_SEATING, "m0", "", todo(Remedy.Kind.RESEAT, -1));
                };
        int reach = r.nextBoolean() ? 6 : 20;
        while (true) {
            Hidden h = hidden(r, wrong, world);
            Simulated probe = new Simulated(build, List.of(h), r.nextLong());
            if (failed(probe.start(fill(setup, goal), Set.of(), Set.of(), false, 0), setup, goal)) {
                return new HiddenCase(setup, goal, List.of(h), List.of(wrong.todo()), build, new int[] {reach, reach});
            }
        }
    }

    static HiddenCase make(SplittableRandom r, World world) {
        while (true) {
            boolean server = r.nextInt(100) < 4;
            int sockets = server ? 16 : new int[] {1, 2, 2, 2, 4, 4}[r.nextInt(6)];
            boolean bank = !server && sockets <= 2 && r.nextInt(3) == 0;
            List<Setup.Slot> slots = new ArrayList<>();
            SortedMap<String, String> channels = new TreeMap<>();
            SortedMap<String, Long> soldered = new TreeMap<>();
            for (int s = 0; s < sockets; s++) {
                int channel = server ? s / 2 : s % 2;
                slots.add(new Setup.Slot("S" + s, channel, server ? s / 4 : -1, server ? s / 8 : 0, false));
                channels.put("S" + s, "C" + channel);
            }
            // What came in the machine stays beside the new ones, or lies on the bench: it ran.
            int old = server ? 4 : 1 + r.nextInt(Math.max(1, sockets - 1));
            boolean stays = old < sockets && r.nextInt(3) > 0;
            int room = stays ? sockets - old : sockets;
            int news = server ? 8 : 1 + r.nextInt(room);
            boolean twins = stays && r.nextInt(4) == 0;
            double risk = new double[] {.05, .05, .14, .3}[r.nextInt(4)];
            List<Setup.KindOf> kinds = new ArrayList<>();
            kinds.add(new Setup.KindOf(risk, true));
            if (!twins) {
                kinds.add(new Setup.KindOf(risk, false));
            }
            List<Setup.Piece> pieces = new ArrayList<>();
            SortedMap<String, String> kindOf = new TreeMap<>();
            SortedMap<String, Long> sizeOf = new TreeMap<>();
            int width = sockets + (bank ? 1 : 0);
            int[] at = new int[width];
            int[] was = new int[width];
            java.util.Arrays.fill(at, -1);
            java.util.Arrays.fill(was, -1);
            for (int m = 0; m < old; m++) {
                pieces.add(new Setup.Piece("m" + m, 0, Setup.Trust.RAN, 8192, false));
                was[m] = m;
                at[m] = stays ? m : -1;
            }
            for (int n = 0; n < news; n++) {
                int m = old + n;
                pieces.add(new Setup.Piece("m" + m, twins ? 0 : 1, Setup.Trust.NEW, twins ? 8192 : 16384, true));
                at[stays ? m : n] = m;
            }
            for (Setup.Piece p : pieces) {
                kindOf.put(p.id(), "k" + p.kind());
                sizeOf.put(p.id(), p.mebibytes());
            }
            if (bank) {
                slots.add(new Setup.Slot("bank", 0, -1, 0, true));
                channels.put("bank", "C0");
                soldered.put("bank", 8192L);
                pieces.add(new Setup.Piece("bank", -1, Setup.Trust.RAN, 8192, false));
                at[sockets] = pieces.size() - 1;
                was[sockets] = pieces.size() - 1;
            }
            int works = r.nextInt(4) == 0 ? 1 : 0;
            boolean codes = r.nextBoolean();
            Setup setup = new Setup(
                    slots, pieces, kinds, works, r.nextInt(5) == 0, java.util.Optional.of(Arrangement.of(was)), codes);
            Arrangement goal = Arrangement.of(at);
            Simulated.Build build = new Simulated.Build(channels, soldered, kindOf, sizeOf, 0, false, codes);
            List<Possible> wrong = new ArrayList<>();
            wrong.add(draw(r, setup, goal));
            if (r.nextInt(10) == 0) {
                wrong.add(draw(r, setup, goal));
            }
            List<Hidden> truth = wrong.stream().map(p -> hidden(r, p, world)).toList();
            int[] reach = new int[slots.size()];
            int way = new int[] {2, 3, 6, 20}[r.nextInt(4)];
            java.util.Arrays.fill(reach, server ? 6 : way);
            // A hunt begins with a start that did not go well: of some truths the first start is good.
            Simulated probe = new Simulated(build, truth, r.nextLong());
            if (failed(probe.start(fill(setup, goal), Set.of(), Set.of(), false, 0), setup, goal)) {
                return new HiddenCase(
                        setup, goal, truth, wrong.stream().map(Possible::todo).toList(), build, reach);
            }
        }
    }

    /** One hidden cause by the same odds that the trade gives (docs/rules, R-10.3), written down a second time. */
    private static Possible draw(SplittableRandom r, Setup setup, Arrangement goal) {
        List<Possible> all = new ArrayList<>();
        Arrangement was = setup.ran().orElseThrow();
        for (int m = 0; m < setup.pieces().size(); m++) {
            Setup.Piece piece = setup.pieces().get(m);
            if (piece.soldered() || !goal.has(m)) {
                continue;
            }
            boolean isNew = piece.trust() == Setup.Trust.NEW;
            all.add(new Possible(
                    isNew ? .07 : .003, Hidden.Kind.POOR_SEATING, piece.id(), "", todo(Remedy.Kind.RESEAT, -1)));
            all.add(new Possible(
                    isNew ? .06 : .003, Hidden.Kind.DEAD_MODULE, piece.id(), "", todo(Remedy.Kind.REPLACE, m)));
            all.add(new Possible(
                    isNew ? .04 : .002, Hidden.Kind.WEAK_MODULE, piece.id(), "", todo(Remedy.Kind.REPLACE, m)));
        }
        Map<Integer, List<Integer>> channels = new TreeMap<>();
        TreeSet<Integer> ranOn = new TreeSet<>();
        for (int s = 0; s < goal.size(); s++) {
            Setup.Slot slot = setup.slots().get(s);
            channels.computeIfAbsent(slot.channel(), c -> new ArrayList<>()).add(s);
            if (was.at(s) >= 0) {
                ranOn.add(slot.channel());
            }
            if (goal.at(s) >= 0 && !slot.soldered()) {
                all.add(new Possible(
                        was.at(s) >= 0 ? .001 : .01,
                        Hidden.Kind.BAD_SOCKET,
                        "S" + s,
                        "",
                        todo(Remedy.Kind.AVOID_SLOT, s)));
            }
        }
        channels.forEach((c, in) -> all.add(new Possible(
                ranOn.contains(c) ? .001 : .01,
                Hidden.Kind.BAD_CHANNEL,
                "C" + c,
                "",
                in.size() == 1 && !setup.slots().get(in.get(0)).soldered()
                        ? todo(Remedy.Kind.AVOID_SLOT, in.get(0))
                        : todo(Remedy.Kind.AVOID_CHANNEL, c))));
        boolean oldStays = was.size() > 0 && goal.has(0);
        boolean fresh = setup.kinds().size() > 1;
        if (fresh) {
            all.add(new Possible(
                    setup.kinds().get(1).risk(),
                    Hidden.Kind.KIND_TOO_LARGE,
                    "k1",
                    "",
                    todo(Remedy.Kind.SMALLER_KIT, 1)));
            all.add(new Possible(.04, Hidden.Kind.OLD_FIRMWARE, "k1", "", todo(Remedy.Kind.FIRMWARE, -1)));
            int sockets =
                    (int) setup.slots().stream().filter(s -> !s.soldered()).count();
            for (int s = 0; s < sockets && sockets > 1 && sockets <= 8; s++) {
                all.add(new Possible(
                        .05 / sockets,
                        Hidden.Kind.ORDER_QUIRK,
                        "k1",
                        "S" + s,
                        new Remedy(Remedy.Kind.OTHER_ORDER, 1, s)));
            }
            if (oldStays) {
                all.add(new Possible(
                        .05, Hidden.Kind.KINDS_QUARREL, "k0", "k1", new Remedy(Remedy.Kind.KEEP_APART, 0, 1)));
            }
        }
        all.add(new Possible(
                setup.lost() ? .08 : .02, Hidden.Kind.WRONG_SETTINGS, "", "", todo(Remedy.Kind.SETTINGS, -1)));
        all.add(new Possible(.06, Hidden.Kind.NEEDS_MAINS, "", "", todo(Remedy.Kind.POWER, -1)));
        all.add(new Possible(.15, Hidden.Kind.LONG_TRAINING, "", "", todo(Remedy.Kind.WAIT, -1)));
        if (setup.works() > 0) {
            all.add(new Possible(.05, Hidden.Kind.BAD_COMPANION, "", "", todo(Remedy.Kind.COMPANION, 0)));
        }
        double x = r.nextDouble() * all.stream().mapToDouble(Possible::odds).sum();
        for (Possible p : all) {
            x -= p.odds();
            if (x <= 0) {
                return p;
            }
        }
        return all.get(all.size() - 1);
    }

    private static Remedy todo(Remedy.Kind kind, int subject) {
        return new Remedy(kind, subject, -1);
    }

    private static Hidden hidden(SplittableRandom r, Possible p, World world) {
        double[] rates = Hidden.usualRates(p.kind());
        boolean constant =
                switch (world) {
                    case STUBBORN -> true;
                    case FICKLE -> false;
                    default -> r.nextInt(5) > 0;
                };
        if (world == World.MISMATCHED) {
            double sum = (1 - rates[0] - rates[1] - rates[2]) * factor(r);
            for (int i = 0; i < 3; i++) {
                rates[i] *= factor(r);
            }
            sum += rates[0] + rates[1] + rates[2];
            for (int i = 0; i < 3; i++) {
                rates[i] /= sum;
            }
        }
        return new Hidden(p.kind(), p.subject(), p.other(), rates[0], rates[1], rates[2], 0, constant);
    }

    private static double factor(SplittableRandom r) {
        return Math.pow(2, 2 * r.nextDouble() - 1);
    }

    /** Names of what lies where, as a machine is asked. */
    static SortedMap<String, String> fill(Setup setup, Arrangement a) {
        SortedMap<String, String> fill = new TreeMap<>();
        for (int s = 0; s < a.size(); s++) {
            if (a.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                fill.put(setup.slots().get(s).id(), setup.pieces().get(a.at(s)).id());
            }
        }
        return fill;
    }

    static boolean failed(Simulated.Sight s, Setup setup, Arrangement a) {
        return seen(s, setup, a, 0).failed();
    }

    static Seen seen(Simulated.Sight s, Setup setup, Arrangement a, int passes) {
        if (s.dark()) {
            return s.code() ? Seen.CODE : Seen.SILENT;
        }
        BitSet missing = new BitSet();
        long size = 0;
        for (int slot = 0; slot < a.size(); slot++) {
            if (a.at(slot) >= 0 && !s.listed().contains(setup.slots().get(slot).id())) {
                missing.set(a.at(slot));
                size += setup.pieces().get(a.at(slot)).mebibytes();
            }
        }
        if (!missing.isEmpty()) {
            return Seen.missing(size);
        }
        return s.errors() > 0 ? Seen.ERRORS : Seen.GOOD;
    }
}
