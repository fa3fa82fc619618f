package zephyrridge.server.exchange;

import java.util.List;
import java.util.concurrent.Semaphore;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
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

/** Takes in a job that comes as a document of {@link JobExport}. */
@Service
public class JobImport {
    private final Jobs jobs;
    private final JobFiles files;
    private final Documents documents;
    private final JsonMapper json;
    private final JobViews views;

    JobImport(Jobs jobs, JobFiles files, Documents documents, JsonMapper json, JobViews views) {
        this.views = views;
        this.jobs = jobs;
        this.files = files;
        this.documents = documents;
        this.json = json;
    }

    /** @param files under the names that the unit has for them now */
    private record Read(Jobs.Arrived job, List<JobFiles.Arrived> files) {}

    /**
     * The job as it stands here. It is shown before it is kept: what cannot be shown is not taken in.
     *
     * @throws Problem where it is no such document, or {@link Jobs#arrive} does not take it
     */
    @Transactional
    public JobView bringIn(String document, String by) {
        Read read = read(document);
        long id = jobs.arrive(read.job, by);
        files.keep(id, read.job.unit(), read.files, by);
        return views.of(jobs.get(id, by));
    }

    /** One at a time: a document with its pictures is held several times over while it is read. */
    private static final Semaphore READING = new Semaphore(1);

    private Read read(String document) {
        READING.acquireUninterruptibly();
        try {
            return readAlone(document);
        } finally {
            READING.release();
        }
    }

    private Read readAlone(String document) {
        try {
            ObjectNode export = (ObjectNode) json.readTree(document);
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
            JobFiles.Renamed renamed = JobFiles.Renamed.of(
                    json.writeValueAsString(stored),
                    json.treeToValue(export.get("files"), new TypeReference<List<JobExport.Attached>>() {}));
            Unit unit = Arrival.theirs(documents.unit(renamed.unit()), renamed::has);
            return new Read(
                    new Jobs.Arrived(
                            json.treeToValue(export.get("order"), Order.class),
                            unit,
                            export.path("machine").path("id").asString(""),
                            export.path("id").asLong(0)),
                    renamed.files());
        } catch (JacksonException | ClassCastException | IllegalArgumentException e) {
            throw Problem.invalid("content", "BROKEN_OFF", "format", JobExport.FORMAT);
        }
    }
}
