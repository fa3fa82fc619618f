package zephyrridge.core.proof;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;

/**
 * What was read off a machine, before or after the work; anything may be missing, and what nobody said is not said: never none
 * and never all.
 *
 * @param firmwareTotal total in the firmware's screen
 * @param systemTotal what the operating system calls installed
 * @param usable what the operating system can use
 * @param rate the number as shown; {@code rateUnit} what its source counts, where that is known
 * @param casLatency in clocks, as the system or a program prints it
 * @param positionsFilled modules listed, soldered banks included
 * @param ranks of a module as a program prints them; {@code channels} that it says run beside each other: 2 for "dual"
 * @param listed positions that the firmware's list names as filled, by id; empty where no list was read
 * @param bandwidth measured, with the test's kind and threads
 * @param peakInUse most memory in use during the owner's own work
 * @param testPasses complete passes of a memory test, {@code testErrors} what they found, {@code testMinutes} how long it ran
 * @param cannotRead what this machine cannot show; the proof names it
 * @param measured run after run, to be set beside what was measured on the other side of the work
 */
public record Readout(
        Optional<ByteSize> firmwareTotal,
        Optional<ByteSize> systemTotal,
        Optional<ByteSize> usable,
        Optional<Integer> rate,
        Optional<RateUnit> rateUnit,
        Optional<Integer> casLatency,
        Optional<Integer> positionsFilled,
        Optional<Integer> ranks,
        Optional<Integer> channels,
        @JsonSetter(nulls = Nulls.AS_EMPTY) SortedSet<String> listed,
        Optional<Bandwidth> bandwidth,
        Optional<Test> test,
        Optional<Measured.Threads> threads,
        Optional<ByteSize> peakInUse,
        Optional<Integer> testPasses,
        Optional<Integer> testErrors,
        Optional<Integer> testMinutes,
        SortedSet<Comparison.Field> cannotRead,
        String conditions,
        List<Measured> measured) {
    public enum Test {
        READ,
        WRITE,
        COPY
    }

    /** Transfers per second, or the real clock: half of that. "MHz" beside a full rate is how many systems print transfers. */
    public enum RateUnit {
        TRANSFERS,
        CLOCK
    }

    public static final Readout NOTHING = new Builder().build();

    public Readout {
        listed = Collections.unmodifiableSortedSet(new TreeSet<>(listed));
        cannotRead = Collections.unmodifiableSortedSet(new TreeSet<>(cannotRead));
        measured = List.copyOf(measured);
    }

    /** What was read here, and what an older one has beside it: a later start that read less hides nothing. */
    public Readout over(Readout older) {
        List<Measured> runs = new ArrayList<>(measured);
        older.measured.stream()
                .filter(o -> measured.stream().noneMatch(o::isSameKind))
                .forEach(runs::add);
        SortedSet<Comparison.Field> cannot = new TreeSet<>(cannotRead);
        cannot.addAll(older.cannotRead);
        Readout tested = testErrors.isPresent() || testPasses.isPresent() ? this : older;
        boolean banded = bandwidth.isPresent();
        return new Builder()
                .firmwareTotal(firmwareTotal.or(() -> older.firmwareTotal))
                .systemTotal(systemTotal.or(() -> older.systemTotal))
                .usable(usable.or(() -> older.usable))
                .rate(rate.or(() -> older.rate))
                .rateUnit(rate.isPresent() ? rateUnit : older.rateUnit)
                .casLatency(casLatency.or(() -> older.casLatency))
                .positionsFilled(positionsFilled.or(() -> older.positionsFilled))
                .ranks(ranks.or(() -> older.ranks))
                .channels(channels.or(() -> older.channels))
                .listed(listed.isEmpty() ? older.listed : listed)
                .bandwidth(
                        banded ? bandwidth : older.bandwidth,
                        banded ? test : older.test,
                        banded ? threads : older.threads)
                .peakInUse(peakInUse.or(() -> older.peakInUse))
                .memoryTest(tested.testPasses, tested.testErrors, tested.testMinutes)
                .cannotRead(cannot)
                .conditions(conditions.isEmpty() ? older.conditions : conditions)
                .measured(runs)
                .build();
    }

    /** With this measured, in the place of what is of its kind; not kept, it is taken away. */
    public Readout withMeasured(Measured kind, boolean keep) {
        List<Measured> next = new ArrayList<>(measured);
        next.removeIf(kind::isSameKind);
        if (keep) {
            next.add(kind);
        }
        return with().measured(next).build();
    }

    /** The firmware's total, or where nobody read it the system's. */
    public Optional<ByteSize> total() {
        return firmwareTotal.or(() -> systemTotal);
    }

    /** The rate in MT/s, a clock doubled. */
    public Optional<Integer> megatransfers() {
        return rate.map(r -> rateUnit.filter(RateUnit.CLOCK::equals).isPresent() ? 2 * r : r);
    }

    /** Whether a total that was read is this much: the firmware's exactly, the system's to half a GB, as systems print it. */
    public boolean agreesWith(ByteSize installed) {
        return firmwareTotal.isPresent()
                ? firmwareTotal.get().equals(installed)
                : systemTotal.filter(t -> t.isAbout(installed)).isPresent();
    }

    public boolean isEmpty() {
        return equals(NOTHING);
    }

    /** Whether a memory test found errors. */
    public boolean hasErrors() {
        return testErrors.orElse(0) > 0;
    }

    public Builder with() {
        Builder b = new Builder();
        b.firmwareTotal = firmwareTotal;
        b.systemTotal = systemTotal;
        b.usable = usable;
        b.rate = rate;
        b.rateUnit = rateUnit;
        b.casLatency = casLatency;
        b.positionsFilled = positionsFilled;
        b.ranks = ranks;
        b.channels = channels;
        b.listed = listed;
        b.bandwidth = bandwidth;
        b.test = test;
        b.threads = threads;
        b.peakInUse = peakInUse;
        b.testPasses = testPasses;
        b.testErrors = testErrors;
        b.testMinutes = testMinutes;
        b.cannotRead = cannotRead;
        b.conditions = conditions;
        b.measured = measured;
        return b;
    }

    /** Fields of a readout on their way to one. */
    public static final class Builder {
        private Optional<ByteSize> firmwareTotal = Optional.empty();
        private Optional<ByteSize> systemTotal = Optional.empty();
        private Optional<ByteSize> usable = Optional.empty();
        private Optional<Integer> rate = Optional.empty();
        private Optional<RateUnit> rateUnit = Optional.empty();
        private Optional<Integer> casLatency = Optional.empty();
        private Optional<Integer> positionsFilled = Optional.empty();
        private Optional<Integer> ranks = Optional.empty();
        private Optional<Integer> channels = Optional.empty();
        private SortedSet<String> listed = new TreeSet<>();
        private Optional<Bandwidth> bandwidth = Optional.empty();
        private Optional<Test> test = Optional.empty();
        private Optional<Measured.Threads> threads = Optional.empty();
        private Optional<ByteSize> peakInUse = Optional.empty();
        private Optional<Integer> testPasses = Optional.empty();
        private Optional<Integer> testErrors = Optional.empty();
        private Optional<Integer> testMinutes = Optional.empty();
        private SortedSet<Comparison.Field> cannotRead = new TreeSet<>();
        private String conditions = "";
        private List<Measured> measured = List.of();

        public Builder firmwareTotal(Optional<ByteSize> value) {
            firmwareTotal = value;
            return this;
        }

        public Builder systemTotal(Optional<ByteSize> value) {
            systemTotal = value;
            return this;
        }

        public Builder usable(Optional<ByteSize> value) {
            usable = value;
            return this;
        }

        public Builder rate(Optional<Integer> value) {
            rate = value;
            return this;
        }

        public Builder rateUnit(Optional<RateUnit> value) {
            rateUnit = value;
            return this;
        }

        public Builder casLatency(Optional<Integer> value) {
            casLatency = value;
            return this;
        }

        public Builder positionsFilled(Optional<Integer> value) {
            positionsFilled = value;
            return this;
        }

        public Builder ranks(Optional<Integer> value) {
            ranks = value;
            return this;
        }

        public Builder channels(Optional<Integer> value) {
            channels = value;
            return this;
        }

        public Builder listed(SortedSet<String> value) {
            listed = value;
            return this;
        }

        public Builder bandwidth(Optional<Bandwidth> value, Optional<Test> kind, Optional<Measured.Threads> by) {
            bandwidth = value;
            test = kind;
            threads = by;
            return this;
        }

        public Builder peakInUse(Optional<ByteSize> value) {
            peakInUse = value;
            return this;
        }

        public Builder memoryTest(Optional<Integer> passes, Optional<Integer> errors, Optional<Integer> minutes) {
            testPasses = passes;
            testErrors = errors;
            testMinutes = minutes;
            return this;
        }

        public Builder cannotRead(SortedSet<Comparison.Field> value) {
            cannotRead = value;
            return this;
        }

        public Builder conditions(String value) {
            conditions = value;
            return this;
        }

        public Builder measured(List<Measured> value) {
            measured = value;
            return this;
        }

        public Readout build() {
            return new Readout(
                    firmwareTotal,
                    systemTotal,
                    usable,
                    rate,
                    rateUnit,
                    casLatency,
                    positionsFilled,
                    ranks,
                    channels,
                    listed,
                    bandwidth,
                    test,
                    threads,
                    peakInUse,
                    testPasses,
                    testErrors,
                    testMinutes,
                    cannotRead,
                    conditions,
                    measured);
        }
    }
}
