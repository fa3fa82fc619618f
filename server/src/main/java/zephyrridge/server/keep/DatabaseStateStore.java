package zephyrridge.server.keep;

import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class DatabaseStateStore {
    /** @param bytes of all tables and their indexes, as the server estimates them */
    record State(String server, String tables, long bytes) {}

    private final DSLContext sql;

    DatabaseStateStore(DSLContext sql) {
        this.sql = sql;
    }

    State state() {
        return new State(
                sql.select(DSL.field("version()", String.class)).fetchSingle().value1(),
                sql.select(DSL.field("version", String.class))
                        .from(DSL.table("flyway_schema_history"))
                        .where(DSL.field("success", Boolean.class).isTrue())
                        .orderBy(DSL.field("installed_rank").desc())
                        .limit(1)
                        .fetchSingle()
                        .value1(),
                sql.select(DSL.coalesce(DSL.sum(DSL.field("data_length + index_length", Long.class)), DSL.inline(0)))
                        .from(DSL.table("information_schema.tables"))
                        .where(DSL.field("table_schema", String.class).eq(DSL.field("database()", String.class)))
                        .fetchSingle()
                        .value1()
                        .longValue());
    }
}
