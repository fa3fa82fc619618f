package zephyrridge.server.job;

import java.time.LocalDateTime;
import java.util.List;
import zephyrridge.core.job.JobState;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.quantity.ByteSize;

/**
 * A job as it leaves the shop: docs/formats/job.schema.json describes it.
 *
 * @param format always "zephyr-ridge/job"; {@code schemaVersion} of that format
 */
record JobExport(
        String format,
        int schemaVersion,
        LocalDateTime exportedAt,
        long id,
        long version,
        MachineRecord machine,
        JobState job,
        Summary before,
        Summary after,
        boolean proven,
        List<Event> history) {
    static final String FORMAT = "zephyr-ridge/job";
    static final int SCHEMA_VERSION = 1;

    /** What a layout comes to. */
    record Summary(ByteSize installed, ByteSize usable, String rate, String timings, List<String> findings) {}

    record Event(long version, LocalDateTime at, String who, String what) {}
}
