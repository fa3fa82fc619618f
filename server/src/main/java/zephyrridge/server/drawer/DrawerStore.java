package zephyrridge.server.drawer;

import static zephyrridge.server.db.Tables.DRAWER_MODULE;

import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class DrawerStore {
    record Row(
            String tag,
            String labelLine,
            String maker,
            String partNumber,
            String serial,
            String tested,
            String note,
            Optional<Long> jobId) {}

    private static final SelectField<Row> ROW = DSL.row(
                    DRAWER_MODULE.TAG,
                    DRAWER_MODULE.LABEL_LINE,
                    DRAWER_MODULE.MAKER,
                    DRAWER_MODULE.PART_NUMBER,
                    DRAWER_MODULE.SERIAL,
                    DRAWER_MODULE.TESTED,
                    DRAWER_MODULE.NOTE,
                    DRAWER_MODULE.JOB_ID.convertFrom(Optional::ofNullable))
            .mapping(Row::new);
    private final DSLContext sql;

    DrawerStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Row> all() {
        return sql.select(ROW).from(DRAWER_MODULE).orderBy(DRAWER_MODULE.TAG).fetch(Record1::value1);
    }

    /** @param forUpdate locks the row until the transaction ends */
    Optional<Row> find(String tag, boolean forUpdate) {
        var query = sql.select(ROW).from(DRAWER_MODULE).where(DRAWER_MODULE.TAG.eq(tag));
        return (forUpdate ? query.forUpdate() : query).fetchOptional(Record1::value1);
    }

    void assign(String tag, Long jobId) {
        sql.update(DRAWER_MODULE)
                .set(DRAWER_MODULE.JOB_ID, jobId)
                .where(DRAWER_MODULE.TAG.eq(tag))
                .execute();
    }

    void release(String tag, long jobId) {
        sql.update(DRAWER_MODULE)
                .setNull(DRAWER_MODULE.JOB_ID)
                .where(DRAWER_MODULE.TAG.eq(tag))
                .and(DRAWER_MODULE.JOB_ID.eq(jobId))
                .execute();
    }

    void insert(Row row) {
        sql.insertInto(DRAWER_MODULE)
                .set(DRAWER_MODULE.TAG, row.tag)
                .set(DRAWER_MODULE.LABEL_LINE, row.labelLine)
                .set(DRAWER_MODULE.MAKER, row.maker)
                .set(DRAWER_MODULE.PART_NUMBER, row.partNumber)
                .set(DRAWER_MODULE.SERIAL, row.serial)
                .set(DRAWER_MODULE.TESTED, row.tested)
                .set(DRAWER_MODULE.NOTE, row.note)
                .execute();
    }
}
