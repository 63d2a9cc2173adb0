package hopmend.app.job;

import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.RequestPath;
import hopmend.job.Fact;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.HashMap;
import java.util.Map;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;

/** Shows a hop again with what was wrong in a form of it, and what was typed. */
@ControllerAdvice(annotations = HopForms.class)
@Order(Ordered.HIGHEST_PRECEDENCE)
class HopProblems {
  private final HopScreens screens;

  HopProblems(HopScreens screens) {
    this.screens = screens;
  }

  @ExceptionHandler({InputProblem.class, Fact.Improper.class})
  String again(
      RuntimeException e, Model model, HttpServletRequest request, HttpServletResponse response) {
    InputProblem.of(e).show(model, response);
    Map<String, String> kept = new HashMap<>();
    request.getParameterMap().forEach((k, v) -> kept.put(k, String.join(",", v)));
    model.addAttribute("kept", kept);
    return NotHere.or(
        () -> screens.show(RequestPath.jobId(request), FormArgument.hop(request), model),
        model,
        response);
  }
}
