package zephyrridge.server.purchase;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.supply.Ask;
import zephyrridge.core.supply.Pack;
import zephyrridge.core.supply.Supplies;
import zephyrridge.core.supply.Supplies.Lack;
import zephyrridge.server.job.JobListRow;
import zephyrridge.server.job.PartsJobs;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/**
 * What is to be ordered and what was, worked out of the jobs whenever somebody looks: a layout that is decided on or taken back needs
 * nobody to say so here.
 */
@Service
public class Purchases {
    /** @param version of what was ordered; {@code jobs} versions of those that it is for, and of those that wait */
    private record Key(long version, Map<Long, Long> jobs) {}

    /**
     * @param packs those that somebody still looks for
     * @param asks of the jobs that they are for, and of those that wait
     * @param jobs that get packs, by pack
     */
    record Now(List<PurchaseStore.PackRow> packs, List<Ask> asks, Supplies supplies, Map<Long, Long> jobs) {
        static Now of(List<PurchaseStore.PackRow> packs, List<Ask> asks) {
            Supplies supplies = Supplies.of(
                    asks, packs.stream().map(PurchaseStore.PackRow::pack).toList());
            Map<Long, Long> jobs = new HashMap<>();
            supplies.packs().forEach(p -> p.job().ifPresent(j -> jobs.put(p.id(), j)));
            return new Now(packs, asks, supplies, jobs);
        }

        /** Job that gets a pack. */
        Optional<Long> job(long pack) {
            return Optional.ofNullable(jobs.get(pack));
        }

        /** What is to be ordered of one supplier. */
        List<Lack> lacks(String supplier) {
            return supplies.lacks().stream()
                    .filter(l -> l.need().thing().supplier().equals(supplier))
                    .toList();
        }
    }

    private record Known(Key key, Now now) {}

    private final PurchaseStore store;
    private final PartsJobs jobs;
    private final Texts texts;
    private final Clock clock;
    private volatile Optional<Known> known = Optional.empty();

    Purchases(PurchaseStore store, PartsJobs jobs, Texts texts, Clock clock) {
        this.store = store;
        this.jobs = jobs;
        this.texts = texts;
        this.clock = clock;
    }

    /** How it stands with what is sent for jobs. */
    @Transactional(readOnly = true)
    public Supplies supplies() {
        return now().supplies;
    }

    /** What jobs of a list wait for, each by its row. */
    @Transactional(readOnly = true)
    public Function<JobListRow, PartsOf> parts() {
        Now now = now();
        LocalDate today = LocalDate.now(clock);
        return row -> PartsOf.of(row, now, today);
    }

    /** As it is; worked out anew where what was ordered, or a job that it is for, is another. */
    @Transactional(readOnly = true)
    Now now() {
        long version = store.version();
        List<PurchaseStore.PackRow> packs = known.filter(k -> k.key.version == version)
                .map(k -> k.now.packs)
                .orElseGet(store::packs);
        Key key = new Key(version, jobs.versions(meant(packs)));
        Optional<Known> same = known.filter(k -> k.key.equals(key));
        if (same.isPresent()) {
            return same.get().now;
        }
        Now now = of(packs, key);
        known = Optional.of(new Known(key, now));
        return now;
    }

    /** As it is inside a transaction that changes it: nobody else is to see that before it is kept. */
    private Now changing() {
        store.change();
        List<PurchaseStore.PackRow> packs = store.packs();
        return of(packs, new Key(store.version(), jobs.versions(meant(packs))));
    }

    private Now of(List<PurchaseStore.PackRow> packs, Key key) {
        return Now.of(packs, jobs.asks(key.jobs.keySet()));
    }

    private static Set<Long> meant(List<PurchaseStore.PackRow> packs) {
        return packs.stream().flatMap(p -> p.job().stream()).collect(Collectors.toSet());
    }

    /** Another text whenever something else is to be ordered of a supplier. */
    static String stamp(List<Lack> lacks) {
        return UUID.nameUUIDFromBytes(lacks.toString().getBytes(StandardCharsets.UTF_8))
                .toString();
    }

    /**
     * All that is to be ordered of a supplier was ordered.
     *
     * @param stamp of what somebody looked at; empty: whatever it is now
     * @param reference of the order at the supplier's; "" for none
     * @throws Problem ORDER_CHANGED where something else is to be ordered by now
     */
    @Transactional
    public void order(String supplier, Optional<String> stamp, String reference, String by) {
        Now now = changing();
        List<Lack> lacks = now.lacks(supplier);
        if (lacks.isEmpty() || stamp.filter(s -> !s.equals(stamp(lacks))).isPresent()) {
            throw Problem.of(HttpStatus.CONFLICT, "ORDER_CHANGED", Map.of());
        }
        keep(now);
        LocalDateTime at = LocalDateTime.now(clock);
        long order = store.order(supplier, reference, at, by);
        for (Lack lack : lacks) {
            for (int i = 0; i < lack.need().packs(); i++) {
                store.add(order, lack.need(), lack.job(), at, by);
            }
        }
    }

    /**
     * A pack comes, goes back, or does not count.
     *
     * @param from what somebody saw of it
     * @throws Problem where there is no such pack, it is in another state by now, or that does not follow on it
     */
    @Transactional
    public void step(long pack, Pack.State from, Pack.State to, String by) {
        Now now = changing();
        PurchaseStore.PackRow row = store.pack(pack).orElseThrow(() -> Problem.notFound("pack", pack));
        if (!from.mayBecome(to)) {
            throw Problem.invalid("to", "PACK_STEP");
        }
        if (row.state() != from) {
            throw Problem.of(
                    HttpStatus.CONFLICT,
                    "PACK_CHANGED",
                    Map.of("state", row.state()),
                    "state",
                    texts.get("pack." + row.state()));
        }
        keep(now);
        Map<Long, Optional<Long>> meant = to == Pack.State.HERE && from == Pack.State.ON_THE_WAY
                ? now.supplies.arrival(pack, now.asks)
                : Map.of();
        meant.forEach(store::mean);
        store.become(pack, from, to, LocalDateTime.now(clock), by);
    }

    /** What was worked out is written down: which job each pack is meant for, and which nobody looks for any more. */
    private void keep(Now now) {
        Map<Long, Optional<Long>> before =
                now.packs.stream().collect(Collectors.toMap(PurchaseStore.PackRow::id, PurchaseStore.PackRow::job));
        Set<Long> settled = new HashSet<>();
        for (Pack p : now.supplies.packs()) {
            if (!p.job().equals(before.get(p.id()))) {
                store.mean(p.id(), p.job());
            }
            if (p.state() == Pack.State.HERE
                    && p.job()
                            .flatMap(jobs::named)
                            .filter(PartsJobs.Named::closed)
                            .isPresent()) {
                settled.add(p.id());
            }
        }
        store.settle(settled);
    }
}
