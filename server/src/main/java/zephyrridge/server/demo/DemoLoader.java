package zephyrridge.server.demo;

import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.SmartLifecycle;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.account.DemoAccounts;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.house.House;
import zephyrridge.server.house.Letterhead;
import zephyrridge.server.limit.Limits;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.maker.Makers;
import zephyrridge.server.supplier.Sheets;
import zephyrridge.server.supplier.Suppliers;

/** Fills an empty database with the made-up workshop, all or nothing; leaves a filled one alone. */
@Component
@ConditionalOnProperty(name = "zephyr.demo", havingValue = "true")
class DemoLoader implements SmartLifecycle {
    private final Accounts accounts;
    private final Machines machines;
    private final Drawer drawer;
    private final Makers makers;
    private final DemoStories jobs;
    private final DemoRoom room;
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final Suppliers suppliers;
    private final Sheets sheets;
    private final Limits limits;
    private final House house;
    private final Clock clock;

    DemoLoader(
            Accounts accounts,
            Machines machines,
            Drawer drawer,
            Makers makers,
            DemoStories jobs,
            DemoRoom room,
            JsonMapper json,
            TransactionTemplate transaction,
            Suppliers suppliers,
            Sheets sheets,
            Limits limits,
            House house,
            Clock clock) {
        this.suppliers = suppliers;
        this.sheets = sheets;
        this.limits = limits;
        this.house = house;
        this.clock = clock;
        this.accounts = accounts;
        this.machines = machines;
        this.drawer = drawer;
        this.makers = makers;
        this.jobs = jobs;
        this.room = room;
        this.json = json;
        this.transaction = transaction;
    }

    /** Before the first request: the web server starts in a later phase. */
    @Override
    public int getPhase() {
        return 0;
    }

    @Override
    public void start() {
        transaction.executeWithoutResult(t -> {
            try {
                load();
            } catch (IOException e) {
                throw new java.io.UncheckedIOException("demo data", e);
            }
        });
    }

    @Override
    public void stop() {
        // Nothing runs on.
    }

    @Override
    public boolean isRunning() {
        return false;
    }

    private void load() throws IOException {
        if (accounts.find(DemoAccounts.ALL.get(0).login()).isPresent()) {
            return;
        }
        for (DemoAccounts.Hint a : DemoAccounts.ALL) {
            accounts.add(new Accounts.Account(a.login(), a.name(), a.role(), true), a.password(), "");
        }
        for (Resource file : new PathMatchingResourcePatternResolver().getResources("classpath:demo/machines/*.json")) {
            machines.add(
                    json.readValue(file.getContentAsByteArray(), MachineRecord.class),
                    java.util.Optional.empty(),
                    DemoAccounts.ALL.get(0).login());
        }
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get();
        try (var in = new InputStreamReader(
                new ClassPathResource("demo/drawer.csv").getInputStream(), StandardCharsets.UTF_8)) {
            for (CSVRecord row : format.parse(in)) {
                drawer.add(new Drawer.NewModule(
                        row.get("tag"),
                        row.get("label"),
                        row.get("maker"),
                        row.get("part"),
                        row.get("serial"),
                        Drawer.Tested.valueOf(row.get("tested")),
                        row.get("note"),
                        Drawer.Origin.valueOf(row.get("origin")),
                        row.get("bin"),
                        Money.parse(row.get("book"))));
            }
        }
        // Invented ids for invented makers.
        makers.name(new Jep106(101, 0x1A), "Tindle");
        makers.name(new Jep106(104, 0x61), "Corvane");
        makers.name(new Jep106(109, 0x2F), "Marlstone");
        makers.name(new Jep106(112, 0x3B), "Heathline");
        house.change(
                House.Setting.LETTERHEAD,
                0,
                new Letterhead("Gorse Bank Workshop", "GB", "Two benches in the valley, Tuesday to Saturday"),
                "as on the door",
                DemoAccounts.ALL.get(0).login());
        sheets();
        trials();
        jobs.load();
        room.load();
        jobs.loadLast();
    }

    private void sheets() throws IOException {
        sheet("Lantern Row Parts", java.util.Optional.of(14), 2, 0, "lantern-row-parts");
        sheet("Peat Street Surplus", java.util.Optional.empty(), 1, 0, "peat-street-surplus");
        sheet("Valley Wholesale", java.util.Optional.of(7), 5, 100, "valley-wholesale");
    }

    private void sheet(
            String name, java.util.Optional<Integer> returnDays, int leadDays, int restockingPermille, String file)
            throws IOException {
        long id = suppliers.add(name, returnDays, leadDays, restockingPermille);
        if (file.startsWith("valley")) {
            suppliers.change(
                    id,
                    returnDays,
                    leadDays,
                    restockingPermille,
                    java.util.Map.of(
                            Suppliers.Column.WORDING,
                            "Description",
                            Suppliers.Column.PRICE,
                            "Net",
                            Suppliers.Column.PACK,
                            "Pieces",
                            Suppliers.Column.STOCK,
                            "Available",
                            Suppliers.Column.LEAD,
                            "Delivery"));
        }
        sheets.loadNow(
                id,
                new ClassPathResource("demo/sheets/" + file + ".csv").getContentAsString(StandardCharsets.UTF_8),
                "wren");
    }

    /** One that proves what no sheet says, one that was refused for what it was, one that failed for a bad module, and a report. */
    private void trials() {
        trial(
                "quarrow-fell-13",
                Trial.Relation.THIS_MODEL,
                "QF13-2207",
                Trial.Cause.NONE,
                "1.31",
                "one full pass",
                "socket-b",
                "32GB 2Rx8 PC4-3200AA-SE1-12");
        trial(
                "skerrow-tern-16",
                Trial.Relation.THIS_MODEL,
                "ST16-0448",
                Trial.Cause.KIND_ABOVE_LIMIT,
                "",
                "good elsewhere",
                "socket-a",
                "48GB 2Rx8 PC5-5600B-SB0-1010-XT",
                "socket-b",
                "48GB 2Rx8 PC5-5600B-SB0-1010-XT");
        trial(
                "skerrow-tern-16",
                Trial.Relation.REPORTED,
                "told by a school's bench",
                Trial.Cause.NONE,
                "",
                "",
                "socket-a",
                "24GB 1Rx8 PC5-5600B-SA0-1010-XT",
                "socket-b",
                "24GB 1Rx8 PC5-5600B-SA0-1010-XT");
        trial(
                "ostrell-drift-12",
                Trial.Relation.THIS_MODEL,
                "OD12-1190",
                Trial.Cause.BAD_MODULE,
                "",
                "another of the kind ran",
                "socket",
                "8GB 2Rx8 PC3L-12800S-11-13-F3");
    }

    private void trial(
            String machine,
            Trial.Relation relation,
            String piece,
            Trial.Cause cause,
            String firmware,
            String note,
            String... at) {
        java.util.TreeMap<String, zephyrridge.core.module.ModuleSpec> sockets = new java.util.TreeMap<>();
        for (int i = 0; i < at.length; i += 2) {
            sockets.put(at[i], LabelParser.parse(at[i + 1]).spec().orElseThrow());
        }
        limits.add(
                machine,
                new Trial(
                        piece + "-" + machine,
                        relation,
                        piece,
                        sockets,
                        new java.util.TreeSet<>(),
                        java.util.Optional.of(firmware).filter(f -> !f.isEmpty()),
                        cause == Trial.Cause.NONE ? Trial.Outcome.PROVEN : Trial.Outcome.FAILED,
                        cause,
                        "Wren",
                        java.time.LocalDate.now(clock).minusDays(40),
                        note,
                        java.util.Optional.empty()),
                DemoAccounts.ALL.get(0).login());
    }
}
