package hopmend.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Objects;

/** The path of a request as the controllers see it, so that no spelling of it slips by a bound. */
public final class RequestPath {
  private RequestPath() {}

  /** Decoded, without the context path. */
  public static String of(HttpServletRequest request) {
    return request.getServletPath() + Objects.toString(request.getPathInfo(), "");
  }
}
