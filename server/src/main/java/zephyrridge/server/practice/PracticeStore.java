package zephyrridge.server.practice;

import static zephyrridge.server.db.Tables.ACCOUNT;
import static zephyrridge.server.db.Tables.PRACTICE;
import static zephyrridge.server.db.Tables.PRACTICE_SHOWN;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class PracticeStore {
    /** @param asked what was asked so far, as a document; {@code minutes}, {@code solved} and {@code mishaps} once it is over */
    record Row(
            long job,
            String learner,
            String what,
            long seed,
            String asked,
            LocalDateTime begunAt,
            Optional<LocalDateTime> endedAt,
            Optional<Integer> minutes,
            Optional<Boolean> solved,
            Optional<Integer> mishaps) {}

    private static final SelectField<Row> ROW = DSL.row(
                    PRACTICE.JOB_ID,
                    PRACTICE.LEARNER,
                    PRACTICE.WHAT,
                    PRACTICE.SEED,
                    PRACTICE.ASKED,
                    PRACTICE.BEGUN_AT,
                    PRACTICE.ENDED_AT.convertFrom(Optional::ofNullable),
                    PRACTICE.MINUTES.convertFrom(Optional::ofNullable),
                    PRACTICE.SOLVED.convertFrom(Optional::ofNullable),
                    PRACTICE.MISHAPS.convertFrom(Optional::ofNullable))
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

    void end(long job, LocalDateTime at, int minutes, boolean solved, int mishaps) {
        sql.update(PRACTICE)
                .set(PRACTICE.ENDED_AT, at)
                .set(PRACTICE.MINUTES, minutes)
                .set(PRACTICE.SOLVED, solved)
                .set(PRACTICE.MISHAPS, mishaps)
                .where(PRACTICE.JOB_ID.eq(job))
                .execute();
    }

    boolean isShown(String learner) {
        return sql.fetchExists(PRACTICE_SHOWN, PRACTICE_SHOWN.LEARNER.eq(learner));
    }

    /** Whether the lead may see what this one practised. */
    void show(String learner, boolean shown, LocalDateTime at) {
        if (shown) {
            sql.insertInto(PRACTICE_SHOWN)
                    .set(PRACTICE_SHOWN.LEARNER, learner)
                    .set(PRACTICE_SHOWN.SINCE, at)
                    .onDuplicateKeyIgnore()
                    .execute();
        } else {
            sql.deleteFrom(PRACTICE_SHOWN)
                    .where(PRACTICE_SHOWN.LEARNER.eq(learner))
                    .execute();
        }
    }

    /** @param login of somebody who lets the lead see it */
    record Learner(String login, String name) {}

    /** All who let the lead see it, by their names. */
    List<Learner> shown() {
        var name = DSL.coalesce(ACCOUNT.DISPLAY_NAME, PRACTICE_SHOWN.LEARNER);
        return sql.select(PRACTICE_SHOWN.LEARNER, name)
                .from(PRACTICE_SHOWN)
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(PRACTICE_SHOWN.LEARNER))
                .orderBy(name, PRACTICE_SHOWN.LEARNER)
                .fetch(r -> new Learner(r.value1(), r.value2()));
    }
}
