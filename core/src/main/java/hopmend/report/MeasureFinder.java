package hopmend.report;

import hopmend.measure.MeasureUnit;
import java.util.Optional;
import java.util.stream.IntStream;

/** Where the number of a name stands, and in which unit. */
final class MeasureFinder {
  /** A unit of measure and where its spelling ends. */
  record Measure(MeasureUnit unit, int end) {}

  private final char[] glyphs;
  private final ReportWords words;

  MeasureFinder(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
  }

  /** The word with the value's first digit, if only units and the like stand before it; else -1. */
  int nameEnds(LineAtHand at, int from, Word name) {
    int place = from;
    while (place < at.size() && place - from <= 4) {
      Word w = at.word(place);
      if (w.text().isEmpty()) {
        return -1;
      }
      boolean digit = Glyphs.isDigit(w.text().charAt(0));
      boolean perMinute = w.text().equals("1") && isPerMinute(at, place);
      if (digit && !perMinute) {
        if (!isBank(at, place, from)) {
          return place;
        }
        if (!w.text().equals("1")) {
          return -1;
        }
      } else if (!perMinute
          && !words.isBesideName(w)
          && !isBracketed(at, place)
          && words.measure(w.text()).isEmpty()
          && !(w.text().equals("min") || w.text().equals("h"))) {
        return -1;
      }
      place++;
    }
    return -1;
  }

  /**
   * "Short fuel trim 1 -2.3", "LTFT bank 2 ... 9.4": which bank it is of, before the value; "1 742"
   * is one number. Only what is told of bank 1 is a condition.
   */
  private boolean isBank(LineAtHand at, int place, int from) {
    Word w = at.word(place);
    if (place + 1 >= at.size()) {
      return false;
    }
    if (place > from && at.word(place - 1).text().equals("bank")) {
      return true;
    }
    Word next = at.word(place + 1);
    boolean thousands = next.text().length() >= 3 && next.start() == w.end() + 1;
    return (w.text().equals("1") || w.text().equals("2"))
        && !next.text().isEmpty()
        && Glyphs.isDigit(next.text().charAt(0))
        && next.start() > w.end()
        && " \t:".indexOf(glyphs[w.end()]) >= 0
        && !thousands;
  }

  /** "[g/s]": a unit of several words. */
  private boolean isBracketed(LineAtHand at, int word) {
    int end = at.cellOf(word).end();
    int open = at.word(word).start() - 1;
    while (open > 0 && at.word(word).start() - open < 6 && "[(".indexOf(glyphs[open]) < 0) {
      open--;
    }
    Optional<Measure> unit = open < 0 ? Optional.empty() : symbolAt(open + 1, end);
    return unit.isPresent()
        && "[(".indexOf(glyphs[open]) >= 0
        && unit.get().end() >= at.word(word).end()
        && unit.get().end() < end
        && "])".indexOf(glyphs[unit.get().end()]) >= 0;
  }

  private boolean isPerMinute(LineAtHand at, int word) {
    int end = at.word(word).end();
    return end + 3 < glyphs.length
        && glyphs[end] == '/'
        && word + 1 < at.size()
        && at.word(word + 1).text().equals("min");
  }

  /** A unit that stands between a name and its number. */
  Optional<MeasureUnit> unitBetween(LineAtHand at, int from, int to) {
    for (int k = from; k < to; k++) {
      if (at.word(k).text().equals("1") && isPerMinute(at, k)) {
        return Optional.of(MeasureUnit.PER_MINUTE);
      }
      Optional<Measure> symbol = symbolAt(at.word(k).start(), at.cellOf(k).end());
      if (symbol.isPresent()) {
        return symbol.map(Measure::unit);
      }
    }
    if (from > 0 && from < at.size()) {
      // A sign such as % or °C in brackets before the value is no word.
      for (int k = at.word(from - 1).end();
          k < at.word(to).start() && k - at.word(from - 1).end() < 12;
          k++) {
        if (glyphs[k] == '%' || glyphs[k] == '°') {
          return symbolAt(k, at.word(to).start()).map(Measure::unit);
        }
      }
    }
    return Optional.empty();
  }

  /** The unit of a number: behind it, else as it was named before; of the asked quantity. */
  Optional<Measure> measure(
      LineAtHand at,
      int[] number,
      int word,
      Optional<MeasureUnit> named,
      MeasureUnit.Quantity asked) {
    return unitBehind(at, number[1], word)
        .map(m -> asked == MeasureUnit.Quantity.TEMPERATURE ? scaled(m, number[1]) : m)
        .filter(m -> m.unit().quantity() == asked)
        .or(
            () ->
                named
                    .filter(unit -> unit.quantity() == asked)
                    .map(unit -> new Measure(unit, number[1])));
  }

  /** "90 graden" of a coolant is 90 °C. */
  private Measure scaled(Measure measure, int number) {
    boolean plain = words.isPlainDegree(Glyphs.seen(glyphs, number, measure.end()).strip());
    return plain ? new Measure(MeasureUnit.CELSIUS, measure.end()) : measure;
  }

  /** The unit behind a number, in its cell or alone in the next one. */
  Optional<Measure> unitBehind(LineAtHand at, int number, int word) {
    int cell = at.cellIndex(word);
    int place = number;
    int end = at.cells().get(cell).end();
    while (place < end
        && place - number < 24
        && (glyphs[place] == Glyphs.HIDDEN || " \t|;,'".indexOf(glyphs[place]) >= 0)) {
      place++;
    }
    if (place < end && (glyphs[place] == '(' || glyphs[place] == '[')) {
      return symbolAt(place + 1, end)
          .filter(m -> m.end() < end && ")]".indexOf(glyphs[m.end()]) >= 0);
    }
    if (place < end) {
      int first = place;
      boolean parted = IntStream.range(number, first).anyMatch(k -> "|;,'".indexOf(glyphs[k]) >= 0);
      return symbolAt(place, end).filter(m -> !parted || !isNameOfMore(m.end(), end));
    }
    if (cell + 1 < at.cells().size()) {
      Cell next = at.cells().get(cell + 1);
      return symbolAt(next.start(), next.end()).filter(m -> m.end() == next.end());
    }
    return Optional.empty();
  }

  /** "81 200, kilometres back 84 015": what a sign parts from the number names the next one. */
  private boolean isNameOfMore(int from, int to) {
    int next = Glyphs.behindSpaces(glyphs, from);
    return next > from && next < to && Glyphs.isWord(glyphs[next]);
  }

  /** The longest spelling of a unit that begins at a place, and is not part of a word. */
  private Optional<Measure> symbolAt(int from, int to) {
    int most = Math.min(to, from + 24);
    for (int end = most; end > from; end--) {
      boolean cut = end < to && Glyphs.isWord(glyphs[end - 1]) && Glyphs.isWord(glyphs[end]);
      if (cut || glyphs[end - 1] == ' ' || glyphs[end - 1] == Glyphs.HIDDEN) {
        continue;
      }
      Optional<MeasureUnit> unit = words.measure(Glyphs.seen(glyphs, from, end));
      if (unit.isPresent()) {
        return Optional.of(new Measure(unit.get(), end));
      }
    }
    return Optional.empty();
  }
}
