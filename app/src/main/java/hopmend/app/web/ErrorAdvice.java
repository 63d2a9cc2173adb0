package hopmend.app.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.ui.Model;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;

/** Turns what goes wrong outside a form into a clear page. */
@ControllerAdvice
class ErrorAdvice {
  private static final Logger LOG = LoggerFactory.getLogger(ErrorAdvice.class);

  private final Outage outage;

  ErrorAdvice(Outage outage) {
    this.outage = outage;
  }

  @ExceptionHandler
  String notHere(NotHere e, Model model, HttpServletResponse response) {
    return e.show(model, response);
  }

  @ExceptionHandler(InputProblem.class)
  @ResponseStatus(HttpStatus.UNPROCESSABLE_CONTENT)
  String input(InputProblem e, Model model) {
    return page(model, e.getMessage(), "Go back, what you typed is still there.");
  }

  @ExceptionHandler(MaxUploadSizeExceededException.class)
  @ResponseStatus(HttpStatus.CONTENT_TOO_LARGE)
  String tooLarge(Model model) {
    return page(model, "The file is larger than 48 MB.", "Send a shorter log or report.");
  }

  @ExceptionHandler({
    MissingServletRequestParameterException.class,
    MethodArgumentTypeMismatchException.class
  })
  @ResponseStatus(HttpStatus.BAD_REQUEST)
  String malformed(Exception e, Model model) {
    return page(
        model,
        "The form was incomplete or had a value that it cannot have.",
        "Go back and send it again.");
  }

  @ExceptionHandler({CannotCreateTransactionException.class, DataAccessException.class})
  @ResponseStatus(HttpStatus.SERVICE_UNAVAILABLE)
  String database(Exception e, HttpServletRequest request, Model model) {
    LOG.error("Database", e);
    Outage.Words words = outage.of(request);
    return page(model, words.what(), words.remedy());
  }

  private static String page(Model model, String what, String remedy) {
    model.addAttribute("what", what);
    model.addAttribute("remedy", remedy);
    return "error/page";
  }
}
