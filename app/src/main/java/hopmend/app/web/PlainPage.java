package hopmend.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;

/** A page for where no template can be rendered: outside every controller. */
public final class PlainPage {
  private PlainPage() {}

  /** Sends two plain sentences, which hold nothing that came in, under the strictest headers. */
  public static void send(HttpServletResponse response, int status, String what, String remedy)
      throws IOException {
    response.reset();
    response.setStatus(status);
    response.setContentType("text/html;charset=utf-8");
    response.setHeader("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'");
    response.setHeader("X-Content-Type-Options", "nosniff");
    response.setHeader("X-Frame-Options", "DENY");
    response.setHeader("Referrer-Policy", "same-origin");
    response.setHeader("Cache-Control", "no-store");
    response
        .getWriter()
        .write(
            "<!DOCTYPE html><html lang=\"en\"><title>Hop Mend</title><h1>"
                + what
                + "</h1><p>"
                + remedy
                + "</p></html>");
  }
}
