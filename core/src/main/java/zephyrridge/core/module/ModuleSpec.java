package zephyrridge.core.module;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * What a module (or a soldered bank) is, as far as a layout asks.
 *
 * @param millivolts supplies it works at, in mV, the lowest first (DDR3L: 1350 and 1500)
 * @param checkBits check bits of each half of a DDR5 module with ECC, 4 (EC4) or 8 (EC8); empty where nobody said
 * @param rate the rate it is sold for
 * @param timings empty where neither SPD nor a bin is known
 * @param profileCl CL it is sold with, where no standard bin of its rate has one so low (or its rate has no bin): an overclock profile's,
 *     so that the rate is the seller's and the standard's is not known until the chip is read; else empty
 * @param heightMillimetres board height, rounded up; empty where nobody measured
 */
public record ModuleSpec(
        MemoryGeneration generation,
        FormFactor formFactor,
        Buffering buffering,
        boolean ecc,
        Optional<Integer> checkBits,
        Organisation organisation,
        DataRate rate,
        Optional<Timings> timings,
        List<Integer> millivolts,
        Optional<Integer> heightMillimetres,
        Optional<Integer> profileCl) {
    public ModuleSpec {
        if (checkBits.filter(b -> b != 4 && b != 8).isPresent()) {
            throw new IllegalArgumentException("check bits of a half are 4 or 8: " + checkBits.get());
        }
        millivolts = List.copyOf(millivolts);
        if (millivolts.isEmpty()) {
            throw new IllegalArgumentException("a module works at one supply voltage at least");
        }
    }

    /** One that runs at its rate by the standard. */
    public ModuleSpec(
            MemoryGeneration generation,
            FormFactor formFactor,
            Buffering buffering,
            boolean ecc,
            Optional<Integer> checkBits,
            Organisation organisation,
            DataRate rate,
            Optional<Timings> timings,
            List<Integer> millivolts,
            Optional<Integer> heightMillimetres) {
        this(
                generation,
                formFactor,
                buffering,
                ecc,
                checkBits,
                organisation,
                rate,
                timings,
                millivolts,
                heightMillimetres,
                Optional.empty());
    }

    public ByteSize capacity() {
        return organisation.capacity();
    }

    /** Chips to be seen on the module, register, buffer, hub and power circuit not counted. */
    public int packages() {
        return organisation.packages(generation, ecc, checkBits);
    }

    /** "16 GiB 2Rx8 DDR4-3200 SO-DIMM" */
    public String summary() {
        return capacity() + " " + organisation.label() + " " + generation + "-" + rate.name();
    }
}
