package hopmend.app.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import org.springframework.web.servlet.ViewResolver;
import org.springframework.web.util.ContentCachingResponseWrapper;

/** What a view writes, as text and not as the answer. */
public final class CaughtPage {
  private CaughtPage() {}

  /**
   * @param view its name, as a controller returns it
   */
  public static String of(
      String view,
      ViewResolver views,
      Map<String, ?> model,
      HttpServletRequest request,
      HttpServletResponse response) {
    ContentCachingResponseWrapper caught = new ContentCachingResponseWrapper(response);
    try {
      views.resolveViewName(view, Locale.ENGLISH).render(model, request, caught);
      return new String(caught.getContentAsByteArray(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (RuntimeException e) {
      throw e;
    } catch (Exception e) {
      throw new IllegalStateException("The page " + view + " cannot be written", e);
    } finally {
      caught.resetBuffer();
    }
  }
}
