package zephyrridge.server.practice;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.range.Asked;
import zephyrridge.core.range.Asked.What;
import zephyrridge.core.range.Drawn;
import zephyrridge.core.range.Fact;
import zephyrridge.core.range.Lesson;
import zephyrridge.core.range.Mishap;
import zephyrridge.core.range.Piece;
import zephyrridge.core.range.Secret;
import zephyrridge.core.rehearsal.Rehearsal;
import zephyrridge.core.rehearsal.Told;
import zephyrridge.core.unit.JobModule;
import zephyrridge.server.job.OnRange;
import zephyrridge.server.reading.TextTrees;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;
import zephyrridge.server.web.Problem;
import zephyrridge.server.web.Times;

/** The practice range: lessons, drawn machines, what is asked of them and what was hidden. */
@RestController
class PracticeController {
    private static final int MOST_MINE = 50;
    private static final long SEEDS = 1_000_000;

    /**
     * @param id of a lesson, or of how difficult a drawn machine is; {@code teaches} what is to be learned by it
     * @param drawn whether it is another machine each time
     * @param solved whether this learner solved it
     */
    record OfferedView(String id, String title, String teaches, boolean drawn, boolean solved) {}

    /** @param solved empty while it goes on; {@code minutes} of the bench and {@code mishaps} likewise */
    record PractisedView(
            long job,
            String title,
            Instant begunAt,
            boolean over,
            Optional<Boolean> solved,
            Optional<Integer> minutes,
            Optional<Integer> mishaps) {}

    /** @param shown whether the lead may see what one practised */
    record RangeView(List<OfferedView> offered, List<PractisedView> mine, boolean shown) {}

    record Shown(@NotNull Boolean shown) {}

    /**
     * What somebody practised who lets the lead see it.
     *
     * @param solved lessons that were solved, {@code lessons} of how many; {@code practised} what is over, the latest first
     */
    record LearnerView(String learner, int solved, int lessons, List<PractisedView> practised) {}

    record Begin(@NotNull @Size(max = 32) String what) {}

    record BegunView(long job) {}

    /**
     * Something that can be asked of the machine.
     *
     * @param of position or module it is about, "" for the whole machine
     * @param passes of a memory test that go with it, as many as are usual
     * @param refused why it cannot be asked as things stand
     */
    record CanAskView(
            What what, String of, String text, int minutes, int waited, int passes, Optional<String> refused) {}

    /** @param told what it answered; {@code label} what is to be read on the label that was looked at */
    record AskedView(What what, String asked, String told, int minutes, Optional<String> label) {}

    /**
     * A step of it.
     *
     * @param answer of what was asked, "" for what was done; {@code told} what was known or possible after it that was not before
     * @param minutes of the bench after it; {@code version} and {@code asks} name where it can be begun again, before it
     */
    record RecountedView(String step, String answer, Optional<String> told, int minutes, long version, int asks) {}

    record Again(@Min(1) long version, @Min(0) @Max(1000) int asks) {}

    /**
     * What was hidden, once it is over.
     *
     * @param truth sentences; {@code tool} what the tool itself would have done
     * @param wish what its owner wanted, and what came of it; {@code steps} one by one
     */
    record TruthView(boolean solved, List<String> truth, String wish, String tool, List<RecountedView> steps) {}

    /** @param told what went wrong; {@code caution} what would have kept hands from it */
    record MishapView(String told, String caution) {}

    /**
     * @param minutes of the bench so far, by the record's estimate and what was asked
     * @param mishaps what went wrong in hands that did not look first, the latest last; {@code fresh} whether nothing was asked since
     */
    record PracticeView(
            long job,
            String title,
            String teaches,
            int minutes,
            List<CanAskView> asks,
            List<AskedView> asked,
            List<MishapView> mishaps,
            boolean fresh,
            boolean over,
            Optional<TruthView> truth) {}

    /** @param of position, part or module it is about, "" for the whole machine; {@code waited} minutes, and {@code passes}, of a start */
    record Question(
            @NotNull What what,
            @NotNull @Size(max = 64) String of,
            @Min(0) @Max(60) int waited,
            @Min(0) @Max(20) int passes) {}

    /** A machine is the same each time, and so is what the tool does with it. */
    private final Cache<OnRange, Rehearsal.Result> rehearsed =
            Caffeine.newBuilder().maximumSize(200).build();

    private final Practising practising;
    private final Texts texts;

    PracticeController(Practising practising, Texts texts) {
        this.practising = practising;
        this.texts = texts;
    }

    /** Lessons in the order of the work, kinds of machines that are drawn, and what one practised so far. */
    @GetMapping("/api/practice")
    RangeView range(Principal who) {
        List<PracticeStore.Row> mine = practising.of(who.getName(), MOST_MINE);
        Stream<OfferedView> lessons = Arrays.stream(Lesson.values())
                .map(l -> new OfferedView(
                        l.name(),
                        texts.get("lesson." + l),
                        texts.get("lesson." + l + ".teaches"),
                        false,
                        mine.stream()
                                .anyMatch(r ->
                                        r.what().equals(l.name()) && r.solved().orElse(false))));
        Stream<OfferedView> drawn = Arrays.stream(Drawn.Difficulty.values())
                .map(d -> new OfferedView(
                        d.name(),
                        texts.get("difficulty." + d),
                        texts.get("difficulty." + d + ".teaches"),
                        true,
                        false));
        return new RangeView(
                Stream.concat(lessons, drawn).toList(),
                mine.stream().map(this::view).toList(),
                practising.isShown(who.getName()));
    }

    private PractisedView view(PracticeStore.Row r) {
        return new PractisedView(
                r.job(),
                title(r.what()),
                Times.utc(r.begunAt()),
                r.endedAt().isPresent(),
                r.solved(),
                r.minutes(),
                r.mishaps());
    }

    /** Lets the lead see what one practised, or no longer. */
    @PutMapping("/api/practice/shown")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void show(@RequestBody @Valid Shown body, Principal who) {
        practising.show(who.getName(), body.shown());
    }

    /** What those practised who let the lead see it. */
    @GetMapping("/api/practice/sheets")
    List<LearnerView> sheets() {
        List<LearnerView> sheets = new ArrayList<>();
        practising.shown().forEach(l -> {
            List<PracticeStore.Row> over = practising.of(l.login(), MOST_MINE).stream()
                    .filter(r -> r.endedAt().isPresent())
                    .toList();
            int solved = (int) Arrays.stream(Lesson.values())
                    .filter(lesson -> over.stream()
                            .anyMatch(r ->
                                    r.what().equals(lesson.name()) && r.solved().orElse(false)))
                    .count();
            sheets.add(new LearnerView(
                    l.name(),
                    solved,
                    Lesson.values().length,
                    over.stream().map(this::view).toList()));
        });
        return sheets;
    }

    /** Begins a lesson, or draws a machine. */
    @PostMapping("/api/practice")
    @ResponseStatus(HttpStatus.CREATED)
    BegunView begin(@RequestBody @Valid Begin body, Principal who) {
        boolean known = Stream.concat(Arrays.stream(Lesson.values()), Arrays.stream(Drawn.Difficulty.values()))
                .anyMatch(x -> x.name().equals(body.what()));
        if (!known) {
            throw Problem.notFound("lesson", body.what());
        }
        return new BegunView(
                practising.begin(body.what(), ThreadLocalRandom.current().nextLong(SEEDS), who.getName()));
    }

    /** How it stands: what was asked, what can be, and what was hidden once it is over. */
    @Costly
    @GetMapping("/api/jobs/{id}/practice")
    PracticeView practice(@PathVariable long id, Principal who) {
        return view(practising.standing(id, who.getName()), who.getName());
    }

    /** Asks something of the machine; what comes of it is written into the job. */
    @Costly
    @PostMapping("/api/jobs/{id}/practice/asks")
    PracticeView ask(@PathVariable long id, @RequestBody @Valid Question body, Principal who) {
        practising.ask(id, body.what(), body.of(), body.waited(), body.passes(), who.getName());
        return view(practising.standing(id, who.getName()), who.getName());
    }

    /** Ends it, and tells what was hidden. */
    @Costly
    @PostMapping("/api/jobs/{id}/practice/end")
    PracticeView end(@PathVariable long id, Principal who) {
        practising.end(id, who.getName());
        return view(practising.standing(id, who.getName()), who.getName());
    }

    /** Begins the machine again as it stood before one of its steps. */
    @Costly
    @PostMapping("/api/jobs/{id}/practice/again")
    @ResponseStatus(HttpStatus.CREATED)
    BegunView again(@PathVariable long id, @RequestBody @Valid Again body, Principal who) {
        return new BegunView(practising.again(id, body.version(), body.asks(), who.getName()));
    }

    private String title(String what) {
        return texts.find("lesson." + what).orElseGet(() -> texts.get("difficulty." + what));
    }

    /** Whether nothing was asked since hands did not look. */
    private static boolean isFresh(Practising.Standing s) {
        List<Mishap> mishaps = s.mishaps();
        List<Asked> asked = s.asked();
        return !mishaps.isEmpty()
                && (asked.isEmpty()
                        || asked.get(asked.size() - 1).entry()
                                < mishaps.get(mishaps.size() - 1).entry());
    }

    private PracticeView view(Practising.Standing s, String by) {
        PracticeStore.Row row = s.row();
        boolean over = row.endedAt().isPresent();
        String teaches = texts.find("lesson." + row.what() + ".teaches")
                .orElseGet(() -> texts.get("difficulty." + row.what() + ".teaches"));
        return new PracticeView(
                row.job(),
                title(row.what()),
                teaches,
                row.minutes().orElseGet(s::minutes),
                over ? List.of() : asks(s),
                s.asked().stream()
                        .map(a -> new AskedView(
                                a.what(),
                                ask(s, a.what(), a.of()),
                                a.told(),
                                a.minutes(),
                                s.secret()
                                        .piece(a.piece())
                                        .filter(p -> a.what() == What.LABEL)
                                        .map(Piece::label)))
                        .toList(),
                s.mishaps().stream()
                        .map(x -> new MishapView(
                                texts.say("mishap." + x.kind(), "of", s.called(x.of())),
                                x.kind()
                                        .caution()
                                        .map(c -> texts.get("caution." + c))
                                        .orElseGet(() -> texts.get("step." + WorkStep.Kind.POWER_DOWN))))
                        .toList(),
                isFresh(s),
                over,
                over ? Optional.of(truth(s, by)) : Optional.empty());
    }

    private List<CanAskView> asks(Practising.Standing s) {
        List<CanAskView> asks = new ArrayList<>();
        asks.add(view(s, What.OUTSIDE, "", 0, 0));
        asks.add(view(s, What.LAMP, "", 0, 0));
        asks.add(view(s, What.WINDOW, "", 0, 0));
        asks.add(view(s, What.TABLE, "", 0, 0));
        for (Position p : s.job().machine().record().positions()) {
            if (!p.isSoldered()) {
                asks.add(view(s, What.LOOK, p.id(), 0, 0));
                asks.add(view(s, What.LABEL, p.id(), 0, 0));
                asks.add(view(s, What.CHIP, p.id(), 0, 0));
                asks.add(view(s, What.NOTCH, p.id(), 0, 0));
            }
        }
        for (Part p : s.job().machine().record().access().parts()) {
            if (Mishap.isPack(p)) {
                asks.add(view(s, What.HAND, p.id(), 0, 0));
            }
            if (p.fasteners().size() > 1) {
                asks.add(view(s, What.SCREWS, p.id(), 0, 0));
            }
        }
        int training = (s.job().assessment().expected().firstStartTo() + 59) / 60;
        asks.add(view(s, What.START, "", 1, 0));
        if (training > 1) {
            asks.add(view(s, What.START, "", training, 0));
        }
        asks.add(view(s, What.START, "", training, 1));
        for (JobModule m : s.job().unit().modules().values()) {
            if (!Now.of(s.job().unit()).inIt().containsValue(m.key())) {
                asks.add(view(s, What.ELSEWHERE, m.key(), 0, 1));
            }
        }
        return asks;
    }

    private CanAskView view(Practising.Standing s, What what, String of, int waited, int passes) {
        return new CanAskView(
                what,
                of,
                what == What.START
                        ? texts.say(passes > 0 ? "asking.START.test" : "asking.START", "minutes", waited)
                        : ask(s, what, of),
                what.minutes(waited, passes),
                waited,
                passes,
                s.now()
                        .refuses(what, of, s.job().unit(), s.job().machine().bench())
                        .map(why -> texts.get("asking." + why)));
    }

    private String ask(Practising.Standing s, What what, String of) {
        return switch (what) {
            case OUTSIDE, LAMP, WINDOW, TABLE -> texts.get("asking." + what);
            case LOOK, LABEL, CHIP, NOTCH, HAND, SCREWS -> texts.say("asking." + what, "of", s.called(of));
            case START -> texts.get("asking.START.done");
            case ELSEWHERE -> texts.say(
                    "asking.ELSEWHERE",
                    "module",
                    Optional.ofNullable(s.job().unit().modules().get(of))
                            .map(JobModule::labelLine)
                            .orElse(of));
        };
    }

    private TruthView truth(Practising.Standing s, String by) {
        Secret secret = s.secret();
        Rehearsal.Result tool = rehearsed.get(
                new OnRange("", s.row().what(), s.row().seed()), of -> Rehearsal.of(of.secret(), new TextTrees()));
        return new TruthView(
                s.row().solved().orElse(false),
                Fact.of(secret).stream().map(f -> told(secret, f)).toList(),
                texts.say(
                        secret.budget().isPresent() ? "truth.wish.budget" : "truth.wish",
                        "wish",
                        secret.order().wish(),
                        "installed",
                        secret.installed(s.job().unit()),
                        "spent",
                        secret.spent(s.job().unit())),
                texts.say(
                        "truth.tool",
                        "minutes",
                        tool.minutes(),
                        "starts",
                        tool.starts(),
                        "spent",
                        tool.spent(),
                        "end",
                        texts.get("tool." + tool.end())),
                practising.recounted(s, by).stream().map(x -> view(s, x)).toList());
    }

    private String told(Secret secret, Fact f) {
        return switch (f.kind()) {
            case IN_IT, WORN, LIES -> texts.say(
                    "truth." + f.kind(),
                    "position",
                    secret.record().position(f.position()).label(),
                    "module",
                    texts.show(f.piece().orElseThrow().spec().summary()),
                    "label",
                    f.piece().orElseThrow().label());
            case EMPTY -> texts.say(
                    "truth.EMPTY",
                    "position",
                    secret.record().position(f.position()).label());
            case SWOLLEN -> texts.get("outside.battery.SWOLLEN");
            case SEAL -> texts.get("outside.seal." + secret.seal());
            case DOUBLED, SOUND -> texts.get("truth." + f.kind());
            case WRONG -> texts.get("truth." + f.hidden().orElseThrow().kind())
                    + " "
                    + texts.get(f.hidden().orElseThrow().stays() ? "truth.constant" : "truth.fickle");
        };
    }

    private RecountedView view(Practising.Standing s, Recounted.Step x) {
        String step = x.question()
                .map(a -> ask(s, a.what(), a.of()))
                .orElseGet(() -> x.times() == 1
                        ? texts.get("event." + x.type())
                        : texts.say("practice.times", "what", texts.get("event." + x.type()), "times", x.times()));
        return new RecountedView(
                step,
                x.question().map(Asked::told).orElse(""),
                // Steps that nobody expects to tell anything say nothing.
                x.told()
                        .filter(t -> x.question().isPresent() || t.kind() != Told.Kind.NOTHING_NEW)
                        .map(this::told),
                x.minutes(),
                x.version(),
                x.asks());
    }

    /** Possibilities as people count them: to one place behind the point, and one that is left is one. */
    private String told(Told t) {
        String name = t.kind() == Told.Kind.NARROWED && t.halves()
                ? "HALVED"
                : t.kind().name();
        return texts.say(
                "told." + name,
                "positions",
                t.positions(),
                "possible",
                String.format(Locale.ROOT, "%.1f", t.possible()),
                "left",
                String.format(Locale.ROOT, "%.1f", t.left()));
    }
}
