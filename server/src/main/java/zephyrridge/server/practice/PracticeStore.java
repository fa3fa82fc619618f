package zephyrridge.server.practice;

import static zephyrridge.server.db.Tables.PRACTICE;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class PracticeStore {
    /** @param asked what was asked so far, as a document; {@code minutes} and {@code solved} once it is over */
    record Row(
            long job,
            String learner,
            String what,
            long seed,
            String asked,
            LocalDateTime begunAt,
            Optional<LocalDateTime> endedAt,
            Optional<Integer> minutes,
            Optional<Boolean> solved) {}

    private static final SelectField<Row> ROW = DSL.row(
                    PRACTICE.JOB_ID,
                    PRACTICE.LEARNER,
                    PRACTICE.WHAT,
                    PRACTICE.SEED,
                    PRACTICE.ASKED,
                    PRACTICE.BEGUN_AT,
                    PRACTICE.ENDED_AT.convertFrom(Optional::ofNullable),
                    PRACTICE.MINUTES.convertFrom(Optional::ofNullable),
                    PRACTICE.SOLVED.convertFrom(Optional::ofNullable))
            .mapping(Row::new);

    private final DSLContext sql;

    PracticeStore(DSLContext sql) {
        this.sql = sql;
    }

    void insert(long job, String learner, String what, long seed, String asked, LocalDateTime at) {
        sql.insertInto(PRACTICE)
                .set(PRACTICE.JOB_ID, job)
                .set(PRACTICE.LEARNER, learner)
                .set(PRACTICE.WHAT, what)
                .set(PRACTICE.SEED, seed)
                .set(PRACTICE.ASKED, asked)
                .set(PRACTICE.BEGUN_AT, at)
                .execute();
    }

    /** @param learner whose it has to be */
    Optional<Row> find(long job, String learner, boolean forUpdate) {
        var select =
                sql.select(ROW).from(PRACTICE).where(PRACTICE.JOB_ID.eq(job)).and(PRACTICE.LEARNER.eq(learner));
        return forUpdate ? select.forUpdate().fetchOptional(r -> r.value1()) : select.fetchOptional(r -> r.value1());
    }

    /** A learner's own, the latest first. */
    List<Row> of(String learner, int most) {
        return sql.select(ROW)
                .from(PRACTICE)
                .where(PRACTICE.LEARNER.eq(learner))
                .orderBy(PRACTICE.BEGUN_AT.desc(), PRACTICE.JOB_ID.desc())
                .limit(most)
                .fetch(r -> r.value1());
    }

    void asked(long job, String asked) {
        sql.update(PRACTICE)
                .set(PRACTICE.ASKED, asked)
                .where(PRACTICE.JOB_ID.eq(job))
                .execute();
    }

    void end(long job, LocalDateTime at, int minutes, boolean solved) {
        sql.update(PRACTICE)
                .set(PRACTICE.ENDED_AT, at)
                .set(PRACTICE.MINUTES, minutes)
                .set(PRACTICE.SOLVED, solved)
                .where(PRACTICE.JOB_ID.eq(job))
                .execute();
    }
}
