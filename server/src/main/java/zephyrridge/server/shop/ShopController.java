package zephyrridge.server.shop;

import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.figures.Figures;
import zephyrridge.core.figures.HandedBack;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.unit.Station;
import zephyrridge.server.csv.Cells;
import zephyrridge.server.csv.CsvAnswer;
import zephyrridge.server.house.House;
import zephyrridge.server.job.JobListRow;
import zephyrridge.server.job.JobLists;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.purchase.PartsOf;
import zephyrridge.server.purchase.Purchases;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;

/** How the shop does: what is here and what for, what went home and what it took. */
@RestController
class ShopController {
    /** @param jobs the figure is made of, by number */
    record WaitingView(Waits waits, String name, List<Long> jobs) {}

    /** @param expected minutes, {@code took} as recorded, of the same jobs */
    record StationTimeView(Station station, int expected, int took, List<Long> jobs) {}

    /** @param days from the day it was taken in to the one it was handed back */
    record HandedBackView(long job, String machine, long days, boolean changed, boolean proven, String note) {}

    /** @param name of what was wrong */
    record FaultCountView(Cause.Kind kind, String name, List<Long> jobs) {}

    /** @param until last day on which something that was bought for the job can go back */
    record ReturnDueView(long job, String machine, LocalDate until) {}

    /**
     * @param since first day of the span
     * @param cut whether more went home in it than were looked at
     * @param half days in which half of them were back; empty of none; {@code longest} the one that took longest
     * @param free modules in the drawer with their book value, {@code withJobs} those that jobs have
     * @param returns what jobs on the bench have and can still send back, the first day first
     */
    record ShopView(
            LocalDate since,
            String currency,
            List<WaitingView> waiting,
            List<HandedBackView> handedBack,
            boolean cut,
            Optional<Long> half,
            Optional<HandedBackView> longest,
            List<StationTimeView> stations,
            List<HandedBackView> unchanged,
            List<FaultCountView> faults,
            int free,
            String freeValue,
            int withJobs,
            String withJobsValue,
            List<ReturnDueView> returns) {}

    private static final int MOST = 300;
    private static final int MOST_LINES = 5_000;
    private final ShopStore store;
    private final Jobs jobs;
    private final JobLists lists;
    private final Purchases purchases;
    private final House house;
    private final Texts texts;
    private final Clock clock;

    ShopController(
            ShopStore store, Jobs jobs, JobLists lists, Purchases purchases, House house, Texts texts, Clock clock) {
        this.store = store;
        this.jobs = jobs;
        this.lists = lists;
        this.purchases = purchases;
        this.house = house;
        this.texts = texts;
        this.clock = clock;
    }

    /**
     * Figures of the shop.
     *
     * @param days up to today of which what was handed back is looked at
     */
    @Costly
    @GetMapping("/api/shop")
    ShopView shop(@RequestParam(defaultValue = "90") @Min(1) @Max(3660) int days, Principal who) {
        LocalDate since = LocalDate.now(clock).minusDays(days - 1L);
        List<ShopStore.Span> spans = store.handedBack(since.atStartOfDay(), MOST + 1);
        Figures figures = Figures.of(spans.stream()
                .limit(MOST)
                .flatMap(s -> handedBack(s, who).stream())
                .toList());
        ShopStore.Drawer drawer = store.drawer();
        Function<JobListRow, PartsOf> parts = purchases.parts();
        Map<Waits, List<Long>> waiting = new TreeMap<>();
        List<ReturnDueView> returns = new ArrayList<>();
        for (JobListRow row : lists.open()) {
            PartsOf of = parts.apply(row);
            waiting.computeIfAbsent(of.waits(), w -> new ArrayList<>()).add(row.id());
            of.returnUntil().ifPresent(until -> returns.add(new ReturnDueView(row.id(), row.machine(), until)));
        }
        returns.sort(Comparator.comparing(ReturnDueView::until));
        return new ShopView(
                since,
                house.terms().value().currency(),
                waiting.entrySet().stream()
                        .map(w -> new WaitingView(w.getKey(), texts.get("waits." + w.getKey()), w.getValue()))
                        .toList(),
                figures.jobs().stream().map(ShopController::view).toList(),
                spans.size() > MOST,
                figures.days(),
                figures.longest().map(ShopController::view),
                figures.stations().entrySet().stream()
                        .map(s -> new StationTimeView(
                                s.getKey(),
                                s.getValue().expected(),
                                s.getValue().took(),
                                s.getValue().jobs()))
                        .toList(),
                figures.unchanged().stream().map(ShopController::view).toList(),
                figures.faults().entrySet().stream()
                        .map(f -> new FaultCountView(f.getKey(), texts.get("shop.cause." + f.getKey()), f.getValue()))
                        .toList(),
                drawer.free(),
                drawer.freeValue().toString(),
                drawer.withJobs(),
                drawer.withJobsValue().toString(),
                returns);
    }

    private Optional<HandedBack> handedBack(ShopStore.Span s, Principal who) {
        Jobs.Current c = jobs.get(s.job(), who.getName());
        return HandedBack.of(
                s.job(),
                c.machine().record().name(),
                ChronoUnit.DAYS.between(day(s.in()), day(s.back())),
                c.unit(),
                c.assessment().trail());
    }

    private static LocalDate day(LocalDateTime at) {
        return at.toLocalDate();
    }

    private static HandedBackView view(HandedBack j) {
        return new HandedBackView(j.job(), j.machine(), j.days(), j.changed(), j.proven(), j.note());
    }

    /**
     * What was handed back, a line for each job (RFC 4180), the last first, 5,000 at most.
     *
     * @param days up to today
     */
    @Costly
    @GetMapping("/api/shop.csv")
    void csv(@RequestParam(defaultValue = "90") @Min(1) @Max(3660) int days, Principal who, HttpServletResponse answer)
            throws IOException {
        LocalDate since = LocalDate.now(clock).minusDays(days - 1L);
        try (CSVPrinter csv = CsvAnswer.begin(
                answer,
                "shop.csv",
                "job",
                "machine",
                "taken in",
                "handed back",
                "days",
                "memory changed",
                "proven",
                "open expected",
                "open took",
                "fit expected",
                "fit took",
                "wrong",
                "note")) {
            for (ShopStore.Span s : store.handedBack(since.atStartOfDay(), MOST_LINES)) {
                Optional<HandedBack> of = handedBack(s, who);
                if (of.isPresent()) {
                    line(csv, s, of.get());
                }
            }
        }
    }

    private void line(CSVPrinter csv, ShopStore.Span s, HandedBack j) throws IOException {
        List<Object> cells = new ArrayList<>(List.of(
                j.job(), Cells.plain(j.machine()), day(s.in()), day(s.back()), j.days(), j.changed(), j.proven()));
        for (Station station : List.of(Station.OPEN, Station.FIT)) {
            Optional<HandedBack.Spent> spent =
                    j.spent().stream().filter(x -> x.station() == station).findFirst();
            cells.add(spent.map(x -> String.valueOf(x.expected())).orElse(""));
            cells.add(spent.map(x -> String.valueOf(x.took())).orElse(""));
        }
        cells.add(String.join(
                ", ", j.faults().stream().map(f -> texts.get("shop.cause." + f)).toList()));
        cells.add(Cells.plain(j.note()));
        csv.printRecord(cells);
    }
}
