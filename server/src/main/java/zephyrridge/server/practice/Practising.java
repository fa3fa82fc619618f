package zephyrridge.server.practice;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.log.Entry;
import zephyrridge.core.now.Now;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.range.Answers;
import zephyrridge.core.range.Asked;
import zephyrridge.core.range.Asked.What;
import zephyrridge.core.range.Asking;
import zephyrridge.core.range.Mishap;
import zephyrridge.core.range.Piece;
import zephyrridge.core.range.Practice;
import zephyrridge.core.range.Secret;
import zephyrridge.core.range.Simulated;
import zephyrridge.core.range.Trap;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.job.OnRange;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Jobs at machines of the range: begun, asked, and ended. What an answer gives goes into the job by the same changes as everybody's. */
@Service
class Practising {
    private static final TypeReference<List<Asked>> ASKED = new TypeReference<>() {};
    /** So that neither a document nor the way through it grows for ever. */
    private static final int MOST_ASKED = 300;

    /**
     * @param now what it comes to as it stands: the job, and the machine after all that was asked
     * @param row with what was asked as it was stored
     */
    record Standing(PracticeStore.Row row, Jobs.Current job, Secret secret, List<Asked> asked, Asking now) {
        int minutes() {
            return Asking.minutes(asked, job.unit(), job.machine().bench());
        }

        /** As people call a position or a part; "" for the whole machine. */
        String called(String of) {
            return job.machine().record().hasPosition(of)
                    ? job.machine().record().position(of).label()
                    : of.isEmpty() ? "" : job.machine().bench().partName(of);
        }

        List<Mishap> mishaps() {
            return now.mishaps(job.unit(), job.machine().bench());
        }
    }

    private final PracticeStore store;
    private final Jobs jobs;
    private final Machines machines;
    private final Sources sources;
    private final Sealed sealed;
    private final Clock clock;
    private final Texts texts;

    Practising(
            PracticeStore store,
            Jobs jobs,
            Machines machines,
            Sources sources,
            Sealed sealed,
            Clock clock,
            Texts texts) {
        this.store = store;
        this.jobs = jobs;
        this.machines = machines;
        this.sources = sources;
        this.sealed = sealed;
        this.clock = clock;
        this.texts = texts;
    }

    /** @return the new job */
    @Transactional
    public long begin(String what, long seed, String by) {
        return begin(what, seed, Unit.NEW, List.of(), by);
    }

    private long begin(String what, long seed, Unit unit, List<Asked> asked, String by) {
        Secret secret = new OnRange(by, what, seed).secret();
        machines.practised(secret.record(), by);
        long job = jobs.practise(secret.record().id(), secret.order(), unit, by);
        store.insert(job, by, what, seed, sealed.write(Sealed.Kind.ASKED, asked), now());
        return job;
    }

    /**
     * Begins a machine again as it stood before a step of a practice that is over.
     *
     * @param version of that job then, {@code asks} how many questions had been put
     * @return the new job
     * @throws Problem where it is not over, or never stood so
     */
    @Transactional
    public long again(long job, long version, int asks, String by) {
        PracticeStore.Row row = row(job, by, false);
        if (row.endedAt().isEmpty()) {
            throw Problem.of(HttpStatus.CONFLICT, "PRACTICE_GOES_ON", Map.of());
        }
        List<Asked> asked = asked(row);
        Work then = Optional.ofNullable(jobs.past(job, by).get(version))
                .filter(w -> asks <= asked.size()
                        && asked.subList(0, asks).stream().allMatch(a -> a.to() <= version)
                        && asked.subList(asks, asked.size()).stream().allMatch(a -> a.from() >= version))
                .orElseThrow(() -> Problem.notFound("step", version));
        Map<String, String> ids = new HashMap<>();
        Unit unit = then.unit();
        unit.readings().sources().forEach(r -> ids.put(r.id(), UUID.randomUUID().toString()));
        long next = begin(
                row.what(),
                row.seed(),
                unit.withPhotos(List.of()).withReadings(unit.readings().withIds(id -> ids.getOrDefault(id, id))),
                // Of another job: what came of them stands in this one from its beginning.
                asked.subList(0, asks).stream().map(Asked::before).toList(),
                by);
        unit.readings().sources().forEach(r -> sources.content(job, r.id())
                .ifPresent(content -> sources.keepAs(ids.get(r.id()), next, r.name(), content, by)));
        return next;
    }

    private List<Asked> asked(PracticeStore.Row row) {
        return sealed.read(Sealed.Kind.ASKED, row.asked(), ASKED);
    }

    /** Step by step, with what each of them told. */
    List<Recounted.Step> recounted(Standing s, String by) {
        long job = s.row().job();
        return Recounted.of(s.job(), jobs.past(job, by), jobs.events(job), s.asked(), sources);
    }

    /** Whether the lead may see what a learner practised. */
    public boolean isShown(String learner) {
        return store.isShown(learner);
    }

    @Transactional
    public void show(String learner, boolean shown) {
        store.show(learner, shown, now());
    }

    /** All who let the lead see it, by their names. */
    List<PracticeStore.Learner> shown() {
        return store.shown();
    }

    /** @throws Problem where there is no such job of this learner's */
    public Standing standing(long job, String by) {
        return standing(row(job, by, false), by);
    }

    private Standing standing(PracticeStore.Row row, String by) {
        Jobs.Current c = jobs.get(row.job(), by);
        Secret secret = new OnRange(row.learner(), row.what(), row.seed()).secret();
        List<Asked> asked = asked(row);
        return new Standing(row, c, secret, asked, new Asking(secret, asked));
    }

    /** What a learner practised, the latest first. */
    public List<PracticeStore.Row> of(String learner, int most) {
        return store.of(learner, most);
    }

    /**
     * Asks, and writes into the job what came of it.
     *
     * @param of position or module that it is about, "" for the whole machine
     * @param waited minutes that are waited for a start; {@code passes} of a memory test
     * @throws Problem CANNOT_ASK where it cannot be asked as things stand
     */
    @Transactional
    public void ask(long job, What what, String of, int waited, int passes, String by) {
        PracticeStore.Row row = row(job, by, true);
        refuseEnded(row);
        Standing s = standing(row, by);
        if (s.asked().size() >= MOST_ASKED) {
            throw Problem.of(HttpStatus.CONFLICT, "CANNOT_ASK", Map.of(), "why", texts.get("asking.ENOUGH"));
        }
        s.now().refuses(what, of, s.job().unit(), s.job().machine().bench()).ifPresent(why -> {
            throw Problem.of(HttpStatus.CONFLICT, "CANNOT_ASK", Map.of(), "why", texts.get("asking." + why));
        });
        Answered a = answer(s, what, of, waited, passes, by);
        long from = s.job().row().version();
        long to = from;
        for (Change c : a.changes()) {
            to = jobs.change(job, to, c, Optional.empty(), by);
        }
        List<Asked> asked = new ArrayList<>(s.asked());
        asked.add(new Asked(
                what,
                of,
                a.piece(),
                a.text(),
                what.minutes(waited, passes),
                passes,
                a.tried(),
                s.job().unit().log().last(),
                from,
                to));
        store.asked(job, sealed.write(Sealed.Kind.ASKED, asked));
    }

    /** @param changes what is written into the job; {@code piece} and {@code tried} what a replay needs */
    private record Answered(String text, List<Change> changes, String piece, Optional<Simulated.Tried> tried) {
        static Answered said(String text) {
            return new Answered(text, List.of(), "", Optional.empty());
        }
    }

    private Answered answer(Standing s, What what, String of, int waited, int passes, String by) {
        Unit unit = s.job().unit();
        return switch (what) {
            case LAMP -> Answered.said(texts.get(
                    !Now.of(unit).down()
                            ? "asking.runs"
                            : lurks(s, Trap.STANDBY, what, of) ? "asking.sleeps" : "asking.dead"));
            case HAND -> Answered.said(
                    texts.say(lurks(s, Trap.BLADE, what, of) ? "asking.blade" : "asking.pick", "of", s.called(of)));
            case NOTCH -> Answered.said(texts.say(
                    lurks(s, Trap.TURNED, what, of) ? "asking.turned" : "asking.straight", "of", s.called(of)));
            case SCREWS -> Answered.said(texts.say(
                    lurks(s, Trap.LONG_SCREW, what, of) ? "asking.long" : "asking.sorted", "of", s.called(of)));
            case OUTSIDE -> Answered.said(
                    texts.get("outside.battery." + s.secret().battery()) + "\n"
                            + texts.get("outside.seal." + s.secret().seal()));
            case WINDOW -> {
                String window = Answers.window(s.secret(), unit, s.now().shows());
                yield handedIn(s, "window", window.getBytes(StandardCharsets.UTF_8), Optional.empty(), window, by);
            }
            case TABLE -> handedIn(
                    s,
                    "table",
                    Answers.table(s.secret(), unit, s.now().shows()),
                    Optional.empty(),
                    texts.get("asking.table"),
                    by);
            case CHIP -> handedIn(
                    s,
                    "chip",
                    Answers.chip(piece(s, of)),
                    Optional.of(of),
                    texts.say("asking.chip", "of", s.called(of)),
                    by);
            case LOOK -> Answered.said(texts.say(
                    s.secret().arrangement(unit).containsKey(of) ? "asking.filled" : "asking.empty",
                    "of",
                    s.called(of)));
            case LABEL -> {
                Piece piece = piece(s, of);
                yield new Answered(
                        texts.say("asking.label", "of", s.called(of), "label", piece.label()),
                        List.of(),
                        piece.id(),
                        Optional.empty());
            }
            case START -> {
                Practice p = new Practice(
                        s.secret(),
                        s.job().machine().bench(),
                        jobs.ports(s.job(), by),
                        s.job().work());
                Simulated.Tried tried = p.trying(waited, passes);
                Simulated.Sight sight = s.now().start(tried);
                yield new Answered(
                        shown(sight, passes), p.told(sight, Math.max(1, waited), passes), "", Optional.of(tried));
            }
            case ELSEWHERE -> {
                Piece piece = s.secret().named(unit, of).orElseThrow();
                Simulated.Sight sight = s.now().elsewhere(piece.id(), passes);
                yield new Answered(
                        shown(sight, passes),
                        List.of(new FaultChange.LogElsewhere(
                                of,
                                sight.dark() ? Entry.Outcome.SILENT : Entry.Outcome.STARTED,
                                passes,
                                sight.errors())),
                        piece.id(),
                        Optional.empty());
            }
        };
    }

    private Answered handedIn(
            Standing s, String name, byte[] content, Optional<String> position, String text, String by) {
        String called = texts.get("asking.name." + name);
        Sources.Kept kept = sources.keep(s.row().job(), called, content, by);
        return new Answered(
                text, List.of(new EvidenceChange.AddSource(kept.id(), called, position)), "", Optional.empty());
    }

    private String shown(Simulated.Sight sight, int passes) {
        if (sight.dark()) {
            return texts.get(sight.code() ? "asking.code" : "asking.dark");
        }
        String total = texts.say(
                "asking.up",
                "firmware",
                ByteSize.ofMebibytes(sight.firmwareMebibytes().orElse(0L)),
                "positions",
                sight.listed().size());
        return passes == 0
                ? total
                : total + " " + texts.say("asking.tested", "passes", passes, "errors", sight.errors());
    }

    private static boolean lurks(Standing s, Trap kind, What look, String of) {
        return s.now().lurks(kind, look, of, s.job().unit(), s.job().machine().bench());
    }

    private static Piece piece(Standing s, String position) {
        return s.secret()
                .piece(s.secret().arrangement(s.job().unit()).get(position))
                .orElseThrow();
    }

    /** Ends it: from now on what was hidden is told, and nothing more is asked. */
    @Transactional
    public void end(long job, String by) {
        PracticeStore.Row row = row(job, by, true);
        refuseEnded(row);
        Standing s = standing(row, by);
        store.end(
                job,
                now(),
                s.minutes(),
                s.now().isSolved(s.job().unit(), s.job().assessment()),
                s.mishaps().size());
    }

    private static void refuseEnded(PracticeStore.Row row) {
        if (row.endedAt().isPresent()) {
            throw Problem.of(HttpStatus.CONFLICT, "PRACTICE_OVER", Map.of());
        }
    }

    private PracticeStore.Row row(long job, String by, boolean forUpdate) {
        return store.find(job, by, forUpdate).orElseThrow(() -> Problem.notFound("practice", job));
    }

    private LocalDateTime now() {
        return LocalDateTime.now(clock);
    }
}
