package zephyrridge.server.timer;

import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_TIMER;
import static zephyrridge.server.db.Tables.MACHINE;

import java.time.LocalDateTime;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.stereotype.Repository;

@Repository
class TimerStore {
    record Row(
            String id,
            long jobId,
            String machine,
            String kind,
            int seconds,
            LocalDateTime startedAt,
            String startedBy) {}

    private final DSLContext sql;

    TimerStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Row> all() {
        return sql.select(
                        JOB_TIMER.ID,
                        JOB_TIMER.JOB_ID,
                        MACHINE.NAME,
                        JOB_TIMER.KIND,
                        JOB_TIMER.SECONDS,
                        JOB_TIMER.STARTED_AT,
                        JOB_TIMER.STARTED_BY)
                .from(JOB_TIMER)
                .join(JOB)
                .on(JOB.ID.eq(JOB_TIMER.JOB_ID))
                .join(MACHINE)
                .on(MACHINE.ID.eq(JOB.MACHINE_ID))
                .where(MACHINE.PRACTICE.isFalse())
                .fetch(Records.mapping(Row::new));
    }

    int count(long jobId) {
        return sql.fetchCount(JOB_TIMER, JOB_TIMER.JOB_ID.eq(jobId));
    }

    void insert(Row row) {
        sql.insertInto(JOB_TIMER)
                .set(JOB_TIMER.ID, row.id)
                .set(JOB_TIMER.JOB_ID, row.jobId)
                .set(JOB_TIMER.KIND, row.kind)
                .set(JOB_TIMER.SECONDS, row.seconds)
                .set(JOB_TIMER.STARTED_AT, row.startedAt)
                .set(JOB_TIMER.STARTED_BY, row.startedBy)
                .execute();
    }

    void delete(long jobId, String id) {
        sql.deleteFrom(JOB_TIMER)
                .where(JOB_TIMER.JOB_ID.eq(jobId))
                .and(JOB_TIMER.ID.eq(id))
                .execute();
    }
}
