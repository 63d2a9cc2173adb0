package hopmend.drawing;

/** One SVG element as it is written down, attribute by attribute; text is escaped. */
final class SvgElement {
  private final String name;
  private final StringBuilder written;

  SvgElement(String name, String role) {
    this.name = name;
    this.written = new StringBuilder("<").append(name);
    with("class", role);
  }

  SvgElement with(String attribute, double value) {
    return with(attribute, tenths(value));
  }

  SvgElement with(String attribute, String value) {
    written.append(' ').append(attribute).append("=\"").append(escaped(value)).append('"');
    return this;
  }

  String empty() {
    return written.append("/>").toString();
  }

  String holding(String text) {
    return written
        .append('>')
        .append(escaped(text))
        .append("</")
        .append(name)
        .append('>')
        .toString();
  }

  /** {@code 12}, {@code 12.3} or {@code -0.5}: half a tenth goes up. */
  static String tenths(double value) {
    long tenths = Math.round(value * 10);
    return tenths % 10 == 0 ? Long.toString(tenths / 10) : Double.toString(tenths / 10.0);
  }

  static String escaped(String text) {
    return text.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
