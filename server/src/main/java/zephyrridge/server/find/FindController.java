package zephyrridge.server.find;

import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.standing.Waits;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.job.JobListRow;
import zephyrridge.server.job.JobLists;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.purchase.PartsOf;
import zephyrridge.server.purchase.Purchases;
import zephyrridge.server.text.Texts;

/** One field for everything: jobs, machines and modules by any word that a screen shows of them; a scanned tag is a word too. */
@RestController
class FindController {
    private static final int MOST = 20;
    private static final int MOST_MODULES = 60;

    enum Kind {
        JOB,
        MODULE,
        MACHINE
    }

    /**
     * @param job the job to go to: the one found, or the one a module is with; {@code machine} the record to go to
     * @param tag the module of the drawer to go to
     * @param state what it waits for, or is like, and since or until when
     */
    record Hit(
            Kind kind,
            String title,
            String detail,
            String state,
            Optional<Long> job,
            Optional<String> machine,
            Optional<String> tag) {}

    /** How well a hit answers: the best first. */
    private enum Rank {
        IS,
        BEGINS,
        WORD_BEGINS,
        HAS
    }

    private record Ranked(Rank rank, Hit hit) {}

    private final JobLists jobs;
    private final Machines machines;
    private final Drawer drawer;
    private final Texts texts;
    private final Clock clock;
    private final Purchases purchases;

    FindController(JobLists jobs, Machines machines, Drawer drawer, Texts texts, Clock clock, Purchases purchases) {
        this.purchases = purchases;
        this.jobs = jobs;
        this.machines = machines;
        this.drawer = drawer;
        this.texts = texts;
        this.clock = clock;
    }

    /**
     * At most 20 hits: first what is exactly the text (a tag, a job's number), then what begins with it, then what has a word that
     * begins so, then what has it anywhere; among equals jobs, modules, records, each as its list has them.
     */
    @GetMapping("/api/find")
    List<Hit> find(@RequestParam @Size(min = 1, max = 100) String text) {
        Asked asked = new Asked(text);
        List<Ranked> found = new ArrayList<>();
        LocalDate today = LocalDate.now(clock);
        Function<JobListRow, PartsOf> parts = purchases.parts();
        for (JobListRow job : jobs(text)) {
            String number = "#" + job.id();
            String state = state(job, parts.apply(job), today);
            Hit hit = new Hit(
                    Kind.JOB,
                    number + " " + job.machine(),
                    job.order().owner()
                            + (job.order().wish().isEmpty()
                                    ? ""
                                    : ": " + job.order().wish())
                            + named("serial", job.serial()),
                    state,
                    Optional.of(job.id()),
                    Optional.empty(),
                    Optional.empty());
            String said = String.join(
                    " ",
                    job.order().wish(),
                    job.updatedBy(),
                    state,
                    job.order().away().orElse(""));
            asked.look(
                    hit,
                    List.of(
                            number,
                            String.valueOf(job.id()),
                            job.machine(),
                            job.order().owner(),
                            job.serial()),
                    said,
                    found);
        }
        for (Drawer.StockModule m : modules(text)) {
            String where = m.jobId()
                    .map(id -> texts.say("find.withJob", "job", id))
                    .orElseGet(() -> texts.get("find.inDrawer"));
            Hit hit = new Hit(
                    Kind.MODULE,
                    m.tag() + " " + texts.show(m.spec().summary()),
                    m.maker() + named("part", m.partNumber()) + named("serial", m.serial()),
                    texts.show(m.tested()) + ", " + where,
                    m.jobId(),
                    Optional.empty(),
                    Optional.of(m.tag()));
            String said = String.join(" ", m.labelLine(), m.maker(), m.note(), m.bin(), hit.title(), hit.state());
            asked.look(hit, List.of(m.tag(), m.partNumber(), m.serial()), said, found);
        }
        machines.all()
                .forEach(r -> asked.look(
                        new Hit(
                                Kind.MACHINE,
                                r.name(),
                                texts.show(r.controller().generation()) + ", "
                                        + r.positions().size() + " positions",
                                "",
                                Optional.empty(),
                                Optional.of(r.id()),
                                Optional.empty()),
                        List.of(r.name()),
                        texts.show(r.controller().generation()),
                        found));
        return found.stream()
                .sorted(Comparator.comparing(Ranked::rank))
                .limit(MOST)
                .map(Ranked::hit)
                .toList();
    }

    /** What is on the bench, and of what was handed back those with the words, the one of that very number first. */
    private List<JobListRow> jobs(String text) {
        List<JobListRow> all = new ArrayList<>(jobs.open());
        if (text.strip().matches("\\d{1,18}")) {
            all.addAll(jobs.closed("#" + text.strip(), Long.MAX_VALUE, 1));
        }
        all.addAll(jobs.closed(text, Long.MAX_VALUE, MOST));
        return all.stream().distinct().toList();
    }

    /** The module of that tag, and those with the words. */
    private List<Drawer.StockModule> modules(String text) {
        return Stream.concat(
                        drawer.find(text.strip()).filter(m -> !m.gone()).stream(),
                        drawer.first(text, MOST_MODULES).stream())
                .distinct()
                .toList();
    }

    /** What a job waits for, as the board has it, and the days that are known of it. */
    private String state(JobListRow job, PartsOf parts, LocalDate today) {
        Waits waits = parts.waits();
        Optional<LocalDate> promised = job.order().promised();
        boolean late = waits != Waits.NOTHING
                && promised.filter(d -> d.isBefore(today)).isPresent();
        List<String> said = new ArrayList<>();
        said.add(texts.get("board." + group(job, waits, late)));
        if (waits == Waits.NOTHING) {
            said.add(job.updatedAt().toLocalDate().toString());
        } else {
            promised.ifPresent(d -> said.add(texts.say(late ? "find.late" : "find.promised", "day", d)));
            parts.on().ifPresent(d -> said.add(texts.say("find.parts", "day", d)));
        }
        return String.join(", ", said);
    }

    /** The group of the board: what is late first, what is sought by itself, then what is blocked; timers are the board's own. */
    private static String group(JobListRow job, Waits waits, boolean late) {
        if (waits == Waits.NOTHING) {
            return waits.name();
        }
        boolean sought = waits == Waits.CAUSE || waits == Waits.TEST;
        return late || job.blocked() && !sought ? "FIRST" : sought ? "FAILING" : waits.name();
    }

    private static String named(String what, String value) {
        return value.isEmpty() ? "" : ", " + what + " " + value;
    }

    /** What somebody typed, held against what there is. */
    private static final class Asked {
        private final String whole;
        private final String[] words;

        Asked(String text) {
            whole = text.strip().toLowerCase(Locale.ROOT);
            words = whole.split("\\s+");
        }

        /** @param names what it is called; {@code said} whatever else a screen shows of it */
        void look(Hit hit, List<String> names, String said, List<Ranked> found) {
            List<String> called =
                    names.stream().map(n -> n.toLowerCase(Locale.ROOT)).toList();
            String all = String.join(" ", called) + " " + said.toLowerCase(Locale.ROOT);
            if (called.contains(whole)) {
                found.add(new Ranked(Rank.IS, hit));
            } else if (called.stream().anyMatch(n -> n.startsWith(whole))) {
                found.add(new Ranked(Rank.BEGINS, hit));
            } else if (Arrays.stream(words).allMatch(all::contains)) {
                boolean begin = Arrays.stream(words).allMatch(w -> all.startsWith(w) || all.contains(" " + w));
                found.add(new Ranked(begin ? Rank.WORD_BEGINS : Rank.HAS, hit));
            }
        }
    }
}
