package zephyrridge.server.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.catalina.connector.ClientAbortException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.HandlerMethodValidationException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.InvalidTypeIdException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.exc.ValueInstantiationException;

/** Turns what goes wrong into problem details that name field and remedy; never a stack trace, never a bare 500. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {
    private static final Pattern CREATOR_PROPERTY = Pattern.compile("creator property '(\\w+)'");
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<Map<String, String>> fields = e.getBindingResult().getFieldErrors().stream()
                .map(f -> Map.of("field", f.getField(), "problem", String.valueOf(f.getDefaultMessage())))
                .toList();
        String first = fields.isEmpty()
                ? ""
                : fields.get(0).get("field") + " " + fields.get(0).get("problem");
        Problem problem = Problem.of(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "INVALID",
                "Some fields are not right: " + first + ". Correct them and send again.",
                Map.of("fields", fields));
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
    }

    @Override
    protected ResponseEntity<Object> handleHandlerMethodValidationException(
            HandlerMethodValidationException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String field = e.getParameterValidationResults().stream()
                .map(r -> String.valueOf(r.getMethodParameter().getParameterName()))
                .findFirst()
                .orElse("");
        Problem problem = Problem.invalid(
                field,
                field + " "
                        + e.getParameterValidationResults().stream()
                                .flatMap(r -> r.getResolvableErrors().stream())
                                .map(x -> String.valueOf(x.getDefaultMessage()))
                                .findFirst()
                                .orElse("is not right")
                        + ". Correct it and send again.");
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyLimit.TooLarge t) {
                Problem problem = Problem.of(HttpStatus.CONTENT_TOO_LARGE, "TOO_LARGE", t.getMessage(), Map.of());
                return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
            }
        }
        String where = e.getCause() instanceof DatabindException d
                ? d.getPath().stream()
                        .map(r -> r.getPropertyName() == null ? "[" + r.getIndex() + "]" : r.getPropertyName())
                        .reduce((a, b) -> b.startsWith("[") ? a + b : a + "." + b)
                        .orElse("body")
                : "body";
        String what = e.getCause() instanceof JacksonException j ? inWords(j) : "the body is missing or no JSON";
        Problem problem = Problem.of(
                HttpStatus.BAD_REQUEST,
                "UNREADABLE",
                "The request could not be read at " + where + ": " + shorten(what) + ". Correct it and send again.",
                Map.of("field", where));
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
    }

    /** What the reader found, without the names of our classes. */
    private static String inWords(JacksonException e) {
        if (e instanceof UnrecognizedPropertyException u) {
            return "there is no field \"" + u.getPropertyName() + "\"";
        }
        if (e instanceof InvalidTypeIdException t) {
            return "there is no type \"" + t.getTypeId() + "\"";
        }
        if (e instanceof InvalidNullException
                || e instanceof MismatchedInputException
                        && String.valueOf(e.getOriginalMessage()).contains("Null value for creator property")) {
            return "a field is missing or null"
                    + Optional.of(CREATOR_PROPERTY.matcher(e.getOriginalMessage()))
                            .filter(Matcher::find)
                            .map(m -> ": " + m.group(1))
                            .orElse("");
        }
        if (e instanceof InvalidFormatException f) {
            Object[] allowed =
                    f.getTargetType() == null ? null : f.getTargetType().getEnumConstants();
            return "\"" + f.getValue() + "\" is not allowed"
                    + (allowed == null ? "" : "; it is one of " + Arrays.toString(allowed));
        }
        if (e instanceof ValueInstantiationException
                && e.getCause() instanceof IllegalArgumentException cause
                && cause.getMessage() != null) {
            return cause.getMessage();
        }
        if (e instanceof StreamReadException) {
            return "this is no valid JSON (line " + e.getLocation().getLineNr() + ", column "
                    + e.getLocation().getColumnNr() + ")";
        }
        return "a value of another kind is wanted";
    }

    /** What the framework refuses by itself gets a code and a remedy too. */
    @Override
    protected ResponseEntity<Object> handleExceptionInternal(
            Exception e, Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ResponseEntity<Object> answer = super.handleExceptionInternal(e, body, headers, status, request);
        if (answer != null
                && answer.getBody() instanceof ProblemDetail problem
                && (problem.getProperties() == null || !problem.getProperties().containsKey("code"))) {
            problem.setProperty("code", String.valueOf(HttpStatus.resolve(status.value())));
            problem.setDetail(said(status.value()));
        }
        return answer;
    }

    /** What a bare status means to whoever asked. */
    static String said(int status) {
        return switch (status) {
            case 400 -> "The address or one of its parts cannot be read. Go back to the list and choose again.";
            case 401 -> "Nobody is signed in. Sign in and try again.";
            case 403 -> "This account may not do that. Ask the lead.";
            case 404 -> "There is nothing at this address. Go back to the list and choose again.";
            case 405 -> "This address does not take such a request. Reload the page and try again.";
            case 406, 415 -> "This kind of content is not taken here. Send JSON, and pictures as JPEG or PNG.";
            case 413 -> "The request is too large. Send less at a time.";
            default -> "The request could not be answered. Reload the page and try again.";
        };
    }

    /** Somebody went away before the answer was written: nobody is left to tell. */
    @ExceptionHandler(ClientAbortException.class)
    void goneAway(ClientAbortException e) {
        LOG.debug("the other side closed the connection", e);
    }

    /** Two writers met in the database; one of them is asked to try again. */
    @ExceptionHandler(ConcurrencyFailureException.class)
    ResponseEntity<ProblemDetail> busy(ConcurrencyFailureException e) {
        LOG.info("concurrent writers", e);
        return answer(Problem.of(
                HttpStatus.CONFLICT,
                "BUSY",
                "Somebody else wrote at the same moment; nothing of yours was changed. Send it again.",
                Map.of()));
    }

    /** The database does not answer. Whoever waits is told so, and pages keep the change and send it again. */
    @ExceptionHandler({DataAccessResourceFailureException.class, TransactionException.class})
    ResponseEntity<ProblemDetail> away(Exception e) {
        LOG.error("the database does not answer", e);
        return answer(Problem.of(
                HttpStatus.SERVICE_UNAVAILABLE,
                "DATABASE_AWAY",
                "The database does not answer; nothing was changed. Wait a moment and send it again; if it stays, look "
                        + "with ./zephyr status.",
                Map.of()));
    }

    private static ResponseEntity<ProblemDetail> answer(Problem problem) {
        return ResponseEntity.status(problem.getStatusCode()).body(problem.getBody());
    }

    @ExceptionHandler(Exception.class)
    ResponseEntity<ProblemDetail> unexpected(Exception e, HttpServletRequest request) {
        LOG.error("unexpected at {} {}", request.getMethod(), request.getRequestURI(), e);
        return ResponseEntity.internalServerError()
                .body(Problem.of(
                                HttpStatus.INTERNAL_SERVER_ERROR,
                                "UNEXPECTED",
                                "Something went wrong on the server; nothing was changed. Try again, and if it stays, look into the server's log.",
                                Map.of())
                        .getBody());
    }

    private static String shorten(String text) {
        String line = text.lines().findFirst().orElse("");
        return line.length() > 300 ? line.substring(0, 300) + "..." : line;
    }
}
