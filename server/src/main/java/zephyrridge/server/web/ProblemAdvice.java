package zephyrridge.server.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Map;
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
import tools.jackson.databind.DatabindException;

/** Turns what goes wrong into problem details that name field and remedy; never a stack trace, never a bare 500. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<Map<String, String>> fields = e.getBindingResult().getFieldErrors().stream()
                .map(f -> Map.of("field", f.getField(), "problem", String.valueOf(f.getDefaultMessage()))).toList();
        String first = fields.isEmpty() ? "" : fields.get(0).get("field") + " " + fields.get(0).get("problem");
        Problem problem = Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "INVALID", "Some fields are not right: " + first + ". Correct them and send again.",
                Map.of("fields", fields));
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
    }

    @Override
    protected ResponseEntity<Object> handleHandlerMethodValidationException(HandlerMethodValidationException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String field = e.getParameterValidationResults().stream().map(r -> String.valueOf(r.getMethodParameter().getParameterName())).findFirst().orElse("");
        Problem problem = Problem.invalid(field, field + " " + e.getParameterValidationResults().stream().flatMap(r -> r.getResolvableErrors().stream())
                .map(x -> String.valueOf(x.getDefaultMessage())).findFirst().orElse("is not right") + ". Correct it and send again.");
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String where = e.getCause() instanceof DatabindException d ? d.getPath().stream().map(r -> r.getPropertyName() == null ? "[" + r.getIndex() + "]" : r.getPropertyName())
                .reduce((a, b) -> b.startsWith("[") ? a + b : a + "." + b).orElse("body") : "body";
        String what = e.getCause() instanceof JacksonException j ? j.getOriginalMessage() : "the body is missing or no JSON";
        Problem problem = Problem.of(HttpStatus.BAD_REQUEST, "UNREADABLE", "The request could not be read at " + where + ": " + shorten(what), Map.of("field", where));
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
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
        return answer(Problem.of(HttpStatus.CONFLICT, "BUSY", "Somebody else wrote at the same moment; nothing of yours was changed. Send it again.", Map.of()));
    }

    /** The database does not answer. Whoever waits is told so, and pages keep the change and send it again. */
    @ExceptionHandler({DataAccessResourceFailureException.class, TransactionException.class})
    ResponseEntity<ProblemDetail> away(Exception e) {
        LOG.error("the database does not answer", e);
        return answer(Problem.of(HttpStatus.SERVICE_UNAVAILABLE, "DATABASE_AWAY", "The database does not answer; nothing was changed. Wait a moment and send it again; if it stays, look "
                + "with ./zephyr status.", Map.of()));
    }

    private static ResponseEntity<ProblemDetail> answer(Problem problem) {
        return ResponseEntity.status(problem.getStatusCode()).body(problem.getBody());
    }

    @ExceptionHandler(Exception.class)
    ResponseEntity<ProblemDetail> unexpected(Exception e, HttpServletRequest request) {
        LOG.error("unexpected at {} {}", request.getMethod(), request.getRequestURI(), e);
        return ResponseEntity.internalServerError().body(Problem.of(HttpStatus.INTERNAL_SERVER_ERROR, "UNEXPECTED",
                "Something went wrong on the server; nothing was changed. Try again, and if it stays, look into the server's log.", Map.of()).getBody());
    }

    private static String shorten(String text) {
        String line = text.lines().findFirst().orElse("");
        return line.length() > 300 ? line.substring(0, 300) + "..." : line;
    }
}
