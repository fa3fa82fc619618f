package zephyrridge.server.maker;

import static zephyrridge.server.db.Tables.MAKER_NAME;

import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.stereotype.Repository;

@Repository
class MakerStore {
    private final DSLContext sql;

    MakerStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Makers.Named> all() {
        return sql.select(MAKER_NAME.BANK, MAKER_NAME.CODE, MAKER_NAME.NAME)
                .from(MAKER_NAME)
                .orderBy(MAKER_NAME.BANK, MAKER_NAME.CODE)
                .fetch(Records.mapping(Makers.Named::new));
    }

    void put(int bank, int code, String name) {
        sql.insertInto(MAKER_NAME)
                .set(MAKER_NAME.BANK, bank)
                .set(MAKER_NAME.CODE, code)
                .set(MAKER_NAME.NAME, name)
                .onDuplicateKeyUpdate()
                .set(MAKER_NAME.NAME, name)
                .execute();
    }

    void remove(int bank, int code) {
        sql.deleteFrom(MAKER_NAME)
                .where(MAKER_NAME.BANK.eq(bank))
                .and(MAKER_NAME.CODE.eq(code))
                .execute();
    }
}
