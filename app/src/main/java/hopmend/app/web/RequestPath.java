package hopmend.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import java.util.Objects;
import org.springframework.web.servlet.HandlerMapping;

/** The path of a request as the controllers see it, so that no spelling of it slips by a bound. */
public final class RequestPath {
  private static final String SHIPPED = "/(webjars|css|js|fonts|schema|actuator)/.*";

  private RequestPath() {}

  /** Decoded, without the context path. */
  public static String of(HttpServletRequest request) {
    return request.getServletPath() + Objects.toString(request.getPathInfo(), "");
  }

  /** Whether it asks for a shipped file or a probe. */
  public static boolean isShipped(HttpServletRequest request) {
    return of(request).matches(SHIPPED);
  }

  /** Whether the answer does not depend on who asks: no session is looked at for it. */
  public static boolean isTheSameForEverybody(HttpServletRequest request) {
    boolean form = "GET".equals(request.getMethod()) && of(request).equals("/sign-in");
    return form || isShipped(request);
  }

  /** The number of the job that the address speaks of. */
  public static long jobId(HttpServletRequest request) {
    Map<?, ?> variables =
        (Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
    return Long.parseLong(String.valueOf(variables.get("jobId")));
  }
}
