package zephyrridge.server.limit;

import static zephyrridge.server.db.Tables.LIMIT_CLAIM;
import static zephyrridge.server.db.Tables.TRIAL;

import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.Records;
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

    String stamp(String machineId) {
        var claims = sql.select(
                        DSL.count(),
                        DSL.sum(DSL.when(LIMIT_CLAIM.RETRACTED.isTrue(), 1).otherwise(0)))
                .from(LIMIT_CLAIM)
                .where(LIMIT_CLAIM.MACHINE_ID.eq(machineId))
                .fetchOne();
        var trials = sql.select(
                        DSL.count(),
                        DSL.sum(DSL.when(TRIAL.RETRACTED.isTrue(), 1).otherwise(0)))
                .from(TRIAL)
                .where(TRIAL.MACHINE_ID.eq(machineId))
                .fetchOne();
        return claims.value1() + "." + claims.value2() + "." + trials.value1() + "." + trials.value2();
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
