package hopmend.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import org.springframework.ui.Model;

/** Input that will not do; the message says what is wrong and what would be right. */
public class InputProblem extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final String field;

  /**
   * @param field name of the input that is wrong, empty for the form as a whole
   */
  public InputProblem(String field, String message) {
    super(message);
    this.field = field;
  }

  /** A refusal as a problem of input; what core found improper is about the form as a whole. */
  public static InputProblem of(RuntimeException refusal) {
    return refusal instanceof InputProblem p ? p : new InputProblem("", refusal.getMessage());
  }

  public String field() {
    return field;
  }

  /** An identification number that a person may take instead, where that would help. */
  public Optional<String> offeredNumber() {
    return Optional.empty();
  }

  /** Puts the problem into the page, which is answered with status 422. */
  public void show(Model model, HttpServletResponse response) {
    model.addAttribute("problem", this);
    response.setStatus(422);
  }
}
