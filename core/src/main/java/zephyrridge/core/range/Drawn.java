package zephyrridge.core.range;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import zephyrridge.core.machine.QuickRecord;
import zephyrridge.core.machine.Shape;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Unit;

/**
 * Machines of the range by a seed: shapes as often as they stand on benches ({@link Shape}), modules of the kinds that are sold for them.
 * How often labels are worn or wrong, packs swollen, seals there, hands tempted and machines faulty is invented, and so are wishes and prices.
 */
public final class Drawn {
    /** How much there is to find out. */
    public enum Difficulty {
        /** All is as it says. */
        PLAIN,
        /** Labels, packs and seals may be bad; the machine itself is sound. */
        UNCLEAR,
        /** Something may be wrong that only starts show. */
        FAULTY
    }

    private record Family(MemoryGeneration generation, int topRate, List<String> small, List<String> large) {}

    private static final List<Family> SO_DIMMS = List.of(
            new Family(
                    MemoryGeneration.DDR4,
                    2400,
                    List.of("4GB 1Rx8 PC4-2400T-SA1-11", "8GB 1Rx8 PC4-2400T-SA1-11"),
                    List.of("8GB 1Rx8 PC4-2666V-SA1-11", "16GB 2Rx8 PC4-2666V-SE1-11")),
            new Family(
                    MemoryGeneration.DDR5,
                    4800,
                    List.of("8GB 1Rx16 PC5-4800B-SC0-1010-XT", "16GB 1Rx8 PC5-4800B-SA0-1010-XT"),
                    List.of("16GB 1Rx8 PC5-5600B-SA0-1010-XT", "32GB 2Rx8 PC5-5600B-SB0-1010-XT")),
            new Family(
                    MemoryGeneration.DDR3,
                    1600,
                    List.of("2GB 1Rx8 PC3-10600S-9-10-B1", "4GB 1Rx8 PC3L-12800S-11-13-B4"),
                    List.of("4GB 1Rx8 PC3L-12800S-11-13-B4", "8GB 2Rx8 PC3L-12800S-11-13-F3")));
    private static final List<Family> DIMMS = List.of(new Family(
            MemoryGeneration.DDR4,
            2666,
            List.of("4GB 1Rx8 PC4-2400T-UA2-11", "8GB 1Rx8 PC4-2666V-UA2-11"),
            List.of("8GB 1Rx8 PC4-2666V-UA2-11", "16GB 2Rx8 PC4-2666V-UB1-11")));

    private final SplittableRandom chance;
    private final Difficulty difficulty;

    private Drawn(long seed, Difficulty difficulty) {
        this.difficulty = difficulty;
        this.chance = new SplittableRandom(seed);
    }

    /** The machine of a seed. */
    public static Secret machine(long seed, Difficulty difficulty) {
        return new Drawn(seed, difficulty).machine(seed);
    }

    private Secret machine(long seed) {
        Making m = new Making(seed, shape());
        Family family = m.isLaptop() ? of(SO_DIMMS) : of(DIMMS);
        m.generation(family.generation(), family.topRate())
                .way(
                        often(.5)
                                ? new QuickRecord.Way(QuickRecord.WayIn.HATCH, 3)
                                : new QuickRecord.Way(QuickRecord.WayIn.WHOLE_BASE, 8));
        int sockets = m.sockets().size();
        // A machine with a bank of its own often came without a module.
        int filled = m.hasBank() && often(.5) ? 0 : 1 + chance.nextInt(Math.max(1, sockets - 1));
        String fitted = of(family.small());
        for (int i = 0; i < Math.min(filled, sockets); i++) {
            m.fitted(fitted);
        }
        m.ready(of(family.large()), Math.min(2, sockets));
        if (often(.5)) {
            m.banksAsModules();
        }
        if (difficulty != Difficulty.PLAIN) {
            unclear(m, family, fitted, Math.min(filled, sockets) > 0);
        }
        if (difficulty == Difficulty.FAULTY && sockets > 0 && often(.5)) {
            m.wrong(Wrong.draw(m.made(), chance));
        }
        wish(m);
        traps(m);
        return m.made();
    }

    /** Of what lies ready as many modules as are good for it, put in where nothing is, and then in the place of the smallest. */
    private void wish(Making m) {
        Secret s = m.made();
        if (s.onHand().isEmpty() || !often(.6)) {
            return;
        }
        int pieces = 1 + chance.nextInt(s.onHand().size());
        List<Long> sizes = new ArrayList<>();
        s.inIt().values().forEach(p -> sizes.add(p.spec().capacity().mebibytes()));
        Collections.sort(sizes);
        int free = m.sockets().size() - sizes.size();
        long installed = s.installed(Unit.NEW).mebibytes();
        long total = installed;
        for (int i = 0; i < pieces; i++) {
            total += s.onHand().get(i).spec().capacity().mebibytes() - (i < free ? 0 : sizes.get(i - free));
        }
        if (total > installed && total % 1024 == 0) {
            Money least = s.onHand().get(0).price().times(pieces);
            m.wants(
                    (int) (total / 1024),
                    often(.5) ? Optional.of(least.plus(least.share(chance.nextInt(30), 100))) : Optional.empty());
        }
    }

    private void traps(Making m) {
        if (difficulty == Difficulty.PLAIN) {
            return;
        }
        if (often(.2)) {
            m.trap(Trap.STANDBY);
        }
        if (often(.25)) {
            m.trap(Trap.TURNED);
        }
        if (m.isLaptop() && often(.2)) {
            m.trap(Trap.LONG_SCREW);
        }
        if (m.isLaptop() && often(.15)) {
            m.trap(Trap.BLADE);
        }
    }

    private void unclear(Making m, Family family, String fitted, boolean any) {
        if (any && often(.1)) {
            m.labelled(fitted.substring(0, fitted.indexOf('-') + 2));
        } else if (any && often(.04)) {
            m.labelled(of(family.large()));
        }
        if (m.hasBank() && often(.1)) {
            m.doubled();
        }
        if (m.isLaptop() && often(.03)) {
            m.battery(Intake.Battery.SWOLLEN);
        }
        if (often(.3)) {
            m.noWayIn();
        }
        if (often(.1)) {
            m.seal(of(List.of(Intake.Seal.OWNER_AGREES, Intake.Seal.OWNER_REFUSES)));
        }
    }

    /** By how often a bench sees it; those whose modules the range has none of stay out. */
    private String shape() {
        List<Shape> known =
                Shape.all().stream().filter(s -> s.form() != FormFactor.CAMM2).toList();
        double x =
                chance.nextDouble() * known.stream().mapToDouble(Shape::share).sum();
        for (Shape s : known) {
            x -= s.share();
            if (x < 0) {
                return s.id();
            }
        }
        return known.get(0).id();
    }

    private boolean often(double share) {
        return chance.nextDouble() < share;
    }

    private <T> T of(List<T> some) {
        return some.get(chance.nextInt(some.size()));
    }
}
