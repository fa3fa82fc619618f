package zephyrridge.server.shop;

import static zephyrridge.server.db.Tables.DRAWER_MODULE;
import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_EVENT;

import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.util.Comparator;
import java.util.List;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import zephyrridge.core.quantity.Money;

/** What figures are made of, beside the jobs themselves. */
@Repository
class ShopStore {
    /** A job by number: when it was taken in, and handed back last. */
    record Span(long job, LocalDateTime in, LocalDateTime back) {}

    /** @param free in the drawer, {@code withJobs} taken for one that is on the bench */
    record Drawer(int free, Money freeValue, int withJobs, Money withJobsValue) {}

    private final DSLContext sql;

    ShopStore(DSLContext sql) {
        this.sql = sql;
    }

    /** Jobs that were taken in here and handed back since then, the last first. */
    List<Span> handedBack(LocalDateTime since, int most) {
        List<Long> ids = sql.select(JOB.ID)
                .from(JOB)
                .where(JOB.STATUS.eq("CLOSED"))
                // Whatever was handed back since was changed since.
                .and(JOB.UPDATED_AT.ge(since))
                .orderBy(JOB.UPDATED_AT.desc(), JOB.ID.desc())
                .limit(most)
                .fetch(JOB.ID);
        var in = DSL.max(DSL.when(JOB_EVENT.TYPE.eq("JobTakenIn"), JOB_EVENT.AT));
        var back = DSL.max(DSL.when(JOB_EVENT.TYPE.eq("CloseJob"), JOB_EVENT.AT));
        return sql
                .select(JOB_EVENT.JOB_ID, in, back)
                .from(JOB_EVENT)
                .where(JOB_EVENT.JOB_ID.in(ids))
                .and(JOB_EVENT.TYPE.in("JobTakenIn", "CloseJob"))
                .groupBy(JOB_EVENT.JOB_ID)
                .having(in.isNotNull())
                .and(back.ge(since))
                .fetch()
                .stream()
                .map(r -> new Span(r.value1(), r.value2(), r.value3()))
                .sorted(Comparator.comparing(Span::back).reversed().thenComparing(Span::job))
                .toList();
    }

    /** What went home with a machine is nobody's here any more. */
    Drawer drawer() {
        var isFree = DRAWER_MODULE.JOB_ID.isNull();
        var all = sql.select(count(isFree), value(isFree), count(JOB.STATUS.eq("OPEN")), value(JOB.STATUS.eq("OPEN")))
                .from(DRAWER_MODULE)
                .leftJoin(JOB)
                .on(JOB.ID.eq(DRAWER_MODULE.JOB_ID))
                .where(DRAWER_MODULE.GONE.isFalse())
                .fetchSingle();
        return new Drawer(
                all.value1().intValue(),
                Money.ofMinor(all.value2().longValue()),
                all.value3().intValue(),
                Money.ofMinor(all.value4().longValue()));
    }

    private static Field<BigDecimal> count(Condition which) {
        return DSL.coalesce(DSL.sum(DSL.when(which, 1).otherwise(0)), BigDecimal.ZERO);
    }

    private static Field<BigDecimal> value(Condition which) {
        return DSL.coalesce(DSL.sum(DSL.when(which, DRAWER_MODULE.BOOK_MINOR).otherwise(0L)), BigDecimal.ZERO);
    }
}
