package hopmend.app.web;

import hopmend.job.Held;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.function.Supplier;

/** The valid qualifications of the person at hand; asked for only where work demands one. */
public final class HeldAtHand {
  private static final String NAME = "heldQualifications";

  private HeldAtHand() {}

  public static void put(HttpServletRequest request, Supplier<List<Held>> held) {
    request.setAttribute(NAME, held);
  }

  @SuppressWarnings("unchecked")
  public static List<Held> of(HttpServletRequest request) {
    Object held = request.getAttribute(NAME);
    return held == null ? List.of() : ((Supplier<List<Held>>) held).get();
  }
}
