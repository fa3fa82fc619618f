package zephyrridge.server.page;

import java.util.Map;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import zephyrridge.core.change.Refusal;
import zephyrridge.server.job.ChangeRefused;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** A change that is refused, whoever asked for it: by its gate, or with the field it is about. */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ChangeRefusedAdvice {
    private final Texts texts;

    ChangeRefusedAdvice(Texts texts) {
        this.texts = texts;
    }

    /** Gates answer with what they say; what cannot be found or cannot be, with the field it is about. */
    @ExceptionHandler(ChangeRefused.class)
    ResponseEntity<ProblemDetail> refused(ChangeRefused e) {
        FindingView f = FindingView.of(e.why(), texts);
        String detail = (f.text() + " " + f.advice()).strip();
        Problem problem;
        if (e.why().code() instanceof Refusal r) {
            String field = ((Refusal.Of) e.why().detail()).field();
            problem = switch (r.sort()) {
                case NOT_FOUND -> Problem.said(HttpStatus.NOT_FOUND, "NOT_FOUND", detail, Map.of("field", field));
                case CONFLICT -> Problem.said(
                        HttpStatus.UNPROCESSABLE_CONTENT, r.name(), detail, Map.of("field", field));
                case INVALID -> Problem.said(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        r == Refusal.NOT_CLOSED_JOB ? "JOB_CLOSED" : "INVALID",
                        detail,
                        Map.of("field", field, "reason", r.name()));
            };
        } else {
            problem = Problem.said(HttpStatus.UNPROCESSABLE_CONTENT, "GATE_SHUT", detail, Map.of("finding", f));
        }
        return ResponseEntity.status(problem.getStatusCode()).body(problem.getBody());
    }
}
