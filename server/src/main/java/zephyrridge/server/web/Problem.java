package zephyrridge.server.web;

import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.ErrorResponseException;

/** An answer that says what is wrong, where, and what to do (RFC 9457), with a stable code. */
public class Problem extends ErrorResponseException {
    private static final long serialVersionUID = 1L;

    private Problem(HttpStatus status, ProblemDetail body) {
        super(status, body, null);
    }

    /** @param more further members, such as the field or the current version */
    public static Problem of(HttpStatus status, String code, String detail, Map<String, ?> more) {
        ProblemDetail body = ProblemDetail.forStatusAndDetail(status, detail);
        body.setProperty("code", code);
        more.forEach(body::setProperty);
        return new Problem(status, body);
    }

    public static Problem notFound(String what, Object id) {
        return of(
                HttpStatus.NOT_FOUND,
                "NOT_FOUND",
                "There is no " + what + " " + id + ". It may have been removed; go back to the list and choose again.",
                Map.of("field", what));
    }

    public static Problem invalid(String field, String detail) {
        return of(HttpStatus.UNPROCESSABLE_CONTENT, "INVALID", detail, Map.of("field", field));
    }
}
