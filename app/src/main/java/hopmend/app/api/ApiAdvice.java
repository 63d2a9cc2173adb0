package hopmend.app.api;

import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Refusals of the open interface as problem details (RFC 9457). */
@RestControllerAdvice(basePackageClasses = ApiController.class)
@Order(Ordered.HIGHEST_PRECEDENCE)
class ApiAdvice extends ResponseEntityExceptionHandler {

  @ExceptionHandler(HeavyWork.Busy.class)
  ResponseEntity<ProblemDetail> busy(HeavyWork.Busy e) {
    ProblemDetail problem =
        ProblemDetail.forStatusAndDetail(HttpStatus.SERVICE_UNAVAILABLE, e.getMessage());
    problem.setTitle("Busy");
    return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
        .header(HttpHeaders.RETRY_AFTER, String.valueOf(e.seconds()))
        .body(problem);
  }

  @ExceptionHandler(InputProblem.class)
  ProblemDetail input(InputProblem e) {
    ProblemDetail problem =
        ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    problem.setTitle("This input will not do");
    problem.setProperty("field", e.field());
    return problem;
  }
}
