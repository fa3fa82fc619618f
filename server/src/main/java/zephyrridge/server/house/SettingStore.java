package zephyrridge.server.house;

import static zephyrridge.server.db.Tables.SETTING;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Repository;

@Repository
class SettingStore {
    record Row(long version, String document, String reason, LocalDateTime at, String by) {}

    private final DSLContext sql;

    SettingStore(DSLContext sql) {
        this.sql = sql;
    }

    Optional<Row> newest(String name) {
        return versions(name, 1).stream().findFirst();
    }

    /** The newest first. */
    List<Row> versions(String name, int most) {
        return sql.select(SETTING.VERSION, SETTING.DOCUMENT, SETTING.REASON, SETTING.MADE_AT, SETTING.MADE_BY)
                .from(SETTING)
                .where(SETTING.NAME.eq(name))
                .orderBy(SETTING.VERSION.desc())
                .limit(most)
                .fetch(Records.mapping(Row::new));
    }

    /** @return false where somebody else made this version */
    boolean add(String name, Row row) {
        try {
            sql.insertInto(SETTING)
                    .set(SETTING.NAME, name)
                    .set(SETTING.VERSION, row.version)
                    .set(SETTING.DOCUMENT, row.document)
                    .set(SETTING.REASON, row.reason)
                    .set(SETTING.MADE_AT, row.at)
                    .set(SETTING.MADE_BY, row.by)
                    .execute();
            return true;
        } catch (DuplicateKeyException e) {
            return false;
        }
    }
}
