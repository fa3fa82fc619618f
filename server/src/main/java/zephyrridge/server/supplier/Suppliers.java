package zephyrridge.server.supplier;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.quantity.Money;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.web.Problem;

/**
 * Suppliers and their sheets. A sheet is loaded beside the one that counts, line by line; when it is whole it takes the other's place
 * in one transaction, so that nobody plans with half of one and the same sheet twice is there once.
 */
@Service
public class Suppliers {
    private static final int MOST_SPECS = 5_000;
    /** What a column can be. */
    public enum Column {
        WORDING,
        PRICE,
        PACK,
        STOCK,
        LEAD,
        RETURNS
    }

    /** @param mapping heading by what it is; remembered for the next sheet */
    public record Supplier(
            long id,
            String name,
            Optional<Integer> returnDays,
            int leadDays,
            int restockingPermille,
            Map<Column, String> mapping,
            Optional<LocalDateTime> loadedAt,
            Optional<LocalDateTime> loadedBefore,
            int offers) {}

    private final SupplierStore store;
    /** By its document: of thousands of offers a few dozen kinds are read. */
    private final Cache<String, ModuleSpec> specs =
            Caffeine.newBuilder().maximumSize(MOST_SPECS).build();

    private final Sealed sealed;
    private final Clock clock;

    Suppliers(SupplierStore store, Sealed sealed, Clock clock) {
        this.store = store;
        this.sealed = sealed;
        this.clock = clock;
    }

    public List<Supplier> all() {
        return store.suppliers().stream()
                .map(r -> new Supplier(
                        r.id(),
                        r.name(),
                        r.returnDays(),
                        r.leadDays(),
                        r.restockingPermille(),
                        sealed.read(Sealed.Kind.MAPPING, r.mapping(), new TypeReference<TreeMap<Column, String>>() {}),
                        r.loadedAt(),
                        r.loadedBefore(),
                        store.count(r.id())))
                .toList();
    }

    /** @throws Problem when there is no such supplier */
    public void require(long id) {
        one(id);
    }

    Supplier one(long id) {
        return all().stream()
                .filter(s -> s.id() == id)
                .findFirst()
                .orElseThrow(() -> Problem.notFound("supplier", String.valueOf(id)));
    }

    @Transactional
    public long add(String name, Optional<Integer> returnDays, int leadDays, int restockingPermille) {
        if (all().stream().anyMatch(s -> s.name().equalsIgnoreCase(name.strip()))) {
            throw Problem.of(HttpStatus.CONFLICT, "SUPPLIER_EXISTS", Map.of("field", "name"), "name", name.strip());
        }
        return store.insert(new SupplierStore.SupplierRow(
                0,
                name.strip(),
                returnDays,
                leadDays,
                restockingPermille,
                "{}",
                0,
                Optional.empty(),
                Optional.empty()));
    }

    @Transactional
    public void change(
            long id, Optional<Integer> returnDays, int leadDays, int restockingPermille, Map<Column, String> mapping) {
        Supplier s = one(id);
        store.update(new SupplierStore.SupplierRow(
                id,
                s.name(),
                returnDays,
                leadDays,
                restockingPermille,
                sealed.write(Sealed.Kind.MAPPING, new TreeMap<>(mapping)),
                0,
                Optional.empty(),
                Optional.empty()));
    }

    /**
     * Lets the sheet count again that counted before; asked again, the other one.
     *
     * @throws Problem when there was none
     */
    @Transactional
    public void takeSheetBack(long id) {
        require(id);
        if (!store.back(id)) {
            throw Problem.invalid("sheet", "NO_SHEET_BEFORE");
        }
    }

    /** Offers of a generation that count now. */
    public List<Offer> offers(MemoryGeneration generation) {
        return store.offers(generation.name()).stream().map(this::offer).toList();
    }

    public Optional<Offer> offer(String id) {
        return id.matches("\\d{1,18}") ? store.offer(Long.parseLong(id)).map(this::offer) : Optional.empty();
    }

    public List<Offer> page(long supplierId, int from, int most) {
        return store.page(supplierId, from, most).stream().map(this::offer).toList();
    }

    private Offer offer(SupplierStore.OfferRow r) {
        return new Offer(
                String.valueOf(r.id()),
                r.supplier(),
                r.wording(),
                specs.get(r.spec(), text -> sealed.read(Sealed.Kind.OFFER, text, ModuleSpec.class)),
                r.pieces(),
                Money.ofMinor(r.priceMinor()),
                r.stock(),
                r.leadDays(),
                r.returnDays(),
                Money.ofMinor(r.restockingMinor()));
    }
}
