package hopmend.app.api;

import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.RequestPath;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.beans.TypeMismatchException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;

/** Refusals of the open interface as problem details (RFC 9457). */
@RestControllerAdvice(basePackageClasses = ApiController.class)
@Order(Ordered.HIGHEST_PRECEDENCE)
class ApiAdvice extends ResponseEntityExceptionHandler {
  private static final String WHERE = "where";

  @ExceptionHandler(HeavyWork.Busy.class)
  ResponseEntity<ProblemDetail> busy(HeavyWork.Busy e, HttpServletRequest request) {
    ProblemDetail problem =
        ProblemDetail.forStatusAndDetail(HttpStatus.SERVICE_UNAVAILABLE, e.getMessage());
    problem.setTitle("Busy");
    problem.setProperty(WHERE, RequestPath.of(request));
    return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
        .header(HttpHeaders.RETRY_AFTER, String.valueOf(e.seconds()))
        .body(problem);
  }

  @ExceptionHandler(InputProblem.class)
  ProblemDetail input(InputProblem e, HttpServletRequest request) {
    ProblemDetail problem =
        ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    problem.setTitle("This input will not do");
    problem.setProperty("field", e.field());
    problem.setProperty(WHERE, RequestPath.of(request));
    return problem;
  }

  @Override
  protected ResponseEntity<Object> handleHttpMessageNotReadable(
      HttpMessageNotReadableException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    String place =
        e.getCause() instanceof JacksonException json && json.getLocation() != null
            ? " It fails at line %d, column %d."
                .formatted(json.getLocation().getLineNr(), json.getLocation().getColumnNr())
            : "";
    return refused(
        "The body of this request cannot be read." + place,
        "Send JSON as /api/v1/openapi.json describes it, for example {\"codes\": [\"P0340\"]}; a report or a recording as text in UTF-8.",
        e,
        headers,
        request);
  }

  @Override
  protected ResponseEntity<Object> handleTypeMismatch(
      TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
    return refused(
        "\"%s\" is not what can stand for %s.".formatted(e.getValue(), e.getPropertyName()),
        "Send a whole number.",
        e,
        headers,
        request);
  }

  @Override
  protected ResponseEntity<Object> handleMissingServletRequestParameter(
      MissingServletRequestParameterException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    return refused(
        "The parameter %s is missing.".formatted(e.getParameterName()),
        "Send it in the address: ?%s=...".formatted(e.getParameterName()),
        e,
        headers,
        request);
  }

  /** What was wrong, and what would be right. */
  private ResponseEntity<Object> refused(
      String what, String right, Exception e, HttpHeaders headers, WebRequest request) {
    ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, right);
    problem.setTitle(what);
    return handleExceptionInternal(e, problem, headers, HttpStatus.BAD_REQUEST, request);
  }

  /** Every refusal says where. */
  @Override
  protected ResponseEntity<Object> handleExceptionInternal(
      Exception e, Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
    ResponseEntity<Object> answer =
        super.handleExceptionInternal(e, body, headers, status, request);
    if (answer != null
        && answer.getBody() instanceof ProblemDetail problem
        && request instanceof ServletWebRequest servlet) {
      problem.setProperty(WHERE, RequestPath.of(servlet.getRequest()));
    }
    return answer;
  }
}
