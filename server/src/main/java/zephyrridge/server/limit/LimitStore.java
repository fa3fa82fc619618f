package zephyrridge.server.limit;

import static zephyrridge.server.db.Tables.LIMIT_CLAIM;
import static zephyrridge.server.db.Tables.TRIAL;

import java.time.LocalDateTime;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Records;
import org.jooq.Table;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

@Repository
class LimitStore {
    record Row(long id, String document, boolean retracted, LocalDateTime at, String by) {}

    private final DSLContext sql;

    LimitStore(DSLContext sql) {
        this.sql = sql;
    }

    List<Row> claims(String machineId) {
        return sql.select(
                        LIMIT_CLAIM.ID,
                        LIMIT_CLAIM.DOCUMENT,
                        LIMIT_CLAIM.RETRACTED,
                        LIMIT_CLAIM.MADE_AT,
                        LIMIT_CLAIM.MADE_BY)
                .from(LIMIT_CLAIM)
                .where(LIMIT_CLAIM.MACHINE_ID.eq(machineId))
                .orderBy(LIMIT_CLAIM.ID)
                .fetch(Records.mapping(Row::new));
    }

    List<Row> trials(String machineId) {
        return sql.select(TRIAL.ID, TRIAL.DOCUMENT, TRIAL.RETRACTED, TRIAL.MADE_AT, TRIAL.MADE_BY)
                .from(TRIAL)
                .where(TRIAL.MACHINE_ID.eq(machineId))
                .orderBy(TRIAL.ID)
                .fetch(Records.mapping(Row::new));
    }

    /** Documents of the trials of these machines that count, by machine. */
    Map<String, List<String>> trials(Collection<String> machineIds) {
        return sql.select(TRIAL.MACHINE_ID, TRIAL.DOCUMENT)
                .from(TRIAL)
                .where(TRIAL.RETRACTED.isFalse())
                .and(TRIAL.MACHINE_ID.in(machineIds))
                .orderBy(TRIAL.ID)
                .limit(5_000)
                .fetchGroups(TRIAL.MACHINE_ID, TRIAL.DOCUMENT);
    }

    /** What counts, claims and trials each in the order in which they were added. */
    record Counting(List<String> claims, List<String> trials) {}

    /** Documents of all that counts, asked for at once: at every look at a job. */
    Counting counting(String machineId) {
        Map<Boolean, List<String>> documents = sql
                .select(DSL.inline(true).as("claim"), LIMIT_CLAIM.ID, LIMIT_CLAIM.DOCUMENT)
                .from(LIMIT_CLAIM)
                .where(LIMIT_CLAIM.MACHINE_ID.eq(machineId))
                .and(LIMIT_CLAIM.RETRACTED.isFalse())
                .unionAll(sql.select(DSL.inline(false), TRIAL.ID, TRIAL.DOCUMENT)
                        .from(TRIAL)
                        .where(TRIAL.MACHINE_ID.eq(machineId))
                        .and(TRIAL.RETRACTED.isFalse()))
                .fetch()
                .stream()
                .sorted(Comparator.comparing(r -> r.value2()))
                .collect(Collectors.partitioningBy(
                        r -> r.value1(), Collectors.mapping(r -> r.value3(), Collectors.toList())));
        return new Counting(documents.get(true), documents.get(false));
    }

    String stamp(String machineId) {
        var all = sql.select(
                        counted(LIMIT_CLAIM, LIMIT_CLAIM.MACHINE_ID.eq(machineId)),
                        counted(
                                LIMIT_CLAIM,
                                LIMIT_CLAIM.MACHINE_ID.eq(machineId).and(LIMIT_CLAIM.RETRACTED.isTrue())),
                        counted(TRIAL, TRIAL.MACHINE_ID.eq(machineId)),
                        counted(TRIAL, TRIAL.MACHINE_ID.eq(machineId).and(TRIAL.RETRACTED.isTrue())))
                .fetchSingle();
        return all.value1() + "." + all.value2() + "." + all.value3() + "." + all.value4();
    }

    private Field<Integer> counted(Table<?> table, Condition which) {
        return DSL.field(sql.selectCount().from(table).where(which));
    }

    void addClaim(String machineId, String document, LocalDateTime at, String by) {
        sql.insertInto(LIMIT_CLAIM)
                .set(LIMIT_CLAIM.MACHINE_ID, machineId)
                .set(LIMIT_CLAIM.DOCUMENT, document)
                .set(LIMIT_CLAIM.MADE_AT, at)
                .set(LIMIT_CLAIM.MADE_BY, by)
                .execute();
    }

    void addTrial(String machineId, String document, LocalDateTime at, String by) {
        sql.insertInto(TRIAL)
                .set(TRIAL.MACHINE_ID, machineId)
                .set(TRIAL.DOCUMENT, document)
                .set(TRIAL.MADE_AT, at)
                .set(TRIAL.MADE_BY, by)
                .execute();
    }

    /** @return whether there was one that counted till then */
    boolean retractClaim(String machineId, long id) {
        return sql.update(LIMIT_CLAIM)
                        .set(LIMIT_CLAIM.RETRACTED, true)
                        .where(LIMIT_CLAIM.MACHINE_ID.eq(machineId))
                        .and(LIMIT_CLAIM.ID.eq(id))
                        .and(LIMIT_CLAIM.RETRACTED.isFalse())
                        .execute()
                == 1;
    }

    boolean retractTrial(String machineId, long id) {
        return sql.update(TRIAL)
                        .set(TRIAL.RETRACTED, true)
                        .where(TRIAL.MACHINE_ID.eq(machineId))
                        .and(TRIAL.ID.eq(id))
                        .and(TRIAL.RETRACTED.isFalse())
                        .execute()
                == 1;
    }
}
