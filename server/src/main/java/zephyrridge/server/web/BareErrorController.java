package zephyrridge.server.web;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is refused before it reaches a controller is answered like everything else. */
@RestController
class BareErrorController implements ErrorController {
    private final RequestIds requests;

    BareErrorController(RequestIds requests) {
        this.requests = requests;
    }

    @RequestMapping("/error")
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        if (request.getAttribute(RequestDispatcher.ERROR_EXCEPTION) instanceof Throwable e && DatabaseAway.isAway(e)) {
            return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                    .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                    .body(Problem.of(HttpStatus.SERVICE_UNAVAILABLE, "DATABASE_AWAY", Map.of())
                            .getBody());
        }
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus status = code instanceof Integer i && HttpStatus.resolve(i) != null
                ? HttpStatus.valueOf(i)
                : HttpStatus.NOT_FOUND;
        Problem problem = status == HttpStatus.INTERNAL_SERVER_ERROR
                ? Problem.unexpected(requests.failed(request))
                : Problem.bare(status);
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(problem.getBody());
    }
}
