package zephyrridge.server.machine;

import static zephyrridge.server.db.Tables.MACHINE;

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

    private static final SelectField<Row> ROW =
            DSL.row(MACHINE.ID, MACHINE.NAME, MACHINE.DOCUMENT, MACHINE.VERSION).mapping(Row::new);
    private final DSLContext sql;

    MachineStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Row> all() {
        return sql.select(ROW).from(MACHINE).orderBy(MACHINE.NAME).fetch(Record1::value1);
    }

    Optional<Row> find(String id) {
        return sql.select(ROW).from(MACHINE).where(MACHINE.ID.eq(id)).fetchOptional(Record1::value1);
    }

    void insert(Row row) {
        sql.insertInto(MACHINE)
                .set(MACHINE.ID, row.id)
                .set(MACHINE.NAME, row.name)
                .set(MACHINE.DOCUMENT, row.document)
                .set(MACHINE.VERSION, row.version)
                .execute();
    }
}
