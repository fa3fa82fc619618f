package zephyrridge.server.machine;

import static zephyrridge.server.db.Tables.MACHINE;
import static zephyrridge.server.db.Tables.MACHINE_VERSION;

import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class MachineStore {
    record Row(String id, String name, String document, long version) {}

    private static final SelectField<Row> ROW = DSL.row(
                    MACHINE.ID, MACHINE.NAME, MACHINE_VERSION.DOCUMENT, MACHINE_VERSION.VERSION)
            .mapping(Row::new);
    private final DSLContext sql;

    MachineStore(DSLContext sql) {
        this.sql = sql;
    }

    /** The latest version of each. */
    List<Row> all() {
        return sql.select(ROW)
                .from(MACHINE)
                .join(MACHINE_VERSION)
                .on(MACHINE_VERSION.MACHINE_ID.eq(MACHINE.ID).and(MACHINE_VERSION.VERSION.eq(MACHINE.VERSION)))
                .orderBy(MACHINE.NAME)
                .fetch(Record1::value1);
    }

    Optional<Long> latest(String id) {
        return sql.select(MACHINE.VERSION)
                .from(MACHINE)
                .where(MACHINE.ID.eq(id))
                .fetchOptional(MACHINE.VERSION);
    }

    Optional<Row> find(String id, long version) {
        return sql.select(ROW)
                .from(MACHINE)
                .join(MACHINE_VERSION)
                .on(MACHINE_VERSION.MACHINE_ID.eq(MACHINE.ID))
                .where(MACHINE.ID.eq(id))
                .and(MACHINE_VERSION.VERSION.eq(version))
                .fetchOptional(Record1::value1);
    }

    void insert(Row row) {
        sql.insertInto(MACHINE)
                .set(MACHINE.ID, row.id)
                .set(MACHINE.NAME, row.name)
                .set(MACHINE.VERSION, row.version)
                .execute();
        sql.insertInto(MACHINE_VERSION)
                .set(MACHINE_VERSION.MACHINE_ID, row.id)
                .set(MACHINE_VERSION.VERSION, row.version)
                .set(MACHINE_VERSION.DOCUMENT, row.document)
                .execute();
    }
}
