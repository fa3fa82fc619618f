package zephyrridge.server.opening;

import static zephyrridge.server.report.Paper.text;

import java.security.Principal;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.access.Catch;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.LayOut;
import zephyrridge.core.access.Outline;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.SheetRound;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.report.Paper;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;

/** The opening sheet: what a technician takes to a bench without a screen. */
@RestController
class OpeningSheetController {
    private final Jobs jobs;
    private final Texts texts;
    private final OpeningViews openings;
    private final StepViews steps;
    private final Paper paper;

    OpeningSheetController(Jobs jobs, Texts texts, OpeningViews openings, StepViews steps, Paper paper) {
        this.jobs = jobs;
        this.texts = texts;
        this.openings = openings;
        this.steps = steps;
        this.paper = paper;
    }

    /** How the machine is opened and closed, as a paper. */
    @Costly
    @GetMapping(path = "/api/jobs/{id}/opening-sheet.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> sheet(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        byte[] pdf = paper.pdf("Opening sheet, job " + id, body(c));
        return Paper.answer("opening-sheet-" + id, pdf);
    }

    private String body(Jobs.Current c) {
        StringBuilder s = new StringBuilder();
        s.append("<h1>").append(text(c.machine().record().name())).append("</h1><p>");
        s.append(text(texts.say(
                "sheet.job", "job", c.row().id(), "owner", c.work().order().owner())));
        s.append("</p>");
        List<SheetRound> rounds = SheetRound.of(
                c.machine().bench(),
                c.unit(),
                c.assessment().rounds(),
                c.assessment().fitLines());
        if (rounds.isEmpty()) {
            return s.append("<p>")
                    .append(text(texts.get("sheet.nothing")))
                    .append("</p>")
                    .toString();
        }
        Set<Part> parts = new LinkedHashSet<>();
        rounds.forEach(r -> r.opening().forEach(st -> st.part().ifPresent(parts::add)));
        s.append("<p><b>").append(text(texts.get("sheet.layOut"))).append("</b> ");
        LayOut out = LayOut.of(parts, c.machine().bench().house().driver());
        if (!out.bits().isEmpty()) {
            s.append(text(texts.say("tool.BITS", "bits", String.join(", ", out.bits()))))
                    .append("; ");
        }
        s.append(text(String.join(
                        "; ",
                        out.tools().stream().map(t -> texts.get("tool." + t)).toList())))
                .append("</p>");
        c.assessment().openingGates().forEach(g -> s.append("<p class=\"caution\">")
                .append(text(texts.of(g)))
                .append("</p>"));
        for (SheetRound r : rounds) {
            s.append("<h2>").append(text(openings.place(r.round()))).append("</h2>");
            int number = 0;
            for (WorkStep step : r.opening()) {
                step(s, c, step, ++number, false);
            }
            for (FitLine l : r.lines()) {
                line(s, l, ++number);
            }
            for (WorkStep step : r.closing()) {
                step(s, c, step, ++number, true);
            }
        }
        return s.toString();
    }

    private void step(StringBuilder s, Jobs.Current c, WorkStep step, int number, boolean back) {
        row(
                s,
                number,
                steps.words(
                        step,
                        "__",
                        c.machine().bench(),
                        c.unit(),
                        c.unit().plannedModules().keySet()),
                step.seconds());
        step.cautions().forEach(k -> s.append("<p><b>")
                .append(text(texts.get("sheet.caution")))
                .append("</b> ")
                .append(text(texts.get("caution." + k)))
                .append("</p>"));
        step.part().ifPresent(p -> part(s, c, p, back));
        s.append("</div>");
    }

    private void row(StringBuilder s, int number, String words, int seconds) {
        s.append("<div class=\"step\"><table><tr><td class=\"box\"><span class=\"tick\">&#160;</span></td><td><b>")
                .append(number)
                .append(". ")
                .append(text(words))
                .append("</b></td><td class=\"min\">")
                .append(seconds == 0 ? "" : seconds >= 60 ? (seconds + 30) / 60 + " min" : seconds + " s")
                .append("</td></tr></table>");
    }

    private void part(StringBuilder s, Jobs.Current c, Part p, boolean back) {
        String words = back ? p.howOn() : p.how();
        if (!words.isBlank()) {
            s.append("<p>").append(text(words)).append("</p>");
        }
        Map<String, Integer> groups = groups(p);
        if (!groups.isEmpty() && !back) {
            s.append("<table><tr><td class=\"drawing\">")
                    .append(drawing(p, c.machine().record().access().outline(p.side()), groups))
                    .append("</td><td>");
            int n = 0;
            for (Map.Entry<String, Integer> g : groups.entrySet()) {
                s.append("<p><b>")
                        .append(++n)
                        .append("</b>: ")
                        .append(g.getValue())
                        .append(" × ")
                        .append(text(g.getKey()))
                        .append("</p>");
            }
            p.fasteners().stream().filter(f -> f.hiddenUnder().isPresent()).forEach(f -> s.append("<p>")
                    .append(text(texts.say(
                            "sheet.hidden",
                            "id",
                            f.id(),
                            "under",
                            c.machine()
                                    .record()
                                    .access()
                                    .part(f.hiddenUnder().get())
                                    .map(Part::name)
                                    .orElse(f.hiddenUnder().get()))))
                    .append("</p>"));
            s.append("</td></tr></table>");
        }
        p.connectors()
                .forEach(k -> s.append("<p>").append(text(steps.cable(k, back))).append("</p>"));
        if (!back) {
            p.catches().forEach(k -> s.append("<p>")
                    .append(text(texts.say(
                            k.start() ? "sheet.start" : "sheet.catch", "direction", k.direction(), "tool", k.tool())))
                    .append("</p>"));
        }
        s.append("<p class=\"quiet\">")
                .append(text(texts.say("sheet.source", "source", p.source())))
                .append("</p>");
    }

    /** Screws by head, length and role, with their true count. */
    private Map<String, Integer> groups(Part p) {
        Map<String, Integer> groups = new LinkedHashMap<>();
        p.fasteners().forEach(f -> groups.merge(group(f), 1, Integer::sum));
        return groups;
    }

    private String group(Fastener f) {
        return f.bit()
                + (f.lengthTenths() == 0 ? "" : ", " + StepViews.millimetres(f.lengthTenths()))
                + (f.role() == Fastener.Role.OUT ? "" : ", " + texts.get("role." + f.role()));
    }

    /** The side to scale, in line drawing; the numbers are those of the groups. */
    private String drawing(Part p, java.util.Optional<Outline> outline, Map<String, Integer> groups) {
        List<String> order = List.copyOf(groups.keySet());
        int width = 240;
        int height = outline.map(o -> Math.max(60, Math.min(220, width * o.depthMillimetres() / o.widthMillimetres())))
                .orElse(150);
        StringBuilder s = new StringBuilder(String.format(
                Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%d\" height=\"%d\" viewBox=\"0 0 %d %d\">"
                        + "<rect x=\"1\" y=\"1\" width=\"%d\" height=\"%d\" rx=\"8\" fill=\"none\" stroke=\"#000\" stroke-width=\"1.5\"/>",
                width,
                height,
                width,
                height,
                width - 2,
                height - 2));
        for (Catch k : p.catches()) {
            double x = 12 + k.x() * (width - 24);
            double y = 12 + k.y() * (height - 24);
            s.append(String.format(
                    Locale.ROOT,
                    "<path d=\"M%.1f %.1fh10l-5-9z\" fill=\"%s\" stroke=\"#000\"/>",
                    x - 5,
                    y + 4,
                    k.start() ? "#000" : "none"));
        }
        for (Fastener f : p.fasteners()) {
            double x = 12 + f.x() * (width - 24);
            double y = 12 + f.y() * (height - 24);
            s.append(String.format(
                    Locale.ROOT,
                    "<circle cx=\"%.1f\" cy=\"%.1f\" r=\"8\" fill=\"#fff\" stroke=\"#000\" stroke-width=\"1.4\"/>"
                            + "<text x=\"%.1f\" y=\"%.1f\" font-size=\"10\" text-anchor=\"middle\">%d</text>",
                    x,
                    y,
                    x,
                    y + 3.6,
                    order.indexOf(group(f)) + 1));
        }
        return s.append("</svg>").toString();
    }

    private void line(StringBuilder s, FitLine l, int number) {
        String words = l.out()
                        .map(m -> texts.say(
                                        "sheet.out",
                                        "module",
                                        texts.show(m.spec().summary())) + " ")
                        .orElse("")
                + l.in().map(m -> texts.say(
                                "sheet.in", "module", texts.show(m.spec().summary())))
                        .orElse(texts.get("sheet.empty"));
        row(s, number, l.position().label() + ": " + words, 0);
        Socket socket = l.position().socket().orElseThrow();
        s.append("<p>")
                .append(text(texts.say("sheet.notch", "side", socket.keySide())))
                .append("</p></div>");
    }
}
