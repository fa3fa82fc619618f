package zephyrridge.server.reading;

import static zephyrridge.server.db.Tables.JOB_SOURCE;

import java.time.LocalDateTime;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class SourceStore {
    private final DSLContext sql;

    SourceStore(DSLContext sql) {
        this.sql = sql;
    }

    int count(long jobId) {
        return sql.fetchCount(JOB_SOURCE, JOB_SOURCE.JOB_ID.eq(jobId));
    }

    void insert(String id, long jobId, String name, byte[] content, LocalDateTime at, String by) {
        sql.insertInto(JOB_SOURCE)
                .set(JOB_SOURCE.ID, id)
                .set(JOB_SOURCE.JOB_ID, jobId)
                .set(JOB_SOURCE.AT, at)
                .set(JOB_SOURCE.ACCOUNT, by)
                .set(JOB_SOURCE.NAME, name)
                .set(JOB_SOURCE.CONTENT, content)
                .execute();
    }

    boolean exists(long jobId, String id) {
        return sql.fetchExists(JOB_SOURCE, JOB_SOURCE.JOB_ID.eq(jobId).and(JOB_SOURCE.ID.eq(id)));
    }

    Optional<byte[]> content(long jobId, String id) {
        return sql.select(JOB_SOURCE.CONTENT)
                .from(JOB_SOURCE)
                .where(JOB_SOURCE.JOB_ID.eq(jobId))
                .and(JOB_SOURCE.ID.eq(id))
                .fetchOptional(JOB_SOURCE.CONTENT);
    }

    Map<String, LocalDateTime> taken(long jobId) {
        return sql.select(JOB_SOURCE.ID, JOB_SOURCE.AT)
                .from(JOB_SOURCE)
                .where(JOB_SOURCE.JOB_ID.eq(jobId))
                .fetchMap(JOB_SOURCE.ID, JOB_SOURCE.AT);
    }

    Map<String, byte[]> contents(long jobId, Collection<String> ids) {
        return sql.select(JOB_SOURCE.ID, JOB_SOURCE.CONTENT)
                .from(JOB_SOURCE)
                .where(JOB_SOURCE.JOB_ID.eq(jobId))
                .and(JOB_SOURCE.ID.in(ids))
                .fetchMap(JOB_SOURCE.ID, JOB_SOURCE.CONTENT);
    }
}
