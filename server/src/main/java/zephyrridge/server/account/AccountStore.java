package zephyrridge.server.account;

import static zephyrridge.server.db.Tables.ACCOUNT;

import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class AccountStore {
    record Row(String login, String displayName, String role, String passwordHash, boolean active, long version) {}

    private static final SelectField<Row> ROW = DSL.row(
                    ACCOUNT.LOGIN,
                    ACCOUNT.DISPLAY_NAME,
                    ACCOUNT.ROLE,
                    ACCOUNT.PASSWORD_HASH,
                    ACCOUNT.ACTIVE,
                    ACCOUNT.VERSION)
            .mapping(Row::new);
    private final DSLContext sql;

    AccountStore(DSLContext sql) {
        this.sql = sql;
    }

    Optional<Row> find(String login) {
        return sql.select(ROW).from(ACCOUNT).where(ACCOUNT.LOGIN.eq(login)).fetchOptional(Record1::value1);
    }

    /** All accounts, locked until the transaction ends, so that the last lead cannot be lost between two changes. */
    List<Row> lockAll() {
        return sql.select(ROW).from(ACCOUNT).orderBy(ACCOUNT.LOGIN).forUpdate().fetch(Record1::value1);
    }

    List<Row> all() {
        return sql.select(ROW).from(ACCOUNT).orderBy(ACCOUNT.LOGIN).fetch(Record1::value1);
    }

    int count() {
        return sql.fetchCount(ACCOUNT);
    }

    void insert(Row row) {
        sql.insertInto(ACCOUNT)
                .set(ACCOUNT.LOGIN, row.login)
                .set(ACCOUNT.DISPLAY_NAME, row.displayName)
                .set(ACCOUNT.ROLE, row.role)
                .set(ACCOUNT.PASSWORD_HASH, row.passwordHash)
                .set(ACCOUNT.ACTIVE, row.active)
                .set(ACCOUNT.VERSION, row.version)
                .execute();
    }

    void update(Row row) {
        sql.update(ACCOUNT)
                .set(ACCOUNT.DISPLAY_NAME, row.displayName)
                .set(ACCOUNT.ROLE, row.role)
                .set(ACCOUNT.PASSWORD_HASH, row.passwordHash)
                .set(ACCOUNT.ACTIVE, row.active)
                .set(ACCOUNT.VERSION, ACCOUNT.VERSION.plus(1))
                .where(ACCOUNT.LOGIN.eq(row.login))
                .execute();
    }
}
