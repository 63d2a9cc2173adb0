package hopmend.report;

import hopmend.measure.MeasureUnit;
import hopmend.report.PartLayout.Part;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Attribute;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.jsoup.parser.Parser;

/** HTML and XML, by a lenient parser that knows where in the original everything stands. */
final class MarkupLayout {
  private static final Pattern BEGINS_WITH_NUMBER = Pattern.compile("[-+]?\\d");
  private static final Pattern TWO_DIGITS = Pattern.compile("\\d.*\\d");
  private static final int LONGEST_CODE = 12;

  /** Names of fields below each other, at most (our own bound). */
  private static final int MOST_NAMES = 40;

  private static final Set<String> INLINE =
      Set.of(
          "b", "i", "u", "em", "strong", "span", "font", "a", "sub", "sup", "mark", "code", "tt",
          "small", "big", "label", "wbr", "kbd", "abbr", "s", "del", "ins", "bdi", "bdo");

  /** All of a line in one of them is its heading. */
  private static final Set<String> BOLD = Set.of("b", "strong");

  /** Those of them that stand within words; the others part them. */
  static final Set<String> WITHIN_WORDS =
      Set.of("b", "i", "u", "em", "strong", "font", "sub", "sup", "mark", "wbr", "s", "big");

  private static final Set<String> HEADINGS =
      Set.of("h1", "h2", "h3", "h4", "h5", "h6", "caption", "legend", "summary", "title");

  /** Whole names: "<Transmission>" and "<brakes>" are no rows and breaks. */
  private static final Pattern HTML_TAG =
      Pattern.compile(
          "<(html|table|td|tr|div|p|pre|br|hr|body|ul|ol|li|h[1-3])(?=[\\s/>])",
          Pattern.CASE_INSENSITIVE);

  private static final int LOOK_AT = 65_536;
  private static final Set<String> SILENT = Set.of("script", "style", "template");

  /** What lies deeper is no report. */
  private static final int MOST_DEPTH = 200;

  private final Map<String, Head> heads = new HashMap<>();
  private final char[] glyphs;
  private final ReportWords words;
  private final List<Line> lines = new ArrayList<>();

  private MarkupLayout(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
  }

  /** HTML by its tags, else XML. */
  static Layout of(String text, ReportWords words) {
    return isHtml(text) ? html(text, words) : xml(text, words);
  }

  /** Whether a tag is closed somewhere: "<Engine>" on a line of its own may be a heading. */
  static boolean isMarkup(String text) {
    return text.contains("</") || text.contains("/>") || text.startsWith("<?") || isHtml(text);
  }

  /** Text with tags of HTML in it; empty if there are none. */
  static Optional<Layout> within(String text, ReportWords words) {
    return isHtml(text) ? Optional.of(html(text, words)) : Optional.empty();
  }

  private static boolean isHtml(String text) {
    return HTML_TAG.matcher(text).region(0, Math.min(LOOK_AT, text.length())).find();
  }

  private static Layout html(String text, ReportWords words) {
    char[] glyphs = unmarked(text);
    MarkupLayout layout = new MarkupLayout(glyphs, words);
    Document page = Jsoup.parse(text, Parser.htmlParser().setTrackPosition(true));
    layout.blocks(page.head(), 0);
    layout.blocks(page.body(), 0);
    return new Layout("html", text, glyphs, layout.lines);
  }

  private static Layout xml(String text, ReportWords words) {
    char[] glyphs = unmarked(text);
    Document tree = Jsoup.parse(text, Parser.xmlParser().setTrackPosition(true));
    Part root = new Part(null);
    MarkupLayout layout = new MarkupLayout(glyphs, words);
    layout.nodes(root, tree, Head.NONE, 0);
    return new Layout("xml", text, glyphs, PartLayout.lines(root));
  }

  // The signs

  /** Tags are blanked, those within words hidden; entities become their sign. */
  private static char[] unmarked(String text) {
    char[] glyphs = Layout.glyphs(text);
    int i = 0;
    while (i < glyphs.length) {
      char c = text.charAt(i);
      if (c == '<' && i + 1 < glyphs.length && isTag(text.charAt(i + 1))) {
        i = tag(text, glyphs, i);
      } else if (c == '&') {
        i = entity(text, glyphs, i);
      } else {
        i++;
      }
    }
    return glyphs;
  }

  private static boolean isTag(char c) {
    return Character.isLetter(c) || c == '/' || c == '!' || c == '?';
  }

  private static int tag(String text, char[] glyphs, int start) {
    int end = text.startsWith("<!--", start) ? text.indexOf("-->", start) + 2 : -1;
    end = end < 2 ? text.indexOf('>', start) : end;
    int behind = end < 0 ? glyphs.length : end + 1;
    String name = tagName(text, start, behind);
    if (SILENT.contains(name) && text.charAt(start + 1) != '/') {
      int closing = closing(text, name, behind);
      behind = closing < 0 ? glyphs.length : closing;
    }
    // What stands in a tag of XML stays: its attributes are cells.
    Arrays.fill(
        glyphs, start, behind, isWithinWord(text, start, behind, name) ? Glyphs.HIDDEN : ' ');
    if (WITHIN_WORDS.contains(name) && start > 0 && text.charAt(start - 1) == ' ') {
      // What is set apart by its print is said apart: "coil A <b>current</b>".
      glyphs[start] = '\t';
    }
    return behind;
  }

  /** Also where each character has a tag of its own. */
  private static boolean isWithinWord(String text, int start, int behind, String name) {
    boolean alone =
        start > 1 && text.charAt(start - 2) == '>'
            || behind + 1 < text.length() && text.charAt(behind + 1) == '<';
    return WITHIN_WORDS.contains(name) || INLINE.contains(name) && alone;
  }

  private static int closing(String text, String name, int from) {
    int at = text.indexOf("</", from);
    while (at >= 0 && !text.regionMatches(true, at + 2, name, 0, name.length())) {
      at = text.indexOf("</", at + 2);
    }
    return at;
  }

  private static String tagName(String text, int start, int behind) {
    int from = text.charAt(start + 1) == '/' ? start + 2 : start + 1;
    int to = from;
    while (to < behind && to - from < 12 && Glyphs.isWord(text.charAt(to))) {
      to++;
    }
    return text.substring(from, to).toLowerCase(Locale.ROOT);
  }

  private static int entity(String text, char[] glyphs, int start) {
    int end = text.indexOf(';', start);
    if (end < 0 || end - start > 10) {
      return start + 1;
    }
    String sign = Parser.unescapeEntities(text.substring(start, end + 1), false);
    if (sign.length() != 1) {
      return start + 1;
    }
    Arrays.fill(glyphs, start, end, Glyphs.HIDDEN);
    glyphs[end] = Glyphs.plain(sign.charAt(0));
    return end + 1;
  }

  // HTML

  private void blocks(Element block, int depth) {
    if (depth > MOST_DEPTH) {
      return;
    }
    int from = -1;
    int to = -1;
    boolean bold = true;
    for (Node node : block.childNodes()) {
      if (node instanceof TextNode text && !text.isBlank()) {
        from = from < 0 ? text.sourceRange().startPos() : from;
        to = text.sourceRange().endPos();
        bold = false;
      } else if (node instanceof Element e && isInline(e)) {
        int[] place = place(e);
        if (place[1] > 0) {
          from = from < 0 ? place[0] : from;
          to = place[1];
          bold &= BOLD.contains(e.normalName());
        }
      } else if (node instanceof Element e) {
        text(block, from, to, bold);
        from = -1;
        bold = true;
        block(e, depth);
      }
    }
    text(block, from, to, bold);
  }

  private static boolean isInline(Element e) {
    return INLINE.contains(e.normalName());
  }

  private void block(Element e, int depth) {
    String name = e.normalName();
    if (SILENT.contains(name)) {
      return;
    }
    if (HEADINGS.contains(name)) {
      int[] place = place(e);
      if (place[1] > 0) {
        lines.add(Line.of(Line.Kind.HEADING, 0, new Cell(Head.NONE, place[0], place[1])));
      }
    } else if (name.equals("table")) {
      table(e, depth);
      lines.add(Line.of(Line.Kind.GAP, 0));
    } else if (name.equals("dl")) {
      list(e);
    } else {
      blocks(e, depth + 1);
      if (name.equals("p") || name.equals("div") || name.equals("ul") || name.equals("hr")) {
        lines.add(Line.of(Line.Kind.GAP, 0));
      }
    }
  }

  private void text(Element within, int from, int to, boolean bold) {
    if (from < 0) {
      return;
    }
    if (bold && !TextCells.CODE_WITHIN.matcher(new String(glyphs, from, to - from)).find()) {
      lines.add(Line.of(Line.Kind.HEADING, 0, new Cell(Head.NONE, from, to)));
      return;
    }
    boolean keepsLines = within.normalName().equals("pre");
    int start = from;
    for (int i = from; i <= to; i++) {
      if (i == to || keepsLines && glyphs[i] == '\n') {
        if (i > start) {
          lines.add(Line.of(Line.Kind.TEXT, 0, new Cell(Head.NONE, start, i)));
        }
        start = i + 1;
      }
    }
  }

  private void table(Element table, int depth) {
    List<Head> heads = List.of();
    Optional<SideBySide> units = Optional.empty();
    Map<Integer, Lasting> lasting = new TreeMap<>();
    List<Element> rows = rows(table);
    if (isTurned(rows)) {
      turned(rows);
      return;
    }
    for (int r = 0; r < rows.size(); r++) {
      List<Element> cells = withLasting(rows.get(r), lasting);
      if (cells.stream().anyMatch(c -> !c.children().isEmpty() && c.selectFirst("table") != null)) {
        cells.forEach(c -> blocks(c, depth + 1));
        continue;
      }
      boolean allHeads = cells.stream().allMatch(c -> c.normalName().equals("th"));
      Optional<Element> below =
          r + 1 < rows.size() ? Optional.of(rows.get(r + 1)) : Optional.empty();
      boolean names =
          heads.isEmpty()
              && (isHeader(cells)
                  || r == 0 && below.isPresent() && mayBeHeader(cells, below.get()));
      if (cells.size() > 1 && (allHeads || names)) {
        heads = heads(cells, below);
        units.ifPresent(u -> lines.addAll(u.lines()));
        units = ofUnits(cells, heads);
      } else if (cells.size() == 1) {
        int[] place = place(cells.get(0));
        if (place[1] > 0) {
          Line.Kind kind = allHeads || !heads.isEmpty() ? Line.Kind.HEADING : Line.Kind.TEXT;
          lines.add(Line.of(kind, 0, new Cell(Head.NONE, place[0], place[1])));
        }
      } else if (units.isEmpty() || !units.get().takes(plain(cells), 0)) {
        row(cells, heads);
      }
    }
    units.ifPresent(u -> lines.addAll(u.lines()));
  }

  private List<Head> heads(List<Element> cells, Optional<Element> below) {
    List<Head> named = cells.stream().map(c -> Head.of(c.text(), words)).toList();
    List<Boolean> codes = below.map(MarkupLayout::codes).orElse(List.of());
    return Head.withCodes(Head.nowAndBefore(named, words), codes, words);
  }

  private static List<Boolean> codes(Element row) {
    return row.children().stream().map(c -> isCode(c.text())).toList();
  }

  private static boolean isCode(String text) {
    return TextCells.CODE_WITHIN.matcher(text).lookingAt() && text.length() < LONGEST_CODE;
  }

  /**
   * The first row of plain cells may be that of names, some of them unknown, if those of a table
   * stand there, or units above their codes.
   */
  private boolean mayBeHeader(List<Element> cells, Element below) {
    if (cells.size() < 2 || cells.stream().anyMatch(c -> TWO_DIGITS.matcher(c.text()).find())) {
      return false;
    }
    List<Head> named = heads(cells, Optional.of(below));
    boolean units =
        named.stream().noneMatch(Head::isKnown)
            && named.stream().filter(h -> h.controlUnit() != null).count() >= 2
            && TextCells.CODE_WITHIN.matcher(below.text()).find();
    boolean overValues =
        below.children().stream().allMatch(c -> BEGINS_WITH_NUMBER.matcher(c.text()).lookingAt());
    return units || Head.nameATable(named, overValues);
  }

  /** Names below each other in the first column, and several codes side by side behind one. */
  private boolean isTurned(List<Element> rows) {
    boolean even =
        rows.size() > 1
            && rows.size() <= MOST_NAMES
            && rows.get(0).childrenSize() > 2
            && rows.stream().allMatch(r -> r.childrenSize() == rows.get(0).childrenSize());
    if (!even) {
      return false;
    }
    List<Head> names = rows.stream().map(r -> Head.of(r.child(0).text(), words)).toList();
    boolean codes =
        rows.stream()
            .filter(r -> Head.of(r.child(0).text(), words).is(Label.CODE))
            .anyMatch(r -> r.children().stream().skip(1).allMatch(c -> isCode(c.text())));
    return codes && names.stream().filter(Head::isKnown).count() > 1;
  }

  private void turned(List<Element> rows) {
    List<Head> names = rows.stream().map(r -> Head.of(r.child(0).text(), words)).toList();
    for (int c = 1; c < rows.get(0).childrenSize(); c++) {
      List<Cell> cells = new ArrayList<>();
      for (int r = 0; r < rows.size(); r++) {
        int[] place = place(rows.get(r).child(c));
        if (place[1] > 0) {
          cells.add(new Cell(names.get(r), place[0], place[1]));
        }
      }
      lines.add(new Line(Line.Kind.ROW, cells, 0));
    }
  }

  /** Whether all names of columns are those of control units; empty if they are others. */
  private Optional<SideBySide> ofUnits(List<Element> names, List<Head> heads) {
    boolean units =
        heads.stream().noneMatch(Head::isKnown)
            && heads.stream().anyMatch(h -> h.controlUnit() != null);
    return units
        ? Optional.of(
            new SideBySide(
                '\t', plain(names), Map.of(), 0, c -> TextCells.isBlank(c, glyphs, words)))
        : Optional.empty();
  }

  private static List<Cell> plain(List<Element> cells) {
    return cells.stream()
        .map(MarkupLayout::place)
        .map(p -> new Cell(Head.NONE, p[0], p[1]))
        .toList();
  }

  /** A cell that lasts for several rows, and for how many more. */
  private record Lasting(Element cell, int rows) {}

  /** The cells of a row, those of rows above that last until here at their places. */
  private static List<Element> withLasting(Element row, Map<Integer, Lasting> lasting) {
    Map<Integer, Lasting> next = new TreeMap<>();
    List<Element> cells = new ArrayList<>();
    for (Element c : row.children()) {
      if (!c.normalName().equals("td") && !c.normalName().equals("th")) {
        continue;
      }
      addLasting(lasting, next, cells);
      int rows = span(c, "rowspan");
      if (rows > 1) {
        next.put(cells.size(), new Lasting(c, rows - 1));
      }
      cells.add(c);
    }
    addLasting(lasting, next, cells);
    lasting.clear();
    lasting.putAll(next);
    return cells;
  }

  private static void addLasting(
      Map<Integer, Lasting> lasting, Map<Integer, Lasting> next, List<Element> cells) {
    Lasting from = lasting.get(cells.size());
    while (from != null) {
      if (from.rows() > 1) {
        next.put(cells.size(), new Lasting(from.cell(), from.rows() - 1));
      }
      cells.add(from.cell());
      from = lasting.get(cells.size());
    }
  }

  private static int span(Element cell, String attribute) {
    String span = cell.attr(attribute);
    return span.matches("[1-9]\\d?") ? Integer.parseInt(span) : 1;
  }

  private static List<Element> rows(Element table) {
    List<Element> rows = new ArrayList<>();
    for (Element e : table.children()) {
      if (e.normalName().equals("tr")) {
        rows.add(e);
      } else {
        e.children().stream().filter(r -> r.normalName().equals("tr")).forEach(rows::add);
      }
    }
    return rows;
  }

  /**
   * A row of plain cells that all are known names of columns; "50 km/h" is a value, and so is the
   * state behind the name of a field, "Status", "pending".
   */
  private boolean isHeader(List<Element> cells) {
    boolean field =
        cells.size() == 2
            && Head.of(cells.get(0).text(), words).is(Label.STATUS)
            && Head.of(cells.get(1).text(), words).state() != null;
    return !field
        && cells.stream()
            .allMatch(
                c ->
                    c.normalName().equals("td")
                        && !BEGINS_WITH_NUMBER.matcher(c.text()).lookingAt()
                        && Head.of(c.text(), words).isKnown());
  }

  private void row(List<Element> elements, List<Head> heads) {
    List<Cell> cells = new ArrayList<>();
    int column = 0;
    Head beside = null;
    for (Element e : elements) {
      int[] place = place(e);
      Head head = column < heads.size() ? heads.get(column) : Head.NONE;
      if (heads.isEmpty() && beside != null && beside.isKnown()) {
        head = beside;
      }
      if (place[1] > 0) {
        cells.add(new Cell(head, place[0], place[1]));
      } else if (head.is(Label.UNIT)) {
        // Empty: what stands above goes on.
        int empty = e.sourceRange().endPos();
        cells.add(new Cell(head, empty, empty));
      }
      beside = heads.isEmpty() && elements.size() == 2 ? Head.of(e.text(), words) : null;
      column += span(e, "colspan");
    }
    if (cells.stream().anyMatch(c -> c.end() > c.start())) {
      lines.add(new Line(Line.Kind.ROW, cells, 0));
    }
  }

  /** Terms and what is said of them. */
  private void list(Element list) {
    Head term = Head.NONE;
    int[] named = {0, 0};
    for (Element e : list.children()) {
      int[] place = place(e);
      if (e.normalName().equals("dt")) {
        term = Head.of(e.text(), words);
        named = place;
      } else if (place[1] > 0) {
        List<Cell> cells = new ArrayList<>();
        if (named[1] > 0) {
          cells.add(new Cell(Head.NONE, named[0], named[1]));
        }
        cells.add(new Cell(term, place[0], place[1]));
        lines.add(new Line(Line.Kind.ROW, cells, 0));
      }
    }
    lines.add(Line.of(Line.Kind.GAP, 0));
  }

  /** From the first text in it to the last; zeros if there is none. */
  private static int[] place(Element e) {
    int[] place = {0, 0};
    e.nodeStream(TextNode.class)
        .forEach(
            t -> {
              if (!t.isBlank()) {
                place[0] = place[1] == 0 ? t.sourceRange().startPos() : place[0];
                place[1] = t.sourceRange().endPos();
              }
            });
    return place;
  }

  // XML

  private void part(Part parent, Element e, int depth) {
    if (depth > MOST_DEPTH) {
      return;
    }
    Head head = heads.computeIfAbsent(e.tagName(), n -> Head.of(n, words));
    int[] place = e.children().isEmpty() ? place(e) : new int[2];
    int name = e.sourceRange().startPos() + 1;
    if (isCode(e.tagName()) && e.children().isEmpty()) {
      // <P0340>confirmed</P0340>
      Part ofCode = new Part(null);
      parent.parts.add(ofCode);
      reveal(name, name + e.tagName().length(), e.tagName());
      ofCode.cells.add(new Cell(Head.NONE, name, name + e.tagName().length()));
      if (place[1] > 0) {
        ofCode.cells.add(new Cell(Head.NONE, place[0], place[1]));
      }
      return;
    }
    if (e.attributesSize() == 0 && e.children().isEmpty() && !holdsCodes(place, head)) {
      if (place[1] > 0) {
        parent.cells.add(new Cell(head, place[0], place[1]));
      }
      return;
    }
    if (head.is(Label.UNIT) && e.attributesSize() == 0 && isUnitWithName(e)) {
      unit(parent, e, head, depth);
      return;
    }
    Part part = new Part(new Cell(head, name, name + e.tagName().length()));
    parent.parts.add(part);
    reveal(name, name + e.tagName().length(), e.tagName());
    Head text = head;
    for (Attribute a : e.attributes()) {
      var range = e.attributes().sourceRange(a.getKey()).valueRange();
      if (range.isTracked() && range.endPos() > range.startPos()) {
        reveal(range.startPos(), range.endPos(), a.getValue());
        Head named = heads.computeIfAbsent(a.getKey(), n -> Head.of(n, words));
        named = named.is(Label.TEXT) && head.is(Label.UNIT) ? head : named;
        Optional<MeasureUnit> measure =
            place[1] > 0 && named.is(Label.UNIT) && head.condition() != null
                ? words.measure(a.getValue().strip())
                : Optional.empty();
        text = measure.map(head::in).orElse(text);
        if (measure.isEmpty()) {
          part.cells.add(new Cell(named, range.startPos(), range.endPos()));
        }
      }
    }
    if (e.children().isEmpty() && place[1] > 0) {
      between(part, text, place[0], place[1]);
    }
    if (!e.children().isEmpty()) {
      nodes(part, e, head, depth + 1);
    }
  }

  /** <ecu><name>Engine</name><addr>7E8</addr></ecu>: it is that of the part around it. */
  private void unit(Part parent, Element e, Head head, int depth) {
    for (Element child : e.children()) {
      int[] place = place(child);
      if (isName(child) && place[1] > 0) {
        parent.cells.add(new Cell(head, place[0], place[1]));
      } else {
        part(parent, child, depth + 1);
      }
    }
  }

  private boolean isUnitWithName(Element e) {
    return e.children().stream().anyMatch(this::isName)
        && e.children().stream().allMatch(c -> c.children().isEmpty())
        && !TextCells.CODE_WITHIN.matcher(e.text()).find();
  }

  private boolean isName(Element e) {
    Head head = Head.of(e.tagName(), words);
    return head.is(Label.TEXT) || head.is(Label.UNIT);
  }

  /** Elements, and what stands between them: "<fault>P0340 <state>stored</state></fault>". */
  private void nodes(Part part, Element e, Head head, int depth) {
    for (Node node : e.childNodes()) {
      if (node instanceof Element child) {
        part(part, child, depth);
      } else if (node instanceof TextNode text && !text.isBlank()) {
        Head own = head.is(Label.UNIT) && !isUnit(text.text()) ? Head.NONE : head;
        between(part, own, text.sourceRange().startPos(), text.sourceRange().endPos());
      }
    }
  }

  private boolean isUnit(String name) {
    return words.units().whole(Word.of(name)).isPresent();
  }

  /** "<abs>C0035 stored</abs>": what stands there is told of it, and is not its name. */
  private boolean holdsCodes(int[] place, Head head) {
    return (head.is(Label.UNIT) || head.controlUnit() != null)
        && TextCells.CODE_WITHIN.matcher(new String(glyphs, place[0], place[1] - place[0])).find();
  }

  /** One line belongs to its part; several are lines of text. */
  private void between(Part part, Head head, int from, int to) {
    List<Cell> said = new ArrayList<>();
    int start = from;
    for (int i = from; i <= to; i++) {
      if (i == to || glyphs[i] == '\n') {
        Cell line = Cell.trimmed(glyphs, start, i);
        if (line.end() > line.start()) {
          said.add(line);
        }
        start = i + 1;
      }
    }
    int[] whole = {from, to};
    if (said.size() == 1 && !holdsCodes(whole, head)) {
      part.cells.add(new Cell(head, said.get(0).start(), said.get(0).end()));
      return;
    }
    for (Cell line : said) {
      Part alone = new Part(null);
      alone.cells.add(line);
      part.parts.add(alone);
    }
  }

  /** What was blanked with its tag is to be read after all. */
  private void reveal(int from, int to, String what) {
    for (int i = from; i < to && i - from < what.length(); i++) {
      glyphs[i] = Glyphs.plain(what.charAt(i - from));
    }
  }
}
