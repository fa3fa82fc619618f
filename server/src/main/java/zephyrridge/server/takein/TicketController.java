package zephyrridge.server.takein;

import java.security.Principal;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.unit.Counter;
import zephyrridge.server.house.House;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.report.Paper;
import zephyrridge.server.report.Sheet;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;

/** The ticket: half of it goes home with the owner, half stays with the machine; a scan of either finds the job. */
@RestController
class TicketController {
    private final Jobs jobs;
    private final Paper paper;
    private final Texts texts;
    private final House house;

    TicketController(Jobs jobs, Paper paper, Texts texts, House house) {
        this.house = house;
        this.jobs = jobs;
        this.paper = paper;
        this.texts = texts;
    }

    /** The ticket that goes along with the machine, as a paper in two halves. */
    @Costly
    @GetMapping(path = "/api/jobs/{id}/ticket.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> ticket(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        Sheet s = new Sheet();
        half(s, c, "ticket.owner");
        s.cut();
        half(s, c, "ticket.machine");
        return Paper.answer("ticket-" + id, paper.pdf("Ticket, job " + id, s.body()));
    }

    private void half(Sheet s, Jobs.Current c, String whose) {
        s.heading(texts.get(whose));
        // As Find has it: a bare number would find modules and machines too.
        s.cards(List.of(new Sheet.Card("#" + c.row().id(), List.of())), 1);
        s.strong(c.machine().record().name());
        s.says(c.row().order().owner());
        c.row().order().promised().ifPresent(d -> s.strong(texts.say("ticket.promised", "day", d)));
        s.says(c.row().order().wish());
        Counter counter = c.unit().counter();
        if (!counter.brought().serial().isEmpty()) {
            s.says(texts.say("ticket.serial", "serial", counter.brought().serial()));
        }
        List<String> along = counter.brought().things().stream()
                .map(t -> t.came() == 1 ? t.what() : t.came() + " × " + t.what())
                .toList();
        if (!along.isEmpty()) {
            s.says(texts.say("ticket.along", "things", String.join(", ", along)));
        }
        c.unit()
                .need()
                .target()
                .budget()
                .ifPresent(b -> s.says(
                        texts.say("ticket.frame", "price", house.terms().value().currency() + " " + b)));
        c.unit()
                .consent()
                .filter(y -> y.alternative().equals(c.unit().onTheTable().id()))
                .ifPresent(y -> s.strong(texts.say(
                        "ticket.agreed." + y.how(), "to", y.to(), "who", y.who(), "day", y.at().toLocalDate())));
    }
}
