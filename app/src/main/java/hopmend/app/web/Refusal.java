package hopmend.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.json.ProblemDetailJacksonMixin;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is told where a request is refused outside every controller: what happened, and what would
 * be right.
 */
public record Refusal(int status, String what, String remedy) {
  private static final JsonMapper JSON =
      JsonMapper.builder().addMixIn(ProblemDetail.class, ProblemDetailJacksonMixin.class).build();
  private static final String OPEN_INTERFACE = "/api/";

  /** Whether an address belongs to the open interface, which answers with problem details. */
  public static boolean isOfOpenInterface(String path) {
    return path != null && path.startsWith(OPEN_INTERFACE);
  }

  /** For a person with a browser. */
  static Refusal ofPage(int status) {
    String remedy =
        switch (status) {
          case 403 ->
              "Go back, load the page again, and retry. If it is still refused, ask a lead.";
          case 503 -> "Go back and send it again in a moment.";
          default ->
              status >= 500
                  ? "What was confirmed before is safe. Look at the record before you send it again."
                  : "Begin at the list of jobs.";
        };
    return new Refusal(status, what(status), remedy);
  }

  /**
   * For a program that asks the open interface.
   *
   * @param response on which the server may have noted what it allows
   */
  static ProblemDetail ofOpenInterface(int status, String path, HttpServletResponse response) {
    String remedy =
        switch (status) {
          case 400 -> "Send a request whose address, head and body are well formed.";
          case 404 -> "All addresses are listed in /api/v1/openapi.json.";
          case 405 -> "Ask it with " + told(response, HttpHeaders.ALLOW, "another method") + ".";
          case 406 -> "Accept application/json.";
          case 411 -> "Say with Content-Length how long the body is.";
          case 413 -> "Send less, in several requests: a body has at most 20 MB.";
          case 429 -> "Wait " + told(response, HttpHeaders.RETRY_AFTER, "60") + " s.";
          case 415 -> "Send " + told(response, HttpHeaders.ACCEPT, "another kind of body") + ".";
          case 403 -> "Ask from a host that is on the list of this installation.";
          default -> status >= 500 ? "Send it again in a moment." : "See /api/v1/openapi.json.";
        };
    ProblemDetail problem = ProblemDetail.forStatus(status);
    problem.setTitle(what(status));
    problem.setDetail(remedy);
    problem.setProperty("where", path);
    if (path.chars().allMatch(c -> c > ' ' && c < 127 && "\"<>\\^`{|}%".indexOf(c) < 0)) {
      problem.setInstance(URI.create(path));
    }
    return problem;
  }

  /** The same, written to an answer that has not begun. */
  public static void send(int status, String path, HttpServletResponse response)
      throws IOException {
    byte[] body =
        JSON.writeValueAsString(ofOpenInterface(status, path, response))
            .getBytes(StandardCharsets.UTF_8);
    response.setStatus(status);
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response.setContentLength(body.length);
    response.getOutputStream().write(body);
  }

  private static String told(HttpServletResponse response, String header, String otherwise) {
    String value = response.getHeader(header);
    return value == null || value.isBlank() ? otherwise : value;
  }

  private static String what(int status) {
    return switch (status) {
      case 400 -> "This request cannot be read.";
      case 401 -> "You are not signed in.";
      case 403 -> "This is not yours to see or to change, or the form has grown old.";
      case 404 -> "There is nothing at this address.";
      case 405 -> "This address cannot be asked in this way.";
      case 406 -> "This address has no answer of the kind that is asked for.";
      case 411 -> "The length of the body is not told.";
      case 413 -> "What was sent is too large.";
      case 415 -> "This address does not read this kind of body.";
      case 429 -> "These are more requests in a minute than one address may send.";
      case 503 -> "The server has too much to do just now. Nothing was recorded by this step.";
      default -> status >= 500 ? "Something went wrong here." : "This request cannot be served.";
    };
  }
}
