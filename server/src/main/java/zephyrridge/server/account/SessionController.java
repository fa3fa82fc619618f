package zephyrridge.server.account;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.web.Problem;

/** Who is signed in, and in the demo who could be. */
@RestController
class SessionController {
    /** @param account empty before sign-in; {@code setUp} nobody has an account yet, so the first lead's is made now */
    record Session(Optional<Accounts.Account> account, boolean setUp) {}

    /** Demo accounts with their passwords; empty outside the demo. */
    record SignInHints(List<DemoAccounts.Hint> accounts) {}

    private final Accounts accounts;
    private final boolean demo;
    private final String setUpCode;

    SessionController(
            Accounts accounts,
            @Value("${zephyr.demo}") boolean demo,
            @Value("${zephyr.set-up-code}") String setUpCode) {
        this.accounts = accounts;
        this.demo = demo;
        this.setUpCode = setUpCode;
    }

    /** Also hands out the CSRF cookie, which every write must send back. */
    @GetMapping("/api/session")
    Session session(Principal who, CsrfToken csrf) {
        csrf.getToken();
        return new Session(
                who == null ? Optional.empty() : accounts.find(who.getName()), who == null && accounts.none());
    }

    /** @param code that the start command printed, so that only who started this installation can take it over */
    record FirstAccount(
            @NotNull @Size(max = 64) String code,
            @Pattern(regexp = "[a-z0-9.-]{2,64}", message = "must be 2 to 64 small letters, digits, dots or dashes")
                    @NotNull
                    String login,
            @NotBlank @Size(max = 100) String name,
            @NotNull @Size(min = 12, max = 72, message = "must have 12 to 72 characters") String password) {}

    /** Makes the first lead's account of an empty installation; afterwards leads make accounts. */
    @PostMapping("/api/first-account")
    @ResponseStatus(HttpStatus.CREATED)
    void first(@Valid @RequestBody FirstAccount body) {
        if (setUpCode.isEmpty()
                || !MessageDigest.isEqual(
                        setUpCode.getBytes(StandardCharsets.UTF_8),
                        body.code().strip().getBytes(StandardCharsets.UTF_8))) {
            throw Problem.of(HttpStatus.FORBIDDEN, "SET_UP_CODE", Map.of("field", "code"));
        }
        accounts.addFirst(new Accounts.Account(body.login(), body.name(), Role.LEAD, true), body.password());
    }

    @GetMapping("/api/sign-in-hints")
    SignInHints hints() {
        return new SignInHints(demo ? DemoAccounts.ALL : List.of());
    }
}
