package zephyrridge.server.account;

import static zephyrridge.server.db.Tables.ACCESS_EVENT;

import java.time.LocalDateTime;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class AccessEventStore {
    record Row(long id, LocalDateTime madeAt, String kind, String login, String madeBy, String source, String became) {}

    private final DSLContext sql;

    AccessEventStore(DSLContext sql) {
        this.sql = sql;
    }

    void insert(Row row) {
        sql.insertInto(ACCESS_EVENT)
                .set(ACCESS_EVENT.MADE_AT, row.madeAt)
                .set(ACCESS_EVENT.KIND, row.kind)
                .set(ACCESS_EVENT.LOGIN, row.login)
                .set(ACCESS_EVENT.MADE_BY, row.madeBy)
                .set(ACCESS_EVENT.SOURCE, row.source)
                .set(ACCESS_EVENT.BECAME, row.became)
                .execute();
    }

    /** The latest of those before this one. */
    List<Row> before(long id, int most) {
        return sql.select(
                        ACCESS_EVENT.ID,
                        ACCESS_EVENT.MADE_AT,
                        ACCESS_EVENT.KIND,
                        ACCESS_EVENT.LOGIN,
                        ACCESS_EVENT.MADE_BY,
                        ACCESS_EVENT.SOURCE,
                        ACCESS_EVENT.BECAME)
                .from(ACCESS_EVENT)
                .where(ACCESS_EVENT.ID.lt(id))
                .orderBy(ACCESS_EVENT.ID.desc())
                .limit(most)
                .fetch(Records.mapping(Row::new));
    }

    void forgetBefore(LocalDateTime time) {
        sql.deleteFrom(ACCESS_EVENT)
                .where(ACCESS_EVENT.ID.in(DSL.select(DSL.field("id", Long.class))
                        .from(DSL.select(ACCESS_EVENT.ID)
                                .from(ACCESS_EVENT)
                                .where(ACCESS_EVENT.MADE_AT.lt(time))
                                .limit(500)
                                .asTable("old"))))
                .execute();
    }
}
