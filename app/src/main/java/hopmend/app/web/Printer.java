package hopmend.app.web;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.helper.W3CDom;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.thymeleaf.spring6.view.ThymeleafViewResolver;

/** Pages as PDF: what is drawn and how it is laid out is the same as on the page to print. */
@Component
public class Printer {
  /** What a sheet of paper measures. */
  public enum Paper {
    A4(210, 297),
    LETTER(215.9, 279.4);

    private final float widthMm;
    private final float heightMm;

    Paper(double widthMm, double heightMm) {
      this.widthMm = (float) widthMm;
      this.heightMm = (float) heightMm;
    }

    /** The paper of a name; A4 for anything else. */
    public static Paper of(String name) {
      return name.equalsIgnoreCase(LETTER.name()) ? LETTER : A4;
    }
  }

  private static final Pattern NAMED = Pattern.compile("(--[a-z0-9-]+):\\s*([^;]+);");
  private static final Pattern USED = Pattern.compile("var\\((--[a-z0-9-]+)\\)");
  private static final Pattern AT_RULE =
      Pattern.compile("@(?:media|keyframes)[^{]*\\{(?:[^{}]*\\{[^{}]*\\})*[^{}]*\\}");

  private final ThymeleafViewResolver views;
  private final Places places = new Places();
  private final String ofDrawings = painted(sheet("drawing.css"));
  private final byte[] regular = file("print-fonts/DejaVuSans.ttf");
  private final byte[] bold = file("print-fonts/DejaVuSans-Bold.ttf");

  Printer(ThymeleafViewResolver views) {
    this.views = views;
    XRLog.setLoggingEnabled(false);
  }

  /**
   * A view as PDF.
   *
   * @param view its name, as a controller returns it
   * @param styles the sheet of static/css that paints it on paper
   * @param name of the file
   */
  public ResponseEntity<byte[]> pdf(
      String view,
      String styles,
      Model model,
      Paper paper,
      String name,
      HttpServletRequest request,
      HttpServletResponse response) {
    byte[] pdf =
        places.in(
            "",
            "Busy: other pages are being printed.",
            () -> pdf(CaughtPage.of(view, views, model.asMap(), request, response), styles, paper));
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + name + "\"")
        .body(pdf);
  }

  private byte[] pdf(String html, String styles, Paper paper) {
    Document page = Jsoup.parse(html);
    page.select("link, script").remove();
    page.head().appendElement("style").appendText(sheet(styles));
    page.select("svg").forEach(this::standsAlone);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      new PdfRendererBuilder()
          .useFastMode()
          .useSVGDrawer(new BatikSVGDrawer())
          .useDefaultPageSize(paper.widthMm, paper.heightMm, BaseRendererBuilder.PageSizeUnits.MM)
          .useFont(
              () -> new ByteArrayInputStream(regular),
              "Printed",
              400,
              BaseRendererBuilder.FontStyle.NORMAL,
              true)
          .useFont(
              () -> new ByteArrayInputStream(bold),
              "Printed",
              700,
              BaseRendererBuilder.FontStyle.NORMAL,
              true)
          // Nothing is fetched: a page to print carries all that it shows.
          .useUriResolver((base, uri) -> null)
          .withW3cDocument(new W3CDom().fromJsoup(page), "")
          .toStream(out)
          .run();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** A drawing with its size and with the sheet that paints it. */
  private void standsAlone(Element svg) {
    String[] box = svg.attr("viewBox").split(" ");
    if (box.length == 4) {
      svg.attr("width", box[2]).attr("height", box[3]);
    }
    svg.prependElement("style").appendText(ofDrawings);
  }

  /** Without variables and at-rules, which printed drawings do not know. */
  private static String painted(String css) {
    String whole = css + sheet("print-drawing.css");
    Map<String, String> colours = new HashMap<>();
    Matcher named = NAMED.matcher(whole);
    while (named.find()) {
      colours.putIfAbsent(named.group(1), named.group(2).strip());
    }
    String plain = USED.matcher(whole).replaceAll(u -> colours.getOrDefault(u.group(1), "#000"));
    return AT_RULE.matcher(plain).replaceAll("");
  }

  private static String sheet(String name) {
    return new String(file("static/css/" + name), StandardCharsets.UTF_8);
  }

  private static byte[] file(String path) {
    try {
      return new ClassPathResource(path).getContentAsByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(path, e);
    }
  }
}
