package zephyrridge.server.drawer;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Pairs;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/**
 * Modules in stock, each with a tag; one that a job has taken is that job's until it is given back.
 *
 * <p>In one file: all that changes where a module is.
 */
@Service
public class Drawer {
    /** Labels as they were read: a drawer has many of few kinds. */
    private static final Cache<String, Optional<ModuleSpec>> LABELS =
            Caffeine.newBuilder().maximumSize(5_000).build();

    /** What the bench knows of a module's health. */
    public enum Tested {
        GOOD,
        UNTESTED,
        SUSPECT,
        BAD
    }

    /**
     * @param partNumber the maker's, {@code serial} this very piece's; empty where nobody read them
     * @param jobId the job that holds it
     * @param gone taken out for good: jobs name it, nobody can take it
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
            Optional<Long> jobId,
            Origin origin,
            String bin,
            Money bookValue,
            long version,
            boolean gone) {
        /** What may be said otherwise of it. */
        NewModule said() {
            return new NewModule(tag, labelLine, maker, partNumber, serial, tested, note, origin, bin, bookValue);
        }
    }

    /** How a module came into the drawer. */
    public enum Origin {
        NEW,
        PULLED
    }

    /** What is told of a module that goes into the drawer. */
    public record NewModule(
            String tag,
            String labelLine,
            String maker,
            String partNumber,
            String serial,
            Tested tested,
            String note,
            Origin origin,
            String bin,
            Money bookValue) {}

    /** A page of a search, with how many there are in all. */
    public record Page(int total, List<StockModule> modules) {}

    private final DrawerStore store;
    private final DrawerChanges changes;
    private final Texts texts;

    Drawer(DrawerStore store, DrawerChanges changes, Texts texts, TransactionTemplate transaction) {
        this.texts = texts;
        this.changes = changes;
        this.store = store;
        // Rows from before there was a search get what they are found by.
        List<DrawerStore.Row> old = store.unsearched();
        if (!old.isEmpty()) {
            transaction.executeWithoutResult(t -> old.forEach(this::index));
        }
    }

    private void index(DrawerStore.Row row) {
        StockModule m = module(row);
        store.index(row.tag(), m.spec().generation().name(), searchText(m.said(), m.spec()));
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
                    Map.of("field", "tag", "jobId", module.jobId().get()),
                    "tag",
                    tag,
                    "job",
                    module.jobId().get());
        }
        if (module.gone()) {
            throw Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "MODULE_GONE", Map.of("field", "tag"), "tag", tag);
        }
        if (module.tested() == Tested.BAD) {
            throw Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "MODULE_BAD", Map.of("field", "tag"), "tag", tag);
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

    /** Free modules of a generation that are neither bad nor suspected of it: what may be proposed. */
    public List<StockModule> free(MemoryGeneration generation) {
        return store.free(generation.name()).stream().map(Drawer::module).toList();
    }

    /** The least that a like piece is booked at; empty where there never was one. */
    public Optional<Money> bookValueOfLike(ModuleSpec spec) {
        return all().stream()
                .filter(m -> m.spec().summary().equals(spec.summary()))
                .map(StockModule::bookValue)
                .min(Comparator.naturalOrder());
    }

    private static final int MOST_PAIRS = 4;

    /** Free modules that go with each of these, a few of them: the same kind by the same label line. */
    public Map<String, List<String>> pairsOf(List<StockModule> shown) {
        Map<String, ModuleSpec> specs = new LinkedHashMap<>();
        Map<String, String> parts = new HashMap<>();
        for (StockModule m : shown) {
            specs.put(m.tag(), m.spec());
            parts.put(m.tag(), m.partNumber());
        }
        for (DrawerStore.Row r : store.freeOfLabels(
                shown.stream().map(StockModule::labelLine).distinct().toList())) {
            specs.computeIfAbsent(r.tag(), t -> spec(t, r.labelLine()));
            parts.put(r.tag(), r.partNumber());
        }
        Set<String> taken = shown.stream()
                .filter(m -> m.jobId().isPresent() || m.gone() || m.tested() == Tested.BAD)
                .map(StockModule::tag)
                .collect(Collectors.toSet());
        Map<String, List<String>> pairs = new HashMap<>();
        Pairs.of(specs, parts)
                .forEach((tag, others) -> pairs.put(
                        tag,
                        others.stream()
                                .filter(o -> !taken.contains(o))
                                .limit(MOST_PAIRS)
                                .toList()));
        return pairs;
    }

    /**
     * Searches by words, all of which a module has: tag, size, kind, maker, part number, serial, bin, note.
     *
     * @param state of testing; empty for any
     * @param gone those that were taken out for good, and only those
     */
    public Page search(String words, Optional<Tested> state, boolean freeOnly, boolean gone, int from, int most) {
        List<String> all = words(words);
        List<StockModule> found = store.search(all, state.map(Enum::name), freeOnly, gone, from, most).stream()
                .map(Drawer::module)
                .toList();
        // What ends within the page is counted by it.
        boolean ends = found.size() < most && (from == 0 || !found.isEmpty());
        return new Page(ends ? from + found.size() : store.count(all, state.map(Enum::name), freeOnly, gone), found);
    }

    /** The first ones that have all of these words. */
    public List<StockModule> first(String words, int most) {
        return store.search(words(words), Optional.empty(), false, false, 0, most).stream()
                .map(Drawer::module)
                .toList();
    }

    private static List<String> words(String text) {
        return java.util.Arrays.stream(text.toLowerCase(Locale.ROOT).split("\\s+"))
                .filter(w -> !w.isBlank())
                .limit(8)
                .toList();
    }

    /** @throws Problem when the label line is no whole module, or there is such a tag */
    @Transactional
    public void add(NewModule m) {
        put(m, check(m));
    }

    /** What was checked goes in, within the caller's transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void put(NewModule m, ModuleSpec spec) {
        store.insert(
                new DrawerStore.Row(
                        m.tag(),
                        m.labelLine(),
                        m.maker(),
                        m.partNumber(),
                        m.serial(),
                        m.tested().name(),
                        m.note(),
                        Optional.empty(),
                        m.origin().name(),
                        m.bin(),
                        m.bookValue().minor(),
                        1,
                        false),
                spec.generation().name(),
                searchText(m, spec));
    }

    /** What it is, where it could go in; throws as {@link #add} does. */
    ModuleSpec check(NewModule m) {
        ModuleSpec spec = spec(m.tag(), m.labelLine());
        if (store.find(m.tag(), false).isPresent()) {
            throw Problem.of(HttpStatus.CONFLICT, "TAG_EXISTS", Map.of("field", "tag"), "tag", m.tag());
        }
        return spec;
    }

    private static final String NUMBERED = "D-";

    /** The next number in the drawer that is neither there nor among these. */
    public String freshTag(Set<String> taken) {
        return numbered(last(Stream.concat(store.tagsLike(NUMBERED).stream(), taken.stream())) + 1);
    }

    /** The numbers that come next, as the drawer is now. */
    Iterator<String> freshTags() {
        return IntStream.iterate(last(store.tagsLike(NUMBERED).stream()) + 1, n -> n + 1)
                .mapToObj(Drawer::numbered)
                .iterator();
    }

    private static int last(Stream<String> tags) {
        return tags.filter(t -> t.matches(NUMBERED + "\\d{1,8}"))
                .mapToInt(t -> Integer.parseInt(t.substring(NUMBERED.length())))
                .max()
                .orElse(0);
    }

    private static String numbered(int number) {
        return NUMBERED + String.format("%03d", number);
    }

    /**
     * A module that came out of a machine goes in, within the caller's transaction: untested, since running with it is no test of it.
     * That the machine ran with it is noted where somebody read its total before the work.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void pulled(String tag, String labelLine, long jobId, boolean ran) {
        if (LabelParser.parse(labelLine).spec().isEmpty()) {
            throw Problem.invalid("out", "OUT_NO_LABEL", "line", labelLine);
        }
        String note = texts.say(ran ? "note.pulledRan" : "note.pulled", "job", jobId);
        add(new NewModule(tag, labelLine, "", "", "", Tested.UNTESTED, note, Origin.PULLED, "", Money.ZERO));
        store.pulledBy(tag, jobId);
    }

    /** It was not pulled after all; one that was given to another job meanwhile stays. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void notPulled(String tag, long jobId) {
        store.remove(tag, jobId);
    }

    /** Several of one kind at once, each with a tag of its own that follows the first: D-061, D-062 ... */
    @Transactional
    public List<String> addSeveral(NewModule first, int count) {
        java.util.regex.Matcher tag =
                java.util.regex.Pattern.compile("(.*?)(\\d{1,9})").matcher(first.tag());
        if (count > 1 && !tag.matches()) {
            throw Problem.invalid("tag", "TAG_COUNTS");
        }
        List<String> tags = new java.util.ArrayList<>();
        for (int i = 0; i < count; i++) {
            String own = i == 0
                    ? first.tag()
                    : tag.group(1)
                            + String.format("%0" + tag.group(2).length() + "d", Long.parseLong(tag.group(2)) + i);
            add(new NewModule(
                    own,
                    first.labelLine(),
                    first.maker(),
                    first.partNumber(),
                    count > 1 ? "" : first.serial(),
                    first.tested(),
                    first.note(),
                    first.origin(),
                    first.bin(),
                    first.bookValue()));
            tags.add(own);
        }
        return tags;
    }

    /** What a job found out about a module's health, within the caller's transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void mark(String tag, Tested tested, String why, String by) {
        changes.mark(tag, tested, why, by);
    }

    static String searchText(NewModule m, ModuleSpec spec) {
        String text = String.join(
                        " ",
                        m.tag(),
                        spec.summary().replace(" GiB", " GB " + spec.capacity().mebibytes() / 1024 + "gb"),
                        spec.formFactor().name().replace('_', '-'),
                        m.maker(),
                        m.partNumber(),
                        m.serial(),
                        m.bin(),
                        m.labelLine(),
                        m.tested().name(),
                        m.note())
                .toLowerCase(Locale.ROOT);
        return text.length() > 700 ? text.substring(0, 700) : text;
    }

    static StockModule module(DrawerStore.Row row) {
        return new StockModule(
                row.tag(),
                row.labelLine(),
                row.maker(),
                row.partNumber(),
                row.serial(),
                Tested.valueOf(row.tested()),
                row.note(),
                spec(row.tag(), row.labelLine()),
                row.jobId(),
                Origin.valueOf(row.origin()),
                row.bin(),
                Money.ofMinor(row.bookMinor()),
                row.version(),
                row.gone());
    }

    static ModuleSpec spec(String tag, String labelLine) {
        return LABELS.get(labelLine, line -> LabelParser.parse(line).spec())
                .orElseThrow(() -> Problem.invalid("labelLine", "LABEL_NOT_WHOLE", "tag", tag, "line", labelLine));
    }
}
