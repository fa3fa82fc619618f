package zephyrridge.server.keep;

import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.security.Principal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.exchange.JobArchive;
import zephyrridge.server.web.Costly;

/** An owner's data, for the lead. */
@RestController
class OwnerController {
    /** @param closed handed back; {@code photos}, {@code sources} how many pictures and files are with it */
    record OwnedJob(long id, String machine, boolean closed, Instant updatedAt, int photos, int sources) {}

    /** @param jobs those that were looked at */
    record Erasure(@NotBlank @Size(max = 200) String owner, @NotNull @Size(max = 1000) List<@NotNull Long> jobs) {}

    private final Owned owned;
    private final JobArchive archive;

    OwnerController(Owned owned, JobArchive archive) {
        this.owned = owned;
        this.archive = archive;
    }

    /** What is kept of an owner, by the name as it was typed. */
    @GetMapping("/api/upkeep/owner")
    List<OwnedJob> owner(@RequestParam @NotBlank @Size(max = 200) String name) {
        return owned.of(name.strip()).stream()
                .map(r -> new OwnedJob(
                        r.id(),
                        r.machine(),
                        r.status().equals("CLOSED"),
                        r.updatedAt().toInstant(ZoneOffset.UTC),
                        r.photos(),
                        r.sources()))
                .toList();
    }

    /** All jobs of theirs in one archive, a folder each. */
    @Costly
    @GetMapping("/api/upkeep/owner/archive.zip")
    void archive(@RequestParam @NotBlank @Size(max = 200) String name, Principal who, HttpServletResponse answer)
            throws IOException {
        answer.setContentType("application/zip");
        answer.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"jobs-of-an-owner.zip\"");
        archive.write(
                owned.of(name.strip()).stream().map(OwnedStore.Row::id).toList(),
                who.getName(),
                true,
                answer.getOutputStream());
    }

    /** Erases it for good. */
    @PostMapping("/api/upkeep/owner/erase")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void erase(@Valid @RequestBody Erasure body, Principal who) {
        owned.erase(body.owner().strip(), body.jobs(), who.getName());
    }
}
