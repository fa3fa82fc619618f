package zephyrridge.server.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import org.springframework.context.event.EventListener;
import org.springframework.security.authentication.event.AbstractAuthenticationFailureEvent;
import org.springframework.security.authentication.event.AuthenticationSuccessEvent;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * After three failed sign-ins with one login the next must wait: 2, 4, 8 ... 60 seconds. Counted in the database, so that it
 * holds on every instance, and for logins that do not exist too, so that it tells nothing. Uses the real time, not the demo's.
 */
@Component
public class SignInDelay extends OncePerRequestFilter {
    private static final int FREE_TRIES = 3;
    private static final int LONGEST_SECONDS = 60;
    private static final int LONGEST_LOGIN = 64;
    private final SignInFailureStore store;

    SignInDelay(SignInFailureStore store) {
        this.store = store;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !(request.getMethod().equals("POST") && request.getRequestURI().equals("/api/sign-in"));
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long wait = secondsToWait(shortened(request.getParameter("login")));
        if (wait > 0) {
            response.setStatus(429);
            response.setHeader("Retry-After", String.valueOf(wait));
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write(
                            "{\"status\":429,\"code\":\"SIGN_IN_WAIT\",\"detail\":\"Too many failed tries with this login. Wait "
                                    + wait + " seconds, then try again.\"}");
            return;
        }
        chain.doFilter(request, response);
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
