package zephyrridge.server.account;

import static zephyrridge.server.db.Tables.SIGN_IN_DEVICE;

import java.time.LocalDateTime;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class SignInDeviceStore {
    private final DSLContext sql;

    SignInDeviceStore(DSLContext sql) {
        this.sql = sql;
    }

    boolean knows(String hash, String login, LocalDateTime since) {
        return sql.fetchExists(
                SIGN_IN_DEVICE,
                SIGN_IN_DEVICE
                        .WORD_HASH
                        .eq(hash)
                        .and(SIGN_IN_DEVICE.LOGIN.eq(login))
                        .and(SIGN_IN_DEVICE.USED_AT.ge(since)));
    }

    /** Keeps it, and of this login's no more than {@code most}, those used last. */
    void keep(String hash, String login, LocalDateTime at, int most) {
        sql.insertInto(SIGN_IN_DEVICE)
                .set(SIGN_IN_DEVICE.WORD_HASH, hash)
                .set(SIGN_IN_DEVICE.LOGIN, login)
                .set(SIGN_IN_DEVICE.USED_AT, at)
                .onDuplicateKeyUpdate()
                .set(SIGN_IN_DEVICE.USED_AT, at)
                .execute();
        sql.select(SIGN_IN_DEVICE.WORD_HASH)
                .from(SIGN_IN_DEVICE)
                .where(SIGN_IN_DEVICE.LOGIN.eq(login))
                .orderBy(SIGN_IN_DEVICE.USED_AT.desc())
                .limit(most, 100)
                .fetch(SIGN_IN_DEVICE.WORD_HASH)
                .forEach(h -> sql.deleteFrom(SIGN_IN_DEVICE)
                        .where(SIGN_IN_DEVICE.WORD_HASH.eq(h))
                        .and(SIGN_IN_DEVICE.LOGIN.eq(login))
                        .execute());
    }

    void forget(String login) {
        sql.deleteFrom(SIGN_IN_DEVICE).where(SIGN_IN_DEVICE.LOGIN.eq(login)).execute();
    }
}
