package zephyrridge.server.drawer;

import static zephyrridge.server.db.Tables.ACCOUNT;
import static zephyrridge.server.db.Tables.DRAWER_CHANGE;
import static zephyrridge.server.db.Tables.DRAWER_MODULE;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
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
            Optional<Long> jobId,
            String origin,
            String bin,
            long bookMinor,
            long version,
            boolean gone) {}

    /** What became of one field, when, and by whom. */
    record ChangeRow(LocalDateTime at, String by, String field, String was, String became) {}

    private static final SelectField<Row> ROW = DSL.row(
                    DRAWER_MODULE.TAG,
                    DRAWER_MODULE.LABEL_LINE,
                    DRAWER_MODULE.MAKER,
                    DRAWER_MODULE.PART_NUMBER,
                    DRAWER_MODULE.SERIAL,
                    DRAWER_MODULE.TESTED,
                    DRAWER_MODULE.NOTE,
                    DRAWER_MODULE.JOB_ID.convertFrom(Optional::ofNullable),
                    DRAWER_MODULE.ORIGIN,
                    DRAWER_MODULE.BIN,
                    DRAWER_MODULE.BOOK_MINOR,
                    DRAWER_MODULE.VERSION,
                    DRAWER_MODULE.GONE)
            .mapping(Row::new);
    private final DSLContext sql;

    DrawerStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Row> all() {
        return sql.select(ROW)
                .from(DRAWER_MODULE)
                .where(DRAWER_MODULE.GONE.isFalse())
                .orderBy(DRAWER_MODULE.TAG)
                .fetch(Record1::value1);
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

    /** Some free ones, not known to be bad, of these label lines. */
    List<Row> freeOfLabels(List<String> labels) {
        return labels.isEmpty()
                ? List.of()
                : sql.select(ROW)
                        .from(DRAWER_MODULE)
                        .where(DRAWER_MODULE.LABEL_LINE.in(labels))
                        .and(DRAWER_MODULE.JOB_ID.isNull())
                        .and(DRAWER_MODULE.GONE.isFalse())
                        .and(DRAWER_MODULE.TESTED.ne("BAD"))
                        .orderBy(DRAWER_MODULE.TAG)
                        .limit(400)
                        .fetch(Record1::value1);
    }

    List<Row> unsearched() {
        return sql.select(ROW)
                .from(DRAWER_MODULE)
                .where(DRAWER_MODULE.SEARCH_TEXT.eq(""))
                .fetch(Record1::value1);
    }

    void index(String tag, String generation, String searchText) {
        sql.update(DRAWER_MODULE)
                .set(DRAWER_MODULE.GENERATION, generation)
                .set(DRAWER_MODULE.SEARCH_TEXT, searchText)
                .where(DRAWER_MODULE.TAG.eq(tag))
                .execute();
    }

    List<Row> free(String generation) {
        return sql.select(ROW)
                .from(DRAWER_MODULE)
                .where(DRAWER_MODULE.GENERATION.eq(generation))
                .and(DRAWER_MODULE.JOB_ID.isNull())
                .and(DRAWER_MODULE.GONE.isFalse())
                .and(DRAWER_MODULE.TESTED.notIn("BAD", "SUSPECT"))
                .orderBy(DRAWER_MODULE.TAG)
                .fetch(Record1::value1);
    }

    private static Condition matching(List<String> words, Optional<String> state, boolean freeOnly, boolean gone) {
        Condition all = DRAWER_MODULE.GONE.eq(gone);
        if (freeOnly) {
            all = all.and(DRAWER_MODULE.JOB_ID.isNull());
        }
        for (String word : words) {
            all = all.and(DRAWER_MODULE.SEARCH_TEXT.contains(word));
        }
        return state.map(DRAWER_MODULE.TESTED::eq).map(all::and).orElse(all);
    }

    int count(List<String> words, Optional<String> state, boolean freeOnly, boolean gone) {
        return sql.fetchCount(DRAWER_MODULE, matching(words, state, freeOnly, gone));
    }

    List<Row> search(List<String> words, Optional<String> state, boolean freeOnly, boolean gone, int from, int most) {
        return sql.select(ROW)
                .from(DRAWER_MODULE)
                .where(matching(words, state, freeOnly, gone))
                .orderBy(DRAWER_MODULE.TAG)
                .limit(from, most)
                .fetch(Record1::value1);
    }

    /** The row as it is now, over the one of the version before; its search text with it. */
    void update(Row next, String generation, String searchText) {
        sql.update(DRAWER_MODULE)
                .set(DRAWER_MODULE.LABEL_LINE, next.labelLine)
                .set(DRAWER_MODULE.MAKER, next.maker)
                .set(DRAWER_MODULE.PART_NUMBER, next.partNumber)
                .set(DRAWER_MODULE.SERIAL, next.serial)
                .set(DRAWER_MODULE.TESTED, next.tested)
                .set(DRAWER_MODULE.NOTE, next.note)
                .set(DRAWER_MODULE.ORIGIN, next.origin)
                .set(DRAWER_MODULE.BIN, next.bin)
                .set(DRAWER_MODULE.BOOK_MINOR, next.bookMinor)
                .set(DRAWER_MODULE.VERSION, next.version)
                .set(DRAWER_MODULE.GONE, next.gone)
                .set(DRAWER_MODULE.GENERATION, generation)
                .set(DRAWER_MODULE.SEARCH_TEXT, searchText)
                .where(DRAWER_MODULE.TAG.eq(next.tag))
                .execute();
    }

    void changed(String tag, ChangeRow change) {
        sql.insertInto(DRAWER_CHANGE)
                .set(DRAWER_CHANGE.TAG, tag)
                .set(DRAWER_CHANGE.MADE_AT, change.at)
                .set(DRAWER_CHANGE.MADE_BY, change.by)
                .set(DRAWER_CHANGE.FIELD, change.field)
                .set(DRAWER_CHANGE.WAS, change.was)
                .set(DRAWER_CHANGE.BECAME, change.became)
                .execute();
    }

    /** What was changed of a module, the latest first. */
    List<ChangeRow> changes(String tag, int most) {
        return sql.select(DSL.row(
                                DRAWER_CHANGE.MADE_AT,
                                DSL.coalesce(ACCOUNT.DISPLAY_NAME, DRAWER_CHANGE.MADE_BY),
                                DRAWER_CHANGE.FIELD,
                                DRAWER_CHANGE.WAS,
                                DRAWER_CHANGE.BECAME)
                        .mapping(ChangeRow::new))
                .from(DRAWER_CHANGE)
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(DRAWER_CHANGE.MADE_BY))
                .where(DRAWER_CHANGE.TAG.eq(tag))
                .orderBy(DRAWER_CHANGE.ID.desc())
                .limit(most)
                .fetch(Record1::value1);
    }

    /** Says whose machine a module came out of. */
    void pulledBy(String tag, long jobId) {
        sql.update(DRAWER_MODULE)
                .set(DRAWER_MODULE.PULLED_BY, jobId)
                .where(DRAWER_MODULE.TAG.eq(tag))
                .execute();
    }

    /** Takes a module out that came in from this job's machine and lies free. */
    void remove(String tag, long pulledBy) {
        int gone = sql.deleteFrom(DRAWER_MODULE)
                .where(DRAWER_MODULE.TAG.eq(tag))
                .and(DRAWER_MODULE.PULLED_BY.eq(pulledBy))
                .and(DRAWER_MODULE.JOB_ID.isNull())
                .execute();
        if (gone > 0) {
            sql.deleteFrom(DRAWER_CHANGE).where(DRAWER_CHANGE.TAG.eq(tag)).execute();
        }
    }

    List<String> tagsLike(String prefix) {
        return sql.select(DRAWER_MODULE.TAG)
                .from(DRAWER_MODULE)
                .where(DRAWER_MODULE.TAG.startsWith(prefix))
                .fetch(Record1::value1);
    }

    void insert(Row row, String generation, String searchText) {
        sql.insertInto(DRAWER_MODULE)
                .set(DRAWER_MODULE.TAG, row.tag)
                .set(DRAWER_MODULE.LABEL_LINE, row.labelLine)
                .set(DRAWER_MODULE.MAKER, row.maker)
                .set(DRAWER_MODULE.PART_NUMBER, row.partNumber)
                .set(DRAWER_MODULE.SERIAL, row.serial)
                .set(DRAWER_MODULE.TESTED, row.tested)
                .set(DRAWER_MODULE.NOTE, row.note)
                .set(DRAWER_MODULE.ORIGIN, row.origin)
                .set(DRAWER_MODULE.BIN, row.bin)
                .set(DRAWER_MODULE.BOOK_MINOR, row.bookMinor)
                .set(DRAWER_MODULE.GENERATION, generation)
                .set(DRAWER_MODULE.SEARCH_TEXT, searchText)
                .execute();
    }
}
