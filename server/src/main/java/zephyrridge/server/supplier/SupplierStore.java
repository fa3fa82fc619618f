package zephyrridge.server.supplier;

import static zephyrridge.server.db.Tables.OFFER;
import static zephyrridge.server.db.Tables.SUPPLIER;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.springframework.stereotype.Repository;
import zephyrridge.core.module.ModuleSpec;

@Repository
class SupplierStore {
    record SupplierRow(
            long id,
            String name,
            Optional<Integer> returnDays,
            int leadDays,
            int restockingPermille,
            String mapping,
            long sheetVersion,
            Optional<LocalDateTime> loadedAt,
            Optional<LocalDateTime> loadedBefore) {}

    /** A line as two sheets are compared by it. */
    record Line(String wording, int pieces, long priceMinor) {}

    record OfferRow(
            long id,
            String supplier,
            int lineNo,
            String wording,
            String spec,
            int pieces,
            long priceMinor,
            int stock,
            int leadDays,
            Optional<Integer> returnDays,
            long restockingMinor) {}

    private final DSLContext sql;

    SupplierStore(DSLContext sql) {
        this.sql = sql;
    }

    List<SupplierRow> suppliers() {
        return sql.select(
                        SUPPLIER.ID,
                        SUPPLIER.NAME,
                        SUPPLIER.RETURN_DAYS.convertFrom(Optional::ofNullable),
                        SUPPLIER.LEAD_DAYS,
                        SUPPLIER.RESTOCKING_PERMILLE,
                        SUPPLIER.MAPPING,
                        SUPPLIER.SHEET_VERSION,
                        SUPPLIER.LOADED_AT.convertFrom(Optional::ofNullable),
                        SUPPLIER.LOADED_BEFORE.convertFrom(Optional::ofNullable))
                .from(SUPPLIER)
                .orderBy(SUPPLIER.NAME)
                .fetch(Records.mapping(SupplierRow::new));
    }

    long insert(SupplierRow row) {
        return sql.insertInto(SUPPLIER)
                .set(SUPPLIER.NAME, row.name)
                .set(SUPPLIER.RETURN_DAYS, row.returnDays.orElse(null))
                .set(SUPPLIER.LEAD_DAYS, row.leadDays)
                .set(SUPPLIER.RESTOCKING_PERMILLE, row.restockingPermille)
                .set(SUPPLIER.MAPPING, row.mapping)
                .set(SUPPLIER.SHEET_VERSION, 0L)
                .returningResult(SUPPLIER.ID)
                .fetchOne()
                .value1();
    }

    void update(SupplierRow row) {
        sql.update(SUPPLIER)
                .set(SUPPLIER.RETURN_DAYS, row.returnDays.orElse(null))
                .set(SUPPLIER.LEAD_DAYS, row.leadDays)
                .set(SUPPLIER.RESTOCKING_PERMILLE, row.restockingPermille)
                .set(SUPPLIER.MAPPING, row.mapping)
                .where(SUPPLIER.ID.eq(row.id))
                .execute();
    }

    /** @param spec what the row holds, by which it is looked for */
    record NewOffer(OfferRow row, ModuleSpec spec) {}

    void insertOffers(long supplierId, long version, List<NewOffer> offers) {
        var insert = sql.insertInto(
                OFFER,
                OFFER.SUPPLIER_ID,
                OFFER.SHEET_VERSION,
                OFFER.LINE_NO,
                OFFER.WORDING,
                OFFER.GENERATION,
                OFFER.FORM_FACTOR,
                OFFER.MEBIBYTES,
                OFFER.SPEC,
                OFFER.PIECES,
                OFFER.PRICE_MINOR,
                OFFER.STOCK,
                OFFER.LEAD_DAYS,
                OFFER.RETURN_DAYS,
                OFFER.RESTOCKING_MINOR);
        for (NewOffer o : offers) {
            OfferRow r = o.row;
            insert = insert.values(
                    supplierId,
                    version,
                    r.lineNo,
                    r.wording,
                    o.spec.generation().name(),
                    o.spec.formFactor().name(),
                    o.spec.capacity().mebibytes(),
                    r.spec,
                    r.pieces,
                    r.priceMinor,
                    r.stock,
                    r.leadDays,
                    r.returnDays.orElse(null),
                    r.restockingMinor);
        }
        if (!offers.isEmpty()) {
            insert.execute();
        }
    }

    /** Lets a sheet count; the one that counted till now is kept to be taken back, any other goes. */
    void show(long supplierId, long version, LocalDateTime at) {
        sql.update(SUPPLIER)
                .set(SUPPLIER.SHEET_BEFORE, SUPPLIER.SHEET_VERSION)
                .set(SUPPLIER.LOADED_BEFORE, SUPPLIER.LOADED_AT)
                .where(SUPPLIER.ID.eq(supplierId))
                .execute();
        sql.update(SUPPLIER)
                .set(SUPPLIER.SHEET_VERSION, version)
                .set(SUPPLIER.LOADED_AT, at)
                .where(SUPPLIER.ID.eq(supplierId))
                .execute();
        sql.deleteFrom(OFFER)
                .where(OFFER.SUPPLIER_ID.eq(supplierId))
                .and(OFFER.SHEET_VERSION.ne(version))
                .and(OFFER.SHEET_VERSION.ne(
                        sql.select(SUPPLIER.SHEET_BEFORE).from(SUPPLIER).where(SUPPLIER.ID.eq(supplierId))))
                .execute();
    }

    /** Lets the sheet before count again, and keeps the one that counted till now in its place; false where there is none. */
    boolean back(long supplierId) {
        var now = sql.select(SUPPLIER.SHEET_VERSION, SUPPLIER.LOADED_AT, SUPPLIER.SHEET_BEFORE, SUPPLIER.LOADED_BEFORE)
                .from(SUPPLIER)
                .where(SUPPLIER.ID.eq(supplierId))
                .and(SUPPLIER.LOADED_BEFORE.isNotNull())
                .forUpdate()
                .fetchOne();
        return now != null
                && sql.update(SUPPLIER)
                                .set(SUPPLIER.SHEET_VERSION, now.value3())
                                .set(SUPPLIER.LOADED_AT, now.value4())
                                .set(SUPPLIER.SHEET_BEFORE, now.value1())
                                .set(SUPPLIER.LOADED_BEFORE, now.value2())
                                .where(SUPPLIER.ID.eq(supplierId))
                                .execute()
                        == 1;
    }

    /** The lines of one sheet. */
    List<Line> lines(long supplierId, long version) {
        return sql.select(OFFER.WORDING, OFFER.PIECES, OFFER.PRICE_MINOR)
                .from(OFFER)
                .where(OFFER.SUPPLIER_ID.eq(supplierId))
                .and(OFFER.SHEET_VERSION.eq(version))
                .fetch(Records.mapping(Line::new));
    }

    /** Whether there is any line of a sheet. */
    boolean has(long supplierId, long version) {
        return sql.fetchExists(OFFER, OFFER.SUPPLIER_ID.eq(supplierId).and(OFFER.SHEET_VERSION.eq(version)));
    }

    /** The sheet that counts, 0 where none does. */
    long counting(long supplierId) {
        return sql.select(SUPPLIER.SHEET_VERSION)
                .from(SUPPLIER)
                .where(SUPPLIER.ID.eq(supplierId))
                .fetchOne()
                .value1();
    }

    void drop(long supplierId, long version) {
        sql.deleteFrom(OFFER)
                .where(OFFER.SUPPLIER_ID.eq(supplierId))
                .and(OFFER.SHEET_VERSION.eq(version))
                .execute();
    }

    private org.jooq.SelectOnConditionStep<?> offers() {
        return sql.select(
                        OFFER.ID,
                        SUPPLIER.NAME,
                        OFFER.LINE_NO,
                        OFFER.WORDING,
                        OFFER.SPEC,
                        OFFER.PIECES,
                        OFFER.PRICE_MINOR,
                        OFFER.STOCK,
                        OFFER.LEAD_DAYS,
                        OFFER.RETURN_DAYS,
                        OFFER.RESTOCKING_MINOR)
                .from(OFFER)
                .join(SUPPLIER)
                .on(SUPPLIER.ID.eq(OFFER.SUPPLIER_ID))
                .and(SUPPLIER.SHEET_VERSION.eq(OFFER.SHEET_VERSION));
    }

    private static OfferRow row(org.jooq.Record r) {
        return new OfferRow(
                r.get(OFFER.ID),
                r.get(SUPPLIER.NAME),
                r.get(OFFER.LINE_NO),
                r.get(OFFER.WORDING),
                r.get(OFFER.SPEC),
                r.get(OFFER.PIECES),
                r.get(OFFER.PRICE_MINOR),
                r.get(OFFER.STOCK),
                r.get(OFFER.LEAD_DAYS),
                Optional.ofNullable(r.get(OFFER.RETURN_DAYS)),
                r.get(OFFER.RESTOCKING_MINOR));
    }

    List<OfferRow> offers(String generation) {
        return offers().where(OFFER.GENERATION.eq(generation)).orderBy(OFFER.ID).fetch(SupplierStore::row);
    }

    Optional<OfferRow> offer(long id) {
        return offers().where(OFFER.ID.eq(id)).fetchOptional(SupplierStore::row);
    }

    List<OfferRow> page(long supplierId, int from, int most) {
        return offers().where(OFFER.SUPPLIER_ID.eq(supplierId))
                .orderBy(OFFER.LINE_NO)
                .limit(from, most)
                .fetch(SupplierStore::row);
    }

    int count(long supplierId) {
        return sql.selectCount()
                .from(OFFER)
                .join(SUPPLIER)
                .on(SUPPLIER.ID.eq(OFFER.SUPPLIER_ID))
                .and(SUPPLIER.SHEET_VERSION.eq(OFFER.SHEET_VERSION))
                .where(OFFER.SUPPLIER_ID.eq(supplierId))
                .fetchOne()
                .value1();
    }
}
