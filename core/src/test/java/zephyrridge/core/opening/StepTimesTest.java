package zephyrridge.core.opening;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.log.Stamp;

/** Seconds of steps by hand: what stood between was no step, and the middle one counts. */
class StepTimesTest {
    private static final LocalDateTime NINE = LocalDateTime.of(2031, 5, 14, 23, 59, 30);
    private final List<Entry> entries = new ArrayList<>();

    private void step(int seconds, Entry.Did did, String part) {
        int no = entries.size() + 1;
        entries.add(new Entry.Stepped(
                new Stamp(no, no - 1, Optional.of(NINE.plusSeconds(seconds)), "ilka", false), did, part));
    }

    @Test
    void fromTheEntryBeforeAndNotOverABreak() {
        step(0, Entry.Did.POWER_DOWN, "");
        step(40, Entry.Did.TAKE_OFF, "base");
        step(40 + 1801, Entry.Did.PUT_BACK, "base");
        step(40 + 1801 + 25, Entry.Did.TAKE_OFF, "base");
        step(40 + 1801 + 25 + 1800, Entry.Did.PUT_BACK, "base");
        Log log = new Log(entries);
        // Over midnight, too.
        assertThat(StepTimes.of(log)).isEqualTo(Map.of(2, 40, 4, 25, 5, 1800));
        assertThat(StepTimes.minutes(log, e -> true)).isEqualTo(32);
        assertThat(StepTimes.minutes(log, e -> false)).isZero();
        assertThat(StepTimes.ofPart(log, "base", Entry.Did.TAKE_OFF)).contains(40);
        assertThat(StepTimes.ofPart(log, "base", Entry.Did.PUT_BACK)).contains(1800);
        assertThat(StepTimes.ofPart(log, "plug", Entry.Did.TAKE_OFF)).isEmpty();
    }

    @Test
    void entriesWithoutATimeTellNothing() {
        entries.add(new Entry.Stepped(new Stamp(1, 0, Optional.empty(), "", true), Entry.Did.TAKE_OFF, "base"));
        step(10, Entry.Did.PUT_BACK, "base");
        assertThat(StepTimes.of(new Log(entries))).isEmpty();
    }
}
