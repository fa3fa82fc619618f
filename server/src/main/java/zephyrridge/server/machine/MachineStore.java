package zephyrridge.server.machine;

import static zephyrridge.server.db.Tables.MACHINE;
import static zephyrridge.server.db.Tables.MACHINE_VERSION;

import java.time.LocalDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jooq.Record3;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class MachineStore {
    record Row(String id, String name, String document, long version, boolean retired, Optional<String> quick) {}

    /** @param at empty for versions from before that was kept */
    record Version(long version, Optional<LocalDateTime> at, Optional<String> by) {}

    private static final SelectField<Row> ROW = DSL.row(
                    MACHINE.ID,
                    MACHINE.NAME,
                    MACHINE_VERSION.DOCUMENT,
                    MACHINE_VERSION.VERSION,
                    MACHINE.RETIRED,
                    MACHINE_VERSION.QUICK)
            .mapping((id, name, document, version, retired, quick) ->
                    new Row(id, name, document, version, retired, Optional.ofNullable(quick)));
    private final DSLContext sql;

    MachineStore(DSLContext sql) {
        this.sql = sql;
    }

    Optional<Long> latest(String id) {
        return sql.select(MACHINE.VERSION)
                .from(MACHINE)
                .where(MACHINE.ID.eq(id))
                .fetchOptional(MACHINE.VERSION);
    }

    boolean isPractice(String id) {
        return sql.fetchExists(MACHINE, MACHINE.ID.eq(id).and(MACHINE.PRACTICE.isTrue()));
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

    /** Which version each record is at, for those that are kept ready by it. */
    Map<String, Head> heads() {
        return sql
                .select(MACHINE.ID, MACHINE.VERSION, MACHINE.RETIRED)
                .from(MACHINE)
                .where(MACHINE.PRACTICE.isFalse())
                .orderBy(MACHINE.NAME)
                .fetch()
                .stream()
                .collect(Collectors.toMap(
                        Record3::value1, r -> new Head(r.value2(), r.value3()), (a, b) -> a, LinkedHashMap::new));
    }

    record Head(long version, boolean retired) {}

    List<Version> versions(String id) {
        return sql.select(MACHINE_VERSION.VERSION, MACHINE_VERSION.MADE_AT, MACHINE_VERSION.MADE_BY)
                .from(MACHINE_VERSION)
                .where(MACHINE_VERSION.MACHINE_ID.eq(id))
                .orderBy(MACHINE_VERSION.VERSION.desc())
                .fetch(r -> new Version(r.value1(), Optional.ofNullable(r.value2()), Optional.ofNullable(r.value3())));
    }

    /** @param practice whether it is the range's: no list has it */
    void insert(Row row, boolean practice, LocalDateTime at, String by) {
        sql.insertInto(MACHINE)
                .set(MACHINE.ID, row.id)
                .set(MACHINE.NAME, row.name)
                .set(MACHINE.VERSION, row.version)
                .set(MACHINE.RETIRED, false)
                .set(MACHINE.PRACTICE, practice)
                .execute();
        version(row, at, by);
    }

    /** @return whether the record was still at the version before */
    boolean next(Row row, LocalDateTime at, String by) {
        int changed = sql.update(MACHINE)
                .set(MACHINE.VERSION, row.version)
                .set(MACHINE.NAME, row.name)
                .where(MACHINE.ID.eq(row.id))
                .and(MACHINE.VERSION.eq(row.version - 1))
                .execute();
        if (changed == 1) {
            version(row, at, by);
        }
        return changed == 1;
    }

    void retire(String id, boolean retired) {
        sql.update(MACHINE)
                .set(MACHINE.RETIRED, retired)
                .where(MACHINE.ID.eq(id))
                .execute();
    }

    private void version(Row row, LocalDateTime at, String by) {
        sql.insertInto(MACHINE_VERSION)
                .set(MACHINE_VERSION.MACHINE_ID, row.id)
                .set(MACHINE_VERSION.VERSION, row.version)
                .set(MACHINE_VERSION.DOCUMENT, row.document)
                .set(MACHINE_VERSION.QUICK, row.quick.orElse(null))
                .set(MACHINE_VERSION.MADE_AT, at)
                .set(MACHINE_VERSION.MADE_BY, by)
                .execute();
    }
}
