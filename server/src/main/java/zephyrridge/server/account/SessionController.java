package zephyrridge.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
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
    /**
     * @param account empty before sign-in
     * @param setUp nobody has an account yet, so the first lead's is made now
     * @param version of the program; empty before sign-in
     */
    record Session(Optional<Accounts.Account> account, boolean setUp, String version) {}

    /** Demo accounts with their passwords; empty outside the demo. */
    record SignInHints(List<DemoAccounts.Hint> accounts) {}

    /** @param old the present one, so that nobody changes it at a page that was left open */
    record NewPassword(
            @NotNull @Size(max = 200) String old,
            @NotNull @Size(min = 12, max = 72, message = "must have 12 to 72 characters") String password) {}

    private final Accounts accounts;
    private final SignIn signIn;
    private final Devices devices;
    private final boolean demo;
    private final String setUpCode;
    private final String version;

    SessionController(
            Accounts accounts,
            SignIn signIn,
            Devices devices,
            @Value("${zephyr.demo}") boolean demo,
            @Value("${zephyr.set-up-code}") String setUpCode,
            @Value("${zephyr.version}") String version) {
        this.accounts = accounts;
        this.signIn = signIn;
        this.devices = devices;
        this.demo = demo;
        this.setUpCode = setUpCode;
        this.version = version;
    }

    /** Also hands out the CSRF cookie, which every write must send back. */
    @GetMapping("/api/session")
    Session session(Principal who, CsrfToken csrf) {
        csrf.getToken();
        return who == null
                ? new Session(Optional.empty(), accounts.none(), "")
                : new Session(accounts.find(who.getName()), false, version);
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

    /** A new password of one's own; everywhere else one is signed out. Tries count like those to sign in. */
    @PostMapping("/api/session/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void password(
            @Valid @RequestBody NewPassword body,
            Principal who,
            HttpServletRequest request,
            HttpServletResponse response) {
        try {
            if (!signIn.isPasswordOf(who.getName(), body.old(), SignIn.Source.of(request))) {
                throw Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "OLD_PASSWORD", Map.of("field", "old"));
            }
        } catch (SignIn.TooEarly e) {
            throw e.problem();
        }
        accounts.changeOwnPassword(
                who.getName(), body.password(), request.getSession().getId());
        devices.signedIn(who.getName(), request, response);
    }

    /** The accounts of the demo; none elsewhere. */
    @GetMapping("/api/sign-in-hints")
    SignInHints hints() {
        return new SignInHints(demo ? DemoAccounts.ALL : List.of());
    }
}
