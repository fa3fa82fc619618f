package zephyrridge.server.account;

import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.demo.DemoAccounts;

/** Who is signed in, and in the demo who could be. */
@RestController
class SessionController {
    /** @param account empty before sign-in */
    record Session(Optional<Accounts.Account> account) {
    }

    /** Demo accounts with their passwords; empty outside the demo. */
    record SignInHints(List<DemoAccounts.Hint> accounts) {
    }

    private final Accounts accounts;
    private final boolean demo;

    SessionController(Accounts accounts, @Value("${zephyr.demo}") boolean demo) {
        this.accounts = accounts;
        this.demo = demo;
    }

    /** Also hands out the CSRF cookie, which every write must send back. */
    @GetMapping("/api/session")
    Session session(Principal who, CsrfToken csrf) {
        csrf.getToken();
        return new Session(who == null ? Optional.empty() : accounts.find(who.getName()));
    }

    @GetMapping("/api/sign-in-hints")
    SignInHints hints() {
        return new SignInHints(demo ? DemoAccounts.ALL : List.of());
    }
}
