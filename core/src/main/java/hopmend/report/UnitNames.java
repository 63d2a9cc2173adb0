package hopmend.report;

import hopmend.fault.ControlUnit;
import hopmend.report.ReportWords.Label;
import java.util.Optional;
import java.util.stream.IntStream;

/** Where the name of a control unit stands, and where it ends. */
final class UnitNames {
  private final char[] glyphs;
  private final ReportWords words;

  UnitNames(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
  }

  /**
   * The unit that begins at a word: "engine. Brakes clean" speaks of two, not of engine brakes; and
   * "ECU: engine" is a field with its value.
   */
  Phrases.Match<ControlUnit> at(LineAtHand at, int i) {
    Phrases.Match<ControlUnit> match = words.units().at(at.words(), i);
    if (match != null && (isNumbered(at, i, i + match.words()) || isOtherWord(at, i, match))) {
      return null;
    }
    for (int k = 1; match != null && k < match.words(); k++) {
      if (at.isAnnounced(i + k) && words.isLabel(at.words(), i, Label.UNIT)) {
        return null;
      }
      boolean ended = isParted(at, i + k) || isFullStop(at, i + k);
      Optional<ControlUnit> before =
          ended ? words.units().whole(at.words().subList(i, i + k)) : Optional.empty();
      if (before.isPresent()) {
        return new Phrases.Match<>(before.get(), k);
      }
    }
    return match == null ? null : withKind(at, i, match);
  }

  /** "Engine,Brake booster low": two cells of a row. */
  private boolean isParted(LineAtHand at, int word) {
    int end = at.word(word - 1).end();
    return ",;|\t".indexOf(glyphs[end]) >= 0;
  }

  private boolean isFullStop(LineAtHand at, int word) {
    return glyphs[at.word(word - 1).end()] == '.' && isEnded(at, word - 1, word);
  }

  /** The English "combine" is no French "combiné". */
  private boolean isOtherWord(LineAtHand at, int i, Phrases.Match<ControlUnit> match) {
    Word w = at.word(i);
    return match.words() == 1
        && words.isOnlyAccented(w)
        && IntStream.range(w.start(), w.end()).allMatch(k -> glyphs[k] < '\u0080');
  }

  /** "ECU 3 is the cluster": a number, and no name; "Combine 3" is a vehicle. */
  private boolean isNumbered(LineAtHand at, int from, int behind) {
    return behind - from == 1
        && behind < at.size()
        && at.word(behind).isNumber()
        && at.word(behind).text().length() < 3
        && at.segment(behind) == at.segment(from)
        && (words.isLabel(at.words(), from, Label.UNIT) || words.makesOdometer(at.word(from)));
  }

  /** "Getriebe-ECU", "Lenkung Steuergerät": what kind of thing it is belongs to its name. */
  private Phrases.Match<ControlUnit> withKind(
      LineAtHand at, int i, Phrases.Match<ControlUnit> unit) {
    int kind = i + unit.words();
    if (kind >= at.size() || at.segment(kind) != at.segment(i)) {
      return unit;
    }
    Phrases.Match<Label> label = words.labels().at(at.words(), kind);
    int behind = label == null ? kind : kind + label.words();
    boolean hyphen = glyphs[at.word(kind).start() - 1] == '-';
    boolean names = behind < at.size() && at.isAnnounced(behind) && !hyphen;
    return label == null || label.meaning() != Label.UNIT || names
        ? unit
        : new Phrases.Match<>(unit.meaning(), behind - i);
  }

  /** Whether a sentence or a part of it ends between two words. */
  boolean isEnded(LineAtHand at, int from, int to) {
    for (int i = at.word(from).end(); i < at.word(to).start(); i++) {
      boolean slash = glyphs[i] == '/' && glyphs[i - 1] == ' ' && glyphs[i + 1] == ' ';
      if (slash || ".;)".indexOf(glyphs[i]) >= 0 && !Glyphs.isOfDots(glyphs, i)) {
        return true;
      }
    }
    return false;
  }
}
