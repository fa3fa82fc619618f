package zephyrridge.server.room;

import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.ROOM;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** Rooms, and which jobs are in them. */
@Repository
class RoomStore {
    record Row(long id, String name) {}

    private final DSLContext sql;

    RoomStore(DSLContext sql) {
        this.sql = sql;
    }

    long insert(String name, Optional<String> takeInId, LocalDateTime at, String by) {
        return sql.insertInto(ROOM)
                .set(ROOM.NAME, name)
                .set(ROOM.TAKE_IN_ID, takeInId.orElse(null))
                .set(ROOM.CREATED_AT, at)
                .set(ROOM.CREATED_BY, by)
                .returningResult(ROOM.ID)
                .fetchOne(ROOM.ID);
    }

    Optional<Long> byTakeIn(String takeInId) {
        return sql.select(ROOM.ID)
                .from(ROOM)
                .where(ROOM.TAKE_IN_ID.eq(takeInId))
                .fetchOptional(ROOM.ID);
    }

    Optional<Row> find(long id) {
        return sql.select(ROOM.ID, ROOM.NAME).from(ROOM).where(ROOM.ID.eq(id)).fetchOptional(Records.mapping(Row::new));
    }

    void put(long room, int place, long job) {
        sql.update(JOB)
                .set(JOB.ROOM_ID, room)
                .set(JOB.ROOM_PLACE, place)
                .where(JOB.ID.eq(job))
                .execute();
    }

    /** Numbers of its jobs, in the order in which they were taken in. */
    List<Long> jobs(long room) {
        return sql.select(JOB.ID)
                .from(JOB)
                .where(JOB.ROOM_ID.eq(room))
                .orderBy(JOB.ROOM_PLACE)
                .fetch(JOB.ID);
    }

    /** Rooms with a machine that is still here, the newest first. */
    List<Row> open(int most) {
        return sql.select(ROOM.ID, ROOM.NAME)
                .from(ROOM)
                .where(DSL.exists(
                        DSL.selectOne().from(JOB).where(JOB.ROOM_ID.eq(ROOM.ID)).and(JOB.STATUS.eq("OPEN"))))
                .orderBy(ROOM.ID.desc())
                .limit(most)
                .fetch(Records.mapping(Row::new));
    }

    /** Whether each of a room's jobs was handed back, by number, in their order; by room. */
    Map<Long, List<InRoom>> in(List<Long> rooms) {
        return sql.select(JOB.ROOM_ID, JOB.ID, DSL.field(JOB.STATUS.eq("CLOSED")))
                .from(JOB)
                .where(JOB.ROOM_ID.in(rooms))
                .orderBy(JOB.ROOM_ID, JOB.ROOM_PLACE)
                .fetchGroups(JOB.ROOM_ID, r -> new InRoom(r.value2(), r.value3()));
    }

    record InRoom(long job, boolean handedBack) {}
}
