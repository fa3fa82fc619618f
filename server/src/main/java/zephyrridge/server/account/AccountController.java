package zephyrridge.server.account;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Accounts, for the lead only. */
@RestController
class AccountController {
    record NewAccount(
            @NotNull
                    @Pattern(
                            regexp = "[a-z][a-z0-9._-]{1,31}",
                            message = "must be 2 to 32 small letters, digits, dots or dashes, a letter first")
                    String login,
            @NotBlank @Size(max = 100) String name,
            @NotNull Role role,
            @NotNull @Size(min = 12, max = 72, message = "must have 12 to 72 characters") String password) {}

    /**
     * @param expectedVersion of the account that was looked at
     * @param password a new one, or empty to keep it
     */
    record AccountChange(
            @NotNull Long expectedVersion,
            @NotBlank @Size(max = 100) String name,
            @NotNull Role role,
            boolean active,
            Optional<@Size(min = 12, max = 72, message = "must have 12 to 72 characters") String> password) {}

    /** @param seen when somebody signed in with it did something last; empty where nobody is */
    record AccountView(String login, String name, Role role, boolean active, long version, Optional<Instant> seen) {}

    /** @param next to ask for further ones with; empty when there are none */
    record AccessPage(List<AccessLog.Entry> entries, Optional<Long> next) {}

    private static final int PAGE = 100;
    private final Accounts accounts;
    private final AccessLog log;

    AccountController(Accounts accounts, AccessLog log) {
        this.accounts = accounts;
        this.log = log;
    }

    /**
     * Who came in, who did not, and what became of accounts; a hundred at a time, the latest first.
     *
     * @param before those before this one
     */
    @GetMapping("/api/accounts/access")
    AccessPage access(@RequestParam Optional<Long> before) {
        List<AccessLog.Entry> entries = log.before(before.orElse(Long.MAX_VALUE), PAGE);
        return new AccessPage(
                entries,
                entries.size() < PAGE
                        ? Optional.empty()
                        : Optional.of(entries.get(PAGE - 1).id()));
    }

    /** All accounts, for the lead. */
    @GetMapping("/api/accounts")
    List<AccountView> all() {
        return accounts.all().stream()
                .map(l -> new AccountView(
                        l.account().login(),
                        l.account().name(),
                        l.account().role(),
                        l.account().active(),
                        l.version(),
                        l.seen()))
                .toList();
    }

    /** Gives somebody an account. */
    @PostMapping("/api/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    List<AccountView> add(@Valid @RequestBody NewAccount body, Principal who) {
        accounts.add(
                new Accounts.Account(body.login(), body.name(), body.role(), true), body.password(), who.getName());
        return all();
    }

    /** Changes name, role or password of an account, or shuts it. */
    @PostMapping("/api/accounts/{login}")
    List<AccountView> change(@PathVariable String login, @Valid @RequestBody AccountChange body, Principal who) {
        accounts.change(
                new Accounts.Account(login, body.name(), body.role(), body.active()),
                body.expectedVersion(),
                body.password(),
                who.getName());
        return all();
    }
}
