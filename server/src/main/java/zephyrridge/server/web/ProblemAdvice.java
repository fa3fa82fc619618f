package zephyrridge.server.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.catalina.connector.ClientAbortException;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.context.MessageSourceResolvable;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.web.firewall.RequestRejectedException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.HandlerMethodValidationException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;
import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.InvalidTypeIdException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.exc.ValueInstantiationException;
import zephyrridge.server.text.Texts;

/** Turns what goes wrong into problem details that name field and remedy; never a stack trace, never a bare 500. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {
    private static final Pattern CREATOR_PROPERTY = Pattern.compile("creator property '(\\w+)'");
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);
    private final Texts texts;
    private final RequestIds requests;
    private final PageController pages;

    ProblemAdvice(Texts texts, RequestIds requests, PageController pages) {
        this.pages = pages;
        this.texts = texts;
        this.requests = requests;
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<Map<String, String>> fields = e.getBindingResult().getFieldErrors().stream()
                .map(f -> Map.of("field", f.getField(), "problem", constraint(f)))
                .toList();
        String first = fields.isEmpty()
                ? ""
                : fields.get(0).get("field") + " " + fields.get(0).get("problem");
        Problem problem =
                Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "INVALID", Map.of("fields", fields), "first", first);
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
                "PARAMETER",
                "field",
                field,
                "problem",
                e.getParameterValidationResults().stream()
                        .flatMap(r -> r.getResolvableErrors().stream())
                        .map(this::constraint)
                        .findFirst()
                        .orElseGet(() -> texts.get("problem.constraint.other")));
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyLimit.TooLarge t) {
                Problem problem = t.problem();
                return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
            }
        }
        String where = e.getCause() instanceof DatabindException d
                ? d.getPath().stream()
                        .map(r -> r.getPropertyName() == null ? "[" + r.getIndex() + "]" : r.getPropertyName())
                        .reduce((a, b) -> b.startsWith("[") ? a + b : a + "." + b)
                        .orElse("body")
                : "body";
        String what = e.getCause() instanceof JacksonException j ? inWords(j) : texts.get("problem.unreadable.body");
        Problem problem = Problem.of(
                HttpStatus.BAD_REQUEST, "UNREADABLE", Map.of("field", where), "where", where, "what", shorten(what));
        return new ResponseEntity<>(problem.getBody(), headers, problem.getStatusCode());
    }

    @Override
    protected ResponseEntity<Object> handleMissingServletRequestParameter(
            MissingServletRequestParameterException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return parameter(e.getParameterName(), texts.get("problem.constraint.NotNull"));
    }

    @Override
    protected ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return e instanceof MethodArgumentTypeMismatchException m
                        && m.getParameter().hasParameterAnnotation(RequestParam.class)
                ? parameter(m.getName(), texts.get("problem.constraint.Pattern"))
                : super.handleTypeMismatch(e, headers, status, request);
    }

    private static ResponseEntity<Object> parameter(String name, String what) {
        Problem problem = Problem.invalid(name, "PARAMETER", "field", name, "problem", what);
        return ResponseEntity.status(problem.getStatusCode()).body(problem.getBody());
    }

    /** Who typed an address into a browser gets a page that says so; who asked for data gets a problem. */
    @Override
    protected ResponseEntity<Object> handleNoResourceFoundException(
            NoResourceFoundException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        boolean byHand = !e.getResourcePath().startsWith("api/")
                && String.valueOf(request.getHeader(HttpHeaders.ACCEPT)).contains(MediaType.TEXT_HTML_VALUE);
        if (!byHand) {
            return super.handleNoResourceFoundException(e, headers, status, request);
        }
        ResponseEntity<String> page = pages.page(HttpStatus.NOT_FOUND, ((ServletWebRequest) request).getResponse());
        return ResponseEntity.status(page.getStatusCode())
                .headers(page.getHeaders())
                .body(page.getBody());
    }

    /** What a field has to be, in our words: the validator's own are another library's. */
    private String constraint(MessageSourceResolvable wrong) {
        String own = String.valueOf(wrong.getDefaultMessage());
        String[] codes = wrong.getCodes();
        String key = "problem.constraint." + (codes == null ? "" : codes[codes.length - 1]);
        // What a pattern asks for stands beside it, in our words too.
        if (key.endsWith(".Pattern") && !own.startsWith("must match")) {
            return own;
        }
        Object[] bounds = Arrays.stream(wrong.getArguments() == null ? new Object[0] : wrong.getArguments())
                .filter(Number.class::isInstance)
                .sorted()
                .toArray();
        return texts.find(key)
                .map(k ->
                        bounds.length == 0 ? k : texts.say(key, "least", bounds[0], "most", bounds[bounds.length - 1]))
                .orElseGet(() -> texts.get("problem.constraint.other"));
    }

    /** What the reader found, without the names of our classes. */
    private String inWords(JacksonException e) {
        if (e instanceof UnrecognizedPropertyException u) {
            return texts.say("problem.unreadable.field", "name", u.getPropertyName());
        }
        if (e instanceof InvalidTypeIdException t) {
            return texts.say("problem.unreadable.type", "name", t.getTypeId());
        }
        if (e instanceof InvalidNullException
                || e instanceof MismatchedInputException
                        && String.valueOf(e.getOriginalMessage()).contains("Null value for creator property")) {
            return texts.get("problem.unreadable.missing")
                    + Optional.of(CREATOR_PROPERTY.matcher(e.getOriginalMessage()))
                            .filter(Matcher::find)
                            .map(m -> ": " + m.group(1))
                            .orElse("");
        }
        if (e instanceof InvalidFormatException f) {
            Object[] allowed =
                    f.getTargetType() == null ? null : f.getTargetType().getEnumConstants();
            return allowed == null
                    ? texts.say("problem.unreadable.value", "value", f.getValue())
                    : texts.say(
                            "problem.unreadable.oneOf",
                            "value",
                            f.getValue(),
                            "of",
                            String.join(
                                    ", ",
                                    Arrays.stream(allowed).map(String::valueOf).toList()));
        }
        if (e instanceof ValueInstantiationException
                && e.getCause() instanceof IllegalArgumentException cause
                && cause.getMessage() != null) {
            return cause.getMessage();
        }
        if (e instanceof StreamReadException) {
            return texts.say(
                    "problem.unreadable.json",
                    "line",
                    e.getLocation().getLineNr(),
                    "column",
                    e.getLocation().getColumnNr());
        }
        return texts.get("problem.unreadable.kind");
    }

    /** What the framework refuses by itself gets a code and a remedy too. */
    @Override
    protected ResponseEntity<Object> handleExceptionInternal(
            Exception e, Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ResponseEntity<Object> answer = super.handleExceptionInternal(e, body, headers, status, request);
        if (answer != null
                && answer.getBody() instanceof ProblemDetail problem
                && (problem.getProperties() == null || !problem.getProperties().containsKey("code"))) {
            Problem bare = Problem.bare(
                    Optional.ofNullable(HttpStatus.resolve(status.value())).orElse(HttpStatus.BAD_REQUEST));
            problem.setProperty("code", bare.getBody().getProperties().get("code"));
            problem.setDetail(bare.sentence());
        }
        return answer;
    }

    /** To who reads a body as it comes: more came than may. */
    @ExceptionHandler(BodyLimit.TooLarge.class)
    ResponseEntity<ProblemDetail> tooLarge(BodyLimit.TooLarge e) {
        return answer(e.problem());
    }

    /** Somebody went away before the answer was written: nobody is left to tell. */
    @ExceptionHandler(ClientAbortException.class)
    void goneAway(ClientAbortException e) {
        LOG.debug("the other side closed the connection", e);
    }

    /** Form fields that are no text: nothing of ours sends such, and whoever does is told. */
    @ExceptionHandler({InvalidParameterException.class, RequestRejectedException.class})
    ResponseEntity<ProblemDetail> noForm(Exception e) {
        LOG.debug("form fields that cannot be read", e);
        return answer(Problem.bare(HttpStatus.BAD_REQUEST));
    }

    /** Two writers met in the database; one of them is asked to try again. */
    @ExceptionHandler(ConcurrencyFailureException.class)
    ResponseEntity<ProblemDetail> busy(ConcurrencyFailureException e) {
        LOG.info("two writers met: {}", e.getClass().getSimpleName());
        return answer(Problem.of(HttpStatus.CONFLICT, "BUSY", Map.of()));
    }

    /** The database does not answer. Whoever waits is told so, and pages keep the change and send it again. */
    private static ResponseEntity<ProblemDetail> away(Exception e) {
        LOG.error("the database does not answer: {}", e.toString());
        return answer(Problem.of(HttpStatus.SERVICE_UNAVAILABLE, "DATABASE_AWAY", Map.of()));
    }

    private static ResponseEntity<ProblemDetail> answer(Problem problem) {
        return ResponseEntity.status(problem.getStatusCode()).body(problem.getBody());
    }

    @ExceptionHandler(Exception.class)
    ResponseEntity<ProblemDetail> unexpected(Exception e, HttpServletRequest request) {
        if (DatabaseAway.isAway(e)) {
            return away(e);
        }
        String id = requests.failed(request);
        LOG.error("unexpected at {} {}", request.getMethod(), request.getRequestURI(), e);
        return answer(Problem.unexpected(id));
    }

    private static String shorten(String text) {
        String line = text.lines().findFirst().orElse("");
        return line.length() > 300 ? line.substring(0, 300) + "..." : line;
    }
}
