package zephyrridge.server.find;

import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.text.Texts;

/** One field for everything: jobs, machines and modules by any word of theirs; a scanned tag is a word too. */
@RestController
class FindController {
    private static final int MOST = 20;

    enum Kind {
        JOB,
        MODULE,
        MACHINE
    }

    /** @param job the job to go to: the one found, or the one a module is with; {@code machine} the record to go to */
    record Hit(Kind kind, String title, String detail, Optional<Long> job, Optional<String> machine) {}

    private final Jobs jobs;
    private final Machines machines;
    private final Drawer drawer;
    private final Texts texts;

    FindController(Jobs jobs, Machines machines, Drawer drawer, Texts texts) {
        this.jobs = jobs;
        this.machines = machines;
        this.drawer = drawer;
        this.texts = texts;
    }

    /** At most 20 hits; what answers to the text exactly (a tag, a job's number) comes first. */
    @GetMapping("/api/find")
    List<Hit> find(@RequestParam @Size(min = 1, max = 100) String text) {
        String whole = text.strip().toLowerCase(Locale.ROOT);
        String[] words = whole.split("\\s+");
        List<Hit> exact = new ArrayList<>();
        List<Hit> others = new ArrayList<>();
        for (Jobs.Listed job : jobs.listed()) {
            String number = "#" + job.id();
            Hit hit = new Hit(
                    Kind.JOB,
                    number + " " + job.machine(),
                    job.owner() + (job.wish().isEmpty() ? "" : ": " + job.wish()),
                    Optional.of(job.id()),
                    Optional.empty());
            sort(
                    hit,
                    whole,
                    words,
                    List.of(number, String.valueOf(job.id())),
                    job.machine() + " " + job.owner() + " " + job.wish(),
                    exact,
                    others);
        }
        for (Drawer.StockModule m : drawer.all()) {
            String where = m.jobId()
                    .map(id -> texts.say("find.withJob", "job", id))
                    .orElseGet(() -> texts.get("find.inDrawer"));
            Hit hit = new Hit(
                    Kind.MODULE,
                    m.tag() + " " + texts.show(m.spec().summary()),
                    m.maker() + ", " + texts.show(m.tested()) + ", " + where + named("part", m.partNumber())
                            + named("serial", m.serial()),
                    m.jobId(),
                    Optional.empty());
            sort(
                    hit,
                    whole,
                    words,
                    List.of(
                            m.tag().toLowerCase(Locale.ROOT),
                            m.partNumber().toLowerCase(Locale.ROOT),
                            m.serial().toLowerCase(Locale.ROOT)),
                    m.tag() + " " + m.partNumber() + " " + m.serial() + " " + m.labelLine() + " " + m.maker() + " "
                            + m.note() + " " + hit.title(),
                    exact,
                    others);
        }
        machines.all()
                .forEach(r -> sort(
                        new Hit(
                                Kind.MACHINE,
                                r.name(),
                                texts.show(r.controller().generation()) + ", "
                                        + r.positions().size() + " positions",
                                Optional.empty(),
                                Optional.of(r.id())),
                        whole,
                        words,
                        List.of(r.name().toLowerCase(Locale.ROOT)),
                        r.name(),
                        exact,
                        others));
        exact.addAll(others);
        return exact.subList(0, Math.min(MOST, exact.size()));
    }

    private static String named(String what, String value) {
        return value.isEmpty() ? "" : ", " + what + " " + value;
    }

    private static void sort(
            Hit hit, String whole, String[] words, List<String> names, String text, List<Hit> exact, List<Hit> others) {
        String all = text.toLowerCase(Locale.ROOT);
        if (names.contains(whole)) {
            exact.add(hit);
        } else if (Arrays.stream(words).allMatch(all::contains)) {
            others.add(hit);
        }
    }
}
