package zephyrridge.server.proof;

import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import org.springframework.stereotype.Component;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.opening.StepTimes;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.Texts;
import zephyrridge.server.trouble.FaultWords;
import zephyrridge.server.view.JobView.LogView;
import zephyrridge.server.web.Times;

/** The log of a job in words, entry by entry. */
@Component
public class LogViews {
    private final Texts texts;
    private final Accounts accounts;
    private final FaultWords faults;

    LogViews(Texts texts, Accounts accounts, FaultWords faults) {
        this.texts = texts;
        this.accounts = accounts;
        this.faults = faults;
    }

    public List<LogView> log(Jobs.Current c) {
        Map<String, String> names = new HashMap<>();
        Map<Integer, Integer> seconds = StepTimes.of(c.unit().log());
        return c.unit().log().happened().stream()
                .map(e -> new LogView(
                        e.no(),
                        e.stamp().at().map((LocalDateTime at) -> Times.utc(at)),
                        names.computeIfAbsent(e.stamp().by(), accounts::nameOf),
                        text(e, c),
                        e.stamp().beforeLog(),
                        Optional.ofNullable(seconds.get(e.no()))))
                .toList();
    }

    String text(Entry e, Jobs.Current c) {
        if (e instanceof Entry.Opened o) {
            return texts.get("log.Opened." + o.purpose());
        }
        if (e instanceof Entry.Stepped s) {
            return texts.say("log.Stepped." + s.did(), "part", part(s.part(), c));
        }
        if (e instanceof Entry.Moved m) {
            return texts.say(
                    "log.Moved", "module", module(m.module(), c), "from", place(m.from(), c), "to", place(m.to(), c));
        }
        if (e instanceof Entry.Reseated r) {
            return texts.say("log.Reseated", "position", label(r.position(), c));
        }
        if (e instanceof Entry.Fastened f) {
            return texts.say("log.Fastened." + f.state(), "id", f.fastener(), "part", part(f.part(), c));
        }
        if (e instanceof Entry.Checked k) {
            return texts.say("log.Checked." + k.result(), "check", texts.get("check." + k.check()))
                    + (k.note().isEmpty() ? "" : " " + k.note());
        }
        if (e instanceof Entry.Companion k) {
            return texts.say("log.Companion." + k.phase(), "extra", texts.get("extra." + k.extra()))
                    + (k.note().isEmpty() ? "" : " " + k.note());
        }
        if (e instanceof Entry.Acted a) {
            return texts.get("log.Acted." + a.action());
        }
        if (e instanceof Entry.TestChosen t) {
            return texts.say(
                    "log.TestChosen",
                    "test",
                    texts.get("probe.short." + t.shape()),
                    "fill",
                    faults.in(c.machine().record(), c.unit()).fill(t.fill()));
        }
        if (e instanceof Entry.Elsewhere x) {
            return texts.say(
                    "log.Elsewhere." + x.outcome(),
                    "module",
                    module(x.module(), c),
                    "passes",
                    x.passes(),
                    "errors",
                    x.errors());
        }
        if (e instanceof Entry.FaultFound f) {
            return texts.say(
                    "log.FaultFound",
                    "what",
                    faults.in(c.machine().record(), c.unit()).found(f));
        }
        Entry.Started s = (Entry.Started) e;
        return texts.get("log.Started." + s.outcome()) + (s.note().isEmpty() ? "" : " " + s.note());
    }

    private static String part(String id, Jobs.Current c) {
        return c.machine().record().access().part(id).map(p -> p.name()).orElse(id);
    }

    /** What would go with an entry that did not happen, in the order of happening. */
    List<AlongView> along(Jobs.Current c, int no) {
        SortedSet<Integer> gone = EntryCheck.hangingOn(no, c.unit(), c.machine().bench());
        return c.unit().log().happened().stream()
                .filter(e -> e.no() != no && gone.contains(e.no()))
                .map(e -> new AlongView(e.no(), text(e, c)))
                .toList();
    }

    /** @param no of the log's entry; {@code text} what it says */
    record AlongView(int no, String text) {}

    private String place(Place p, Jobs.Current c) {
        return p.isPosition() ? label(p.id(), c) : texts.say("place." + p.kind(), "id", p.id());
    }

    static String label(String position, Jobs.Current c) {
        return c.machine().record().hasPosition(position)
                ? c.machine().record().position(position).label()
                : position;
    }

    String module(String key, Jobs.Current c) {
        return Optional.ofNullable(c.unit().modules().get(key))
                .map(m -> texts.show(m.spec().summary())
                        + texts.tag(m).map(t -> " (" + t + ")").orElse(""))
                .orElse(key);
    }
}
