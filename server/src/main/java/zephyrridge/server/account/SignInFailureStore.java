package zephyrridge.server.account;

import static zephyrridge.server.db.Tables.SIGN_IN_FAILURE;

import java.time.LocalDateTime;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.stereotype.Repository;

@Repository
class SignInFailureStore {
    record Row(int failures, LocalDateTime lastAt) {}

    private final DSLContext sql;

    SignInFailureStore(DSLContext sql) {
        this.sql = sql;
    }

    Optional<Row> find(String login) {
        return sql.select(SIGN_IN_FAILURE.FAILURES, SIGN_IN_FAILURE.LAST_AT)
                .from(SIGN_IN_FAILURE)
                .where(SIGN_IN_FAILURE.LOGIN.eq(login))
                .fetchOptional(Records.mapping(Row::new));
    }

    void count(String login, LocalDateTime at) {
        int counted = sql.update(SIGN_IN_FAILURE)
                .set(SIGN_IN_FAILURE.FAILURES, SIGN_IN_FAILURE.FAILURES.plus(1))
                .set(SIGN_IN_FAILURE.LAST_AT, at)
                .where(SIGN_IN_FAILURE.LOGIN.eq(login))
                .execute();
        if (counted == 0) {
            sql.insertInto(SIGN_IN_FAILURE)
                    .set(SIGN_IN_FAILURE.LOGIN, login)
                    .set(SIGN_IN_FAILURE.FAILURES, 1)
                    .set(SIGN_IN_FAILURE.LAST_AT, at)
                    .onDuplicateKeyUpdate()
                    .set(SIGN_IN_FAILURE.FAILURES, SIGN_IN_FAILURE.FAILURES.plus(1))
                    .execute();
        }
    }

    void forget(String login) {
        sql.deleteFrom(SIGN_IN_FAILURE).where(SIGN_IN_FAILURE.LOGIN.eq(login)).execute();
    }

    void forgetBefore(LocalDateTime time) {
        sql.deleteFrom(SIGN_IN_FAILURE).where(SIGN_IN_FAILURE.LAST_AT.lt(time)).execute();
    }
}
