package zephyrridge.server.photo;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.server.web.Problem;

/** Pictures of the condition a machine came in. Which of them belong to a job is said by the job's state. */
@Service
public class Photos {
    private static final int MOST_PER_JOB = 100;
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
        if (store.count(jobId) >= MOST_PER_JOB) {
            throw Problem.invalid("photo", MOST_PER_JOB + " photos were sent for this job already; no more are taken.");
        }
        String id = UUID.randomUUID().toString();
        store.insert(id, jobId, Pictures.reencode(upload), LocalDateTime.now(clock), by);
        return id;
    }

    public boolean contains(long jobId, String id) {
        return store.exists(jobId, id);
    }

    public Optional<byte[]> jpeg(long jobId, String id) {
        return store.image(jobId, id);
    }
}
