package hopmend.report;

import hopmend.report.LineAtHand.Part;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * "P0299 engine confirmed, P0715 crane pending, C0035 ABS stored": what stands in the place of a
 * control unit, and is none that anybody here knows, parts its code from the units of the others.
 */
final class ListedItems {
  /** Words of such a name, at most (our own bound). */
  private static final int LONGEST_NAME = 3;

  /** Where a unit stands beside its code. */
  private enum Place {
    BEFORE,
    BEHIND,
    /** "P0299 (stored) @engine". */
    MARKED
  }

  /** An item with one code; a unit, or a name in its place, from one word to another. */
  private record Item(int code, Place place, boolean known, int from, int behind, int end) {}

  private final char[] glyphs;
  private final ReportWords words;

  ListedItems(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
  }

  /** Tells the codes of unknown units in a line of running text. */
  void settle(LineAtHand at) {
    if (at.finds.codes.size() < 2 || at.cells().size() != 1) {
      return;
    }
    List<Item> items = new ArrayList<>();
    int from = 0;
    while (from < at.size()) {
      int behind = from + 1;
      while (behind < at.size() && !isParted(at, behind) && !at.endsSentence(behind - 1)) {
        behind++;
      }
      item(at, from, behind, items);
      from = behind;
    }
    Set<Place> known = EnumSet.noneOf(Place.class);
    items.stream().filter(Item::known).forEach(i -> known.add(i.place()));
    if (known.size() != 1) {
      return;
    }
    at.finds.eachCodeHasItsUnit =
        !known.contains(Place.BEFORE)
            && items.stream().filter(i -> known.contains(i.place())).count()
                == at.finds.codes.size()
            && 2 * items.stream().filter(i -> isToldAlone(at, i)).count() >= items.size();
    for (Item i : items) {
      if (!i.known() && known.contains(i.place())) {
        at.finds.codesOfUnknown.put(i.code(), name(at, i));
        if (i.place() != Place.BEFORE) {
          at.account(i.from(), i.behind(), Part.FILL);
        }
      }
    }
  }

  /** "Crane"; "speed sensor" names none. */
  private List<LineFinds.UnitAt> name(LineAtHand at, Item item) {
    List<Word> said = at.words().subList(item.from(), item.behind());
    int start = said.get(0).start();
    int end = said.get(said.size() - 1).end();
    boolean holds = item.place() == Place.BEFORE && at.finds.codes.get(item.code()).isOfEquipment();
    boolean describes =
        !holds && said.stream().anyMatch(words::endsInThing)
            || said.stream().anyMatch(words::isScanned)
            || words.conditions().begins(said, 0)
            || words.heads().begins(said, 0);
    for (int i = item.from(); i < item.behind(); i++) {
      describes |= at.part(i) == Part.FILL;
    }
    return describes
        ? List.of()
        : List.of(new LineFinds.UnitAt(Glyphs.seen(glyphs, start, end), start, end));
  }

  /** "Engine confirmed", and not "PCM processor": its state follows, or nothing. */
  private static boolean isToldAlone(LineAtHand at, Item item) {
    int i = item.known() ? item.from() : item.behind();
    while (i < item.end() && at.part(i) == Part.UNIT) {
      i++;
    }
    return i == item.end() || at.part(i) == Part.STATE;
  }

  /** By a comma, a bar, or a stroke with spaces. */
  private boolean isParted(LineAtHand at, int word) {
    for (int i = at.word(word - 1).end(); i < at.word(word).start(); i++) {
      boolean stroke = glyphs[i] == '/' && glyphs[i - 1] == ' ' && glyphs[i + 1] == ' ';
      if (stroke || ",;|".indexOf(glyphs[i]) >= 0) {
        return true;
      }
    }
    return false;
  }

  private void item(LineAtHand at, int from, int behind, List<Item> items) {
    int first = at.finds.codesBefore(at.word(from).start());
    int last = at.finds.codesBefore(at.word(behind - 1).end());
    if (last - first > 1 && hasUnit(at, from, at.behind(from, at.finds.codes.get(first).start()))) {
      // "Motor P0401 (aktiv) und P0402": one for several.
      items.add(new Item(first, Place.BEFORE, true, from, from + 1, behind));
    }
    if (last - first != 1) {
      return;
    }
    int code = from;
    while (at.part(code) != Part.CODE) {
      if (++code == behind) {
        return;
      }
    }
    int next = code;
    while (next < behind && at.part(next) == Part.CODE) {
      next++;
    }
    while (next < behind && at.part(next) == Part.LABEL && StateSense.isTimes(at, next)) {
      next++;
    }
    for (int i = next; i < behind; i++) {
      if (glyphs[at.word(i).start() - 1] == '@') {
        items.add(new Item(first, Place.MARKED, at.part(i) == Part.UNIT, i, behind, behind));
        return;
      }
    }
    if (hasUnit(at, from, code)) {
      items.add(new Item(first, Place.BEFORE, true, from, code, behind));
    } else if (next < behind && at.part(next) == Part.UNIT) {
      if (!describes(at, next, behind)) {
        items.add(new Item(first, Place.BEHIND, true, next, next + 1, behind));
      }
    } else if (!hasUnit(at, next, behind)) {
      if (first > 0) {
        unknown(at, from, code, first, Place.BEFORE, items);
      }
      int end = next;
      while (end < behind && (at.part(end) == Part.OTHER || at.part(end) == Part.FILL)) {
        end++;
      }
      if (end == behind || at.part(end) == Part.STATE) {
        unknown(at, next, end, first, Place.BEHIND, items);
      }
    }
  }

  /** "C0051 (steering angle)": what it is about. */
  private boolean describes(LineAtHand at, int unit, int behind) {
    int last = unit;
    while (last + 1 < behind && at.part(last + 1) == Part.UNIT) {
      last++;
    }
    return words.isThing(at.word(last));
  }

  private static boolean hasUnit(LineAtHand at, int from, int behind) {
    for (int i = from; i < behind; i++) {
      if (at.part(i) == Part.UNIT) {
        return true;
      }
    }
    return false;
  }

  /** A name of a few words, and nothing else. */
  private static void unknown(
      LineAtHand at, int from, int to, int code, Place place, List<Item> items) {
    int behind = to;
    while (place == Place.BEFORE && behind > from + 1 && at.part(behind - 1) == Part.LABEL) {
      behind--;
    }
    boolean name = from < behind && behind - from <= LONGEST_NAME && at.part(from) == Part.OTHER;
    for (int i = from; i < behind; i++) {
      boolean of = i + 1 < behind && at.part(i) == Part.FILL && at.part(i + 1) == Part.OTHER;
      name &= of || at.part(i) == Part.OTHER && at.word(i).digits() == 0;
    }
    if (name) {
      items.add(new Item(code, place, false, from, behind, behind));
    }
  }
}
