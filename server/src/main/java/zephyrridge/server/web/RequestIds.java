package zephyrridge.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Every request has an id: in each line of the log that it causes, in its answer, and in what is said when something goes wrong, so that who
 * keeps the installation finds what a technician met.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
public class RequestIds extends OncePerRequestFilter {
    /** Something that was not expected. */
    public record Failure(Instant at, String request) {}

    private static final String KEY = "request";
    private static final String HEADER = "X-Request-Id";
    private final AtomicReference<Failure> lastFailure = new AtomicReference<>();

    /** The last thing that was not expected, since the start. */
    public Optional<Failure> lastFailure() {
        return Optional.ofNullable(lastFailure.get());
    }

    /** Something unexpected happened to a request. @return its id */
    String failed(HttpServletRequest request) {
        String id = String.valueOf(request.getAttribute(HEADER));
        lastFailure.set(new Failure(Instant.now(), id));
        return id;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String id = HexFormat.of().toHexDigits(ThreadLocalRandom.current().nextLong(), 10);
        MDC.put(KEY, id);
        request.setAttribute(HEADER, id);
        response.setHeader(HEADER, id);
        try {
            chain.doFilter(request, response);
        } finally {
            MDC.remove(KEY);
        }
    }
}
