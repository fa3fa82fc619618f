package zephyrridge.server.takein;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.house.House;

/** How owners are reached. */
@RestController
class ContactController {
    /** @param contact one line, as a number or an address; "" takes it away */
    record NoteContact(@Min(0) long expectedVersion, @NotNull @Size(max = 200) String contact) {}

    record DueView(long job, String machine, String owner, Instant handedBackAt) {}

    /** @param months that the house keeps a contact after the machine was handed back */
    record DueContacts(int months, List<DueView> due) {}

    /** @param jobs those that were looked at */
    record EraseContacts(@NotNull @Size(min = 1, max = 500) List<@NotNull Long> jobs) {}

    /** @param contact of the last job of theirs that has one, "" where none has */
    record LastContact(String contact) {}

    private final Contacts contacts;
    private final House house;

    ContactController(Contacts contacts, House house) {
        this.contacts = contacts;
        this.house = house;
    }

    /** How the owner of a job is reached. */
    @GetMapping("/api/jobs/{id}/contact")
    Contacts.Contact contact(@PathVariable long id, Principal who) {
        return contacts.of(id, who.getName());
    }

    /** Notes it. */
    @PutMapping("/api/jobs/{id}/contact")
    Contacts.Contact note(@PathVariable long id, @Valid @RequestBody NoteContact body, Principal who) {
        return contacts.note(id, body.expectedVersion(), body.contact(), who.getName());
    }

    /** How an owner was reached the last time. */
    @GetMapping("/api/owners/contact")
    LastContact last(@RequestParam @NotBlank @Size(max = 200) String name) {
        return new LastContact(contacts.lastOf(name.strip()).orElse(""));
    }

    /** Contacts that the house keeps no longer. */
    @GetMapping("/api/upkeep/contacts")
    DueContacts due() {
        return new DueContacts(
                house.keeping().value().contactMonths(),
                contacts.due().stream()
                        .map(d -> new DueView(d.job(), d.machine(), d.owner(), d.at().toInstant(ZoneOffset.UTC)))
                        .toList());
    }

    /** Erases them for good. */
    @PostMapping("/api/upkeep/contacts/erase")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void erase(@Valid @RequestBody EraseContacts body, Principal who) {
        contacts.erase(body.jobs(), who.getName());
    }
}
