package zephyrridge.server.supplier;

import static zephyrridge.server.db.Tables.SHEET_RUN;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.stereotype.Repository;

/** Sheets on their way in, so that every application on these data knows how far each is. */
@Repository
class SheetRunStore {
    /** @param toldAt when whoever reads it said so last, UTC */
    record Row(
            long id,
            long supplierId,
            Sheets.State state,
            int lines,
            int done,
            int landed,
            int badLines,
            String notes,
            String why,
            LocalDateTime toldAt) {}

    private final DSLContext sql;

    SheetRunStore(DSLContext sql) {
        this.sql = sql;
    }

    /** What was begun before goes. */
    void forget(LocalDateTime before) {
        sql.deleteFrom(SHEET_RUN).where(SHEET_RUN.BEGUN_AT.lt(before)).execute();
    }

    void insert(long id, String account, long supplier, int lines, String notes, LocalDateTime at) {
        sql.insertInto(SHEET_RUN)
                .set(SHEET_RUN.ID, id)
                .set(SHEET_RUN.ACCOUNT, account)
                .set(SHEET_RUN.SUPPLIER_ID, supplier)
                .set(SHEET_RUN.STATE, Sheets.State.RUNNING.name())
                .set(SHEET_RUN.LINES_ALL, lines)
                .set(SHEET_RUN.LINES_DONE, 0)
                .set(SHEET_RUN.LANDED, 0)
                .set(SHEET_RUN.BAD_LINES, 0)
                .set(SHEET_RUN.NOTES, notes)
                .set(SHEET_RUN.WHY, "")
                .set(SHEET_RUN.BEGUN_AT, at)
                .set(SHEET_RUN.TOLD_AT, at)
                .execute();
    }

    /** @param lock until the transaction ends */
    Optional<Row> find(long id, String account, boolean lock) {
        var found = sql.select(
                        SHEET_RUN.ID,
                        SHEET_RUN.SUPPLIER_ID,
                        SHEET_RUN.STATE.convertFrom(Sheets.State::valueOf),
                        SHEET_RUN.LINES_ALL,
                        SHEET_RUN.LINES_DONE,
                        SHEET_RUN.LANDED,
                        SHEET_RUN.BAD_LINES,
                        SHEET_RUN.NOTES,
                        SHEET_RUN.WHY,
                        SHEET_RUN.TOLD_AT)
                .from(SHEET_RUN)
                .where(SHEET_RUN.ID.eq(id))
                .and(SHEET_RUN.ACCOUNT.eq(account));
        return lock
                ? found.forUpdate().fetchOptional(Records.mapping(Row::new))
                : found.fetchOptional(Records.mapping(Row::new));
    }

    /** Those of a supplier in this state, locked. */
    List<Long> waiting(long supplier, Sheets.State state) {
        return sql.select(SHEET_RUN.ID)
                .from(SHEET_RUN)
                .where(SHEET_RUN.SUPPLIER_ID.eq(supplier))
                .and(SHEET_RUN.STATE.eq(state.name()))
                .forUpdate()
                .fetch(SHEET_RUN.ID);
    }

    /** How far it is; false where it is not running any more. */
    boolean tell(long id, int done, int landed, int badLines, String notes, LocalDateTime at) {
        return sql.update(SHEET_RUN)
                        .set(SHEET_RUN.LINES_DONE, done)
                        .set(SHEET_RUN.LANDED, landed)
                        .set(SHEET_RUN.BAD_LINES, badLines)
                        .set(SHEET_RUN.NOTES, notes)
                        .set(SHEET_RUN.TOLD_AT, at)
                        .where(SHEET_RUN.ID.eq(id))
                        .and(SHEET_RUN.STATE.eq(Sheets.State.RUNNING.name()))
                        .execute()
                == 1;
    }

    /** It was read to its end; false where it was not running any more. */
    boolean whole(long id, Sheets.State as, String notes, LocalDateTime at) {
        return sql.update(SHEET_RUN)
                        .set(SHEET_RUN.STATE, as.name())
                        .set(SHEET_RUN.NOTES, notes)
                        .set(SHEET_RUN.TOLD_AT, at)
                        .where(SHEET_RUN.ID.eq(id))
                        .and(SHEET_RUN.STATE.eq(Sheets.State.RUNNING.name()))
                        .execute()
                == 1;
    }

    void become(long id, Sheets.State as, String why, LocalDateTime at) {
        sql.update(SHEET_RUN)
                .set(SHEET_RUN.STATE, as.name())
                .set(SHEET_RUN.WHY, why)
                .set(SHEET_RUN.TOLD_AT, at)
                .where(SHEET_RUN.ID.eq(id))
                .execute();
    }
}
