package hopmend.report;

import hopmend.report.PartLayout.Part;
import hopmend.report.ReportWords.Label;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.json.JsonFactory;

/** JSON: objects are parts, their names and those of lists are headings. */
final class JsonLayout {
  private static final Pattern CODE =
      Pattern.compile("[PCBU][0-9][0-9A-Z]{3}([^0-9A-Z]?[0-9A-F]{2})?", Pattern.CASE_INSENSITIVE);

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
    try (JsonParser json = new JsonFactory().createParser(ObjectReadContext.empty(), text)) {
      json.nextToken();
      Part root = new Part(null);
      new JsonLayout(text, json, words).value(root, null);
      if (json.nextToken() != null) {
        return Optional.empty();
      }
      return Optional.of(new Layout("json", text, unescaped(text), PartLayout.lines(root)));
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
        Cell inside = name();
        if (json.nextToken() == JsonToken.START_OBJECT && inside.head().is(Label.UNIT)) {
          unit(inner, inside);
        } else {
          value(inner, inside);
        }
      }
    } else if (token == JsonToken.START_ARRAY) {
      list(part, name);
    } else if (token != null) {
      int start = (int) json.currentTokenLocation().getCharOffset();
      json.getString();
      int end = (int) json.currentLocation().getCharOffset();
      boolean quoted = token == JsonToken.VALUE_STRING;
      if (name != null && name.head().controlUnit() != null && holdsCode(start, end)) {
        Part ofUnit = new Part(name);
        ofUnit.cells.add(new Cell(Head.NONE, start + 1, end - 1));
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

  /** Codes listed under a name that is no field's: it may be that of a unit, known or not. */
  private void list(Part part, Cell name) {
    boolean mayBeUnit = name != null && !name.head().isKnown() && !isCode(name);
    Part held = mayBeUnit ? new Part(name) : part;
    while (json.nextToken() != JsonToken.END_ARRAY) {
      if (json.currentToken() == JsonToken.START_ARRAY) {
        Part row = new Part(null);
        held.parts.add(row);
        list(row, null);
      } else {
        value(held, mayBeUnit ? null : name);
      }
    }
    if (!mayBeUnit) {
      return;
    }
    boolean codes = held.cells.stream().anyMatch(c -> holdsCode(c.start(), c.end()));
    if (codes || name.head().controlUnit() != null) {
      part.parts.add(held);
    } else {
      held.cells.forEach(c -> part.cells.add(new Cell(name.head(), c.start(), c.end())));
      part.parts.addAll(held.parts);
    }
  }

  private boolean isCode(Cell name) {
    return CODE.matcher(text).region(name.start(), name.end()).matches();
  }

  private boolean holdsCode(int start, int end) {
    return TextCells.CODE_WITHIN.matcher(text).region(start, end).find();
  }

  /** {"ecu": {"name": "Engine", "addr": "7E8"}, "codes": ...}: it is that of the part around it. */
  private void unit(Part part, Cell name) {
    while (json.nextToken() == JsonToken.PROPERTY_NAME) {
      Cell inside = name();
      json.nextToken();
      boolean isName = inside.head().is(Label.TEXT) || inside.head().is(Label.UNIT);
      value(part, isName ? new Cell(name.head(), inside.start(), inside.end()) : inside);
    }
  }

  private Cell name() {
    int start = (int) json.currentTokenLocation().getCharOffset() + 1;
    return new Cell(head(json.currentName()), start, start + json.currentName().length());
  }
}
