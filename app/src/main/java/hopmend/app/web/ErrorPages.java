package hopmend.app.web;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/** The page for what went wrong outside every controller; asked for by itself it is not there. */
@Controller
class ErrorPages implements ErrorController {
  @RequestMapping("/error")
  String page(HttpServletRequest request, HttpServletResponse response, Model model) {
    int status =
        request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer code
            ? code
            : HttpServletResponse.SC_NOT_FOUND;
    response.setStatus(status);
    model.addAttribute("what", what(status));
    model.addAttribute("remedy", remedy(status));
    return "error/page";
  }

  private static String what(int status) {
    return switch (status) {
      case 400 -> "This request cannot be read.";
      case 401 -> "You are not signed in.";
      case 403 -> "This is not yours to see or to change, or the form has grown old.";
      case 404 -> "There is nothing at this address.";
      case 405 -> "This address cannot be asked in this way.";
      case 413 -> "What was sent is too large.";
      case 503 -> "The server has too much to do just now. Nothing was recorded by this step.";
      default -> status >= 500 ? "Something went wrong here." : "This request cannot be served.";
    };
  }

  private static String remedy(int status) {
    return switch (status) {
      case 403 -> "Go back, load the page again, and retry. If it is still refused, ask a lead.";
      case 503 -> "Go back and send it again in a moment.";
      default ->
          status >= 500
              ? "What was confirmed before is safe. Look at the record before you send it again."
              : "Begin at the list of jobs.";
    };
  }
}
