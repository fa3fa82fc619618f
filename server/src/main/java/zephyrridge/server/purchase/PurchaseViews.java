package zephyrridge.server.purchase;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.supply.Pack;
import zephyrridge.core.supply.Supplies.Lack;
import zephyrridge.core.supply.Thing;
import zephyrridge.server.house.House;
import zephyrridge.server.job.PartsJobs;

/** What is to be ordered and what was, as pages and papers show it. */
@Component
class PurchaseViews {
    /** A job that something is ordered for. */
    record ForJobView(long job, String machine, String owner, Optional<LocalDate> promised) {}

    /**
     * A thing of a supplier with all that is to be ordered of it.
     *
     * @param pieces modules in a pack; {@code packs} how many
     * @param price of one pack, {@code whole} of all; empty where nobody said
     * @param due day on which it is here where it is ordered today; {@code returnUntil} last day on which it can go back
     * @param jobs that it is for, who is promised first before the others
     */
    record OrderLineView(
            String wording,
            int pieces,
            int packs,
            Optional<String> price,
            Optional<String> whole,
            Optional<LocalDate> due,
            Optional<LocalDate> returnUntil,
            List<ForJobView> jobs) {}

    /**
     * @param supplier "" where nobody said whom to buy of
     * @param total of all lines; empty while the price of one is open
     * @param first the first day that one of its jobs is promised
     * @param stamp of what is to be ordered, to name when it was
     */
    record ToOrderView(
            String supplier,
            List<OrderLineView> lines,
            Optional<String> total,
            Optional<LocalDate> first,
            String stamp) {}

    /**
     * A pack that was ordered.
     *
     * @param order number of the order; {@code reference} what it is called at the supplier's, "" for nothing
     * @param late whether it was to be here before today
     * @param returnUntil last day on which it can go back; empty: it cannot, can no more, or nobody said
     * @param next what it may become
     * @param job that gets it; empty: nobody needs it any more
     */
    record PackView(
            long id,
            long order,
            String supplier,
            String reference,
            LocalDate orderedOn,
            String wording,
            int pieces,
            Optional<String> price,
            Optional<LocalDate> due,
            boolean late,
            Optional<LocalDate> returnUntil,
            Pack.State state,
            List<Pack.State> next,
            Optional<ForJobView> job) {}

    /**
     * @param toOrder by supplier; {@code onTheWay} what is to come, the first day first
     * @param here what lies ready for jobs; {@code over} what nobody needs, here or on the way; {@code back} what was sent back and is not
     *     credited
     */
    record PurchasesView(
            String currency,
            List<ToOrderView> toOrder,
            List<PackView> onTheWay,
            List<PackView> here,
            List<PackView> over,
            List<PackView> back) {}

    private final PartsJobs jobs;
    private final House house;
    private final Clock clock;

    PurchaseViews(PartsJobs jobs, House house, Clock clock) {
        this.jobs = jobs;
        this.house = house;
        this.clock = clock;
    }

    String currency() {
        return house.terms().value().currency();
    }

    PurchasesView of(Purchases.Now now) {
        Map<Long, Optional<PartsJobs.Named>> names = new HashMap<>();
        List<PackView> onTheWay = new ArrayList<>();
        List<PackView> here = new ArrayList<>();
        List<PackView> over = new ArrayList<>();
        List<PackView> back = new ArrayList<>();
        for (PurchaseStore.PackRow row : now.packs()) {
            Optional<Long> job = now.job(row.id());
            PackView view = pack(row, job.flatMap(j -> forJob(j, names)));
            boolean waits = job.filter(j -> now.asks().stream().anyMatch(a -> a.job() == j && a.waits()))
                    .isPresent();
            switch (row.state()) {
                case ON_THE_WAY -> (job.isPresent() ? onTheWay : over).add(view);
                case HERE -> {
                    if (job.isEmpty()) {
                        over.add(view);
                    } else if (waits) {
                        here.add(view);
                    }
                }
                case SENT_BACK -> back.add(view);
                default -> {}
            }
        }
        onTheWay.sort(Comparator.comparing((PackView p) -> p.due().orElse(LocalDate.MAX))
                .thenComparing(PackView::id));
        return new PurchasesView(
                currency(),
                now.supplies().lacks().stream()
                        .collect(Collectors.groupingBy(
                                l -> l.need().thing().supplier(), TreeMap::new, Collectors.toList()))
                        .entrySet()
                        .stream()
                        .map(s -> toOrder(s.getKey(), s.getValue(), names))
                        .toList(),
                onTheWay,
                here,
                over,
                back);
    }

    /** What is to be ordered of one supplier; no lines where nothing is. */
    ToOrderView toOrder(Purchases.Now now, String supplier) {
        return toOrder(supplier, now.lacks(supplier), new HashMap<>());
    }

    private ToOrderView toOrder(String supplier, List<Lack> lacks, Map<Long, Optional<PartsJobs.Named>> names) {
        LocalDate today = LocalDate.now(clock);
        Map<Thing, List<Lack>> things =
                lacks.stream().collect(Collectors.groupingBy(l -> l.need().thing(), TreeMap::new, Collectors.toList()));
        List<OrderLineView> lines = things.entrySet().stream()
                .map(t -> line(t.getKey(), t.getValue(), today, names))
                .toList();
        List<Optional<Money>> wholes = lacks.stream().map(l -> l.need().whole()).toList();
        return new ToOrderView(
                supplier,
                lines,
                sum(wholes).map(Money::toString),
                lacks.stream().flatMap(l -> l.promised().stream()).min(Comparator.naturalOrder()),
                Purchases.stamp(lacks));
    }

    private OrderLineView line(
            Thing thing, List<Lack> lacks, LocalDate today, Map<Long, Optional<PartsJobs.Named>> names) {
        return new OrderLineView(
                thing.wording(),
                thing.pieces(),
                lacks.stream().mapToInt(l -> l.need().packs()).sum(),
                same(lacks.stream().map(l -> l.need().price()).toList()).map(Money::toString),
                sum(lacks.stream().map(l -> l.need().whole()).toList()).map(Money::toString),
                same(lacks.stream().map(l -> l.need().due(today)).toList()),
                same(lacks.stream().map(l -> l.need().returnUntil(today)).toList()),
                lacks.stream().flatMap(l -> forJob(l.job(), names).stream()).toList());
    }

    /** Of all of them; empty where one is open. */
    private static Optional<Money> sum(List<Optional<Money>> all) {
        return all.stream().reduce(Optional.of(Money.ZERO), (a, b) -> a.flatMap(x -> b.map(x::plus)));
    }

    /** What all of them have, where they have the same. */
    private static <T> Optional<T> same(List<Optional<T>> all) {
        return all.stream().distinct().count() == 1 ? all.get(0) : Optional.empty();
    }

    private PackView pack(PurchaseStore.PackRow row, Optional<ForJobView> job) {
        LocalDate today = LocalDate.now(clock);
        return new PackView(
                row.id(),
                row.order().id(),
                row.order().supplier(),
                row.order().reference(),
                row.order().on(),
                row.wording(),
                row.pieces(),
                row.price().map(Money::toString),
                row.due(),
                row.state() == Pack.State.ON_THE_WAY
                        && row.due().filter(today::isAfter).isPresent(),
                row.returnUntil().filter(d -> !d.isBefore(today)),
                row.state(),
                row.state().next(),
                job);
    }

    private Optional<ForJobView> forJob(long job, Map<Long, Optional<PartsJobs.Named>> names) {
        return names.computeIfAbsent(job, jobs::named)
                .map(n -> new ForJobView(
                        job, n.machine(), n.order().owner(), n.order().promised()));
    }
}
