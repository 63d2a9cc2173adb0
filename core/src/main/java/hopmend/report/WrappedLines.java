package hopmend.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Lines that a program broke because they were long, as mails are: what it put into the next line
 * belongs to them. A line was broken if its next word had no room in the width of the report.
 */
final class WrappedLines {
  /** Narrower ones are lists (our own bound). */
  private static final int NARROWEST = 35;

  /** Wider ones are not broken (our own bound). */
  private static final int WIDEST = 120;

  /** Words of a line of prose, at least (our own bound). */
  private static final int LEAST_WORDS = 4;

  /** So many lines that go on tell the width for the others (our own bound). */
  private static final int LEAST_TELLING = 2;

  /** Words of a state, at most, that are looked at from the end of a line (our own bound). */
  private static final int LONGEST_STATE = 5;

  /** Where a single line goes on, it is as long as this at least (our own bound). */
  private static final int LEAST_WIDTH_ALONE = 55;

  /**
   * Mails are as wide as this at least, where nothing tells that a line goes on (our own bound).
   */
  private static final int LEAST_WIDTH_UNTOLD = 65;

  /** What is parted by columns, bars or tabs is a table. */
  private static final Pattern COLUMNS =
      Pattern.compile("\\t|[|│]| {3}|  \\S.*  \\S|;[^ ].*;[^ ]|,[^ ].*,[^ ]|=.*=| - .* - ");

  private static final String OPEN = ",+&/(–-";

  /** What begins something of its own: a bullet, a number of a list, a field with its name. */
  private static final Pattern ITEM =
      Pattern.compile(
          "[-*•·●▪◦‣→#+~–>=\\[{<\"]|\\d{1,3}[.)/] |[\\p{L}\\d/-]+(?: [\\p{L}\\d/-]+){0,2} *:(?: |$)");

  /** "dtc1.state = stored" */
  private static final Pattern ASSIGNED = Pattern.compile("[\\p{L}\\d._-]{1,40} {0,8}=");

  private static final Pattern COUNTED = Pattern.compile(" *(\\d{1,3}) (?=\\p{L})");

  /** A line and whether it goes on in the next one. */
  private record Broken(String line, int end, String next, boolean goesOn) {
    /** Whether a sentence ends with it. */
    boolean ends() {
      return endsSentence(line);
    }

    /** Whether the next line begins with a name, or with a new sentence. */
    boolean beginsLarge() {
      return Character.isUpperCase(next.charAt(0))
          && !TextCells.CODE_WITHIN.matcher(next).lookingAt();
    }

    /** What the next line begins with had no room. */
    boolean isFull(int width) {
      int space = next.indexOf(' ');
      return line.length() + 1 + (space < 0 ? next.length() : space) > width;
    }
  }

  private final String text;

  /** As it looks, sign by sign. */
  private final String looks;

  private final ReportWords words;

  /** Characters of the longest line of prose. */
  private int longest;

  private WrappedLines(String text, ReportWords words) {
    this.text = text;
    this.looks = new String(Layout.glyphs(text));
    this.words = words;
  }

  static Optional<Rewriting> joined(String text, ReportWords words) {
    return new WrappedLines(text, words).joined();
  }

  private Optional<Rewriting> joined() {
    List<Broken> broken = broken();
    int width = longest;
    long telling = broken.stream().filter(b -> b.goesOn() && b.isFull(width)).count();
    boolean notes = broken.stream().anyMatch(b -> !b.isFull(width) && (b.goesOn() || !b.ends()));
    boolean told = telling >= LEAST_TELLING || width >= LEAST_WIDTH_ALONE && !notes;
    if (width < NARROWEST || width > WIDEST || !told) {
      return Optional.empty();
    }
    Rewriting anew = new Rewriting(text);
    int at = 0;
    for (Broken b : broken) {
      boolean other = telling > 0 || width >= LEAST_WIDTH_UNTOLD && !b.beginsLarge();
      boolean open = other && !b.ends() || telling > 0 && b.line().endsWith(":");
      if (b.isFull(width) && (b.goesOn() || open || telling >= LEAST_TELLING)) {
        anew.keep(at, b.end());
        anew.put(' ', b.end(), b.end());
        at = LineSigns.lineEnd(text, b.end()) + 1;
      }
    }
    anew.keep(at, text.length());
    return at == 0 ? Optional.empty() : Optional.of(anew);
  }

  /** Lines of prose with another one below. */
  private List<Broken> broken() {
    List<Broken> broken = new ArrayList<>();
    boolean capital = beginsLarge();
    String line = "";
    boolean isProse = false;
    int end = 0;
    for (int start = 0; start < text.length(); start = LineSigns.lineEnd(text, start) + 1) {
      int behind = LineSigns.lineEnd(text, start);
      String next = looks.substring(start, Math.min(behind, start + WIDEST + 1)).stripTrailing();
      String begin = next.stripLeading();
      boolean mayBe = next.length() >= NARROWEST;
      boolean parted = (isProse || mayBe) && COLUMNS.matcher(begin).find();
      boolean other = begin.isEmpty() || parted || isOutside(line, next);
      if (isProse && !other && !isItem(line, begin, capital)) {
        boolean within = !ITEM.matcher(line).lookingAt() || next.startsWith(" ");
        broken.add(new Broken(line, end, begin, within && goesOn(line, begin, capital)));
      }
      line = next;
      boolean whole = looks.substring(start + next.length(), behind).isBlank();
      isProse = mayBe && !parted && whole && isProse(next);
      longest = isProse ? Math.max(longest, next.length()) : longest;
      end = start + next.length();
    }
    return broken;
  }

  /** "Stored" below a row that is indented further: it would go on what stands inside of it. */
  private boolean isOutside(String line, String next) {
    int indent = indent(next);
    return indent < indent(line) && (indent > 0 || words.states().whole(Word.of(next)).isPresent());
  }

  private static int indent(String line) {
    return line.length() - line.stripLeading().length();
  }

  private static boolean endsSentence(String line) {
    return ".!?:;".indexOf(line.charAt(line.length() - 1)) >= 0;
  }

  /** Whether who wrote it knows capitals. */
  private boolean beginsLarge() {
    String begin = looks.stripLeading();
    return !begin.isEmpty() && !Character.isLowerCase(begin.charAt(0));
  }

  private boolean isProse(String line) {
    return line.length() <= WIDEST
        && !(line.endsWith(":") && line.length() < LEAST_WIDTH_ALONE)
        && line.chars().filter(c -> c == ' ').limit(LEAST_WORDS - 1L).count() == LEAST_WORDS - 1
        && Word.of(line).size() >= LEAST_WORDS;
  }

  /** A code below a line that begins with one is the next of a list, as "(" is below a "(". */
  private boolean isItem(String line, String next, boolean capital) {
    boolean both = next.startsWith("(") && line.stripLeading().startsWith("(");
    if (both || isCountedOn(line, next) || ASSIGNED.matcher(next).lookingAt()) {
      return true;
    }
    Matcher item = ITEM.matcher(next);
    if (item.lookingAt()) {
      // "P0715 Gearbox\npending. ABS: ..." goes on, "P0715\nstate: pending" does not.
      boolean goesOn = capital && Character.isLowerCase(next.charAt(0)) && !endsSentence(line);
      return !goesOn || words.labels().whole(Word.of(item.group())).isPresent();
    }
    return TextCells.CODE_WITHIN.matcher(next).lookingAt()
        && TextCells.CODE_WITHIN.matcher(line.stripLeading()).lookingAt()
        && !isOpen(line);
  }

  /** "1 Engine ...", "2 Brakes ...". */
  private static boolean isCountedOn(String line, String next) {
    Matcher one = COUNTED.matcher(line);
    Matcher two = COUNTED.matcher(next);
    return one.lookingAt()
        && two.lookingAt()
        && Integer.parseInt(one.group(1)) + 1 == Integer.parseInt(two.group(1));
  }

  /**
   * What ends in an open sign, or in a word that needs another, goes on; and what is followed by a
   * small letter, in a text that has capitals.
   */
  private boolean goesOn(String line, String next, boolean capital) {
    return isOpen(line)
        || next.startsWith("(")
        || !endsSentence(line) && capital && Character.isLowerCase(next.charAt(0));
  }

  private boolean isOpen(String line) {
    List<Word> all = Word.of(line);
    Word last = all.get(all.size() - 1);
    boolean small =
        last.end() == line.length()
            && line.charAt(last.start() - 1) == ' '
            && Character.isLowerCase(line.charAt(last.start()));
    return OPEN.indexOf(line.charAt(line.length() - 1)) >= 0
        || small && needsMore(last) && !endsInState(all);
  }

  /** "... ya no aparece": the verb is the last word of a state. */
  private boolean endsInState(List<Word> all) {
    for (int i = Math.max(0, all.size() - LONGEST_STATE); i < all.size(); i++) {
      Phrases.Match<ReportWords.Said> state = words.states().at(all, i);
      if (state != null && i + state.words() == all.size()) {
        return true;
      }
    }
    return false;
  }

  private boolean needsMore(Word w) {
    return words.isArticle(w)
        || words.isThe(w)
        || words.isAnd(w)
        || words.isOf(w)
        || words.isFrom(w)
        || words.isInside(w)
        || words.isAs(w)
        || words.runs(w)
        || words.isHolding(w);
  }
}
