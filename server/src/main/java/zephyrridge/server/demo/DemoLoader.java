package zephyrridge.server.demo;

import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
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
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.Jep106;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.account.DemoAccounts;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.maker.Makers;

/** Fills an empty database with the made-up workshop, all or nothing; leaves a filled one alone. */
@Component
@ConditionalOnProperty(name = "zephyr.demo", havingValue = "true")
class DemoLoader implements SmartLifecycle {
    private final Accounts accounts;
    private final Machines machines;
    private final Drawer drawer;
    private final Makers makers;
    private final DemoJobs jobs;
    private final JsonMapper json;
    private final TransactionTemplate transaction;

    DemoLoader(
            Accounts accounts,
            Machines machines,
            Drawer drawer,
            Makers makers,
            DemoJobs jobs,
            JsonMapper json,
            TransactionTemplate transaction) {
        this.accounts = accounts;
        this.machines = machines;
        this.drawer = drawer;
        this.makers = makers;
        this.jobs = jobs;
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
            accounts.add(new Accounts.Account(a.login(), a.name(), a.role(), true), a.password());
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
                drawer.add(
                        row.get("tag"),
                        row.get("label"),
                        row.get("maker"),
                        row.get("part"),
                        row.get("serial"),
                        Drawer.Tested.valueOf(row.get("tested")),
                        row.get("note"));
            }
        }
        // Invented ids for invented makers.
        makers.name(new Jep106(101, 0x1A), "Tindle");
        makers.name(new Jep106(104, 0x61), "Corvane");
        makers.name(new Jep106(109, 0x2F), "Marlstone");
        makers.name(new Jep106(112, 0x3B), "Heathline");
        jobs.load();
    }
}
