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
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.Now;
import zephyrridge.core.range.Asking.What;
import zephyrridge.core.range.Drawn;
import zephyrridge.core.range.Lesson;
import zephyrridge.core.range.Secret;
import zephyrridge.core.rehearsal.Rehearsal;
import zephyrridge.core.unit.Intake;
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

    /** @param solved empty while it goes on; {@code minutes} of the bench likewise */
    record PractisedView(
            long job,
            String title,
            Instant begunAt,
            boolean over,
            Optional<Boolean> solved,
            Optional<Integer> minutes) {}

    record RangeView(List<OfferedView> offered, List<PractisedView> mine) {}

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

    /** @param told what it answered */
    record AskedView(What what, String asked, String told, int minutes) {}

    /**
     * What was hidden, once it is over.
     *
     * @param truth sentences; {@code tool} what the tool itself would have done
     */
    record TruthView(boolean solved, List<String> truth, String tool) {}

    /** @param minutes of the bench so far, by the record's estimate and what was asked */
    record PracticeView(
            long job,
            String title,
            String teaches,
            int minutes,
            List<CanAskView> asks,
            List<AskedView> asked,
            boolean over,
            Optional<TruthView> truth) {}

    /** @param of position or module it is about, "" for the whole machine; {@code waited} minutes, and {@code passes}, of a start */
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
                mine.stream()
                        .map(r -> new PractisedView(
                                r.job(),
                                title(r.what()),
                                Times.utc(r.begunAt()),
                                r.endedAt().isPresent(),
                                r.solved(),
                                r.minutes()))
                        .toList());
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
        return view(practising.standing(id, who.getName()));
    }

    /** Asks something of the machine; what comes of it is written into the job. */
    @Costly
    @PostMapping("/api/jobs/{id}/practice/asks")
    PracticeView ask(@PathVariable long id, @RequestBody @Valid Question body, Principal who) {
        practising.ask(id, body.what(), body.of(), body.waited(), body.passes(), who.getName());
        return view(practising.standing(id, who.getName()));
    }

    /** Ends it, and tells what was hidden. */
    @Costly
    @PostMapping("/api/jobs/{id}/practice/end")
    PracticeView end(@PathVariable long id, Principal who) {
        practising.end(id, who.getName());
        return view(practising.standing(id, who.getName()));
    }

    private String title(String what) {
        return texts.find("lesson." + what).orElseGet(() -> texts.get("difficulty." + what));
    }

    private PracticeView view(Practising.Standing s) {
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
                        .map(a -> new AskedView(a.what(), ask(s, a.what(), a.of()), a.told(), a.minutes()))
                        .toList(),
                over,
                over ? Optional.of(truth(s)) : Optional.empty());
    }

    private List<CanAskView> asks(Practising.Standing s) {
        List<CanAskView> asks = new ArrayList<>();
        asks.add(view(s, What.OUTSIDE, "", 0, 0));
        asks.add(view(s, What.WINDOW, "", 0, 0));
        asks.add(view(s, What.TABLE, "", 0, 0));
        for (Position p : s.job().machine().record().positions()) {
            if (!p.isSoldered()) {
                asks.add(view(s, What.LOOK, p.id(), 0, 0));
                asks.add(view(s, What.LABEL, p.id(), 0, 0));
                asks.add(view(s, What.CHIP, p.id(), 0, 0));
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
            case OUTSIDE, WINDOW, TABLE -> texts.get("asking." + what);
            case LOOK, LABEL, CHIP -> texts.say(
                    "asking." + what,
                    "position",
                    s.job().machine().record().position(of).label());
            case START -> texts.get("asking.START.done");
            case ELSEWHERE -> texts.say(
                    "asking.ELSEWHERE",
                    "module",
                    Optional.ofNullable(s.job().unit().modules().get(of))
                            .map(JobModule::labelLine)
                            .orElse(of));
        };
    }

    private TruthView truth(Practising.Standing s) {
        Secret secret = s.secret();
        List<String> truth = new ArrayList<>();
        secret.inIt()
                .forEach((position, piece) -> truth.add(texts.say(
                        piece.lies() ? "truth.lies" : piece.isWorn() ? "truth.worn" : "truth.inIt",
                        "position",
                        secret.record().position(position).label(),
                        "module",
                        texts.show(piece.spec().summary()),
                        "label",
                        piece.label())));
        secret.record().positions().stream()
                .filter(p -> !p.isSoldered() && !secret.inIt().containsKey(p.id()))
                .forEach(p -> truth.add(texts.say("truth.empty", "position", p.label())));
        if (secret.battery() == Intake.Battery.SWOLLEN) {
            truth.add(texts.get("outside.battery.SWOLLEN"));
        }
        if (secret.seal() != Intake.Seal.NONE) {
            truth.add(texts.get("outside.seal." + secret.seal()));
        }
        if (secret.doubled()) {
            truth.add(texts.get("truth.doubled"));
        }
        if (secret.truth().isEmpty()) {
            truth.add(texts.get("truth.sound"));
        }
        secret.truth()
                .forEach(h -> truth.add(texts.get("truth." + h.kind())
                        + " "
                        + texts.get(h.stays() ? "truth.constant" : "truth.fickle")));
        Rehearsal.Result tool = rehearsed.get(
                new OnRange("", s.row().what(), s.row().seed()), of -> Rehearsal.of(of.secret(), new TextTrees()));
        return new TruthView(
                s.row().solved().orElse(false),
                truth,
                texts.say(
                        "truth.tool",
                        "minutes",
                        tool.minutes(),
                        "starts",
                        tool.starts(),
                        "end",
                        texts.get("tool." + tool.end())));
    }
}
