package zephyrridge.server.exchange;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.web.Problem;

/** Files and pictures of a job on their way out and in, one of them in memory at a time. */
@Component
class JobFiles {
    private final Photos photos;
    private final Sources sources;

    JobFiles(Photos photos, Sources sources) {
        this.photos = photos;
        this.sources = sources;
    }

    /** @param content fetched when it is asked for; empty where it is gone by then */
    record Kept(String id, JobExport.FileKind kind, String name, Supplier<Optional<byte[]>> content) {
        /** As it stands in a document, its content read while that is written. */
        JobExport.Attached inside() {
            return new JobExport.Attached(id, kind, name, () -> content.get()
                    .map(Kept::pieces)
                    .orElse(List.of())
                    .iterator());
        }

        /** As it stands in a document beside which its content lies. */
        JobExport.Attached beside() {
            return new JobExport.Attached(id, kind, name, List.of());
        }

        private static List<String> pieces(byte[] content) {
            String text = Base64.getEncoder().encodeToString(content);
            List<String> pieces = new ArrayList<>();
            for (int at = 0; at < text.length(); at += JobExport.Attached.PIECE) {
                pieces.add(text.substring(at, Math.min(text.length(), at + JobExport.Attached.PIECE)));
            }
            return pieces;
        }
    }

    List<Kept> of(long job, Unit unit) {
        return Stream.concat(
                        unit.readings().sources().stream()
                                .map(s -> new Kept(
                                        s.id(),
                                        JobExport.FileKind.SOURCE,
                                        s.name(),
                                        () -> sources.content(job, s.id()))),
                        unit.photos().stream()
                                .map(p ->
                                        new Kept(p.id(), JobExport.FileKind.PHOTO, "", () -> photos.jpeg(job, p.id()))))
                .toList();
    }

    /** Whether a unit names a file of its document. */
    private static boolean isNamed(Unit unit, Incoming.File file) {
        return unit.photos().stream().anyMatch(p -> p.id().equals(file.id()))
                || unit.readings().sources().stream()
                        .map(Readings.SourceRef::id)
                        .anyMatch(file.id()::equals);
    }

    /** @throws Problem when one is no picture, or nothing that can be read */
    void keep(long job, Unit unit, List<Incoming.File> files, String by) throws IOException {
        for (Incoming.File f : files) {
            if (!isNamed(unit, f)) {
                continue;
            }
            byte[] content = Files.readAllBytes(f.content());
            if (f.kind() == JobExport.FileKind.PHOTO) {
                photos.keepAs(f.id(), job, content, by);
            } else {
                sources.keepAs(f.id(), job, f.name(), content, by);
            }
        }
    }
}
