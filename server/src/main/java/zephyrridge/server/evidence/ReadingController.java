package zephyrridge.server.evidence;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.SourceKind;
import zephyrridge.core.now.Now;
import zephyrridge.core.reading.MachineLook;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.Printout;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.survey.Dumps;
import zephyrridge.core.survey.Glancer;
import zephyrridge.core.survey.Source;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.job.JobPorts;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.maker.Makers;
import zephyrridge.server.reading.GlanceView;
import zephyrridge.server.reading.LookWords;
import zephyrridge.server.reading.Recognition;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.view.EvidenceView;
import zephyrridge.server.web.Problem;

/** What a job's machine and modules say about themselves: files in, evidence out, and files to try it with. */
@RestController
class ReadingController {
    /** @param what it was recognised as, in words */
    record SourceKept(String id, String name, SourceKind kind, String what) {}

    /**
     * What was handed in: one source, or of one file of a system each of its parts.
     *
     * @param id of the first, with its {@code kind} and {@code what}; {@code all} that were kept; {@code unread} what was not, and why
     * @param told what one file of a system says beside the memory, in words
     * @param answers what of it answers a question of Take in that nobody has answered yet
     * @param readings what it shows of the memory; none once something in the machine was changed
     */
    record HandedIn(
            String id,
            SourceKind kind,
            String what,
            List<SourceKept> all,
            List<String> unread,
            List<String> told,
            AnswersView answers,
            SortedMap<String, String> readings) {}

    /** As the change AnswerIntake has them; what is absent is not answered. */
    record AnswersView(
            Optional<String> operatingSystem, Optional<Integer> wordBits, Optional<Intake.Encryption> encryption) {
        static final AnswersView NONE = new AnswersView(Optional.empty(), Optional.empty(), Optional.empty());

        static AnswersView of(Intake was, Intake is) {
            return new AnswersView(
                    is.operatingSystem().filter(x -> was.operatingSystem().isEmpty()),
                    is.wordBits().filter(x -> was.wordBits().isEmpty()),
                    Optional.of(is.encryption()).filter(x -> x != was.encryption()));
        }
    }

    private final Jobs jobs;
    private final Sources sources;
    private final EvidenceViews views;
    private final Machines machines;
    private final Drawer drawer;
    private final Makers makers;
    private final Recognition recognition;
    private final LookWords words;

    ReadingController(
            Jobs jobs,
            Sources sources,
            EvidenceViews views,
            Machines machines,
            Drawer drawer,
            Makers makers,
            Recognition recognition,
            LookWords words) {
        this.words = words;
        this.recognition = recognition;
        this.jobs = jobs;
        this.sources = sources;
        this.views = views;
        this.machines = machines;
        this.drawer = drawer;
        this.makers = makers;
    }

    /** Takes a file's bytes, or a pasted text's; the change AddSource then makes it part of the job. What is not recognised is refused. */
    @PostMapping(path = "/api/jobs/{id}/sources", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    HandedIn keep(
            @PathVariable long id,
            @RequestParam @NotBlank @Size(max = 200) String name,
            @RequestBody byte[] content,
            Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        Optional<MachineLook> look = recognition.look(content);
        Sources.Looked looked = look.map(l -> sources.keepLook(id, name, l, who.getName()))
                .orElseGet(() -> new Sources.Looked(
                        List.of(new Sources.Named(name, sources.keep(id, name, content, who.getName()))), List.of()));
        List<SourceKept> all = looked.kept().stream().map(this::kept).toList();
        SourceKept first = all.get(0);
        Intake now = c.unit().intake();
        return new HandedIn(
                first.id(),
                first.kind(),
                first.what(),
                all,
                looked.unread(),
                look.map(words::of).orElse(List.of()),
                look.map(l -> AnswersView.of(now, now.told(l))).orElse(AnswersView.NONE),
                look.map(l -> before(c, looked)).orElseGet(TreeMap::new));
    }

    /** What a look at these shows; of a machine in which something was changed it says nothing of before. */
    private SortedMap<String, String> before(Jobs.Current c, Sources.Looked looked) {
        Unit unit = c.unit();
        if (!Now.of(unit).inIt().equals(unit.asFound())) {
            return new TreeMap<>();
        }
        List<Recognised> read =
                looked.kept().stream().map(n -> n.kept().content()).toList();
        return GlanceView.readings(Glancer.look(read, Optional.empty(), Optional.empty()), read, Printout.NONE);
    }

    private SourceKept kept(Sources.Named n) {
        Source source =
                new Source(n.kept().id(), n.name(), Optional.empty(), n.kept().content());
        return new SourceKept(source.id(), source.name(), source.kind(), views.what(source.content()));
    }

    /** All that was read of a machine, held together by position. */
    @GetMapping("/api/jobs/{id}/evidence")
    EvidenceView evidence(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        Map<String, Recognised> content = JobPorts.content(id, c.unit(), sources);
        return views.of(
                c.machine().bench(),
                c.unit(),
                AsFound.sources(c.machine().bench(), c.unit(), content),
                AsFound.survey(c.machine().bench(), c.unit(), content),
                Stream.concat(c.assessment().readingFindings().stream(), c.assessment().found().findings().stream())
                        .toList(),
                AsFound.canAccept(c.machine().bench(), c.unit(), content),
                sources.taken(id));
    }

    /** A source in full, with offsets and raw bytes. */
    @GetMapping("/api/jobs/{id}/sources/{source}")
    EvidenceView.SourceDetail source(@PathVariable long id, @PathVariable String source, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        return views.detail(
                AsFound.sources(c.machine().bench(), c.unit(), JobPorts.content(id, c.unit(), sources)).stream()
                        .filter(s -> s.id().equals(source))
                        .findFirst()
                        .orElseThrow(() -> Problem.notFound("source", source)));
    }

    /** The file as it came. */
    @GetMapping("/api/jobs/{id}/sources/{source}/content")
    ResponseEntity<byte[]> content(@PathVariable long id, @PathVariable String source) {
        return file(
                sources.content(id, source).orElseThrow(() -> Problem.notFound("source", source)),
                "source-" + source.replaceAll("[^A-Za-z0-9-]", "_") + ".bin");
    }

    /** A module of a job as an SPD image of the real format, written by us. */
    @GetMapping("/api/jobs/{id}/modules/{key}/spd")
    ResponseEntity<byte[]> moduleSpd(@PathVariable long id, @PathVariable String key, Principal who) {
        JobModule module = Optional.ofNullable(
                        jobs.get(id, who.getName()).unit().modules().get(key))
                .orElseThrow(() -> Problem.notFound("module", key));
        return file(spd(module.spec(), marking(module.tag())), "job-" + id + "-" + key + ".spd.bin");
    }

    /** The SPD image of a module in the drawer, as it was kept. */
    @GetMapping("/api/drawer/{tag}/spd")
    ResponseEntity<byte[]> drawerSpd(@PathVariable String tag) {
        Drawer.StockModule module = drawer.all().stream()
                .filter(m -> m.tag().equals(tag))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("drawer module", tag));
        return file(
                spd(module.spec(), marking(Optional.of(tag))),
                module.tag().replaceAll("[^A-Za-z0-9-]", "_") + ".spd.bin");
    }

    /** A machine's firmware table, sockets empty, in the real format, written by us. */
    @GetMapping("/api/machines/{id}/smbios")
    ResponseEntity<byte[]> machineTable(@PathVariable String id) {
        MachineRecord record = machines.get(id).record();
        return file(
                SmbiosEncoder.encode(
                        Dumps.firmware(record, Map.of(), Map.of(), Optional.empty(), Dumps.Habits.CLEAN),
                        SmbiosEncoder.Wrapping.ENTRY_POINT),
                record.id() + ".smbios.bin");
    }

    /** The firmware table of a job's machine as it was found. */
    @GetMapping("/api/jobs/{id}/smbios")
    ResponseEntity<byte[]> jobTable(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        Map<String, ModuleSpec> modules = c.unit().asFound().entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        e -> c.unit().modules().get(e.getValue()).spec()));
        Map<String, Dumps.Marking> markings = c.unit().asFound().entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        e -> marking(c.unit().modules().get(e.getValue()).tag())));
        return file(
                SmbiosEncoder.encode(
                        Dumps.firmware(c.machine().record(), modules, markings, Optional.empty(), Dumps.Habits.CLEAN),
                        SmbiosEncoder.Wrapping.ENTRY_POINT),
                "job-" + id + ".smbios.bin");
    }

    private static byte[] spd(ModuleSpec spec, Dumps.Marking marking) {
        try {
            return Dumps.spd(spec, marking);
        } catch (IllegalArgumentException e) {
            throw Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "NO_SPD_IMAGE", Map.of(), "why", e.getMessage());
        }
    }

    private Dumps.Marking marking(Optional<String> tag) {
        List<Drawer.StockModule> all = tag.isEmpty() ? List.of() : drawer.all();
        return all.stream()
                .filter(m -> m.tag().equals(tag.get()))
                .findFirst()
                .map(m -> new Dumps.Marking(m.maker(), makers.idOf(m.maker()), m.partNumber(), m.serial()))
                .orElse(Dumps.Marking.NONE);
    }

    private static ResponseEntity<byte[]> file(byte[] content, String name) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(content);
    }
}
