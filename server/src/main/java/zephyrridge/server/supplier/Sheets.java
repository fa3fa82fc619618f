package zephyrridge.server.supplier;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
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

    /** @param bad the first {@link #MOST_BAD} lines that did not land; {@code change} once it is read */
    record Notes(List<BadLine> bad, Optional<SheetChange> change) {
        static final Notes NONE = new Notes(List.of(), Optional.empty());
    }

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

    public static final int MOST_LINES = 100_000;
    static final int MOST_BAD = 500;
    private static final int BATCH = 500;
    private static final int KEPT_DAYS = 7;
    /** Whoever reads a sheet tells of every {@link #BATCH} lines; one of which nothing is told so long has no reader any more. */
    private static final int SILENT_SECONDS = 120;

    private static final int ID_BITS = 53;
    private final SecureRandom ids = new SecureRandom();
    private volatile boolean ending;
    private final TransactionTemplate transaction;
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
    private final SheetRunStore runs;
    private final Sealed sealed;
    private final Clock clock;

    Sheets(
            Suppliers suppliers,
            SupplierStore store,
            SheetRunStore runs,
            Sealed sealed,
            Clock clock,
            TransactionTemplate transaction) {
        this.suppliers = suppliers;
        this.store = store;
        this.runs = runs;
        this.sealed = sealed;
        this.clock = clock;
        this.transaction = transaction;
    }

    @Override
    public void destroy() {
        ending = true;
        worker.shutdownNow();
    }

    private LocalDateTime now() {
        return LocalDateTime.now(clock);
    }

    /**
     * Begins to load a sheet. Its columns are found by the supplier's mapping, else by headings that speak for themselves.
     *
     * @throws Problem when it is no CSV after RFC 4180 with a heading, too long, or has no column for the wording or the price
     */
    public Progress load(long supplierId, String csv, String by) {
        Suppliers.Supplier supplier = suppliers.one(supplierId);
        List<CSVRecord> lines = CsvTable.lines(csv, MOST_LINES);
        Map<Suppliers.Column, Integer> columns = SheetCsv.columns(lines.get(0), supplier.mapping());
        long id = begin(supplierId, lines, by);
        try {
            worker.execute(() -> run(id, supplier, lines, columns));
        } catch (RejectedExecutionException e) {
            end(id, supplierId, State.CANCELLED);
            throw Problem.of(HttpStatus.TOO_MANY_REQUESTS, "TOO_MANY_SHEETS", Map.of(), "most", MOST_WAITING);
        }
        return progress(id, by);
    }

    /** The same, waited for and let count. */
    public Progress loadNow(long supplierId, String csv, String by) {
        Suppliers.Supplier supplier = suppliers.one(supplierId);
        List<CSVRecord> lines = CsvTable.lines(csv, MOST_LINES);
        long id = begin(supplierId, lines, by);
        run(id, supplier, lines, SheetCsv.columns(lines.get(0), supplier.mapping()));
        return progress(id, by).state() == State.READ ? count(id, by) : progress(id, by);
    }

    /** One sheet of a supplier waits for a word at a time. */
    private long begin(long supplierId, List<CSVRecord> lines, String by) {
        long id = ids.nextLong() >>> Long.SIZE - ID_BITS;
        transaction.executeWithoutResult(t -> {
            runs.forget(now().minusDays(KEPT_DAYS));
            runs.waiting(supplierId, State.READ).forEach(other -> end(other, supplierId, State.CANCELLED));
            runs.insert(id, by, supplierId, lines.size() - 1, sealed.write(Sealed.Kind.SHEET_RUN, Notes.NONE), now());
        });
        return id;
    }

    /** Of no use any more: its lines go, and who still reads it finds it ended. */
    private void end(long id, long supplierId, State as) {
        transaction.executeWithoutResult(t -> {
            runs.become(id, as, "", now());
            store.drop(supplierId, id);
        });
    }

    /**
     * Lets a sheet count that was read whole; one that counts already does.
     *
     * @throws Problem when it was not, or was given up
     */
    public Progress count(long id, String by) {
        return transaction.execute(t -> {
            SheetRunStore.Row run = locked(id, by);
            // Another one that counts by now took its lines along: nothing is replaced by nothing.
            if (run.state() == State.READ && !store.has(run.supplierId(), id)) {
                end(id, run.supplierId(), State.CANCELLED);
            } else if (run.state() == State.READ) {
                store.show(run.supplierId(), id, now());
                runs.become(id, State.DONE, "", now());
            }
            SheetRunStore.Row is = locked(id, by);
            if (is.state() != State.DONE) {
                throw Problem.invalid("sheet", "SHEET_NOT_WHOLE");
            }
            return progress(is);
        });
    }

    public Progress progress(long id, String by) {
        SheetRunStore.Row run = runs.find(id, by, false).orElseThrow(() -> unknown(id));
        if (run.state() == State.RUNNING && run.toldAt().isBefore(now().minusSeconds(SILENT_SECONDS))) {
            fail(id, run.supplierId());
            return progress(locked(id, by));
        }
        return progress(run);
    }

    public Progress cancel(long id, String by) {
        return transaction.execute(t -> {
            SheetRunStore.Row run = locked(id, by);
            if (run.state() == State.RUNNING || run.state() == State.READ) {
                end(id, run.supplierId(), State.CANCELLED);
            }
            return progress(locked(id, by));
        });
    }

    private SheetRunStore.Row locked(long id, String by) {
        return runs.find(id, by, true).orElseThrow(() -> unknown(id));
    }

    private static Problem unknown(long id) {
        return Problem.notFound("sheet", String.valueOf(id));
    }

    private Progress progress(SheetRunStore.Row r) {
        Notes notes = sealed.read(Sealed.Kind.SHEET_RUN, r.notes(), Notes.class);
        return new Progress(
                r.id(),
                r.supplierId(),
                r.state(),
                r.lines(),
                r.done(),
                r.state() == State.CANCELLED || r.state() == State.FAILED ? 0 : r.landed(),
                r.badLines(),
                notes.bad(),
                notes.change(),
                r.why());
    }

    private void fail(long id, long supplierId) {
        transaction.executeWithoutResult(t -> {
            runs.become(
                    id,
                    State.FAILED,
                    Problem.of(HttpStatus.SERVICE_UNAVAILABLE, "SHEET_NOT_TAKEN", Map.of())
                            .sentence(),
                    now());
            store.drop(supplierId, id);
        });
    }

    private void run(
            long id, Suppliers.Supplier supplier, List<CSVRecord> lines, Map<Suppliers.Column, Integer> columns) {
        try {
            SheetLine.Usual usual = new SheetLine.Usual(supplier.leadDays(), supplier.returnDays());
            List<SupplierStore.NewOffer> rows = new ArrayList<>();
            List<BadLine> bad = new ArrayList<>();
            int landed = 0;
            int badLines = 0;
            for (int i = 1; i < lines.size() && !ending; i++) {
                CSVRecord line = lines.get(i);
                SheetLine.Read read = SheetLine.of(SheetCsv.cells(line, columns), usual);
                read.line()
                        .ifPresent(l -> rows.add(
                                new SupplierStore.NewOffer(row(supplier, (int) line.getRecordNumber(), l), l.spec())));
                if (read.unread().isPresent()) {
                    SheetLine.Unread u = read.unread().get();
                    badLines++;
                    if (bad.size() < MOST_BAD) {
                        bad.add(new BadLine((int) line.getRecordNumber(), u.reason(), cut(u.cell())));
                    }
                }
                if (i % BATCH == 0 || i == lines.size() - 1) {
                    landed += rows.size();
                    if (!told(id, supplier, i, landed, badLines, bad, rows)) {
                        return;
                    }
                    rows.clear();
                }
            }
            if (!ending) {
                whole(id, supplier, landed, bad);
            }
        } catch (RuntimeException e) {
            org.slf4j.LoggerFactory.getLogger(Sheets.class).error("sheet of supplier {}", supplier.id(), e);
            fail(id, supplier.id());
        }
    }

    /** Puts lines in and says so, in one; false where nobody wants them any more. */
    private boolean told(
            long id,
            Suppliers.Supplier supplier,
            int done,
            int landed,
            int badLines,
            List<BadLine> bad,
            List<SupplierStore.NewOffer> rows) {
        String notes = sealed.write(Sealed.Kind.SHEET_RUN, new Notes(bad, Optional.empty()));
        return Boolean.TRUE.equals(transaction.execute(t -> {
            if (!runs.tell(id, done, landed, badLines, notes, now())) {
                return false;
            }
            store.insertOffers(supplier.id(), id, rows);
            return true;
        }));
    }

    private void whole(long id, Suppliers.Supplier supplier, int landed, List<BadLine> bad) {
        List<SupplierStore.Line> before = store.lines(supplier.id(), store.counting(supplier.id()));
        Optional<SheetChange> change = landed == 0 || before.isEmpty()
                ? Optional.empty()
                : Optional.of(SheetChange.of(before, store.lines(supplier.id(), id)));
        String notes = sealed.write(Sealed.Kind.SHEET_RUN, new Notes(bad, change));
        transaction.executeWithoutResult(t -> {
            boolean counts = landed > 0 && before.isEmpty();
            State as = landed == 0 ? State.NOTHING : counts ? State.DONE : State.READ;
            if (runs.whole(id, as, notes, now()) && counts) {
                store.show(supplier.id(), id, now());
            }
        });
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
