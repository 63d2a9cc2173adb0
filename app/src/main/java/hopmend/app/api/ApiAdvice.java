package hopmend.app.api;

import hopmend.app.web.InputProblem;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Refusals of the open interface as problem details (RFC 9457). */
@RestControllerAdvice(basePackageClasses = ApiController.class)
@Order(Ordered.HIGHEST_PRECEDENCE)
class ApiAdvice extends ResponseEntityExceptionHandler {

  @ExceptionHandler(InputProblem.class)
  ProblemDetail input(InputProblem e) {
    ProblemDetail problem =
        ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    problem.setTitle("This input will not do");
    problem.setProperty("field", e.field());
    return problem;
  }
}
