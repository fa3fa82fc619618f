package zephyrridge.server.supplier;

import java.io.IOException;
import java.io.StringReader;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import zephyrridge.core.plan.SheetLine;
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

    /**
     * What another sheet would change, line by line of like wording and pack.
     *
     * @param kept at the same price; {@code gone} of the sheet that counts
     */
    public record SheetChange(int fresh, int kept, int dearer, int cheaper, int gone) {}

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
        List<CSVRecord> lines = lines(csv);
        Map<Suppliers.Column, Integer> columns = columns(lines.get(0), supplier.mapping());
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
        List<CSVRecord> lines = lines(csv);
        Run run = new Run(runNo.incrementAndGet(), supplierId, lines.size() - 1);
        run(run, supplier, lines, columns(lines.get(0), supplier.mapping()));
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

    private static List<CSVRecord> lines(String csv) {
        String text = csv.startsWith("\uFEFF") ? csv.substring(1) : csv;
        String heading = text.lines().findFirst().orElse("");
        char separator = heading.chars().filter(c -> c == ';').count()
                        > heading.chars().filter(c -> c == ',').count()
                ? ';'
                : ',';
        long read = 0;
        try (CSVParser parser = CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .get()
                .parse(new StringReader(text))) {
            List<CSVRecord> lines = new ArrayList<>();
            for (CSVRecord line : parser) {
                lines.add(line);
                read = parser.getCurrentLineNumber();
            }
            if (lines.size() < 2) {
                throw Problem.invalid("sheet", "SHEET_EMPTY");
            }
            if (lines.size() > MOST_LINES + 1) {
                throw Problem.invalid("sheet", "SHEET_LONG", "most", MOST_LINES);
            }
            return lines;
        } catch (IOException | java.io.UncheckedIOException e) {
            throw Problem.invalid("sheet", "CSV_BROKEN", "read", read);
        }
    }

    private static final Map<Suppliers.Column, String> SPEAKING = Map.of(
            Suppliers.Column.WORDING,
            "article|description|wording|item|module|product|title|label|artikel|bezeichnung",
            Suppliers.Column.PRICE,
            "price|net|cost|preis|prix",
            Suppliers.Column.PACK,
            "pack|pieces|kit|pcs|per pack",
            Suppliers.Column.STOCK,
            "stock|available|qty|quantity|bestand",
            Suppliers.Column.LEAD,
            "lead|lead days|delivery|days|lieferzeit",
            Suppliers.Column.RETURNS,
            "return|returns|return days|rückgabe");

    private static Map<Suppliers.Column, Integer> columns(CSVRecord heading, Map<Suppliers.Column, String> mapping) {
        Map<Suppliers.Column, Integer> columns = new TreeMap<>();
        for (Suppliers.Column c : Suppliers.Column.values()) {
            for (int i = 0; i < heading.size(); i++) {
                String name = heading.get(i).strip().toLowerCase(Locale.ROOT);
                boolean is = mapping.containsKey(c)
                        ? name.equals(mapping.get(c).strip().toLowerCase(Locale.ROOT))
                        : name.matches(SPEAKING.get(c));
                if (is && !columns.containsValue(i)) {
                    columns.putIfAbsent(c, i);
                }
            }
        }
        for (Suppliers.Column c : List.of(Suppliers.Column.WORDING, Suppliers.Column.PRICE)) {
            if (!columns.containsKey(c)) {
                throw Problem.of(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "COLUMN_MISSING",
                        Map.of("field", c.name(), "headings", heading.toList()),
                        "column",
                        c.name().toLowerCase(Locale.ROOT),
                        "headings",
                        String.join(", ", heading.toList()));
            }
        }
        return columns;
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
                SheetLine.Read read = SheetLine.of(cells(line, columns), usual);
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
                run.change = Optional.of(change(before, store.lines(supplier.id(), v)));
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

    static SheetChange change(List<SupplierStore.Line> before, List<SupplierStore.Line> after) {
        Map<List<Object>, List<Long>> was = prices(before);
        int fresh = 0;
        int kept = 0;
        int dearer = 0;
        int cheaper = 0;
        for (Map.Entry<List<Object>, List<Long>> e : prices(after).entrySet()) {
            // The cheapest of a wording against the cheapest, and so on; what is over on either side is new, or gone.
            List<Long> is = e.getValue();
            List<Long> old = was.getOrDefault(e.getKey(), List.of());
            for (int i = 0; i < is.size(); i++) {
                int by = i < old.size() ? Long.compare(is.get(i), old.get(i)) : 0;
                fresh += i < old.size() ? 0 : 1;
                kept += i < old.size() && by == 0 ? 1 : 0;
                dearer += by > 0 ? 1 : 0;
                cheaper += by < 0 ? 1 : 0;
            }
        }
        return new SheetChange(fresh, kept, dearer, cheaper, before.size() - kept - dearer - cheaper);
    }

    /** The prices of each wording and pack, the least first. */
    private static Map<List<Object>, List<Long>> prices(List<SupplierStore.Line> lines) {
        Map<List<Object>, List<Long>> by = new HashMap<>();
        lines.stream()
                .sorted(Comparator.comparingLong(SupplierStore.Line::priceMinor))
                .forEach(l -> by.computeIfAbsent(List.of(l.wording(), l.pieces()), k -> new ArrayList<>())
                        .add(l.priceMinor()));
        return by;
    }

    private static String cut(String cell) {
        return cell.length() > 120 ? cell.substring(0, 119) + "…" : cell;
    }

    private static SheetLine.Cells cells(CSVRecord line, Map<Suppliers.Column, Integer> columns) {
        return new SheetLine.Cells(
                cell(line, columns, Suppliers.Column.WORDING),
                cell(line, columns, Suppliers.Column.PRICE),
                cell(line, columns, Suppliers.Column.PACK),
                cell(line, columns, Suppliers.Column.STOCK),
                cell(line, columns, Suppliers.Column.LEAD),
                cell(line, columns, Suppliers.Column.RETURNS));
    }

    private static String cell(CSVRecord line, Map<Suppliers.Column, Integer> columns, Suppliers.Column c) {
        Integer at = columns.get(c);
        return at == null || at >= line.size() ? "" : line.get(at);
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
