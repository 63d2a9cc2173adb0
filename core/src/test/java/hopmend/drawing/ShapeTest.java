package hopmend.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Element;
import org.xml.sax.InputSource;

/** Shapes written as SVG; the JDK's own XML reader reads them back. */
class ShapeTest {
  private static Element read(Shape shape) throws Exception {
    return DocumentBuilderFactory.newInstance()
        .newDocumentBuilder()
        .parse(new InputSource(new StringReader(shape.svg())))
        .getDocumentElement();
  }

  @Test
  void anyTextComesBackAsItWas() throws Exception {
    String text = "5 < 6 & \"x\" > 'y' <script>µ</script>";
    Element e = read(new Shape.Label("name", -0.06, 12.345, "middle", text));
    assertThat(e.getTextContent()).isEqualTo(text);
    assertThat(e.getAttribute("class")).isEqualTo("name");
    assertThat(List.of(e.getAttribute("x"), e.getAttribute("y"))).containsExactly("-0.1", "12.3");
    assertThat(read(new Shape.Disc("a\"<&", 1, 2, 3)).getAttribute("class")).isEqualTo("a\"<&");
  }

  @Test
  void numbersAreTenthsWithoutNeedlessSigns() throws Exception {
    Element box = read(new Shape.Box("plot", 0, 10.04, 99.96, 1e6, 0.25));
    assertThat(List.of("x", "y", "width", "height", "rx").stream().map(box::getAttribute))
        .containsExactly("0", "10", "100", "1000000", "0.3");
    Shape.Path path =
        new Shape.Path("line", List.of(new Shape.Point(0, 1.25), new Shape.Point(-3, 4)), true);
    assertThat(read(path).getAttribute("d")).isEqualTo("M0 1.3L-3 4Z");
  }
}
