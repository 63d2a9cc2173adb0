package hopmend.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.util.function.Supplier;
import org.springframework.ui.Model;

/** Something that was asked for by its number does not exist. */
public class NotHere extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public NotHere(String message) {
    super(message);
  }

  /** Says so in a page, which is answered with status 404. */
  public String show(Model model, HttpServletResponse response) {
    response.setStatus(404);
    model.addAttribute("what", getMessage() + ".");
    model.addAttribute("remedy", "It may have another number. Search the list of jobs.");
    return "error/page";
  }

  /** A page that shows a form again; or that what the form is about is not here. */
  public static String or(Supplier<String> page, Model model, HttpServletResponse response) {
    try {
      return page.get();
    } catch (NotHere e) {
      return e.show(model, response);
    }
  }
}
