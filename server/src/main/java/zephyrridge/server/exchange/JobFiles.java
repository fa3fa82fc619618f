package zephyrridge.server.exchange;

import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.web.Problem;

/** Files and pictures of a job on their way out and in, inside its document. */
@Component
public class JobFiles {
    private final Photos photos;
    private final Sources sources;

    JobFiles(Photos photos, Sources sources) {
        this.photos = photos;
        this.sources = sources;
    }

    public List<JobExport.Attached> of(long job, Unit unit) {
        Stream<Optional<JobExport.Attached>> read = unit.readings().sources().stream()
                .map(s -> sources.content(job, s.id())
                        .map(c -> attached(s.id(), JobExport.FileKind.SOURCE, s.name(), c)));
        Stream<Optional<JobExport.Attached>> seen = unit.photos().stream()
                .map(p -> photos.jpeg(job, p.id()).map(c -> attached(p.id(), JobExport.FileKind.PHOTO, "", c)));
        return Stream.concat(read, seen).flatMap(Optional::stream).toList();
    }

    private static JobExport.Attached attached(String id, JobExport.FileKind kind, String name, byte[] content) {
        String text = Base64.getEncoder().encodeToString(content);
        List<String> pieces = new ArrayList<>();
        for (int at = 0; at < text.length(); at += JobExport.Attached.PIECE) {
            pieces.add(text.substring(at, Math.min(text.length(), at + JobExport.Attached.PIECE)));
        }
        return new JobExport.Attached(id, kind, name, pieces);
    }

    private static final int LONGEST_NAME = 200;

    /** A file of a document under a name of its own here. */
    public record Arrived(String id, JobExport.FileKind kind, String name, byte[] content) {}

    /**
     * The files of a document under names of their own here, and what names them.
     *
     * @param unit the unit's JSON, in which the files' old ids are replaced
     */
    public record Renamed(String unit, List<Arrived> files) {
        /** @throws IllegalArgumentException when an id is no UUID, a name too long, or a content no base64 */
        public static Renamed of(String unit, List<JobExport.Attached> files) {
            String text = unit;
            List<Arrived> renamed = new ArrayList<>();
            for (JobExport.Attached f : files) {
                String was = UUID.fromString(f.id()).toString();
                String is = UUID.randomUUID().toString();
                if (f.name().length() > LONGEST_NAME) {
                    throw new IllegalArgumentException("name of a file is too long");
                }
                text = text.replace(was, is);
                renamed.add(
                        new Arrived(is, f.kind(), f.name(), Base64.getDecoder().decode(String.join("", f.content()))));
            }
            return new Renamed(text, renamed);
        }

        public boolean has(String id) {
            return files.stream().anyMatch(f -> f.id().equals(id));
        }
    }

    /** Whether a unit names a file of its document. */
    private static boolean isNamed(Unit unit, Arrived file) {
        return unit.photos().stream().anyMatch(p -> p.id().equals(file.id()))
                || unit.readings().sources().stream()
                        .map(Readings.SourceRef::id)
                        .anyMatch(file.id()::equals);
    }

    /** @throws Problem when one is no picture, or nothing that can be read */
    public void keep(long job, Unit unit, List<Arrived> files, String by) {
        for (Arrived f : files) {
            if (!isNamed(unit, f)) {
                continue;
            }
            if (f.kind() == JobExport.FileKind.PHOTO) {
                photos.keepAs(f.id(), job, f.content(), by);
            } else {
                sources.keepAs(f.id(), job, f.name(), f.content(), by);
            }
        }
    }
}
