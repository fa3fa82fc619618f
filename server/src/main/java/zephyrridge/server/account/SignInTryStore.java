package zephyrridge.server.account;

import static zephyrridge.server.db.Tables.SIGN_IN_TRY;

import java.time.LocalDateTime;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.stereotype.Repository;

@Repository
class SignInTryStore {
    record Row(int tries, LocalDateTime lastAt) {}

    private final DSLContext sql;

    SignInTryStore(DSLContext sql) {
        this.sql = sql;
    }

    /** What was counted so far, locked until the transaction ends, and there from then on. */
    Row lock(String counted, LocalDateTime now) {
        sql.insertInto(SIGN_IN_TRY)
                .set(SIGN_IN_TRY.COUNTED, counted)
                .set(SIGN_IN_TRY.TRIES, 0)
                .set(SIGN_IN_TRY.LAST_AT, now)
                .onDuplicateKeyUpdate()
                .set(SIGN_IN_TRY.TRIES, SIGN_IN_TRY.TRIES)
                .execute();
        return sql.select(SIGN_IN_TRY.TRIES, SIGN_IN_TRY.LAST_AT)
                .from(SIGN_IN_TRY)
                .where(SIGN_IN_TRY.COUNTED.eq(counted))
                .forUpdate()
                .fetchSingle(Records.mapping(Row::new));
    }

    void count(String counted, LocalDateTime at) {
        sql.update(SIGN_IN_TRY)
                .set(SIGN_IN_TRY.TRIES, SIGN_IN_TRY.TRIES.plus(1))
                .set(SIGN_IN_TRY.LAST_AT, at)
                .where(SIGN_IN_TRY.COUNTED.eq(counted))
                .execute();
    }

    /** One try of those counted was none. */
    void giveBack(String counted) {
        sql.update(SIGN_IN_TRY)
                .set(SIGN_IN_TRY.TRIES, SIGN_IN_TRY.TRIES.minus(1))
                .where(SIGN_IN_TRY.COUNTED.eq(counted))
                .and(SIGN_IN_TRY.TRIES.gt(0))
                .execute();
    }

    void forget(String counted) {
        sql.deleteFrom(SIGN_IN_TRY).where(SIGN_IN_TRY.COUNTED.eq(counted)).execute();
    }

    /** What nobody tried since; one row at a time, so that nobody who tries meets a lock of many. */
    void forgetBefore(LocalDateTime time) {
        List<String> old = sql.select(SIGN_IN_TRY.COUNTED)
                .from(SIGN_IN_TRY)
                .where(SIGN_IN_TRY.LAST_AT.lt(time))
                .limit(200)
                .fetch(SIGN_IN_TRY.COUNTED);
        old.forEach(c -> sql.deleteFrom(SIGN_IN_TRY)
                .where(SIGN_IN_TRY.COUNTED.eq(c))
                .and(SIGN_IN_TRY.LAST_AT.lt(time))
                .execute());
    }
}
