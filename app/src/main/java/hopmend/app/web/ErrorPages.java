package hopmend.app.web;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/**
 * What went wrong outside every controller: a page, or of the open interface problem details; asked
 * for by itself it is not there.
 */
@Controller
class ErrorPages implements ErrorController {
  @RequestMapping("/error")
  Object page(HttpServletRequest request, HttpServletResponse response, Model model) {
    int status =
        request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer code
            ? code
            : HttpServletResponse.SC_NOT_FOUND;
    if (request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI) instanceof String path
        && Refusal.isOfOpenInterface(path)) {
      return ResponseEntity.status(status)
          .contentType(MediaType.APPLICATION_PROBLEM_JSON)
          .body(Refusal.ofOpenInterface(status, path, response));
    }
    Refusal refusal = Refusal.ofPage(status);
    response.setStatus(status);
    model.addAttribute("what", refusal.what());
    model.addAttribute("remedy", refusal.remedy());
    return "error/page";
  }
}
