package zephyrridge.bench;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
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
    static HiddenCase make(SplittableRandom r, boolean matched) {
        while (true) {
            boolean server = r.nextInt(100) < 4;
            int sockets = server ? 16 : new int[] {1, 2, 2, 2, 4, 4}[r.nextInt(6)];
            boolean bank = !server && sockets <= 2 && r.nextInt(3) == 0;
            List<Setup.Slot> slots = new ArrayList<>();
            SortedMap<String, String> channels = new TreeMap<>();
            SortedMap<String, Long> soldered = new TreeMap<>();
            List<Setup.Piece> pieces = new ArrayList<>();
            for (int s = 0; s < sockets; s++) {
                int channel = server ? s / 2 : s % 2;
                slots.add(new Setup.Slot("S" + s, channel, server ? s / 4 : -1, server ? s / 8 : 0, false));
                channels.put("S" + s, "C" + channel);
            }
            int modules = server ? 12 : 1 + r.nextInt(sockets);
            boolean two = modules > 1 && r.nextInt(3) == 0;
            SortedMap<String, String> kindOf = new TreeMap<>();
            SortedMap<String, Long> sizeOf = new TreeMap<>();
            List<Setup.KindOf> kinds = new ArrayList<>();
            boolean oneRan = two && r.nextBoolean();
            double risk = new double[] {0, .03, .14, .3}[r.nextInt(4)];
            kinds.add(new Setup.KindOf(risk, false));
            if (two) {
                kinds.add(oneRan ? new Setup.KindOf(0, true) : new Setup.KindOf(r.nextBoolean() ? .05 : risk, false));
            }
            int[] at = new int[sockets + (bank ? 1 : 0)];
            java.util.Arrays.fill(at, -1);
            for (int m = 0; m < modules; m++) {
                int kind = two && m >= (modules + 1) / 2 ? 1 : 0;
                long size = kind == 0 ? 16384 : 8192;
                pieces.add(new Setup.Piece(
                        "m" + m, kind, kinds.get(kind).ran() ? Setup.Trust.RAN : Setup.Trust.NEW, size));
                kindOf.put("m" + m, "k" + kind);
                sizeOf.put("m" + m, size);
                at[m] = m;
            }
            // What came out of the machine for the new ones lies on the bench: it ran.
            kinds.add(new Setup.KindOf(0, true));
            pieces.add(new Setup.Piece("old", kinds.size() - 1, Setup.Trust.RAN, 4096));
            kindOf.put("old", "old");
            sizeOf.put("old", 4096L);
            if (bank) {
                slots.add(new Setup.Slot("bank", 0, -1, 0, true));
                channels.put("bank", "C0");
                soldered.put("bank", 8192L);
                pieces.add(new Setup.Piece("bank", -1, Setup.Trust.RAN, 8192));
                at[sockets] = pieces.size() - 1;
            }
            boolean companion = r.nextInt(4) == 0;
            boolean codes = r.nextBoolean();
            Setup setup = new Setup(slots, pieces, kinds, companion, codes);
            Arrangement goal = Arrangement.of(at);
            Simulated.Build build = new Simulated.Build(channels, soldered, kindOf, sizeOf, 0, false, codes);
            List<Hidden> truth = new ArrayList<>();
            List<Remedy> wanted = new ArrayList<>();
            draw(r, setup, goal, modules, matched, truth, wanted);
            if (r.nextInt(10) == 0) {
                draw(r, setup, goal, modules, matched, truth, wanted);
            }
            int[] reach = new int[slots.size()];
            for (int s = 0; s < reach.length; s++) {
                reach[s] = server ? 6 : new int[] {2, 3, 6, 20}[r.nextInt(4)];
            }
            // A hunt begins with a start that did not go well: of some truths the first start is good.
            Simulated probe = new Simulated(build, truth, r.nextLong());
            if (!truth.isEmpty() && failed(probe.start(fill(setup, goal), Set.of(), Set.of(), false, 0), setup, goal)) {
                return new HiddenCase(setup, goal, truth, wanted, build, reach);
            }
        }
    }

    /** One hidden cause by the same odds that the trade gives (docs/rules, R-10.3), written down a second time. */
    private static void draw(
            SplittableRandom r,
            Setup setup,
            Arrangement goal,
            int modules,
            boolean matched,
            List<Hidden> truth,
            List<Remedy> wanted) {
        List<Object[]> all = new ArrayList<>();
        for (int m = 0; m < modules; m++) {
            double twice = setup.pieces().get(m).trust() == Setup.Trust.NEW ? 2 : 1;
            all.add(new Object[] {.07 * twice, Hidden.Kind.POOR_SEATING, "m" + m, "", todo(Remedy.Kind.RESEAT, -1)});
            all.add(new Object[] {.03 * twice, Hidden.Kind.DEAD_MODULE, "m" + m, "", todo(Remedy.Kind.REPLACE, m)});
            all.add(new Object[] {.02 * twice, Hidden.Kind.WEAK_MODULE, "m" + m, "", todo(Remedy.Kind.REPLACE, m)});
        }
        for (int s = 0; s < goal.size(); s++) {
            if (goal.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                all.add(new Object[] {.01, Hidden.Kind.BAD_SOCKET, "S" + s, "", todo(Remedy.Kind.AVOID_SLOT, s)});
            }
        }
        TreeSet<Integer> channels = new TreeSet<>();
        setup.slots().forEach(s -> channels.add(s.channel()));
        for (int c : channels) {
            all.add(new Object[] {.01, Hidden.Kind.BAD_CHANNEL, "C" + c, "", todo(Remedy.Kind.AVOID_CHANNEL, c)});
        }
        int sockets = (int) setup.slots().stream().filter(s -> !s.soldered()).count();
        long news = setup.kinds().stream().filter(k -> !k.ran()).count();
        for (int k = 0; k < setup.kinds().size() - 1; k++) {
            Setup.KindOf kind = setup.kinds().get(k);
            if (kind.risk() > 0) {
                all.add(new Object[] {
                    kind.risk(), Hidden.Kind.KIND_TOO_LARGE, "k" + k, "", todo(Remedy.Kind.SMALLER_KIT, k)
                });
            }
            if (!kind.ran()) {
                all.add(new Object[] {.04 / news, Hidden.Kind.OLD_FIRMWARE, "k" + k, "", todo(Remedy.Kind.FIRMWARE, -1)
                });
            }
            for (int s = 0; s < sockets && sockets > 1 && sockets <= 8 && !kind.ran(); s++) {
                all.add(new Object[] {
                    .05 / news / sockets,
                    Hidden.Kind.ORDER_QUIRK,
                    "k" + k,
                    "S" + s,
                    new Remedy(Remedy.Kind.OTHER_ORDER, k, s)
                });
            }
        }
        if (setup.kinds().size() == 3) {
            all.add(new Object[] {.05, Hidden.Kind.KINDS_QUARREL, "k0", "k1", new Remedy(Remedy.Kind.KEEP_APART, 0, 1)
            });
        }
        all.add(new Object[] {.08, Hidden.Kind.WRONG_SETTINGS, "", "", todo(Remedy.Kind.SETTINGS, -1)});
        all.add(new Object[] {.06, Hidden.Kind.NEEDS_MAINS, "", "", todo(Remedy.Kind.POWER, -1)});
        all.add(new Object[] {.15, Hidden.Kind.LONG_TRAINING, "", "", todo(Remedy.Kind.WAIT, -1)});
        if (setup.companion()) {
            all.add(new Object[] {.05, Hidden.Kind.BAD_COMPANION, "", "", todo(Remedy.Kind.COMPANION, -1)});
        }
        double x = r.nextDouble() * all.stream().mapToDouble(o -> (double) o[0]).sum();
        for (Object[] o : all) {
            x -= (double) o[0];
            if (x <= 0) {
                truth.add(hidden(r, (Hidden.Kind) o[1], (String) o[2], (String) o[3], matched));
                wanted.add((Remedy) o[4]);
                return;
            }
        }
    }

    private static Remedy todo(Remedy.Kind kind, int subject) {
        return new Remedy(kind, subject, -1);
    }

    /** Dark, hidden, errors: the table of the trade (docs/rules, R-10.1), written down a second time. */
    private static final Map<Hidden.Kind, double[]> RATES = new EnumMap<>(Map.ofEntries(
            Map.entry(Hidden.Kind.DEAD_MODULE, new double[] {.62, .33, .03}),
            Map.entry(Hidden.Kind.WEAK_MODULE, new double[] {.05, .02, .75}),
            Map.entry(Hidden.Kind.BAD_SOCKET, new double[] {.45, .42, .08}),
            Map.entry(Hidden.Kind.POOR_SEATING, new double[] {.55, .38, .04}),
            Map.entry(Hidden.Kind.KIND_TOO_LARGE, new double[] {.72, .20, .04}),
            Map.entry(Hidden.Kind.KINDS_QUARREL, new double[] {.50, .05, .35}),
            Map.entry(Hidden.Kind.ORDER_QUIRK, new double[] {.85, .08, .03}),
            Map.entry(Hidden.Kind.BAD_CHANNEL, new double[] {.45, .50, .03}),
            Map.entry(Hidden.Kind.OLD_FIRMWARE, new double[] {.85, .08, .03}),
            Map.entry(Hidden.Kind.WRONG_SETTINGS, new double[] {.83, 0, .12}),
            Map.entry(Hidden.Kind.NEEDS_MAINS, new double[] {.98, 0, 0}),
            Map.entry(Hidden.Kind.LONG_TRAINING, new double[] {.97, 0, 0}),
            Map.entry(Hidden.Kind.BAD_COMPANION, new double[] {.60, 0, .05})));

    private static Hidden hidden(SplittableRandom r, Hidden.Kind kind, String subject, String other, boolean matched) {
        double[] rates = RATES.get(kind).clone();
        double rests = 0;
        if (!matched) {
            double good = 1 - rates[0] - rates[1] - rates[2];
            double sum = good * factor(r);
            for (int i = 0; i < 3; i++) {
                rates[i] *= factor(r);
            }
            sum += rates[0] + rates[1] + rates[2];
            for (int i = 0; i < 3; i++) {
                rates[i] /= sum;
            }
            rests = r.nextInt(3) == 0 ? .2 * r.nextDouble() : 0;
        }
        return new Hidden(kind, subject, other, rates[0], rates[1], rates[2], rests);
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
