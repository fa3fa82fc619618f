package zephyrridge.server.job;

import static zephyrridge.server.db.Tables.ACCOUNT;
import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_EVENT;
import static zephyrridge.server.db.Tables.MACHINE;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class JobStore {
    /** @param state the job's state as JSON */
    record Row(long id, String machineId, String state, long version, LocalDateTime updatedAt, String updatedBy) {}

    record ListRow(
            long id,
            String machineId,
            String machine,
            String owner,
            String wish,
            String station,
            String status,
            boolean blocked,
            LocalDateTime updatedAt,
            String updatedBy) {}

    /** What the list shows of a job, kept beside its state. */
    record Shown(String owner, String wish, String station, String status, boolean blocked) {}

    record EventRow(long version, LocalDateTime at, String account, String type) {}

    private final DSLContext sql;

    JobStore(DSLContext sql) {
        this.sql = sql;
    }

    List<ListRow> list() {
        var by = DSL.coalesce(ACCOUNT.DISPLAY_NAME, JOB.UPDATED_BY);
        return sql.select(
                        JOB.ID,
                        JOB.MACHINE_ID,
                        MACHINE.NAME,
                        JOB.OWNER,
                        JOB.WISH,
                        JOB.STATION,
                        JOB.STATUS,
                        JOB.BLOCKED,
                        JOB.UPDATED_AT,
                        by)
                .from(JOB)
                .join(MACHINE)
                .on(MACHINE.ID.eq(JOB.MACHINE_ID))
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(JOB.UPDATED_BY))
                .orderBy(JOB.STATUS.desc(), JOB.UPDATED_AT.desc(), JOB.ID.desc())
                .limit(500)
                .fetch(Records.mapping(ListRow::new));
    }

    Optional<Row> find(long id, boolean forUpdate) {
        var by = DSL.coalesce(ACCOUNT.DISPLAY_NAME, JOB.UPDATED_BY);
        if (forUpdate) {
            sql.select(JOB.ID).from(JOB).where(JOB.ID.eq(id)).forUpdate().fetch();
        }
        return sql.select(JOB.ID, JOB.MACHINE_ID, JOB.STATE, JOB.VERSION, JOB.UPDATED_AT, by)
                .from(JOB)
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(JOB.UPDATED_BY))
                .where(JOB.ID.eq(id))
                .fetchOptional(Records.mapping(Row::new));
    }

    long insert(String machineId, Shown shown, String state, LocalDateTime at, String by) {
        return sql.insertInto(JOB)
                .set(JOB.MACHINE_ID, machineId)
                .set(JOB.OWNER, shown.owner)
                .set(JOB.WISH, shown.wish)
                .set(JOB.STATION, shown.station)
                .set(JOB.STATUS, shown.status)
                .set(JOB.BLOCKED, shown.blocked)
                .set(JOB.STATE, state)
                .set(JOB.VERSION, 1L)
                .set(JOB.UPDATED_AT, at)
                .set(JOB.UPDATED_BY, by)
                .returningResult(JOB.ID)
                .fetchOne(JOB.ID);
    }

    /** @return false when the job is no longer at {@code expected} */
    boolean update(long id, long expected, Shown shown, String state, LocalDateTime at, String by) {
        return sql.update(JOB)
                        .set(JOB.OWNER, shown.owner)
                        .set(JOB.WISH, shown.wish)
                        .set(JOB.STATION, shown.station)
                        .set(JOB.STATUS, shown.status)
                        .set(JOB.BLOCKED, shown.blocked)
                        .set(JOB.STATE, state)
                        .set(JOB.VERSION, expected + 1)
                        .set(JOB.UPDATED_AT, at)
                        .set(JOB.UPDATED_BY, by)
                        .where(JOB.ID.eq(id))
                        .and(JOB.VERSION.eq(expected))
                        .execute()
                == 1;
    }

    boolean hasChange(long id, String changeId) {
        return sql.fetchExists(JOB_EVENT, JOB_EVENT.JOB_ID.eq(id).and(JOB_EVENT.CHANGE_ID.eq(changeId)));
    }

    /** @param payload the change itself as JSON; {@code state} the state it left */
    void append(long id, EventRow event, Optional<String> changeId, String payload, String state) {
        sql.insertInto(JOB_EVENT)
                .set(JOB_EVENT.JOB_ID, id)
                .set(JOB_EVENT.VERSION, event.version)
                .set(JOB_EVENT.AT, event.at)
                .set(JOB_EVENT.ACCOUNT, event.account)
                .set(JOB_EVENT.TYPE, event.type)
                .set(JOB_EVENT.CHANGE_ID, changeId.orElse(null))
                .set(JOB_EVENT.PAYLOAD, payload)
                .set(JOB_EVENT.STATE, state)
                .execute();
    }

    /** The state an event left. */
    Optional<String> stateAt(long id, long version) {
        return sql.select(JOB_EVENT.STATE)
                .from(JOB_EVENT)
                .where(JOB_EVENT.JOB_ID.eq(id))
                .and(JOB_EVENT.VERSION.eq(version))
                .fetchOptional(JOB_EVENT.STATE);
    }

    /** Events after a version, oldest first, with the names of the people. */
    List<EventRow> events(long id, long after) {
        var by = DSL.coalesce(ACCOUNT.DISPLAY_NAME, JOB_EVENT.ACCOUNT);
        return sql.select(JOB_EVENT.VERSION, JOB_EVENT.AT, by, JOB_EVENT.TYPE)
                .from(JOB_EVENT)
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(JOB_EVENT.ACCOUNT))
                .where(JOB_EVENT.JOB_ID.eq(id))
                .and(JOB_EVENT.VERSION.gt(after))
                .orderBy(JOB_EVENT.VERSION)
                .fetch(Records.mapping(EventRow::new));
    }
}
