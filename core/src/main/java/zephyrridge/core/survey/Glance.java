package zephyrridge.core.survey;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.Shape;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.dialog.Printed;

/**
 * What can be said of a machine in half a minute, from what its system says and maybe its record.
 *
 * @param installed what is in it, as printed; {@code visible} what the system can use; {@code kept} why that is less, where it is
 * @param used positions with something in them, {@code positions} how many the firmware counts
 * @param shapes what the machine can be like, the likeliest first; empty for machines with more than {@link #MOST_POSITIONS} positions
 * @param soldered how sure it is that some of the memory is soldered, 0 to 1; {@code free} that a socket is free
 * @param takes what it can take
 * @param next what to look at next, the most bits per minute first
 */
public record Glance(
        Optional<Printed> installed,
        Optional<Printed> visible,
        Optional<Kept> kept,
        Optional<MemoryGeneration> generation,
        Optional<Integer> rate,
        Optional<Integer> used,
        Optional<Integer> positions,
        List<Likely> shapes,
        double soldered,
        double free,
        List<Take> takes,
        List<Next> next,
        List<Finding> findings) {
    public static final int MOST_POSITIONS = 8;

    /**
     * The data rate where the number that was shown reads as its real clock: slower than any rate that modules of the type are sold
     * for, and the clock of one of them (1333 with DDR4 is 2666). A number that is both a rate and a clock says which by nothing, and
     * low-power memory runs far below what it is sold for.
     */
    public Optional<DataRate> rateOfClock() {
        if (generation.isEmpty() || rate.isEmpty() || generation.get().isLowPower()) {
            return Optional.empty();
        }
        int shown = rate.get();
        List<DataRate> rates = Rates.all().stream()
                .filter(r -> r.generation() == generation.get())
                .map(Rates.Row::rate)
                .toList();
        boolean tooSlow = rates.stream().allMatch(r -> shown < r.name());
        return rates.stream().filter(r -> tooSlow && r.hasClock(shown)).findFirst();
    }

    /** Why less is visible than installed. */
    public enum Kept {
        /** No more than graphics, holes and firmware usually keep. */
        SHARE,
        /** A 32-bit system ends at 4 GiB. */
        WORD_SIZE,
        /** More than a share, and nothing that was told explains it. */
        UNEXPLAINED
    }

    /** @param shape empty for the machine's own record */
    public record Likely(Optional<Shape> shape, int banks, int sockets, double probability) {}

    public enum Ground {
        /** What a source of the record says, or the firmware that was read. */
        CLAIM,
        /** What controllers of these years address: common practice. */
        GENERATION
    }

    /**
     * @param source whose word it is, for a claim
     * @param sockets how many sockets it counts; {@code each} what one of them takes; both empty for a claim on the total
     * @param total of all, without what is soldered where that is not known
     * @param besideBank whether a soldered bank comes on top
     */
    public record Take(
            Ground ground,
            Optional<LimitClaim.Source> source,
            Optional<Integer> sockets,
            Optional<ByteSize> each,
            ByteSize total,
            boolean besideBank,
            boolean further) {}

    public enum Ask {
        SLOTS,
        FORM,
        FIRMWARE_TABLE,
        TYPE,
        INSTALLED,
        INSIDE
    }

    /**
     * @param minutes about how long it takes
     * @param bits expected drop in entropy of (something soldered, free sockets); 0 for what only adds a figure
     * @param settlesSoldered whether it would tell if some is soldered; {@code settlesFree} if a socket is free
     */
    public record Next(Ask ask, double minutes, double bits, boolean settlesSoldered, boolean settlesFree) {}

    public Glance {
        shapes = List.copyOf(shapes);
        takes = List.copyOf(takes);
        next = List.copyOf(next);
        findings = List.copyOf(findings);
    }
}
