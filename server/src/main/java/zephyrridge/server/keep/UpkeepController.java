package zephyrridge.server.keep;

import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.MeterRegistry;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.web.RequestIds;

/** How the installation is, for the lead. Uses the real time, not the demo's. */
@RestController
class UpkeepController {
    /**
     * @param program its version
     * @param startedAt when this process began
     * @param databaseServer what it says of itself; {@code tables} version of the tables; {@code dataBytes} as it estimates them
     * @param lastBackup when these data were last backed up by the command, and into which file; empty when never, or not by it
     * @param diskFree bytes left where the data are, empty where that is not on this machine; {@code diskSize} of how many
     * @param errors unexpected ones since the start; {@code lastError} the last of them, as its reader finds it in the log
     * @param heapUsed bytes; {@code heapMost} that it may take
     */
    record Upkeep(
            String program,
            Instant now,
            Instant startedAt,
            String databaseServer,
            String tables,
            long dataBytes,
            Optional<Backup> lastBackup,
            Optional<Long> diskFree,
            Optional<Long> diskSize,
            long errors,
            Optional<RequestIds.Failure> lastError,
            long heapUsed,
            long heapMost) {}

    /** @param file name of it, without the folder */
    record Backup(Instant at, String file) {}

    private static final Logger LOG = LoggerFactory.getLogger(UpkeepController.class);
    private final DatabaseStateStore database;
    private final MeterRegistry meters;
    private final RequestIds requests;
    private final String version;
    private final String home;
    private final String data;

    UpkeepController(
            DatabaseStateStore database,
            MeterRegistry meters,
            RequestIds requests,
            @Value("${zephyr.version}") String version,
            @Value("${zephyr.home:}") String home,
            @Value("${zephyr.data:}") String data) {
        this.database = database;
        this.meters = meters;
        this.requests = requests;
        this.version = version;
        this.home = home;
        this.data = data;
    }

    /** How the installation is: backup, disk, errors, versions. */
    @GetMapping("/api/upkeep")
    Upkeep upkeep() {
        DatabaseStateStore.State state = database.state();
        Optional<FileStore> disk = disk();
        Counter errors = meters.find("logback.events").tag("level", "error").counter();
        Runtime machine = Runtime.getRuntime();
        return new Upkeep(
                version,
                Instant.now(),
                Instant.ofEpochMilli(ManagementFactory.getRuntimeMXBean().getStartTime()),
                state.server(),
                state.tables(),
                state.bytes(),
                lastBackup(),
                disk.flatMap(d -> bytes(d::getUsableSpace)),
                disk.flatMap(d -> bytes(d::getTotalSpace)),
                errors == null ? 0 : Math.round(errors.count()),
                requests.lastFailure(),
                machine.totalMemory() - machine.freeMemory(),
                machine.maxMemory());
    }

    /** The start command writes into its folder what it backed up: a line with the time and the name of the file. */
    private Optional<Backup> lastBackup() {
        Path told = Path.of(home, "backed-up-" + data);
        if (home.isEmpty() || !Files.isRegularFile(told)) {
            return Optional.empty();
        }
        try {
            String[] line = Files.readString(told).strip().split(" ", 2);
            return Optional.of(new Backup(Instant.parse(line[0]), line.length > 1 ? line[1] : ""));
        } catch (IOException | java.time.format.DateTimeParseException e) {
            LOG.warn("{} cannot be read: {}", told.getFileName(), e.toString());
            return Optional.empty();
        }
    }

    private Optional<FileStore> disk() {
        try {
            return home.isEmpty() ? Optional.empty() : Optional.of(Files.getFileStore(Path.of(home)));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private interface Asked {
        long get() throws IOException;
    }

    private static Optional<Long> bytes(Asked of) {
        try {
            return Optional.of(of.get());
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
