package zephyrridge.server.takein;

import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_CONTACT;
import static zephyrridge.server.db.Tables.MACHINE;
import static zephyrridge.server.db.Tables.WORK_ORDER;

import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Repository;

/** How owners are reached, by job. */
@Repository
class ContactStore {
    record Row(String contact, long version) {}

    private final DSLContext sql;

    ContactStore(DSLContext sql) {
        this.sql = sql;
    }

    Optional<Row> find(long job) {
        return sql.select(JOB_CONTACT.CONTACT, JOB_CONTACT.VERSION)
                .from(JOB_CONTACT)
                .where(JOB_CONTACT.JOB_ID.eq(job))
                .fetchOptional(Records.mapping(Row::new));
    }

    /** @return false where it is at another version by now */
    boolean keep(long job, long expected, String contact, LocalDateTime at, String by) {
        if (expected == 0) {
            try {
                return sql.insertInto(JOB_CONTACT)
                                .set(JOB_CONTACT.JOB_ID, job)
                                .set(JOB_CONTACT.CONTACT, contact)
                                .set(JOB_CONTACT.VERSION, 1L)
                                .set(JOB_CONTACT.NOTED_AT, at)
                                .set(JOB_CONTACT.NOTED_BY, by)
                                .execute()
                        == 1;
            } catch (DuplicateKeyException e) {
                return false;
            }
        }
        return sql.update(JOB_CONTACT)
                        .set(JOB_CONTACT.CONTACT, contact)
                        .set(JOB_CONTACT.VERSION, expected + 1)
                        .set(JOB_CONTACT.NOTED_AT, at)
                        .set(JOB_CONTACT.NOTED_BY, by)
                        .where(JOB_CONTACT.JOB_ID.eq(job))
                        .and(JOB_CONTACT.VERSION.eq(expected))
                        .execute()
                == 1;
    }

    /** The contact of the last job of this owner that has one. */
    Optional<String> lastOf(String owner) {
        return sql.select(JOB_CONTACT.CONTACT)
                .from(JOB_CONTACT)
                .join(JOB)
                .on(JOB.ID.eq(JOB_CONTACT.JOB_ID))
                .join(WORK_ORDER)
                .on(WORK_ORDER.ID.eq(JOB.ORDER_ID))
                .where(WORK_ORDER.OWNER.eq(owner))
                .and(JOB_CONTACT.CONTACT.ne(""))
                .orderBy(JOB_CONTACT.NOTED_AT.desc(), JOB_CONTACT.JOB_ID.desc())
                .limit(1)
                .fetchOptional(JOB_CONTACT.CONTACT);
    }

    /** Of jobs that were handed back before this and not touched since, the oldest first. */
    List<Contacts.Due> dueBefore(LocalDateTime before, int most) {
        return sql.select(JOB.ID, MACHINE.NAME, WORK_ORDER.OWNER, JOB.UPDATED_AT)
                .from(JOB_CONTACT)
                .join(JOB)
                .on(JOB.ID.eq(JOB_CONTACT.JOB_ID))
                .join(WORK_ORDER)
                .on(WORK_ORDER.ID.eq(JOB.ORDER_ID))
                .join(MACHINE)
                .on(MACHINE.ID.eq(JOB.MACHINE_ID))
                .where(JOB.STATUS.eq("CLOSED"))
                .and(JOB.UPDATED_AT.lt(before))
                .orderBy(JOB.UPDATED_AT, JOB.ID)
                .limit(most)
                .fetch(Records.mapping(Contacts.Due::new));
    }

    int erase(Collection<Long> jobs) {
        return sql.deleteFrom(JOB_CONTACT).where(JOB_CONTACT.JOB_ID.in(jobs)).execute();
    }
}
