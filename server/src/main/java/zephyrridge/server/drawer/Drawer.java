package zephyrridge.server.drawer;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.server.web.Problem;

/** Modules in stock, each with a tag; one that a job has taken is that job's until it is given back. */
@Service
public class Drawer {
    /** What the bench knows of a module's health. */
    public enum Tested {
        GOOD,
        UNTESTED,
        BAD
    }

    /**
     * @param partNumber the maker's, {@code serial} this very piece's; empty where nobody read them
     * @param jobId the job that holds it
     */
    public record StockModule(
            String tag,
            String labelLine,
            String maker,
            String partNumber,
            String serial,
            Tested tested,
            String note,
            ModuleSpec spec,
            Optional<Long> jobId) {}

    private final DrawerStore store;

    Drawer(DrawerStore store) {
        this.store = store;
    }

    public List<StockModule> all() {
        return store.all().stream().map(Drawer::module).toList();
    }

    /** Takes a module for a job, within the caller's transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public StockModule take(String tag, long jobId) {
        StockModule module =
                store.find(tag, true).map(Drawer::module).orElseThrow(() -> Problem.notFound("drawer module", tag));
        if (module.jobId().isPresent() && module.jobId().get() != jobId) {
            throw Problem.of(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "MODULE_TAKEN",
                    "Module " + tag + " is with job " + module.jobId().get()
                            + ". Choose another, or give it back there first.",
                    Map.of("field", "tag", "jobId", module.jobId().get()));
        }
        if (module.tested() == Tested.BAD) {
            throw Problem.of(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "MODULE_BAD",
                    "Module " + tag + " is marked bad. Choose another.",
                    Map.of("field", "tag"));
        }
        store.assign(tag, jobId);
        return module;
    }

    public Optional<StockModule> find(String tag) {
        return store.find(tag, false).map(Drawer::module);
    }

    /** Gives a module back, within the caller's transaction; one that another job holds stays with it. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void giveBack(String tag, long jobId) {
        store.release(tag, jobId);
    }

    /** @throws Problem when the label line is no whole module */
    @Transactional
    public void add(
            String tag, String labelLine, String maker, String partNumber, String serial, Tested tested, String note) {
        spec(tag, labelLine);
        store.insert(
                new DrawerStore.Row(tag, labelLine, maker, partNumber, serial, tested.name(), note, Optional.empty()));
    }

    private static StockModule module(DrawerStore.Row row) {
        return new StockModule(
                row.tag(),
                row.labelLine(),
                row.maker(),
                row.partNumber(),
                row.serial(),
                Tested.valueOf(row.tested()),
                row.note(),
                spec(row.tag(), row.labelLine()),
                row.jobId());
    }

    private static ModuleSpec spec(String tag, String labelLine) {
        return LabelParser.parse(labelLine)
                .spec()
                .orElseThrow(() -> Problem.invalid(
                        "labelLine",
                        "The label line of " + tag + " is no whole module: " + labelLine + ". Add what is missing."));
    }
}
