package zephyrridge.server.exchange;

import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.exc.JacksonIOException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.web.Problem;

/**
 * A job's document with its files as it came, either form of {@link JobArchive}: read once, from beginning to end, its files put into a
 * folder, so that no more than one of them is in memory. The folder goes when this is closed.
 */
final class Incoming implements AutoCloseable {
    /** Bytes of one file: what one may have that is handed in here, a picture. */
    private static final int LARGEST = 8 << 20;
    /** Bytes of the document itself; that of the longest log has two million. */
    private static final int LARGEST_DOCUMENT = 16 << 20;
    /** Characters of base64 for so many bytes. */
    private static final int LARGEST_TEXT = (LARGEST + 2) / 3 * 4;

    /** Bytes of all that is in an archive, unpacked: pictures hardly unfold, and more than this does not come packed. */
    private static final long LARGEST_ALL = 256 << 20;

    private static final int MOST_FILES = Photos.MOST_PER_JOB + Sources.MOST_PER_JOB;
    private static final int LONGEST_NAME = 200;
    private static final Pattern BESIDE = Pattern.compile("(?:[^/]*/)?files/([0-9a-f-]{36})(?:\\.\\w{1,8})?");
    private static final Pattern DOCUMENT = Pattern.compile("(?:[^/]*/)?job\\.json");

    /**
     * A file under a name of its own here.
     *
     * @param was the id by which the document names it; both are UUIDs
     */
    record File(String was, String id, JobExport.FileKind kind, String name, Path content) {}

    /** What the document says of a file. */
    private record Told(String id, JobExport.FileKind kind, String name) {}

    private final Path folder;
    private final JsonMapper json;
    private final List<Told> told = new ArrayList<>();
    private ObjectNode document;

    private Incoming(Path folder, JsonMapper json) {
        this.folder = folder;
        this.json = json;
    }

    /**
     * Reads it.
     *
     * @throws Problem where it is neither form, breaks off, or has a file larger than one may be
     */
    static Incoming of(InputStream body, JsonMapper json) throws IOException {
        Incoming incoming = new Incoming(Files.createTempDirectory("zephyr-job"), json);
        try {
            BufferedInputStream in = new BufferedInputStream(body);
            in.mark(2);
            boolean zip = in.read() == 'P' && in.read() == 'K';
            in.reset();
            if (zip) {
                incoming.archive(in);
            } else {
                incoming.document(in);
            }
            if (incoming.document == null) {
                throw brokenOff();
            }
            return incoming;
        } catch (JacksonIOException e) {
            incoming.close();
            if (e.getCause() instanceof EOFException) {
                throw brokenOff();
            }
            throw e.getCause();
        } catch (JacksonException | EOFException | ZipException | ClassCastException | IllegalArgumentException e) {
            incoming.close();
            throw brokenOff();
        } catch (IOException | RuntimeException e) {
            incoming.close();
            throw e;
        }
    }

    static Problem brokenOff() {
        return Problem.invalid("content", "BROKEN_OFF", "format", JobExport.FORMAT);
    }

    /** All but its files. */
    ObjectNode document() {
        return document;
    }

    /** Those whose content came, under new names. */
    List<File> files() {
        return told.stream()
                .filter(t -> Files.exists(path(t.id())))
                .map(t -> new File(t.id(), UUID.randomUUID().toString(), t.kind(), t.name(), path(t.id())))
                .toList();
    }

    private Path path(String id) {
        return folder.resolve(id);
    }

    private void archive(InputStream in) throws IOException {
        int entries = 0;
        long unpacked = 0;
        ZipInputStream zip = new ZipInputStream(in);
        for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
            if (++entries > 2 * MOST_FILES) {
                throw brokenOff();
            }
            Matcher beside = BESIDE.matcher(e.getName());
            if (DOCUMENT.matcher(e.getName()).matches() && document == null) {
                document(zip);
            } else if (beside.matches()) {
                Path at = path(UUID.fromString(beside.group(1)).toString());
                try (OutputStream out = Files.newOutputStream(at)) {
                    unpacked += new AtMost(zip, LARGEST).transferTo(out);
                }
            } else {
                // What somebody else put in is passed over, and no larger than what is looked for.
                unpacked += new AtMost(zip, LARGEST).transferTo(OutputStream.nullOutputStream());
            }
            if (unpacked > LARGEST_ALL) {
                throw tooLarge(LARGEST_ALL);
            }
        }
    }

    private void document(InputStream in) {
        Map<String, JsonNode> parts = new HashMap<>();
        AtMost bounded = new AtMost(in, LARGEST_DOCUMENT);
        try (JsonParser p = json.createParser(bounded)) {
            expect(p.nextToken(), JsonToken.START_OBJECT);
            while (p.nextToken() == JsonToken.PROPERTY_NAME) {
                String name = p.currentName();
                p.nextToken();
                if (name.equals("files") && told.isEmpty()) {
                    files(p, bounded);
                } else {
                    parts.put(name, p.readValueAsTree());
                }
            }
            expect(p.currentToken(), JsonToken.END_OBJECT);
            expect(p.nextToken(), null);
        }
        document = json.createObjectNode().setAll(parts);
    }

    private void files(JsonParser p, AtMost bounded) {
        expect(p.currentToken(), JsonToken.START_ARRAY);
        while (p.nextToken() == JsonToken.START_OBJECT) {
            file(p);
            bounded.again();
            if (told.size() > MOST_FILES) {
                throw brokenOff();
            }
        }
        expect(p.currentToken(), JsonToken.END_ARRAY);
    }

    private void file(JsonParser p) {
        Map<String, String> says = new HashMap<>();
        StringBuilder content = new StringBuilder();
        while (p.nextToken() == JsonToken.PROPERTY_NAME) {
            String name = p.currentName();
            if (p.nextToken() == JsonToken.START_ARRAY) {
                while (p.nextToken() == JsonToken.VALUE_STRING) {
                    content.append(p.getString());
                    if (content.length() > LARGEST_TEXT) {
                        throw tooLarge(LARGEST);
                    }
                }
                expect(p.currentToken(), JsonToken.END_ARRAY);
            } else {
                expect(p.currentToken(), JsonToken.VALUE_STRING);
                says.put(name, p.getString());
            }
        }
        expect(p.currentToken(), JsonToken.END_OBJECT);
        String id = UUID.fromString(says.getOrDefault("id", "")).toString();
        String name = says.getOrDefault("name", "");
        if (name.length() > LONGEST_NAME) {
            throw brokenOff();
        }
        told.add(new Told(id, JobExport.FileKind.valueOf(says.getOrDefault("kind", "")), name));
        if (!content.isEmpty()) {
            try {
                Files.write(path(id), Base64.getDecoder().decode(content.toString()));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static void expect(JsonToken is, JsonToken wanted) {
        if (is != wanted) {
            throw brokenOff();
        }
    }

    private static Problem tooLarge(long most) {
        return Problem.invalid("content", "PART_TOO_LARGE", "most", most >> 20);
    }

    @Override
    public void close() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            for (Path file : all.toList()) {
                Files.delete(file);
            }
        }
        Files.delete(folder);
    }

    /**
     * No more of a part than it may have: a small archive can unfold into more than there is room for. Its end is not that of what it is
     * part of.
     */
    private static final class AtMost extends FilterInputStream {
        private final int most;
        private long left;

        AtMost(InputStream in, int most) {
            super(in);
            this.most = most;
            this.left = most;
        }

        /** The next part has as much. */
        void again() {
            left = most;
        }

        @Override
        public void close() {
            // Its owner closes it.
        }

        @Override
        public int read() throws IOException {
            int b = super.read();
            return taken(b < 0 ? 0 : 1, b);
        }

        @Override
        public int read(byte[] buffer, int from, int length) throws IOException {
            int n = super.read(buffer, from, length);
            return taken(n, n);
        }

        private int taken(int n, int answer) {
            left -= Math.max(n, 0);
            if (left < 0) {
                throw tooLarge(most);
            }
            return answer;
        }
    }
}
