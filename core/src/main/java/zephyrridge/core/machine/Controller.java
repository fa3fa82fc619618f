package zephyrridge.core.machine;

import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * The memory controller of a record.
 *
 * @param clockedModules whether clocked DDR5 modules run in it; empty where the record does not know
 * @param millivolts supplies the machine can give, in mV
 * @param steps data rates it can run, any order
 * @param clockPerProcessor true where each processor has its own memory clock (servers), false where the machine has one
 * @param ranksPerChannel most chip selects of a channel
 * @param rankMultiplication of load-reduced modules on this platform: 1, 2 or 4; empty where unknown
 * @param ways interleave widths the controller can run; 1 is always among them
 * @param flex true where unequal channel totals still share what they have in common; false: then all runs one channel wide
 * @param channelBytes bytes a channel moves per transfer: 8 for 64-bit channels
 * @param deviceHole address space below 4 GiB that devices take
 * @param carveOut what the graphics keep for themselves by default
 * @param reserve what firmware keeps
 */
public record Controller(
        String name,
        MemoryGeneration generation,
        Set<Buffering> buffering,
        Optional<Boolean> clockedModules,
        boolean ecc,
        List<Integer> millivolts,
        List<DataRate> steps,
        List<RateCap> caps,
        boolean clockPerProcessor,
        int ranksPerChannel,
        Optional<Integer> rankMultiplication,
        Set<Integer> ways,
        boolean flex,
        int channelBytes,
        ByteSize deviceHole,
        ByteSize carveOut,
        ByteSize reserve) {
    public Controller {
        // In an order of their own: a record must read the same in every process.
        buffering = Collections.unmodifiableSortedSet(new TreeSet<>(buffering));
        millivolts = List.copyOf(millivolts);
        steps = steps.stream().sorted(Comparator.reverseOrder()).toList();
        caps = List.copyOf(caps);
        ways = Collections.unmodifiableSortedSet(new TreeSet<>(ways));
    }

    public Controller withCarveOut(ByteSize share) {
        return with(caps, share);
    }

    /** With this row before all others: the first that matches counts. */
    public Controller withFirst(RateCap row) {
        return with(Stream.concat(Stream.of(row), caps.stream()).toList(), carveOut);
    }

    private Controller with(List<RateCap> rows, ByteSize share) {
        return new Controller(
                name,
                generation,
                buffering,
                clockedModules,
                ecc,
                millivolts,
                steps,
                rows,
                clockPerProcessor,
                ranksPerChannel,
                rankMultiplication,
                ways,
                flex,
                channelBytes,
                deviceHole,
                share,
                reserve);
    }
}
