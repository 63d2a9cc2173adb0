package hopmend.app.find;

import hopmend.drawing.Drawing;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** A drawing as a file that stands alone: it carries the sheet that paints it. */
@Component
class DrawingFile {
  private final String sheet;

  DrawingFile() {
    try {
      sheet =
          new ClassPathResource("static/css/drawing.css")
              .getContentAsString(StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  String svg(Drawing drawing, String title) {
    return """
        <?xml version="1.0" encoding="UTF-8"?>
        <svg xmlns="http://www.w3.org/2000/svg" class="drawing bay-drawing" viewBox="0 0 %s %s" role="img" font-family="sans-serif">
        <title>%s</title>
        <desc>%s</desc>
        <style>%s</style>
        %s
        </svg>
        """
        .formatted(
            number(drawing.width()),
            number(drawing.height()),
            HtmlUtils.htmlEscape(title, "UTF-8"),
            HtmlUtils.htmlEscape(drawing.spoken(), "UTF-8"),
            sheet.replace("&", "&amp;").replace("<", "&lt;"),
            drawing.svg());
  }

  private static String number(double value) {
    return String.format(Locale.ROOT, "%.1f", value);
  }
}
