package zephyrridge.server.fielddesk;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.reading.dialog.Printout;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.reading.GlanceView;
import zephyrridge.server.reading.HalfMinute;

/** The half-minute look: what a system says in, an answer out; nothing is kept. */
@RestController
class GlanceController {
    /** @param machineId a record to hold it against, where the model is known */
    record Told(@NotNull @Size(max = 100_000) String text, Optional<@Size(max = 64) String> machineId) {}

    private final Machines machines;
    private final HalfMinute looker;

    GlanceController(Machines machines, HalfMinute looker) {
        this.machines = machines;
        this.looker = looker;
    }

    /** Half a minute on whatever is handed in: files, window words, labels; nothing is kept. */
    @PostMapping("/api/glance")
    GlanceView glance(@Valid @RequestBody Told body) {
        return look(
                body.text().getBytes(StandardCharsets.UTF_8),
                Printout.of(body.text()),
                body.machineId().filter(id -> !id.isBlank()).map(machines::get));
    }

    /** The same of a file, whatever is in it: a firmware table, a chip's image, a listing, a window's text. */
    @PostMapping(path = "/api/glance/file", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    GlanceView file(@RequestBody byte[] content) {
        return look(content, Recogniser.text(content).map(Printout::of).orElse(Printout.NONE), Optional.empty());
    }

    private GlanceView look(byte[] content, Printout printed, Optional<Machines.Ready> machine) {
        return looker.look(
                content, printed, machine.map(Machines.Ready::record), machine.flatMap(m -> m.reach().values().stream()
                        .map(r -> (double) r.minutes())
                        .max(Double::compare)
                        .filter(x -> x > 0)));
    }
}
