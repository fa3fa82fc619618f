package zephyrridge.server.keep;

import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.server.account.AccessLog;
import zephyrridge.server.web.Problem;

/** What is kept of an owner: shown, and erased where the lead wants it so. */
@Service
class Owned {
    private static final int MOST = 1_000;
    private static final String CLOSED = "CLOSED";
    private final OwnedStore store;
    private final AccessLog log;

    Owned(OwnedStore store, AccessLog log) {
        this.store = store;
        this.log = log;
    }

    /** Their jobs by the name as it was typed, a thousand at most. */
    @Transactional
    public List<OwnedStore.Row> of(String owner) {
        return store.lock(owner, MOST);
    }

    /**
     * Erases every job of theirs, with its history, files, pictures and times; what was learned of models stays, and so does that and by
     * whom something was erased.
     *
     * @param jobs those that the lead saw
     * @throws Problem CHANGED_MEANWHILE when there are others by now, OWNER_OPEN when one is not handed back
     */
    @Transactional
    public void erase(String owner, List<Long> jobs, String by) {
        List<OwnedStore.Row> rows = store.lock(owner, MOST);
        if (rows.isEmpty() || !rows.stream().map(OwnedStore.Row::id).toList().equals(jobs)) {
            throw Problem.of(HttpStatus.CONFLICT, "CHANGED_MEANWHILE.owner", Map.of());
        }
        rows.stream().filter(r -> !r.status().equals(CLOSED)).findFirst().ifPresent(r -> {
            throw Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "OWNER_OPEN", Map.of("field", "owner"), "job", r.id());
        });
        rows.forEach(r -> store.erase(r.id()));
        log.note(AccessLog.Kind.OWNER_ERASED, "", by, String.valueOf(rows.size()));
    }
}
