package zephyrridge.server.machine;

import static zephyrridge.server.db.Tables.MACHINE;

import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.stereotype.Repository;

@Repository
class MachineStore {
    record Row(String id, String name, String document, long version) {
    }

    private final DSLContext sql;

    MachineStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Row> all() {
        return sql.select(MACHINE.ID, MACHINE.NAME, MACHINE.DOCUMENT, MACHINE.VERSION).from(MACHINE).orderBy(MACHINE.NAME).fetch(Records.mapping(Row::new));
    }

    Optional<Row> find(String id) {
        return sql.select(MACHINE.ID, MACHINE.NAME, MACHINE.DOCUMENT, MACHINE.VERSION).from(MACHINE).where(MACHINE.ID.eq(id))
                .fetchOptional(Records.mapping(Row::new));
    }

    void insert(Row row) {
        sql.insertInto(MACHINE).set(MACHINE.ID, row.id).set(MACHINE.NAME, row.name).set(MACHINE.DOCUMENT, row.document).set(MACHINE.VERSION, row.version).execute();
    }
}
