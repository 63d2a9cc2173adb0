package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.link.LinkState;
import hopmend.app.web.CaughtPage;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.Workup;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.View;
import org.thymeleaf.spring6.view.ThymeleafViewResolver;

/**
 * Pages of hops as they were written last. Who comes back to a page on which everything is as it
 * was gets what was written, with new tokens in its forms.
 */
@Component
class WrittenPages {
  private static final long MOST_BYTES = 16L << 20;

  /** What another server on the same database changes is seen after this at the latest. */
  private static final Duration KEPT = Duration.ofSeconds(30);

  private static final MediaType HTML = new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8);

  private final ThymeleafViewResolver views;
  private final Cache<Shown, Written> lately =
      Caffeine.newBuilder()
          .maximumWeight(MOST_BYTES)
          .weigher((Shown s, Written w) -> w.bytes())
          .expireAfterWrite(KEPT)
          .build();

  WrittenPages(ThymeleafViewResolver views) {
    this.views = views;
  }

  /**
   * All that a page is written from.
   *
   * @param workup one object for each version of a job's record
   * @param line with what counts down
   * @param freshness of the link, in words
   * @param asked what the request asks for, by name
   * @param changes of everything else that stands in the database
   */
  record Shown(
      Hop hop,
      Workup workup,
      HopLine line,
      LinkState link,
      String freshness,
      LocalDate today,
      Map<String, List<String>> asked,
      String who,
      Locale language,
      long changes) {
    static Shown of(JobPage page, HttpServletRequest request, long changes) {
      return new Shown(
          page.hop(),
          page.workup(),
          page.line(),
          page.link(),
          page.freshness(),
          page.today(),
          request.getParameterMap().entrySet().stream()
              .collect(Collectors.toMap(Map.Entry::getKey, e -> List.of(e.getValue()))),
          request.getUserPrincipal().getName(),
          request.getLocale(),
          changes);
    }
  }

  /** What differs from one writing to the next. */
  private enum Token {
    OF_THE_PAGE,
    OF_THE_SESSION
  }

  /** A piece of a page with the token that follows it, null behind the last. */
  private record Piece(byte[] text, Token then) {}

  private record Written(List<Piece> pieces, int bytes) {}

  /** The page as it was written for the same; empty if it has to be written. */
  Optional<View> again(Shown shown, JobPage page) {
    return Optional.ofNullable(lately.getIfPresent(shown))
        .map(w -> (model, request, response) -> send(w, page, request, response));
  }

  /** Writes a page and keeps it. */
  View first(Shown shown, JobPage page, String view) {
    return (model, request, response) -> {
      Written written = written(shown, page, view, model, request, response);
      send(written, page, request, response);
    };
  }

  private Written written(
      Shown shown,
      JobPage page,
      String view,
      Map<String, ?> model,
      HttpServletRequest request,
      HttpServletResponse response) {
    String html = CaughtPage.of(view, views, model, request, response);
    Written written = inPieces(html, page.token().toString(), ofTheSession(request));
    lately.put(shown, written);
    return written;
  }

  private static Written inPieces(String html, String ofThePage, String ofTheSession) {
    List<Piece> pieces = new ArrayList<>();
    int at = 0;
    int page = html.indexOf(ofThePage);
    int session = html.indexOf(ofTheSession);
    while (page >= 0 || session >= 0) {
      if (session < 0 || page >= 0 && page < session) {
        pieces.add(new Piece(bytes(html.substring(at, page)), Token.OF_THE_PAGE));
        at = page + ofThePage.length();
        page = html.indexOf(ofThePage, at);
      } else {
        pieces.add(new Piece(bytes(html.substring(at, session)), Token.OF_THE_SESSION));
        at = session + ofTheSession.length();
        session = html.indexOf(ofTheSession, at);
      }
    }
    pieces.add(new Piece(bytes(html.substring(at)), null));
    return new Written(pieces, pieces.stream().mapToInt(p -> p.text().length).sum());
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private static void send(
      Written written, JobPage page, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    byte[] ofThePage = page.token().toString().getBytes(StandardCharsets.US_ASCII);
    byte[] ofTheSession = ofTheSession(request).getBytes(StandardCharsets.US_ASCII);
    response.setContentType(HTML.toString());
    OutputStream out = response.getOutputStream();
    for (Piece piece : written.pieces()) {
      out.write(piece.text());
      if (piece.then() != null) {
        out.write(piece.then() == Token.OF_THE_PAGE ? ofThePage : ofTheSession);
      }
    }
  }

  private static String ofTheSession(HttpServletRequest request) {
    return ((CsrfToken) request.getAttribute(CsrfToken.class.getName())).getToken();
  }
}
