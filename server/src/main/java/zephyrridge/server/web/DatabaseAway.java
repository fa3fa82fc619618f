package zephyrridge.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Map;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A database that does not answer is said to whoever is signed in, too: their session is looked up in it before anything that answers
 * problems is reached.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class DatabaseAway extends OncePerRequestFilter {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseAway.class);
    private static final String SECONDS = "3";
    private static final String HEALTH = "/actuator/health";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request.getRequestURI().startsWith(HEALTH) ? withoutSession(request) : request, response);
        } catch (RuntimeException | ServletException e) {
            if (!isAway(e) || response.isCommitted()) {
                throw e;
            }
            LOG.error("the database does not answer: {}", e.toString());
            response.reset();
            response.setHeader(HttpHeaders.RETRY_AFTER, SECONDS);
            Problem.of(HttpStatus.SERVICE_UNAVAILABLE, "DATABASE_AWAY", Map.of())
                    .answer(response);
        }
    }

    /** Whether it is well is answered to anybody, and without the session of whoever asks: it is in the database, which may be what is not well. */
    private static HttpServletRequest withoutSession(HttpServletRequest request) {
        return new HttpServletRequestWrapper(request) {
            @Override
            public Cookie[] getCookies() {
                return new Cookie[0];
            }
        };
    }

    /**
     * Connections end with states of class 08 (SQL:2016); a transaction that cannot be begun or ended has no connection any more either,
     * and the driver tells what is asked of a closed one as bad SQL.
     */
    static boolean isAway(Throwable e) {
        return Stream.iterate(e, x -> x != null, Throwable::getCause)
                .anyMatch(x -> x instanceof DataAccessResourceFailureException
                        || x instanceof TransientDataAccessResourceException
                        || x instanceof TransactionException
                        || x instanceof SQLTransientConnectionException
                        || x instanceof SQLException s && isOfConnection(s));
    }

    private static boolean isOfConnection(SQLException e) {
        return String.valueOf(e.getSQLState()).startsWith("08")
                || String.valueOf(e.getMessage()).contains("closed connection");
    }
}
