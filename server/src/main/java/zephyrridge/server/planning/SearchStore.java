package zephyrridge.server.planning;

import static zephyrridge.server.db.Tables.LAYOUT_SEARCH;

import java.time.LocalDateTime;
import java.util.OptionalLong;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Which search of which job somebody was told the number of. */
@Repository
class SearchStore {
    private final DSLContext sql;

    SearchStore(DSLContext sql) {
        this.sql = sql;
    }

    /** In place of the one before of this person and job. */
    void keep(String account, long job, long id, LocalDateTime at) {
        sql.insertInto(LAYOUT_SEARCH)
                .set(LAYOUT_SEARCH.ACCOUNT, account)
                .set(LAYOUT_SEARCH.JOB_ID, job)
                .set(LAYOUT_SEARCH.ID, id)
                .set(LAYOUT_SEARCH.BEGUN_AT, at)
                .onDuplicateKeyUpdate()
                .set(LAYOUT_SEARCH.ID, id)
                .set(LAYOUT_SEARCH.BEGUN_AT, at)
                .execute();
    }

    /** The job that it is a search of. */
    OptionalLong job(String account, long id) {
        return sql
                .select(LAYOUT_SEARCH.JOB_ID)
                .from(LAYOUT_SEARCH)
                .where(LAYOUT_SEARCH.ID.eq(id))
                .and(LAYOUT_SEARCH.ACCOUNT.eq(account))
                .fetch(LAYOUT_SEARCH.JOB_ID)
                .stream()
                .mapToLong(Long::longValue)
                .findFirst();
    }
}
