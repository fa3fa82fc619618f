package zephyrridge.core.proof;

import java.util.Optional;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;

/**
 * What was read off a machine, before or after the work; anything may be missing.
 *
 * @param firmwareTotal total in the firmware's screen
 * @param systemTotal what the operating system calls installed
 * @param usable what the operating system can use
 * @param rate the number as shown, MT/s or MHz: readouts differ, the comparison sorts it out
 * @param positionsFilled modules listed, soldered banks included
 * @param bandwidth measured, with the test's kind and threads
 * @param peakInUse most memory in use during the owner's own work
 * @param testPasses complete passes of a memory test, {@code testErrors} what they found
 */
public record Readout(
        Optional<ByteSize> firmwareTotal,
        Optional<ByteSize> systemTotal,
        Optional<ByteSize> usable,
        Optional<Integer> rate,
        Optional<Integer> positionsFilled,
        Optional<Bandwidth> bandwidth,
        Test test,
        Threads threads,
        Optional<ByteSize> peakInUse,
        Optional<Integer> testPasses,
        Optional<Integer> testErrors,
        String conditions) {
    public enum Test {
        READ,
        COPY
    }

    public enum Threads {
        ALL,
        ONE
    }

    public static final Readout NOTHING = new Readout(
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Test.READ,
            Threads.ALL,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            "");

    public boolean isEmpty() {
        return equals(NOTHING);
    }
}
