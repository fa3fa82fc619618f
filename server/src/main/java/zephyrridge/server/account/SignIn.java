package zephyrridge.server.account;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.InternalAuthenticationServiceException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import zephyrridge.server.web.Problem;

/**
 * Checks login and password. Tries are counted before a password is looked at, so that many at once are no way round; after some that failed
 * the next must wait: 2, 4, 8 ... 60 seconds. They are counted by login and place together, by login from anywhere and by place for any
 * login; a browser that signed in with this login before is counted by itself alone, so that nobody keeps others out. It is counted in the
 * database, so that it holds on every instance, and for logins that do not exist too, so that it tells nothing. Passwords are hashed a few
 * at a time. Uses the real time, not the demo's.
 */
@Component
class SignIn extends DaoAuthenticationProvider {
    /** What a try comes from. */
    record Source(String address, Optional<String> device) {
        static Source of(HttpServletRequest request) {
            return new Source(request.getRemoteAddr(), Devices.hashOf(request));
        }
    }

    /** The password was not looked at. */
    static final class TooEarly extends AuthenticationException {
        private static final long serialVersionUID = 1L;
        private final long seconds;
        private final boolean busy;

        private TooEarly(long seconds, boolean busy) {
            super("wait " + seconds + " seconds");
            this.seconds = seconds;
            this.busy = busy;
        }

        long seconds() {
            return seconds;
        }

        Problem problem() {
            return busy
                    ? Problem.of(HttpStatus.TOO_MANY_REQUESTS, "SIGN_IN_BUSY", Map.of(), "seconds", seconds)
                    : Problem.of(HttpStatus.TOO_MANY_REQUESTS, "SIGN_IN_WAIT", Map.of(), "seconds", seconds);
        }
    }

    /** @param free tries before the first wait */
    private record Count(String of, int free) {}

    private static final int FREE_TRIES = 3;
    private static final int FREE_TRIES_OF_A_LOGIN = 20;
    private static final int LONGEST_SECONDS = 60;
    private static final int LONGEST_LOGIN = 64;
    private static final int HASHING_SECONDS = 10;
    private static final Duration REMEMBERED = Duration.ofHours(1);

    /** A hash takes a whole processor; two at a time leave one to everybody else, and 60 at once end in five seconds. */
    private final Semaphore hashes = new Semaphore(2, true);

    private final SignInTryStore store;
    private final Devices devices;
    private final AccessLog log;
    private final TransactionTemplate transaction;
    private final int freeTriesOfAPlace;

    SignIn(
            Accounts accounts,
            PasswordEncoder passwords,
            SignInTryStore store,
            Devices devices,
            AccessLog log,
            TransactionTemplate transaction,
            @Value("${zephyr.free-tries-of-a-place}") int freeTriesOfAPlace) {
        super(accounts);
        setPasswordEncoder(passwords);
        this.store = store;
        this.devices = devices;
        this.log = log;
        this.transaction = transaction;
        this.freeTriesOfAPlace = freeTriesOfAPlace;
    }

    /** Whether this is the password of somebody who is signed in already; counted like any other try. */
    boolean isPasswordOf(String login, String password, Source source) {
        UsernamePasswordAuthenticationToken attempt =
                UsernamePasswordAuthenticationToken.unauthenticated(login, password);
        attempt.setDetails(source);
        try {
            checked(attempt);
            return true;
        } catch (BadCredentialsException e) {
            return false;
        }
    }

    @Override
    public Authentication authenticate(Authentication attempt) {
        String login = shortened(attempt.getName());
        try {
            Authentication who = checked(attempt);
            log.note(AccessLog.Kind.SIGNED_IN, login, login, "");
            return who;
        } catch (TooEarly | InternalAuthenticationServiceException e) {
            throw e;
        } catch (AuthenticationException e) {
            log.note(AccessLog.Kind.SIGN_IN_FAILED, login, "", "");
            throw e;
        }
    }

    private Authentication checked(Authentication attempt) {
        List<Count> counts = countsOf(shortened(attempt.getName()), (Source) attempt.getDetails());
        long wait = count(counts);
        if (wait > 0) {
            throw new TooEarly(wait, false);
        }
        if (!mayHash()) {
            giveBack(counts);
            throw new TooEarly(HASHING_SECONDS, true);
        }
        try {
            Authentication who = super.authenticate(attempt);
            // What came from here before was this person's; what others tried stays counted.
            store.forget(counts.get(0).of());
            giveBack(counts.subList(1, counts.size()));
            return who;
        } catch (InternalAuthenticationServiceException e) {
            giveBack(counts);
            throw e;
        } finally {
            hashes.release();
        }
    }

    /** The one that belongs to whoever tries comes first. */
    private List<Count> countsOf(String login, Source source) {
        return source.device()
                .filter(d -> devices.knows(d, login))
                .map(d -> List.of(new Count("device " + d + " " + login, FREE_TRIES)))
                .orElseGet(() -> List.of(
                        new Count("both " + source.address() + " " + login, FREE_TRIES),
                        new Count("login " + login, FREE_TRIES_OF_A_LOGIN),
                        new Count("place " + source.address(), freeTriesOfAPlace)));
    }

    /**
     * Counts a try, unless it comes too early. Always in the same order, so that two who try at once do not lock each other out.
     *
     * @return seconds to wait; nothing was counted then
     */
    private long count(List<Count> counts) {
        LocalDateTime now = now();
        store.forgetBefore(now.minus(REMEMBERED));
        return transaction.execute(t -> {
            long wait = counts.stream()
                    .mapToLong(c -> secondsToWait(store.lock(c.of(), now), c.free(), now))
                    .max()
                    .orElseThrow();
            if (wait <= 0) {
                counts.forEach(c -> store.count(c.of(), now));
            }
            return wait;
        });
    }

    private static long secondsToWait(SignInTryStore.Row before, int free, LocalDateTime now) {
        if (before.tries() < free) {
            return 0;
        }
        long wait = Math.min(LONGEST_SECONDS, 2L << Math.min(before.tries() - free, 10));
        return wait - Duration.between(before.lastAt(), now).toSeconds();
    }

    private void giveBack(List<Count> counts) {
        counts.forEach(c -> store.giveBack(c.of()));
    }

    private boolean mayHash() {
        try {
            return hashes.tryAcquire(HASHING_SECONDS, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private static String shortened(String login) {
        String l = login == null ? "" : login;
        return l.length() > LONGEST_LOGIN ? l.substring(0, LONGEST_LOGIN) : l;
    }

    private static LocalDateTime now() {
        return LocalDateTime.now(ZoneOffset.UTC);
    }
}
