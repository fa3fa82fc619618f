package zephyrridge.server.drawer;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.server.drawer.Drawer.NewModule;
import zephyrridge.server.drawer.Drawer.StockModule;
import zephyrridge.server.drawer.Drawer.Tested;
import zephyrridge.server.web.Problem;

/** What is said otherwise of a module in the drawer: on top of what was seen of it, and with who said what, and when. */
@Service
class DrawerChanges {
    /** What can become another. */
    enum Field {
        LABEL,
        MAKER,
        PART,
        SERIAL,
        TESTED,
        NOTE,
        ORIGIN,
        BIN,
        BOOK_VALUE,
        OUT
    }

    /** @param was "" where there was nothing, as {@code became} where there is nothing now */
    record Changed(LocalDateTime at, String by, Field field, String was, String became) {}

    /** The version of a module that nothing was said of since it was put in. */
    private static final long UNTOUCHED = 1;

    private static final int MOST_NOTE = 300;
    private static final int MOST_SHOWN = 200;
    private final DrawerStore store;
    private final Clock clock;

    DrawerChanges(DrawerStore store, Clock clock) {
        this.store = store;
        this.clock = clock;
    }

    /**
     * @param expectedVersion of what was seen
     * @throws Problem NOT_FOUND; CHANGED_MEANWHILE (409) when it is at another version; MODULE_TAKEN (422) when a job that holds it would no
     *     longer have what it was planned with; INVALID when the label is no whole module
     */
    @Transactional
    void change(long expectedVersion, NewModule said, String by) {
        StockModule m = seen(said.tag(), expectedVersion);
        if (m.jobId().isPresent() && !m.labelLine().equals(said.labelLine())) {
            throw held(m);
        }
        write(m, said, m.gone(), "", by);
    }

    /** It is sold, broken or lost: its row stays, since jobs name it, and nobody is offered it. */
    @Transactional
    void takeOut(String tag, long expectedVersion, String reason, String by) {
        StockModule m = seen(tag, expectedVersion);
        if (m.jobId().isPresent()) {
            throw held(m);
        }
        write(m, m.said(), true, reason, by);
    }

    /**
     * A list that was put in comes out again: all of it or nothing.
     *
     * @throws Problem LIST_TOUCHED (409) naming the first that is held or was changed since
     */
    @Transactional
    void takeListOut(List<String> tags, String reason, String by) {
        for (String tag : tags) {
            StockModule m =
                    store.find(tag, true).map(Drawer::module).orElseThrow(() -> Problem.notFound("drawer module", tag));
            if (m.version() != UNTOUCHED || m.jobId().isPresent()) {
                throw Problem.of(HttpStatus.CONFLICT, "LIST_TOUCHED", Map.of("field", "tags"), "tag", tag);
            }
            write(m, m.said(), true, reason, by);
        }
    }

    @Transactional
    void bringBack(String tag, long expectedVersion, String by) {
        StockModule m = seen(tag, expectedVersion);
        write(m, m.said(), false, "", by);
    }

    @Transactional(readOnly = true)
    List<Changed> of(String tag) {
        if (store.find(tag, false).isEmpty()) {
            throw Problem.notFound("drawer module", tag);
        }
        return store.changes(tag, MOST_SHOWN).stream()
                .map(c -> new Changed(c.at(), c.by(), Field.valueOf(c.field()), c.was(), c.became()))
                .toList();
    }

    /** What a job found out about a module's health: whatever version it is at. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void mark(String tag, Tested tested, String why, String by) {
        store.find(tag, true).map(Drawer::module).ifPresent(m -> {
            String longer = m.note().contains(why) ? m.note() : (m.note().isBlank() ? "" : m.note() + "; ") + why;
            String note = longer.length() > MOST_NOTE ? m.note() : longer;
            write(
                    m,
                    new NewModule(
                            tag,
                            m.labelLine(),
                            m.maker(),
                            m.partNumber(),
                            m.serial(),
                            tested,
                            note,
                            m.origin(),
                            m.bin(),
                            m.bookValue()),
                    m.gone(),
                    "",
                    by);
        });
    }

    private StockModule seen(String tag, long expectedVersion) {
        StockModule m =
                store.find(tag, true).map(Drawer::module).orElseThrow(() -> Problem.notFound("drawer module", tag));
        if (m.version() != expectedVersion) {
            throw Problem.of(HttpStatus.CONFLICT, "CHANGED_MEANWHILE.module", Map.of("version", m.version()));
        }
        return m;
    }

    private static Problem held(StockModule m) {
        return Problem.of(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "MODULE_HELD",
                Map.of("field", "tag", "jobId", m.jobId().orElseThrow()),
                "tag",
                m.tag(),
                "job",
                m.jobId().orElseThrow());
    }

    private void write(StockModule m, NewModule said, boolean gone, String reason, String by) {
        ModuleSpec spec = Drawer.spec(said.tag(), said.labelLine());
        Map<Field, String> was = fields(m.said(), m.gone(), "");
        Map<Field, String> becomes = fields(said, gone, reason);
        LocalDateTime now = LocalDateTime.now(clock);
        boolean any = false;
        for (Field f : Field.values()) {
            if (!was.get(f).equals(becomes.get(f))) {
                store.changed(m.tag(), new DrawerStore.ChangeRow(now, by, f.name(), was.get(f), becomes.get(f)));
                any = true;
            }
        }
        if (!any) {
            return;
        }
        store.update(
                new DrawerStore.Row(
                        m.tag(),
                        said.labelLine(),
                        said.maker(),
                        said.partNumber(),
                        said.serial(),
                        said.tested().name(),
                        said.note(),
                        m.jobId(),
                        said.origin().name(),
                        said.bin(),
                        said.bookValue().minor(),
                        m.version() + 1,
                        gone),
                spec.generation().name(),
                Drawer.searchText(said, spec));
    }

    private static Map<Field, String> fields(NewModule m, boolean gone, String reason) {
        Map<Field, String> all = new EnumMap<>(Field.class);
        all.put(Field.LABEL, m.labelLine());
        all.put(Field.MAKER, m.maker());
        all.put(Field.PART, m.partNumber());
        all.put(Field.SERIAL, m.serial());
        all.put(Field.TESTED, m.tested().name());
        all.put(Field.NOTE, m.note());
        all.put(Field.ORIGIN, m.origin().name());
        all.put(Field.BIN, m.bin());
        all.put(Field.BOOK_VALUE, m.bookValue().toString());
        // Why it went is what it became; that it is gone alone is said where it comes back.
        all.put(Field.OUT, gone ? reason.isEmpty() ? "GONE" : reason : "");
        return all;
    }
}
