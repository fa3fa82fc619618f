package zephyrridge.server.purchase;

import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.PURCHASE;
import static zephyrridge.server.db.Tables.PURCHASE_COUNT;
import static zephyrridge.server.db.Tables.PURCHASE_PACK;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.supply.Need;
import zephyrridge.core.supply.Pack;
import zephyrridge.core.supply.Thing;

/** Orders and their packs. */
@Repository
class PurchaseStore {
    /** The one row that counts changes. */
    private static final int ONE = 1;

    private static final int MOST = 2000;

    record Ordered(long id, String supplier, String reference, LocalDate on) {}

    record PackRow(
            long id,
            Ordered order,
            String wording,
            int pieces,
            Optional<Money> price,
            Optional<LocalDate> due,
            Optional<LocalDate> returnUntil,
            Optional<Long> job,
            Pack.State state) {
        Pack pack() {
            return new Pack(id, new Thing(order.supplier, wording, pieces), job, state, due);
        }
    }

    private static final SelectField<Ordered> ORDER = DSL.row(
                    PURCHASE.ID, PURCHASE.SUPPLIER, PURCHASE.REFERENCE, PURCHASE.ORDERED_ON)
            .mapping(Ordered::new);

    private final DSLContext sql;

    PurchaseStore(DSLContext sql) {
        this.sql = sql;
    }

    /** Another number after every change of what was ordered. */
    long version() {
        return sql.select(PURCHASE_COUNT.VERSION)
                .from(PURCHASE_COUNT)
                .where(PURCHASE_COUNT.ID.eq(ONE))
                .fetchSingle()
                .value1();
    }

    /** From here on to the transaction's end nobody else changes what was ordered. */
    void change() {
        sql.update(PURCHASE_COUNT)
                .set(PURCHASE_COUNT.VERSION, PURCHASE_COUNT.VERSION.plus(1))
                .where(PURCHASE_COUNT.ID.eq(ONE))
                .execute();
    }

    /** Packs that somebody still looks for: not settled, or of a job that is on the bench. */
    List<PackRow> packs() {
        List<PackRow> packs = new ArrayList<>(rows(PURCHASE_PACK.SETTLED.isFalse()));
        packs.addAll(rows(PURCHASE_PACK
                .SETTLED
                .isTrue()
                .and(PURCHASE_PACK.JOB_ID.in(DSL.select(JOB.ID).from(JOB).where(JOB.STATUS.eq("OPEN"))))));
        packs.sort(Comparator.comparing(PackRow::id));
        return packs;
    }

    Optional<PackRow> pack(long id) {
        return rows(PURCHASE_PACK.ID.eq(id)).stream().findFirst();
    }

    private List<PackRow> rows(Condition which) {
        return sql.select(
                        PURCHASE_PACK.ID,
                        ORDER,
                        PURCHASE_PACK.WORDING,
                        PURCHASE_PACK.PIECES,
                        PURCHASE_PACK.PRICE_MINOR.convertFrom(
                                p -> Optional.ofNullable(p).map(Money::ofMinor)),
                        PURCHASE_PACK.DUE.convertFrom(Optional::ofNullable),
                        PURCHASE_PACK.RETURN_UNTIL.convertFrom(Optional::ofNullable),
                        PURCHASE_PACK.JOB_ID.convertFrom(Optional::ofNullable),
                        PURCHASE_PACK.STATE.convertFrom(Pack.State::valueOf))
                .from(PURCHASE_PACK)
                .join(PURCHASE)
                .on(PURCHASE.ID.eq(PURCHASE_PACK.PURCHASE_ID))
                .where(which)
                .orderBy(PURCHASE_PACK.ID)
                .limit(MOST)
                .fetch(Records.mapping(PackRow::new));
    }

    long order(String supplier, String reference, LocalDateTime at, String by) {
        return sql.insertInto(PURCHASE)
                .set(PURCHASE.SUPPLIER, supplier)
                .set(PURCHASE.REFERENCE, reference)
                .set(PURCHASE.ORDERED_ON, at.toLocalDate())
                .set(PURCHASE.ORDERED_AT, at)
                .set(PURCHASE.ORDERED_BY, by)
                .returningResult(PURCHASE.ID)
                .fetchSingle()
                .value1();
    }

    /** One pack of a need. */
    void add(long order, Need need, long job, LocalDateTime at, String by) {
        LocalDate day = at.toLocalDate();
        sql.insertInto(PURCHASE_PACK)
                .set(PURCHASE_PACK.PURCHASE_ID, order)
                .set(PURCHASE_PACK.WORDING, need.thing().wording())
                .set(PURCHASE_PACK.PIECES, need.thing().pieces())
                .set(PURCHASE_PACK.PRICE_MINOR, need.price().map(Money::minor).orElse(null))
                .set(PURCHASE_PACK.DUE, need.due(day).orElse(null))
                .set(PURCHASE_PACK.RETURN_UNTIL, need.returnUntil(day).orElse(null))
                .set(PURCHASE_PACK.JOB_ID, job)
                .set(PURCHASE_PACK.STATE, Pack.State.ON_THE_WAY.name())
                .set(PURCHASE_PACK.CHANGED_AT, at)
                .set(PURCHASE_PACK.CHANGED_BY, by)
                .execute();
    }

    /** @return false where it was not in that state any more */
    boolean become(long pack, Pack.State from, Pack.State to, LocalDateTime at, String by) {
        return sql.update(PURCHASE_PACK)
                        .set(PURCHASE_PACK.STATE, to.name())
                        .set(PURCHASE_PACK.SETTLED, to == Pack.State.CREDITED || to == Pack.State.CANCELLED)
                        .set(PURCHASE_PACK.CHANGED_AT, at)
                        .set(PURCHASE_PACK.CHANGED_BY, by)
                        .where(PURCHASE_PACK.ID.eq(pack))
                        .and(PURCHASE_PACK.STATE.eq(from.name()))
                        .execute()
                == 1;
    }

    void mean(long pack, Optional<Long> job) {
        sql.update(PURCHASE_PACK)
                .set(PURCHASE_PACK.JOB_ID, job.orElse(null))
                .where(PURCHASE_PACK.ID.eq(pack))
                .execute();
    }

    /** Nobody looks for these any more while their jobs stay handed back. */
    void settle(Collection<Long> packs) {
        sql.update(PURCHASE_PACK)
                .set(PURCHASE_PACK.SETTLED, true)
                .where(PURCHASE_PACK.ID.in(packs))
                .execute();
    }
}
