package zephyrridge.server.reading;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.reading.MachineLook;
import zephyrridge.core.reading.Recognised;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Files and texts read for a job, kept as they came. Which of them count is said by the job's state. */
@Service
public class Sources {
    public static final int MOST_PER_JOB = 200;
    private static final int MOST_NAME = 200;
    /** Bytes of contents whose decoded form is kept at hand. */
    private static final long MOST_DECODED_BYTES = 16_000_000;

    private record Decoded(long jobId, Recognised content, int bytes) {}

    private final SourceStore store;
    private final Recognition recognition;
    private final Clock clock;
    private final Texts texts;
    /** Decoded, by id: what is kept under one never changes, so that not even its bytes are fetched again. */
    private final Cache<String, Decoded> decoded = Caffeine.newBuilder()
            .maximumWeight(MOST_DECODED_BYTES)
            .weigher((String id, Decoded d) -> d.bytes())
            .build();

    Sources(SourceStore store, Recognition recognition, Clock clock, Texts texts) {
        this.store = store;
        this.recognition = recognition;
        this.clock = clock;
        this.texts = texts;
    }

    /** @param content what it turned out to be */
    public record Kept(String id, Recognised content) {}

    /**
     * Recognises and keeps it.
     *
     * @throws Problem NOT_RECOGNISED, saying what it seems to be and what to do, when it is nothing that is known; ASKED_FIRST when all
     *     of it has to be asked about, as a size alone has; it is not kept then
     */
    @Transactional
    public Kept keep(long jobId, String name, byte[] content, String by) {
        String id = UUID.randomUUID().toString();
        Kept kept = keepAs(id, jobId, name, content, by);
        // It would stand among what was read and say nothing; whoever typed it can say what it is now, and nobody can
        // later.
        if (kept.content() instanceof Recognised.Dialog d) {
            List<Finding> asked =
                    d.reading().isEmpty() ? d.reading().asked() : d.reading().whose();
            if (!asked.isEmpty()) {
                throw askedFirst(asked);
            }
        }
        return kept;
    }

    /** @param name of what was handed in, with that of its part where it has several */
    public record Named(String name, Kept kept) {}

    /** @param unread what the system could not read, and what nobody here could */
    public record Looked(List<Named> kept, List<String> unread) {}

    /**
     * Each part of one file of a system as a source of its own.
     *
     * @throws Problem NOT_RECOGNISED where nothing of it is known
     */
    @Transactional
    public Looked keepLook(long jobId, String name, MachineLook look, String by) {
        List<Named> kept = new ArrayList<>();
        List<String> unread = new ArrayList<>(look.unread());
        for (MachineLook.Part part : look.parts()) {
            if (recognition.of(part.content()) instanceof Recognised.Unknown unknown) {
                unread.add(part.name() + ": " + texts.get("unknown." + unknown.why()));
                continue;
            }
            String whole = name + ": " + part.name();
            String as = whole.substring(0, Math.min(MOST_NAME, whole.length()));
            kept.add(new Named(as, keepAs(UUID.randomUUID().toString(), jobId, as, part.content(), by)));
        }
        if (kept.isEmpty()) {
            throw notRecognised(Recognised.Why.JSON_OF_SOMETHING_ELSE);
        }
        return new Looked(kept, unread);
    }

    private Problem notRecognised(Recognised.Why why) {
        return Problem.said(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "NOT_RECOGNISED",
                texts.get("unknown." + why),
                Map.of("field", "content"));
    }

    /** With the ways to answer, where a press can: each says the text that is read then. */
    private Problem askedFirst(List<Finding> asked) {
        return Problem.said(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "ASKED_FIRST",
                asked.stream().map(f -> texts.of(f) + " " + texts.advice(f)).collect(Collectors.joining(" ")),
                Map.of(
                        "field",
                        "content",
                        "choices",
                        asked.stream()
                                .flatMap(f -> GlanceView.question(f, texts).stream())
                                .findFirst()
                                .map(GlanceView.GlanceQuestionView::choices)
                                .orElse(List.of())));
    }

    /** The same under an id that nothing has yet. */
    @Transactional
    public Kept keepAs(String id, long jobId, String name, byte[] content, String by) {
        Recognised what = recognition.of(content);
        if (what instanceof Recognised.Unknown unknown) {
            throw notRecognised(unknown.why());
        }
        if (store.count(jobId) >= MOST_PER_JOB) {
            throw Problem.invalid("source", "SOURCES_FULL", "most", MOST_PER_JOB);
        }
        store.insert(id, jobId, name, content, LocalDateTime.now(clock), by);
        // Not put aside here: the transaction may still fail, and the id with it.
        return new Kept(id, what);
    }

    public boolean contains(long jobId, String id) {
        return store.exists(jobId, id);
    }

    public Optional<byte[]> content(long jobId, String id) {
        return store.content(jobId, id);
    }

    /** When each of a job's files and texts was handed in, UTC. */
    public Map<String, LocalDateTime> taken(long jobId) {
        return store.taken(jobId);
    }

    /** Each decoded once. */
    public Map<String, Recognised> recognised(long jobId, Collection<String> ids) {
        Map<String, Recognised> found = new HashMap<>();
        Set<String> missing = new TreeSet<>();
        for (String id : ids) {
            Decoded d = decoded.getIfPresent(id);
            if (d != null && d.jobId() == jobId) {
                found.put(id, d.content());
            } else {
                missing.add(id);
            }
        }
        if (!missing.isEmpty()) {
            store.contents(jobId, missing).forEach((id, content) -> {
                Recognised what = recognition.of(content);
                decoded.put(id, new Decoded(jobId, what, content.length));
                found.put(id, what);
            });
        }
        return found;
    }
}
