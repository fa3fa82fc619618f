package zephyrridge.server.trouble;

import java.security.Principal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.fault.Belief;
import zephyrridge.core.fault.Diagnosis;
import zephyrridge.core.fault.NextTest;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.fault.Seen;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Testing;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;

/** What is still likely after the starts so far, and which test tells most for its minutes. */
@RestController
class TroubleController {
    /** @param percent 0..100 */
    record LikelyView(String text, int percent) {}

    /** @param now what lies there, {@code then} what the test wants there; "" for nothing */
    record PlaceView(String label, String now, String then) {}

    /**
     * @param words what to do; {@code why} what it would tell
     * @param places sockets of the machine; {@code total} what its firmware shows if all of it is well
     * @param positions that hands go to; {@code fill} module by position as the test wants it, {@code reseat} positions to reseat
     * @param actions to be noted before the start; {@code passes} of a memory test at it
     * @param elsewhere the module that runs in the test machine; {@code take} a tag of the drawer to be taken first
     * @param arranged whether the modules are as it wants them already
     */
    record TestView(
            Probe.Shape shape,
            String words,
            String why,
            int minutes,
            List<String> positions,
            SortedMap<String, String> fill,
            List<String> reseat,
            List<Entry.Action> actions,
            int passes,
            Optional<String> elsewhere,
            Optional<String> take,
            boolean arranged,
            List<PlaceView> places,
            String total) {}

    /**
     * @param sentence where the hunt stands; {@code advice} what is right now
     * @param likely what there may be to do, the likeliest first; {@code because} the causes behind it
     * @param next the recommended test, then the alternatives
     * @param chosen the test that was decided on; {@code handsLeft} positions that hands still go to for it, {@code actionsLeft} what is
     *     still to be done before its start
     * @param settled what was written down as found, the last one
     */
    record TroubleView(
            boolean any,
            Diagnosis.State state,
            String sentence,
            Optional<String> advice,
            List<LikelyView> likely,
            List<LikelyView> because,
            List<TestView> next,
            Optional<TestView> chosen,
            List<String> handsLeft,
            List<Entry.Action> actionsLeft,
            Optional<String> settled) {}

    private static final int MOST_LIKELY = 6;
    private static final int MOST_TESTS = 4;

    private final Jobs jobs;
    private final FaultWords words;
    private final Texts texts;

    TroubleController(Jobs jobs, FaultWords words, Texts texts) {
        this.jobs = jobs;
        this.words = words;
        this.texts = texts;
    }

    /** What the hunt for a fault has come to, and the next test. */
    @Costly
    @GetMapping("/api/jobs/{id}/trouble")
    TroubleView trouble(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        SortedSet<String> good = new TreeSet<>();
        c.unit().modules().values().forEach(m -> m.tag()
                .flatMap(jobs.shelf(c.row())::find)
                .filter(d -> d.tested() == Drawer.Tested.GOOD)
                .ifPresent(d -> good.add(d.tag())));
        Optional<JobModule> lent = lent(c);
        Work work = c.work();
        if (lent.isPresent()) {
            good.add(lent.get().tag().orElseThrow());
            work = work.with(c.unit().withModule(lent.get()));
        }
        Assessment a = Assessment.of(c.machine().bench(), work);
        Trouble t = Trouble.of(c.machine().bench(), work, a, good);
        return view(c, work.unit(), t, lent);
    }

    /** A module of the drawer that is known to be good and goes in: the likeliest kind of help at hand. */
    private Optional<JobModule> lent(Jobs.Current c) {
        return jobs.shelf(c.row()).free(c.machine().record().controller().generation()).stream()
                .filter(d -> d.tested() == Drawer.Tested.GOOD
                        && d.jobId().isEmpty()
                        && c.unit().modules().values().stream()
                                .noneMatch(m -> m.tag().filter(d.tag()::equals).isPresent())
                        && c.machine().bench().takes(d.spec()))
                .min(Comparator.comparing(Drawer.StockModule::tag))
                .map(d -> JobModule.drawn(c.unit().freshModuleKey(), d.labelLine(), d.tag(), d.spec()));
    }

    private TroubleView view(Jobs.Current c, Unit unit, Trouble t, Optional<JobModule> lent) {
        Diagnosis d = t.diagnosis();
        FaultWords.In in = words.in(c.machine().record(), unit);
        List<LikelyView> likely = t.belief().remedies().stream()
                .limit(MOST_LIKELY)
                .map(s -> new LikelyView(in.remedies(named(t, List.of(s.of()))), percent(s)))
                .filter(v -> v.percent() > 0)
                .toList();
        List<LikelyView> because = t.belief().causes().stream()
                .limit(MOST_LIKELY)
                .map(s -> new LikelyView(in.cause(s.of().kind(), t.names().named(s.of())), percent(s)))
                .filter(v -> v.percent() > 0)
                .toList();
        List<TestView> next = new ArrayList<>();
        // What was done is tried first: another test beside it would leave open which of the two it was.
        t.pending()
                .filter(p -> t.any() && d.state() != Diagnosis.State.CONFIRMED)
                .ifPresent(p -> next.add(test(
                        t,
                        in,
                        new NextTest.Valued(
                                p, 0, Math.max(1, (c.assessment().expected().firstStartTo() + 59) / 60), 0),
                        d.state(),
                        lent)));
        unlike(d.next()).stream()
                .limit(MOST_TESTS - next.size())
                .forEach(v -> next.add(test(t, in, v, d.state(), lent)));
        Optional<String> settled = unit.log().happened().stream()
                .filter(Entry.FaultFound.class::isInstance)
                .map(Entry.FaultFound.class::cast)
                .reduce((first, second) -> second)
                .map(in::found);
        Optional<Testing> testing = Testing.of(unit);
        return new TroubleView(
                t.any(),
                d.state(),
                sentence(unit, t, in, because),
                advice(t, in),
                t.any() ? likely : List.of(),
                t.any() ? because : List.of(),
                next,
                t.chosen()
                        .map(p -> test(
                                t, in, new NextTest.Valued(p, 0, minutes(t, p, c.assessment()), 0), d.state(), lent)),
                testing.map(x -> List.copyOf(x.positions())).orElse(List.of()),
                testing.map(Testing::actions).orElse(List.of()),
                settled);
    }

    /** Of a test that is under way: what was reckoned for it, else the start alone. */
    private static int minutes(Trouble t, Probe p, Assessment a) {
        return t.diagnosis().next().stream()
                .filter(v -> v.probe().fill().equals(p.fill())
                        && v.probe().acts().equals(p.acts())
                        && v.probe().elsewhere().equals(p.elsewhere()))
                .findFirst()
                .map(NextTest.Valued::minutes)
                .orElse(Math.max(1, (a.expected().firstStartTo() + 59) / 60));
    }

    /** The best, then the best of other shapes: two of a kind are no alternatives while there are others. */
    private static List<NextTest.Valued> unlike(List<NextTest.Valued> next) {
        List<NextTest.Valued> chosen = new ArrayList<>();
        for (boolean any : new boolean[] {false, true}) {
            for (NextTest.Valued v : next) {
                boolean other = chosen.stream()
                        .noneMatch(c -> c.probe().shape() == v.probe().shape());
                if (chosen.size() < MOST_TESTS && !chosen.contains(v) && (any || other)) {
                    chosen.add(v);
                }
            }
        }
        return chosen;
    }

    private String sentence(Unit unit, Trouble t, FaultWords.In in, List<LikelyView> because) {
        Diagnosis d = t.diagnosis();
        if (!t.any()) {
            return texts.get("trouble.NONE");
        }
        String leads = in.remedies(named(t, d.leading().get(0).of()));
        int percent = percent(d.leading().get(0));
        boolean mended = d.leading().get(0).of().get(0).kind() == Remedy.Kind.NOTHING;
        String cause = because.isEmpty() ? "" : because.get(0).text();
        if (t.readsFirst(unit) && d.state() != Diagnosis.State.CONFIRMED) {
            return texts.get("trouble.READ_FIRST");
        }
        return switch (d.state()) {
            case OPEN -> texts.say("trouble.OPEN", "count", d.leading().size());
            case TO_CONFIRM -> mended
                    ? texts.say("trouble.TO_CONFIRM.NOTHING", "percent", percent, "cause", cause)
                    : texts.say("trouble.TO_CONFIRM", "remedy", leads, "percent", percent);
            case CONFIRMED -> mended
                    ? texts.say(
                            "trouble.CONFIRMED.NOTHING",
                            "percent",
                            percent,
                            "cause",
                            cause,
                            "chance",
                            because.isEmpty() ? 0 : because.get(0).percent())
                    : texts.say("trouble.CONFIRMED", "remedy", leads, "percent", percent);
            case CANNOT_TELL -> texts.say(
                    "trouble.CANNOT_TELL",
                    "set",
                    String.join(
                            "; ",
                            d.leading().stream()
                                    .limit(4)
                                    .map(s -> in.remedies(named(t, s.of())))
                                    .toList()));
        };
    }

    /** What is right whatever of it is so: go back to what ran. Said only where something ran. */
    private Optional<String> advice(Trouble t, FaultWords.In in) {
        if (!t.any() || t.diagnosis().state() == Diagnosis.State.OPEN) {
            return Optional.empty();
        }
        return Diagnosis.safe(t.belief())
                .map(fill -> texts.say("trouble.safe", "fill", in.fill(t.names().modules(fill))));
    }

    private TestView test(
            Trouble t, FaultWords.In in, NextTest.Valued v, Diagnosis.State state, Optional<JobModule> lent) {
        Probe p = v.probe();
        SortedMap<String, String> fill = new TreeMap<>(t.names().modules(p.fill()));
        p.elsewhere().ifPresent(x -> fill.values().remove(t.names().pieces().get(x)));
        List<String> reseat = List.copyOf(t.names().reseated(t.now(), p));
        Optional<String> take = lent.filter(m -> fill.containsValue(m.key())).flatMap(JobModule::tag);
        boolean arranged = reseat.isEmpty() && fill.equals(t.names().modules(t.now()));
        return new TestView(
                p.shape(),
                in.test(t, p, v.minutes()),
                why(t, in, p, state),
                v.minutes(),
                List.copyOf(t.names().touched(t.now(), p)),
                fill,
                reseat,
                Trouble.actions(p),
                p.passes(),
                p.elsewhere().map(x -> t.names().pieces().get(x)),
                take,
                arranged,
                places(t, in, fill, new TreeSet<>(reseat)),
                p.elsewhere().isPresent()
                        ? ""
                        : Texts.size(ByteSize.ofMebibytes(t.names().mebibytes(p.fill()))));
    }

    /** Each socket that holds or is to hold something; on a large machine those that change. */
    private List<PlaceView> places(
            Trouble t, FaultWords.In in, SortedMap<String, String> fill, SortedSet<String> reseat) {
        SortedMap<String, String> now = t.names().modules(t.now());
        List<PlaceView> places = new ArrayList<>();
        for (int s = 0; s < t.names().slots().size(); s++) {
            String id = t.names().slots().get(s);
            if (t.names().setup().slots().get(s).soldered()) {
                continue;
            }
            String before = now.getOrDefault(id, "");
            String after = fill.getOrDefault(id, "");
            if (!t.names().setup().large() || !before.equals(after) || reseat.contains(id)) {
                places.add(new PlaceView(
                        in.label(id),
                        before.isEmpty() ? "" : in.module(before),
                        after.isEmpty() ? "" : in.module(after)));
            }
        }
        return places;
    }

    /** What would lead after it went well, and after it did not. */
    private String why(Trouble t, FaultWords.In in, Probe p, Diagnosis.State state) {
        String told = String.join(
                " ",
                NextTest.foretell(t.belief(), p).stream()
                        .filter(f -> f.probability() >= .05)
                        .map(f -> texts.say(
                                f.what() == Seen.What.GOOD
                                        ? "trouble.ifGood"
                                        : f.what() == Seen.What.ERRORS ? "trouble.ifErrors" : "trouble.ifBad",
                                "percent",
                                (int) Math.round(100 * f.probability()),
                                "remedy",
                                in.remedies(named(t, f.leads())),
                                "then",
                                (int) Math.round(100 * f.share())))
                        .toList());
        return state == Diagnosis.State.TO_CONFIRM && p.shape() != Probe.Shape.START
                ? texts.get("trouble.confirms") + " " + told
                : told;
    }

    private static List<Entry.FaultFound.Found> named(Trouble t, List<Remedy> remedies) {
        return remedies.stream().map(t.names()::named).toList();
    }

    private static int percent(Belief.Share<?> s) {
        return (int) Math.round(100 * s.probability());
    }
}
