package zephyrridge.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import java.util.regex.Pattern;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;
import org.springframework.web.filter.OncePerRequestFilter;

/** Bounds what a request may carry, announced or not. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class BodyLimit extends OncePerRequestFilter {
    private static final Pattern PHOTOS = Pattern.compile("/api/(jobs|machines)/[^/]+/photos");
    private static final Pattern SOURCES = Pattern.compile("/api/jobs/[^/]+/sources");
    private static final String JOB = "/api/jobs/import";
    private static final Pattern SHEETS = Pattern.compile("/api/(suppliers/[^/]+/sheet|drawer/csv)");
    private final long body;
    private final long photo;
    private final long source;
    private final long sheet;
    private final long job;

    BodyLimit(
            @Value("${zephyr.max-body}") DataSize body,
            @Value("${zephyr.max-photo}") DataSize photo,
            @Value("${zephyr.max-source}") DataSize source,
            @Value("${zephyr.max-sheet}") DataSize sheet,
            @Value("${zephyr.max-job}") DataSize job) {
        this.job = job.toBytes();
        this.sheet = sheet.toBytes();
        this.body = body.toBytes();
        this.photo = photo.toBytes();
        this.source = source.toBytes();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String path = request.getRequestURI();
        long most = PHOTOS.matcher(path).matches()
                ? photo
                : SOURCES.matcher(path).matches()
                        ? source
                        : SHEETS.matcher(path).matches() ? sheet : path.equals(JOB) ? job : body;
        if (request.getContentLengthLong() > most) {
            // What is still coming is read and thrown away by the container (server.tomcat.max-swallow-size): to close
            // the connection
            // under a sender loses the answer.
            new TooLarge(most).problem().answer(response);
            return;
        }
        // Of all kinds at once is no kind; what reads bodies throws at it.
        if (String.valueOf(request.getContentType()).contains("*")) {
            Problem.bare(HttpStatus.UNSUPPORTED_MEDIA_TYPE).answer(response);
            return;
        }
        chain.doFilter(
                new HttpServletRequestWrapper(request) {
                    @Override
                    public ServletInputStream getInputStream() throws IOException {
                        return new Bounded(super.getInputStream(), most);
                    }
                },
                response);
    }

    /** More came than was announced, or than an unannounced body may have; answered like an announced one. */
    static final class TooLarge extends IOException {
        private static final long serialVersionUID = 1;

        private final long most;

        TooLarge(long most) {
            super("more than " + most + " bytes");
            this.most = most;
        }

        Problem problem() {
            return Problem.of(HttpStatus.CONTENT_TOO_LARGE, "TOO_LARGE", Map.of(), "most", most >> 10);
        }
    }

    /** Ends with an error after {@code most} bytes. */
    private static final class Bounded extends ServletInputStream {
        private final ServletInputStream in;
        private final long most;
        private long left;

        Bounded(ServletInputStream in, long most) {
            this.in = in;
            this.most = most;
            this.left = most;
        }

        @Override
        public int read() throws IOException {
            int b = in.read();
            if (b >= 0 && --left < 0) {
                throw new TooLarge(most);
            }
            return b;
        }

        @Override
        public int read(byte[] buffer, int from, int length) throws IOException {
            int n = in.read(buffer, from, length);
            left -= Math.max(n, 0);
            if (left < 0) {
                throw new TooLarge(most);
            }
            return n;
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }
    }
}
