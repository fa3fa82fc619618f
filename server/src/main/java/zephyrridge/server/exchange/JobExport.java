package zephyrridge.server.exchange;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.document.Documents;

/**
 * A job as it leaves the shop: docs/formats/job.schema.json describes it.
 *
 * @param format always "zephyr-ridge/job"; {@code schemaVersion} of that format
 * @param files what the unit names of files and pictures
 * @param machine the record it works on, {@code machineVersion} its version; what is otherwise in this very machine stands in the unit
 */
public record JobExport(
        String format,
        int schemaVersion,
        Instant exportedAt,
        long id,
        long version,
        MachineRecord machine,
        long machineVersion,
        Order order,
        Unit unit,
        Summary before,
        Summary after,
        Proven proof,
        List<Event> history,
        List<Attached> files) {
    public static final String FORMAT = "zephyr-ridge/job";
    public static final int SCHEMA_VERSION = 11;
    /** Of each version that is still read, the schema of the unit in it. */
    static final Map<Integer, Integer> UNIT_SCHEMAS =
            Map.of(6, 7, 7, 8, 8, 9, 9, 10, 10, 10, SCHEMA_VERSION, Documents.UNIT_SCHEMA);

    /** What a layout comes to. */
    public record Summary(ByteSize installed, ByteSize usable, String rate, String timings, List<String> findings) {}

    /** @param missing what it lacks, in words */
    public record Proven(Grade grade, Grade wanted, boolean proven, List<String> missing) {}

    public enum FileKind {
        SOURCE,
        PHOTO
    }

    /**
     * A file that was read, or a picture.
     *
     * @param id a UUID, by which the unit names it
     * @param content base64, in pieces of {@value #PIECE} characters at most; none where it lies beside the document, as "files/" and the id
     */
    public record Attached(String id, FileKind kind, String name, Iterable<String> content) {
        static final int PIECE = 500_000;
    }

    public record Event(long version, Instant at, String who, String what) {}
}
