package zephyrridge.server.photo;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.server.web.Problem;

/** Pictures of the condition a machine came in. Which of them belong to a job is said by the job's state. */
@Service
public class Photos {
    public static final int MOST_PER_JOB = 100;
    private final PhotoStore store;
    private final Clock clock;

    Photos(PhotoStore store, Clock clock) {
        this.store = store;
        this.clock = clock;
    }

    /**
     * Keeps a picture, encoded anew.
     *
     * @return its id
     * @throws Problem when it is no JPEG or PNG that can be read, or the job has too many
     */
    @Transactional
    public String keep(long jobId, byte[] upload, String by) {
        String id = UUID.randomUUID().toString();
        keepAs(id, jobId, upload, by);
        return id;
    }

    /** The same under an id that nothing has yet. */
    @Transactional
    public void keepAs(String id, long jobId, byte[] upload, String by) {
        if (store.count(jobId) >= MOST_PER_JOB) {
            throw Problem.invalid("photo", "PHOTOS_FULL", "most", MOST_PER_JOB);
        }
        store.insert(id, jobId, Pictures.reencode(upload), LocalDateTime.now(clock), by);
    }

    public boolean contains(long jobId, String id) {
        return store.exists(jobId, id);
    }

    public Optional<byte[]> jpeg(long jobId, String id) {
        return store.image(jobId, id);
    }

    /**
     * A picture that belongs to a model.
     *
     * @param part of the record that it shows, "" for the whole machine
     * @param at UTC
     */
    public record OfModel(String id, String part, String caption, LocalDateTime at, String by) {}

    /**
     * Keeps a picture of a model, encoded anew.
     *
     * @throws Problem when it is no JPEG or PNG that can be read, or the model has too many
     */
    @Transactional
    public OfModel keepOfModel(String machineId, String part, String caption, byte[] upload, String by) {
        if (store.countOfModel(machineId) >= MOST_PER_JOB) {
            throw Problem.invalid("photo", "MODEL_PHOTOS_FULL", "most", MOST_PER_JOB);
        }
        OfModel photo = new OfModel(UUID.randomUUID().toString(), part, caption, LocalDateTime.now(clock), by);
        store.insertOfModel(machineId, photo, Pictures.reencode(upload));
        return photo;
    }

    public List<OfModel> ofModel(String machineId) {
        return store.ofModel(machineId);
    }

    public Optional<byte[]> jpegOfModel(String machineId, String id) {
        return store.imageOfModel(machineId, id);
    }

    /** @throws Problem when the model has no such picture */
    @Transactional
    public void removeOfModel(String machineId, String id) {
        if (!store.deleteOfModel(machineId, id)) {
            throw Problem.notFound("photo", id);
        }
    }
}
