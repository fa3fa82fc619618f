package zephyrridge.server.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.web.ErrorResponseException;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.server.text.Texts;

/**
 * An answer that says what is wrong, where, and what to do (RFC 9457), with a stable code. The one place where such a body is made; its
 * sentence stands in the catalogue under {@code problem.} and its name.
 */
public class Problem extends ErrorResponseException {
    private static final long serialVersionUID = 1L;
    private static final Texts TEXTS = new Texts();
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Problem(HttpStatus status, ProblemDetail body) {
        super(status, body, null);
    }

    /**
     * @param name of its sentence; its code is what stands before the first point, where one code has several
     * @param more further members, such as the field or the current version
     * @param figures names and values in turn
     */
    public static Problem of(HttpStatus status, String name, Map<String, ?> more, Object... figures) {
        return said(status, name.split("\\.", 2)[0], TEXTS.say("problem." + name, figures), more);
    }

    /** One whose sentence is another's: a finding's, a reader's. */
    public static Problem said(HttpStatus status, String code, String sentence, Map<String, ?> more) {
        ProblemDetail body = ProblemDetail.forStatusAndDetail(status, sentence);
        body.setProperty("code", code);
        more.forEach(body::setProperty);
        return new Problem(status, body);
    }

    public static Problem notFound(String what, Object id) {
        return of(HttpStatus.NOT_FOUND, "NOT_FOUND", Map.of("field", what), "what", what, "id", id);
    }

    /** @param name of its sentence among those of wrong input */
    public static Problem invalid(String field, String name, Object... figures) {
        return of(HttpStatus.UNPROCESSABLE_CONTENT, "INVALID." + name, Map.of("field", field), figures);
    }

    /** What a bare status means to whoever asked; its code is the status' name. */
    public static Problem bare(HttpStatus status) {
        String key = "problem.status." + status.value();
        return said(
                status, status.name(), TEXTS.find(key).orElseGet(() -> TEXTS.get("problem.status.other")), Map.of());
    }

    /** @param request id of the one that met it, as it stands in the log */
    static Problem unexpected(String request) {
        return Problem.of(
                HttpStatus.INTERNAL_SERVER_ERROR, "UNEXPECTED", Map.of("request", request), "request", request);
    }

    /** Its sentence. */
    public String sentence() {
        return String.valueOf(getBody().getDetail());
    }

    /** Answers with it where no controller will. */
    public void answer(HttpServletResponse response) throws IOException {
        response.setStatus(getStatusCode().value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding("UTF-8");
        Map<String, Object> members = new java.util.LinkedHashMap<>();
        members.put("title", getBody().getTitle());
        members.put("status", getStatusCode().value());
        members.put("detail", sentence());
        members.putAll(getBody().getProperties());
        response.getWriter().write(JSON.writeValueAsString(members));
    }
}
