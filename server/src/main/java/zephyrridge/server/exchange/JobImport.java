package zephyrridge.server.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import zephyrridge.core.change.Arrival;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.document.Documents;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.page.JobViews;
import zephyrridge.server.view.JobView;
import zephyrridge.server.web.Problem;

/** Takes in a job that comes as {@link JobArchive} writes it. */
@Service
public class JobImport {
    private static final int LONGEST_WAIT_SECONDS = 60;
    private final Jobs jobs;
    private final JobFiles files;
    private final Documents documents;
    private final JsonMapper json;
    private final JobViews views;
    private final TransactionTemplate transaction;
    /** One at a time: pictures are encoded anew, and no more memory is taken than for one. */
    private final Semaphore turn = new Semaphore(1, true);

    JobImport(
            Jobs jobs,
            JobFiles files,
            Documents documents,
            JsonMapper json,
            JobViews views,
            TransactionTemplate transaction) {
        this.views = views;
        this.jobs = jobs;
        this.files = files;
        this.documents = documents;
        this.json = json;
        this.transaction = transaction;
    }

    /** @param files under the names that the unit has for them now */
    private record Read(Jobs.Arrived job, List<Incoming.File> files) {}

    /**
     * The job as it stands here. It is shown before it is kept: what cannot be shown is not taken in.
     *
     * @throws Problem where it is no such document, or {@link Jobs#arrive} does not take it
     */
    public JobView bringIn(InputStream body, String by) throws IOException {
        // All of it is here before it takes its turn: who sends slowly keeps nobody waiting.
        Path came = Files.createTempFile("zephyr-job", null);
        try {
            Files.copy(body, came, StandardCopyOption.REPLACE_EXISTING);
            if (!turn.tryAcquire(LONGEST_WAIT_SECONDS, TimeUnit.SECONDS)) {
                throw Problem.of(HttpStatus.TOO_MANY_REQUESTS, "TOO_MUCH_AT_ONCE", Map.of());
            }
            try (InputStream in = Files.newInputStream(came);
                    Incoming incoming = Incoming.of(in, json)) {
                Read read = read(incoming);
                return transaction.execute(s -> keep(read, by));
            } finally {
                turn.release();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw Problem.of(HttpStatus.TOO_MANY_REQUESTS, "TOO_MUCH_AT_ONCE", Map.of());
        } finally {
            Files.delete(came);
        }
    }

    private JobView keep(Read read, String by) {
        long id = jobs.arrive(read.job, by);
        try {
            files.keep(id, read.job.unit(), read.files, by);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return views.of(jobs.get(id, by));
    }

    private Read read(Incoming incoming) {
        ObjectNode export = incoming.document();
        try {
            Integer schema =
                    JobExport.UNIT_SCHEMAS.get(export.path("schemaVersion").asInt(0));
            if (!JobExport.FORMAT.equals(export.path("format").asString("")) || schema == null) {
                throw Problem.invalid(
                        "content", "FORMAT", "format", JobExport.FORMAT, "version", JobExport.SCHEMA_VERSION);
            }
            if (!(export.get("unit") instanceof ObjectNode stored) || !(export.get("order") instanceof ObjectNode)) {
                throw Problem.invalid("content", "NO_UNIT");
            }
            stored.put("schema", schema);
            List<Incoming.File> carried = incoming.files();
            String named = json.writeValueAsString(stored);
            for (Incoming.File f : carried) {
                named = named.replace(f.was(), f.id());
            }
            Unit unit =
                    Arrival.theirs(documents.unit(named), id -> carried.stream().anyMatch(f -> f.id().equals(id)));
            return new Read(
                    new Jobs.Arrived(
                            json.treeToValue(export.get("order"), Order.class),
                            unit,
                            export.path("machine").path("id").asString(""),
                            export.path("id").asLong(0)),
                    carried);
        } catch (JacksonException | ClassCastException | IllegalArgumentException e) {
            throw Incoming.brokenOff();
        }
    }
}
