package zephyrridge.server.supplier;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.apache.commons.csv.CSVRecord;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import zephyrridge.core.plan.SheetLine;
import zephyrridge.server.csv.CsvTable;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.web.Problem;

/**
 * Suppliers' sheets on their way in: read in the background, compared with the sheet that counts, and let count by somebody's word; given
 * up without a trace. The first sheet of a supplier counts at once, and one of which nothing could be read replaces nothing.
 */
@Service
public class Sheets implements DisposableBean {
    public enum State {
        RUNNING,
        /** Whole, and waits to be let count. */
        READ,
        DONE,
        CANCELLED,
        /** No line of it is an offer. */
        NOTHING,
        FAILED
    }

    /** @param no of the line in the sheet, its heading is 1; {@code cell} what was not understood */
    public record BadLine(int no, SheetLine.Reason reason, String cell) {}

    /** @param bad the first {@link #MOST_BAD} lines that did not land; {@code badLines} how many there are */
    public record Progress(
            long id,
            long supplierId,
            State state,
            int lines,
            int done,
            int landed,
            int badLines,
            List<BadLine> bad,
            Optional<SheetChange> change,
            String why) {}

    private static final class Run {
        final long id;
        final long supplierId;
        final int lines;
        volatile State state = State.RUNNING;
        volatile boolean cancelled;
        volatile int done;
        volatile int landed;
        volatile int badLines;
        volatile long version;
        volatile Optional<SheetChange> change = Optional.empty();
        volatile String why = "";
        final List<BadLine> bad = java.util.Collections.synchronizedList(new ArrayList<>());

        Run(long id, long supplierId, int lines) {
            this.id = id;
            this.supplierId = supplierId;
            this.lines = lines;
        }

        Progress progress() {
            synchronized (bad) {
                return new Progress(
                        id, supplierId, state, lines, done, landed, badLines, List.copyOf(bad), change, why);
            }
        }
    }

    public static final int MOST_LINES = 100_000;
    static final int MOST_BAD = 500;
    private static final int BATCH = 500;
    private static final int MOST_RUNS = 50;
    private final TransactionTemplate transaction;
    private final Map<Long, Run> runs = new ConcurrentHashMap<>();
    private final AtomicLong runNo = new AtomicLong();
    /** Each that waits holds its lines. */
    private static final int MOST_WAITING = 8;

    private final ExecutorService worker =
            new ThreadPoolExecutor(1, 1, 0, TimeUnit.SECONDS, new ArrayBlockingQueue<>(MOST_WAITING), r -> {
                Thread t = new Thread(r, "supplier-sheets");
                t.setDaemon(true);
                return t;
            });

    private final Suppliers suppliers;
    private final SupplierStore store;
    private final Sealed sealed;
    private final Clock clock;

    Sheets(Suppliers suppliers, SupplierStore store, Sealed sealed, Clock clock, TransactionTemplate transaction) {
        this.suppliers = suppliers;
        this.store = store;
        this.sealed = sealed;
        this.clock = clock;
        this.transaction = transaction;
    }

    @Override
    public void destroy() {
        runs.values().forEach(r -> r.cancelled = true);
        worker.shutdownNow();
    }

    /**
     * Begins to load a sheet. Its columns are found by the supplier's mapping, else by headings that speak for themselves.
     *
     * @throws Problem when it is no CSV after RFC 4180 with a heading, too long, or has no column for the wording or the price
     */
    public Progress load(long supplierId, String csv) {
        Suppliers.Supplier supplier = suppliers.one(supplierId);
        List<CSVRecord> lines = CsvTable.lines(csv, MOST_LINES);
        Map<Suppliers.Column, Integer> columns = SheetCsv.columns(lines.get(0), supplier.mapping());
        Run run = new Run(runNo.incrementAndGet(), supplierId, lines.size() - 1);
        runs.keySet().stream()
                .sorted()
                .limit(Math.max(0, runs.size() - MOST_RUNS))
                .filter(k -> runs.get(k).state != State.RUNNING)
                .toList()
                .forEach(runs::remove);
        // One sheet of a supplier waits for a word at a time.
        runs.values().stream()
                .filter(r -> r.supplierId == supplierId && r.state == State.READ)
                .toList()
                .forEach(this::giveUp);
        try {
            worker.execute(() -> run(run, supplier, lines, columns));
        } catch (RejectedExecutionException e) {
            throw Problem.of(HttpStatus.TOO_MANY_REQUESTS, "TOO_MANY_SHEETS", Map.of(), "most", MOST_WAITING);
        }
        runs.put(run.id, run);
        return run.progress();
    }

    /** The same, waited for. */
    public Progress loadNow(long supplierId, String csv) {
        Suppliers.Supplier supplier = suppliers.one(supplierId);
        List<CSVRecord> lines = CsvTable.lines(csv, MOST_LINES);
        Run run = new Run(runNo.incrementAndGet(), supplierId, lines.size() - 1);
        run(run, supplier, lines, SheetCsv.columns(lines.get(0), supplier.mapping()));
        if (run.state == State.READ) {
            count(run);
        }
        return run.progress();
    }

    /**
     * Lets a sheet count that was read whole; one that counts already does.
     *
     * @throws Problem when it was not, or was given up
     */
    public Progress count(long runId) {
        Run run = found(runId);
        synchronized (run) {
            // Another one that counts by now took its lines along: nothing is replaced by nothing.
            if (run.state == State.READ && !store.has(run.supplierId, run.version)) {
                run.state = State.CANCELLED;
            }
            if (run.state == State.READ) {
                count(run);
            } else if (run.state != State.DONE) {
                throw Problem.invalid("sheet", "SHEET_NOT_WHOLE");
            }
        }
        return run.progress();
    }

    private void count(Run run) {
        transaction.executeWithoutResult(t -> store.show(run.supplierId, run.version, LocalDateTime.now(clock)));
        run.state = State.DONE;
    }

    private void giveUp(Run run) {
        synchronized (run) {
            if (run.state == State.READ) {
                transaction.executeWithoutResult(t -> store.drop(run.supplierId, run.version));
                run.state = State.CANCELLED;
            }
        }
    }

    public Progress progress(long runId) {
        return found(runId).progress();
    }

    public Progress cancel(long runId) {
        Run run = found(runId);
        run.cancelled = true;
        giveUp(run);
        return run.progress();
    }

    private Run found(long runId) {
        return Optional.ofNullable(runs.get(runId)).orElseThrow(() -> Problem.notFound("sheet", String.valueOf(runId)));
    }

    private void run(
            Run run, Suppliers.Supplier supplier, List<CSVRecord> lines, Map<Suppliers.Column, Integer> columns) {
        long version = 0;
        try {
            long v = store.freshVersion(supplier.id());
            version = v;
            run.version = v;
            List<SupplierStore.OfferRow> rows = new ArrayList<>();
            List<String[]> kinds = new ArrayList<>();
            SheetLine.Usual usual = new SheetLine.Usual(supplier.leadDays(), supplier.returnDays());
            for (int i = 1; i < lines.size() && !run.cancelled; i++) {
                CSVRecord line = lines.get(i);
                SheetLine.Read read = SheetLine.of(SheetCsv.cells(line, columns), usual);
                read.line().ifPresent(l -> {
                    rows.add(row(supplier, (int) line.getRecordNumber(), l));
                    kinds.add(new String[] {
                        l.spec().generation().name(),
                        l.spec().formFactor().name(),
                        String.valueOf(l.spec().capacity().mebibytes())
                    });
                });
                read.unread().ifPresent(u -> {
                    run.badLines++;
                    if (run.bad.size() < MOST_BAD) {
                        run.bad.add(new BadLine((int) line.getRecordNumber(), u.reason(), cut(u.cell())));
                    }
                });
                if (rows.size() >= BATCH || i == lines.size() - 1) {
                    transaction.executeWithoutResult(t -> store.insertOffers(supplier.id(), v, rows, kinds));
                    run.landed += rows.size();
                    rows.clear();
                    kinds.clear();
                }
                run.done = i;
            }
            if (run.cancelled) {
                transaction.executeWithoutResult(t -> store.drop(supplier.id(), v));
                run.landed = 0;
                run.state = State.CANCELLED;
                return;
            }
            if (run.landed == 0) {
                run.state = State.NOTHING;
                return;
            }
            long counting = store.counting(supplier.id());
            List<SupplierStore.Line> before = store.lines(supplier.id(), counting);
            if (before.isEmpty()) {
                count(run);
            } else {
                run.change = Optional.of(SheetChange.of(before, store.lines(supplier.id(), v)));
                run.state = State.READ;
            }
        } catch (RuntimeException e) {
            long v = version;
            run.why = Problem.of(HttpStatus.SERVICE_UNAVAILABLE, "SHEET_NOT_TAKEN", Map.of())
                    .sentence();
            run.state = State.FAILED;
            org.slf4j.LoggerFactory.getLogger(Sheets.class).error("sheet of supplier {}", supplier.id(), e);
            transaction.executeWithoutResult(t -> store.drop(supplier.id(), v));
        }
    }

    private static String cut(String cell) {
        return cell.length() > 120 ? cell.substring(0, 119) + "…" : cell;
    }

    private SupplierStore.OfferRow row(Suppliers.Supplier s, int no, SheetLine l) {
        return new SupplierStore.OfferRow(
                0,
                s.name(),
                no,
                l.wording().length() > 300 ? l.wording().substring(0, 300) : l.wording(),
                sealed.write(Sealed.Kind.OFFER, l.spec()),
                l.pieces(),
                l.price().minor(),
                l.stock(),
                l.leadDays(),
                l.returnDays(),
                l.price().share(s.restockingPermille(), 1000).minor());
    }
}
