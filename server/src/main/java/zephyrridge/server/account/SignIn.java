package zephyrridge.server.account;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import org.springframework.context.event.EventListener;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.authentication.event.AbstractAuthenticationFailureEvent;
import org.springframework.security.authentication.event.AuthenticationSuccessEvent;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/**
 * Checks login and password. After three failed sign-ins with one login the next must wait: 2, 4, 8 ... 60 seconds. The wait is
 * part of the check itself, so that no spelling of a path goes round it; it is counted in the database, so that it holds on
 * every instance, and for logins that do not exist too, so that it tells nothing. Uses the real time, not the demo's.
 */
@Component
class SignIn extends DaoAuthenticationProvider {
    /** Too early; the password was not looked at. */
    static final class TooEarly extends AuthenticationException {
        private static final long serialVersionUID = 1L;
        private final long seconds;

        TooEarly(long seconds) {
            super("wait " + seconds + " seconds");
            this.seconds = seconds;
        }

        long seconds() {
            return seconds;
        }
    }

    private static final int FREE_TRIES = 3;
    private static final int LONGEST_SECONDS = 60;
    private static final int LONGEST_LOGIN = 64;
    private final SignInFailureStore store;

    SignIn(Accounts accounts, PasswordEncoder passwords, SignInFailureStore store) {
        super(accounts);
        setPasswordEncoder(passwords);
        this.store = store;
    }

    @Override
    public Authentication authenticate(Authentication attempt) {
        long wait = secondsToWait(shortened(attempt.getName()));
        if (wait > 0) {
            throw new TooEarly(wait);
        }
        return super.authenticate(attempt);
    }

    private long secondsToWait(String login) {
        return store.find(login)
                .filter(f -> f.failures() >= FREE_TRIES)
                .map(f -> {
                    long wait = Math.min(LONGEST_SECONDS, 2L << Math.min(f.failures() - FREE_TRIES, 10));
                    return wait - Duration.between(f.lastAt(), now()).toSeconds();
                })
                .orElse(0L);
    }

    @EventListener
    void failed(AbstractAuthenticationFailureEvent e) {
        store.forgetBefore(now().minusHours(1));
        store.count(shortened(e.getAuthentication().getName()), now());
    }

    @EventListener
    void succeeded(AuthenticationSuccessEvent e) {
        store.forget(shortened(e.getAuthentication().getName()));
    }

    private static String shortened(String login) {
        String l = login == null ? "" : login;
        return l.length() > LONGEST_LOGIN ? l.substring(0, LONGEST_LOGIN) : l;
    }

    private static LocalDateTime now() {
        return LocalDateTime.now(ZoneOffset.UTC);
    }
}
