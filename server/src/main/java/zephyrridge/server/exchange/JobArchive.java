package zephyrridge.server.exchange;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import tools.jackson.core.StreamWriteFeature;
import tools.jackson.databind.ObjectWriter;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.takein.Contacts;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;
import zephyrridge.server.web.Times;

/**
 * A whole job on its way out, in two forms that are one document (docs/formats/job.schema.json): with its files in it, as base64, for
 * programs; or as an archive, the document with files and pictures beside it, as people open them.
 */
@Component
public class JobArchive {
    private final Jobs jobs;
    private final JobFiles files;
    private final Texts texts;
    private final Clock clock;
    private final Contacts contacts;
    private final ObjectWriter json;

    JobArchive(Jobs jobs, JobFiles files, Texts texts, Clock clock, Contacts contacts, JsonMapper json) {
        this.contacts = contacts;
        this.jobs = jobs;
        this.files = files;
        this.texts = texts;
        this.clock = clock;
        this.json = json.writer().without(StreamWriteFeature.AUTO_CLOSE_TARGET);
    }

    /** The document with its files in it, each fetched while it is written. */
    JobExport inOne(long id, String who) {
        Jobs.Current c = real(id, who);
        return document(
                c, files.of(id, c.unit()).stream().map(JobFiles.Kept::inside).toList());
    }

    /** What is practised stays on the range: brought in somewhere it would be a job like any other. */
    private Jobs.Current real(long id, String who) {
        Jobs.Current c = jobs.get(id, who);
        if (c.row().range().isPresent()) {
            throw Problem.of(HttpStatus.CONFLICT, "PRACTICE_STAYS", Map.of());
        }
        return c;
    }

    /**
     * Archives one job after the other, each in a folder "job-12" when there are several.
     *
     * @param contact how the owner is reached goes along, as contact.txt
     */
    public void write(List<Long> ids, String who, boolean contact, OutputStream to) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        for (long id : ids) {
            Jobs.Current c = real(id, who);
            String folder = ids.size() == 1 ? "" : "job-" + id + "/";
            List<JobFiles.Kept> kept = files.of(id, c.unit());
            zip.setLevel(Deflater.DEFAULT_COMPRESSION);
            zip.putNextEntry(new ZipEntry(folder + "job.json"));
            json.writeValue(
                    zip, document(c, kept.stream().map(JobFiles.Kept::beside).toList()));
            String reached = contact ? contacts.of(id, who).contact() : "";
            if (!reached.isEmpty()) {
                zip.putNextEntry(new ZipEntry(folder + "contact.txt"));
                zip.write(reached.getBytes(StandardCharsets.UTF_8));
            }
            for (JobFiles.Kept k : kept) {
                boolean photo = k.kind() == JobExport.FileKind.PHOTO;
                Optional<byte[]> content = k.content().get();
                if (content.isPresent()) {
                    // A picture is as small as it gets.
                    zip.setLevel(photo ? Deflater.NO_COMPRESSION : Deflater.DEFAULT_COMPRESSION);
                    zip.putNextEntry(new ZipEntry(folder + "files/" + k.id() + (photo ? ".jpg" : "")));
                    zip.write(content.get());
                }
            }
        }
        zip.finish();
    }

    private JobExport document(Jobs.Current c, List<JobExport.Attached> attached) {
        Proof proof = c.assessment().proof();
        return new JobExport(
                JobExport.FORMAT,
                JobExport.SCHEMA_VERSION,
                Instant.now(clock),
                c.row().id(),
                c.row().version(),
                c.machine().published(),
                c.machine().version(),
                c.work().order(),
                c.unit(),
                summary(c.assessment().found()),
                summary(c.assessment().plan()),
                new JobExport.Proven(
                        c.unit().closing().map(Unit.Closing::grade).orElse(proof.grade()),
                        c.unit().closing().map(Unit.Closing::wanted).orElse(proof.wanted()),
                        c.unit().closing().map(Unit.Closing::proven).orElse(proof.proven()),
                        proof.missing().stream().map(texts::of).toList()),
                jobs.events(c.row().id()).stream()
                        .map(e -> new JobExport.Event(
                                e.version(), Times.utc(e.at()), e.who(), texts.get("event." + e.type())))
                        .toList(),
                attached);
    }

    private JobExport.Summary summary(LayoutEvaluation e) {
        return new JobExport.Summary(
                e.installed(),
                e.usable(),
                e.rate().rate().map(texts::show).orElse(texts.get("say.notKnown")),
                e.rate().clocks().map(RateResult.Clocks::toString).orElse(texts.get("say.notKnown")),
                e.findings().stream()
                        .map(f -> f.severity() + ": " + texts.of(f))
                        .toList());
    }
}
