package hopmend.report;

import hopmend.measure.MeasureUnit;
import hopmend.report.PartLayout.Part;
import hopmend.report.ReportWords.Label;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.TokenStreamFactory;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.dataformat.yaml.YAMLFactory;

/** JSON and YAML: objects are parts, their names and those of lists are headings. */
final class JsonLayout {
  private static final Pattern CODE =
      Pattern.compile("[PCBU][0-9][0-9A-Z]{3}([^0-9A-Z]?[0-9A-F]{2})?", Pattern.CASE_INSENSITIVE);

  private static final Pattern NESTED =
      Pattern.compile(
          "(?m)^ *- +[^:\\s][^:\\n]*:( |$)|^( *)\\S[^\\n]*:\\s*\\n\\2 *(-|[^:\\s]+:)( |$)");

  /**
   * A field that lies deeper than what is above it, in an item or not; bare items are read as
   * lines.
   */
  private static final Pattern WITHIN =
      Pattern.compile("(?m)^ +(?:[^\\s#-][^:\\n]*:|-(?: +[^:\\n]+:( |$)| *[\\[{]))");

  private static final Pattern YAML_LINE =
      Pattern.compile(
          "\\s*|---| *(?:- +){0,9}([^\\s:{\\[\"'#-][^:]*|\"[^\"]*\"|'[^']*'):( .*)?| *-( +\\S*| +[\\[{].*)?");
  private static final Pattern FIELD = Pattern.compile("(?m)^ *(?:- +){0,9}\"?([\\w -]{1,40})\"?:");
  private static final int MOST_FIELDS = 200;

  /** Cells of an object that tells one value, and characters of its name (our own bounds). */
  private static final int MOST_CELLS = 12;

  private static final int LONGEST_NAME = 48;
  private static final Pattern NUMBER = Pattern.compile("[-+]?[0-9][0-9.,]*");

  private final String text;
  private final JsonParser json;
  private final ReportWords words;
  private final Map<String, Head> heads = new HashMap<>();

  private JsonLayout(String text, JsonParser json, ReportWords words) {
    this.text = text;
    this.json = json;
    this.words = words;
  }

  /** Empty if it is none. */
  static Optional<Layout> of(String text, ReportWords words) {
    return read(text, new JsonFactory(), words)
        .map(root -> new Layout("json", text, unescaped(text), PartLayout.lines(root)));
  }

  /**
   * Data with parts in parts, one name or item a line; empty for anything else. Prose is no data,
   * nor are fields below each other.
   */
  static Optional<Layout> ofYaml(String text, ReportWords words) {
    return isYaml(text, words)
        ? read(text, new YAMLFactory(), words)
            .map(root -> new Layout("yaml", text, Layout.glyphs(text), PartLayout.lines(root)))
        : Optional.empty();
  }

  static boolean isYaml(String text, ReportWords words) {
    return NESTED.matcher(text).find()
        && WITHIN.matcher(text).find()
        && text.lines().allMatch(l -> YAML_LINE.matcher(l).matches())
        && text.chars().noneMatch(c -> Character.isSurrogate((char) c))
        && namesFields(text, words);
  }

  /** Whether two lines or more begin with the name of a field. */
  private static boolean namesFields(String text, ReportWords words) {
    return FIELD
            .matcher(text)
            .results()
            .limit(MOST_FIELDS)
            .filter(m -> Head.of(m.group(1), words).isKnown())
            .limit(2)
            .count()
        == 2;
  }

  private static Optional<Part> read(String text, TokenStreamFactory kind, ReportWords words) {
    try (JsonParser json = kind.createParser(ObjectReadContext.empty(), text)) {
      json.nextToken();
      Part root = new Part(null);
      new JsonLayout(text, json, words).value(root, null);
      return json.nextToken() == null ? Optional.of(root) : Optional.empty();
    } catch (JacksonException e) {
      return Optional.empty();
    }
  }

  /** An escaped sign at its last place, with nothing visible before it. */
  private static char[] unescaped(String text) {
    char[] glyphs = Layout.glyphs(text);
    for (int i = 0; i + 1 < glyphs.length; i++) {
      if (text.charAt(i) != '\\') {
        continue;
      }
      char kind = text.charAt(i + 1);
      int last = kind == 'u' ? Math.min(i + 5, glyphs.length - 1) : i + 1;
      char is = ' ';
      if (kind == 'u' && i + 5 < glyphs.length) {
        is = Glyphs.plain((char) Integer.parseInt(text.substring(i + 2, i + 6), 16));
      } else if (kind == '/') {
        is = '/';
      }
      for (int k = i; k < last; k++) {
        glyphs[k] = Glyphs.HIDDEN;
      }
      glyphs[last] = is;
      i = last;
    }
    return glyphs;
  }

  private Head head(String name) {
    return heads.computeIfAbsent(name, n -> Head.of(n, words));
  }

  /** A value under a name, into the part in which it stands. */
  private void value(Part part, Cell name) {
    JsonToken token = json.currentToken();
    if (token == JsonToken.START_OBJECT) {
      Part inner = new Part(name);
      part.parts.add(inner);
      while (json.nextToken() == JsonToken.PROPERTY_NAME) {
        Cell inside = nameOfNext();
        if (json.currentToken() == JsonToken.START_OBJECT && inside.head().is(Label.UNIT)) {
          unit(inner, inside);
        } else {
          value(inner, inside);
        }
      }
      measured(inner);
      named(inner);
    } else if (token == JsonToken.START_ARRAY) {
      list(part, name, false);
    } else if (token == JsonToken.VALUE_NULL) {
      return;
    } else if (token != null) {
      int start = (int) json.currentTokenLocation().getCharOffset();
      json.getString();
      int end = (int) json.currentLocation().getCharOffset();
      boolean quoted = isQuoted(start);
      if (name != null && name.head().controlUnit() != null && holdsCode(start, end)) {
        Part ofUnit = new Part(name);
        ofUnit.cells.add(new Cell(Head.NONE, quoted ? start + 1 : start, quoted ? end - 1 : end));
        part.parts.add(ofUnit);
        return;
      }
      if (name != null && isCode(name)) {
        // {"P0340": "confirmed"}: the name may be what the value is about.
        part.cells.add(new Cell(Head.NONE, name.start(), name.end()));
      }
      part.cells.add(
          new Cell(
              name == null ? Head.NONE : name.head(),
              quoted ? start + 1 : start,
              quoted ? Math.max(start + 1, end - 1) : end));
    }
  }

  /**
   * Codes listed under a name that is no field's: it may be that of a unit, known or not.
   *
   * @param ofUnits whether the names around it are those of units: {"modules": {"Winch": [...]}}
   */
  private void list(Part part, Cell name, boolean ofUnits) {
    boolean mayBeUnit = name != null && !name.head().isKnown() && !isCode(name);
    Part held = mayBeUnit ? new Part(name) : part;
    while (json.nextToken() != JsonToken.END_ARRAY) {
      if (json.currentToken() == JsonToken.START_ARRAY) {
        Part row = new Part(null);
        held.parts.add(row);
        list(row, null, false);
      } else {
        value(held, mayBeUnit ? null : name);
      }
    }
    if (!mayBeUnit) {
      return;
    }
    boolean codes =
        holdsCode(held) || held.parts.stream().limit(MOST_FIELDS).anyMatch(this::holdsCode);
    if (codes || ofUnits && !held.parts.isEmpty() || name.head().controlUnit() != null) {
      part.parts.add(held);
    } else {
      held.cells.forEach(c -> part.cells.add(new Cell(name.head(), c.start(), c.end())));
      part.parts.addAll(held.parts);
    }
  }

  /** {"name": "Engine speed", "unit": "rpm", "value": 1850}, in any order: a field of that name. */
  private void measured(Part part) {
    List<Cell> numbers =
        part.cells.size() > MOST_CELLS
            ? List.of()
            : part.cells.stream().filter(c -> !c.head().isKnown() && isNumber(c)).toList();
    if (numbers.size() != 1) {
      return;
    }
    List<Cell> names =
        part.cells.stream().filter(c -> c.head().is(Label.TEXT) && isMeasure(c)).toList();
    if (names.size() != 1) {
      return;
    }
    Optional<Cell> unit = part.cells.stream().filter(c -> measure(c).isPresent()).findFirst();
    Head named = head(text(names.get(0)));
    Cell number = numbers.get(0);
    part.cells.removeAll(List.of(names.get(0), number));
    unit.ifPresent(part.cells::remove);
    Head head = unit.flatMap(this::measure).map(named::in).orElse(named);
    part.cells.add(new Cell(head, number.start(), number.end()));
  }

  private boolean isMeasure(Cell name) {
    if (name.end() - name.start() > LONGEST_NAME) {
      return false;
    }
    Head head = head(text(name));
    return head.condition() != null || head.is(Label.ODOMETER);
  }

  private Optional<MeasureUnit> measure(Cell c) {
    return c.head().is(Label.UNIT) ? words.measure(text(c).strip()) : Optional.empty();
  }

  private boolean isNumber(Cell c) {
    return NUMBER.matcher(text).region(c.start(), c.end()).matches();
  }

  private String text(Cell c) {
    return text.substring(c.start(), c.end());
  }

  /** {"systems": [{"name": "Tail lift", "faults": [...]}]}: the name is that of the unit. */
  private void named(Part part) {
    if (part.name == null || !part.name.head().is(Label.UNIT)) {
      return;
    }
    boolean told =
        part.cells.stream().anyMatch(c -> c.head().is(Label.UNIT) || holdsCode(c.start(), c.end()));
    boolean answers =
        part.cells.stream()
            .anyMatch(c -> c.head().is(Label.ADDRESS) && words.answering(text(c)).isPresent());
    if (told || answers) {
      return;
    }
    Stream.<Predicate<Cell>>of(
            c -> c.head().is(Label.TEXT),
            c -> c.head().is(Label.CODE),
            c -> !c.head().isKnown() && words.units().whole(Word.of(text(c))).isPresent())
        .flatMap(asked -> part.cells.stream().filter(asked).filter(this::holdsLetters))
        .findFirst()
        .ifPresent(
            c ->
                part.cells.set(
                    part.cells.indexOf(c), new Cell(part.name.head(), c.start(), c.end())));
  }

  private boolean holdsLetters(Cell c) {
    return text(c).chars().anyMatch(Character::isLetter);
  }

  private boolean isCode(Cell name) {
    return CODE.matcher(text).region(name.start(), name.end()).matches();
  }

  private boolean holdsCode(Part part) {
    return part.cells.stream().anyMatch(c -> holdsCode(c.start(), c.end()));
  }

  private boolean holdsCode(int start, int end) {
    return TextCells.CODE_WITHIN.matcher(text).region(start, end).find();
  }

  /** {"ecu": {"name": "Engine", "addr": "7E8"}, "codes": ...}: it is that of the part around it. */
  private void unit(Part part, Cell name) {
    boolean named = false;
    while (json.nextToken() == JsonToken.PROPERTY_NAME) {
      Cell inside = nameOfNext();
      boolean isName = inside.head().is(Label.TEXT) || inside.head().is(Label.UNIT);
      named |= isName;
      if (json.currentToken() == JsonToken.START_ARRAY && !named) {
        list(part, inside, true);
        continue;
      }
      value(part, isName ? new Cell(name.head(), inside.start(), inside.end()) : inside);
    }
  }

  /** The name of a field; what it names is next then. */
  private Cell nameOfNext() {
    Cell name = name();
    JsonToken next = json.nextToken();
    boolean holds = next != null && next.isStructStart();
    return holds && saysItIsAUnit(name) ? new Cell(Head.NONE, name.start(), name.end()) : name;
  }

  /** {"Fridge unit": ["C1301"]}: its name, and no field of names such as "ecu" or "modules". */
  private boolean saysItIsAUnit(Cell name) {
    List<Word> said = Word.of(text.substring(name.start(), name.end()).replace('_', ' '));
    return name.head().is(Label.UNIT)
        && said.size() > 1
        && !said.get(said.size() - 1).text().endsWith("s")
        && words.isKind(said.subList(said.size() - 1, said.size()))
        && said.subList(0, said.size() - 1).stream().allMatch(words::mayName);
  }

  private boolean isQuoted(int start) {
    return start < text.length() && "\"'".indexOf(text.charAt(start)) >= 0;
  }

  private Cell name() {
    int start = (int) json.currentTokenLocation().getCharOffset();
    start += isQuoted(start) ? 1 : 0;
    return new Cell(head(json.currentName()), start, start + json.currentName().length());
  }
}
