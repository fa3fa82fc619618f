package zephyrridge.server.keep;

import static zephyrridge.server.db.Tables.DRAWER_MODULE;
import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_CONTACT;
import static zephyrridge.server.db.Tables.JOB_EVENT;
import static zephyrridge.server.db.Tables.JOB_PHOTO;
import static zephyrridge.server.db.Tables.JOB_SOURCE;
import static zephyrridge.server.db.Tables.JOB_TIMER;
import static zephyrridge.server.db.Tables.JOB_WORD;
import static zephyrridge.server.db.Tables.LAYOUT_SEARCH;
import static zephyrridge.server.db.Tables.MACHINE;
import static zephyrridge.server.db.Tables.ROOM;
import static zephyrridge.server.db.Tables.WORK_ORDER;

import java.time.LocalDateTime;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Records;
import org.jooq.Table;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** What is kept of an owner, by the name as it was typed. */
@Repository
class OwnedStore {
    record Row(long id, String machine, String status, LocalDateTime updatedAt, int photos, int sources) {}

    private final DSLContext sql;

    OwnedStore(DSLContext sql) {
        this.sql = sql;
    }

    /** Their jobs, locked until the transaction ends. */
    List<Row> lock(String owner, int most) {
        return sql.select(
                        JOB.ID,
                        MACHINE.NAME,
                        JOB.STATUS,
                        JOB.UPDATED_AT,
                        count(JOB_PHOTO, JOB_PHOTO.JOB_ID),
                        count(JOB_SOURCE, JOB_SOURCE.JOB_ID))
                .from(JOB)
                .join(WORK_ORDER)
                .on(WORK_ORDER.ID.eq(JOB.ORDER_ID))
                .join(MACHINE)
                .on(MACHINE.ID.eq(JOB.MACHINE_ID))
                .where(WORK_ORDER.OWNER.eq(owner))
                .and(JOB.STATUS.in("OPEN", "CLOSED"))
                .orderBy(JOB.ID)
                .limit(most)
                .forUpdate()
                .fetch(Records.mapping(Row::new));
    }

    private static Field<Integer> count(Table<?> of, Field<Long> job) {
        return DSL.field(DSL.selectCount().from(of).where(job.eq(JOB.ID)));
    }

    /** All of a job, out for good; the modules that it put into a machine left the drawer with it. */
    void erase(long job) {
        Long room = sql.select(JOB.ROOM_ID).from(JOB).where(JOB.ID.eq(job)).fetchOne(JOB.ROOM_ID);
        long order = sql.select(JOB.ORDER_ID).from(JOB).where(JOB.ID.eq(job)).fetchSingle(JOB.ORDER_ID);
        sql.update(DRAWER_MODULE)
                .setNull(DRAWER_MODULE.JOB_ID)
                .set(DRAWER_MODULE.GONE, true)
                .set(DRAWER_MODULE.VERSION, DRAWER_MODULE.VERSION.plus(1))
                .where(DRAWER_MODULE.JOB_ID.eq(job))
                .execute();
        sql.deleteFrom(LAYOUT_SEARCH).where(LAYOUT_SEARCH.JOB_ID.eq(job)).execute();
        sql.deleteFrom(JOB_CONTACT).where(JOB_CONTACT.JOB_ID.eq(job)).execute();
        sql.deleteFrom(JOB_WORD).where(JOB_WORD.JOB_ID.eq(job)).execute();
        sql.deleteFrom(JOB_PHOTO).where(JOB_PHOTO.JOB_ID.eq(job)).execute();
        sql.deleteFrom(JOB_SOURCE).where(JOB_SOURCE.JOB_ID.eq(job)).execute();
        sql.deleteFrom(JOB_TIMER).where(JOB_TIMER.JOB_ID.eq(job)).execute();
        sql.deleteFrom(JOB_EVENT).where(JOB_EVENT.JOB_ID.eq(job)).execute();
        sql.deleteFrom(JOB).where(JOB.ID.eq(job)).execute();
        if (!sql.fetchExists(JOB, JOB.ORDER_ID.eq(order))) {
            sql.deleteFrom(WORK_ORDER).where(WORK_ORDER.ID.eq(order)).execute();
        }
        // A room's name says whose it is.
        if (room != null && !sql.fetchExists(JOB, JOB.ROOM_ID.eq(room))) {
            sql.deleteFrom(ROOM).where(ROOM.ID.eq(room)).execute();
        }
    }
}
