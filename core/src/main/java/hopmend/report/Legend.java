package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.report.ReportWords.Said;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** What letters and signs mean, where a report explains them: "A = active", "● stored". */
final class Legend {
  /** Letters of which a sign is made, at most. */
  private static final int LONGEST_SIGN = 3;

  /** How far a verb behind a sign is looked for. */
  private static final int LONGEST_VERB = 12;

  /** How far an explanation is looked at. */
  private static final int LONGEST_MEANING = 40;

  /** A line that is nothing but a legend is no longer. */
  private static final int LONGEST_LIST = 120;

  /** What parts the meanings of a list: a sign, a gap, or the next one, "● current ○ stored". */
  private static final String PARTED =
      "\\s*[,;|/]\\s*|\\s{2,}|\\s(?=[^\\p{L}\\p{N}\\s,;|/-] )|\\s(?=\\p{Lu} \\p{L})";

  private final char[] glyphs;
  private final ReportWords words;
  private final Map<String, CodeState> states = new HashMap<>();
  private final Map<String, CodeState> signs = new HashMap<>();

  private static final Pattern NAMED = Pattern.compile("(\\p{Lu}{2,4}) ");

  /** A sign, or capitals that may stand for a word. */
  private static final Pattern SIGN_OR_NAME =
      Pattern.compile("[^\\p{L}\\p{N}\\s]|(?<![\\p{L}\\p{N}])\\p{Lu}{2,4}(?![\\p{L}\\p{N}])");

  /** The signs and short names that stand in lines with codes, once somebody has asked. */
  private Set<String> besideCodes;

  /** Where letters are explained, from the letter to the end of its meaning. */
  private final NavigableMap<Integer, Integer> explanations = new TreeMap<>();

  /** Whether the last letter of a row may be one of these, whatever stands before it. */
  private final boolean endsRows;

  Legend(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
    for (int i = 1; i + 1 < glyphs.length; i++) {
      if (glyphs[i] == '=' || glyphs[i] == ':') {
        explained(i, i + 1);
      } else if ((glyphs[i] == ')' || glyphs[i] == ']') && glyphs[i + 1] == ' ') {
        inWords(i);
      } else if (glyphs[i] == ')' || glyphs[i] == ']') {
        beginsWord(i);
      }
      if (glyphs[i] == '(') {
        inBrackets(i + 1);
      }
    }
    listed();
    // One letter alone explains nothing, "S: stored", but a cross does, "x = present".
    if (states.size() < 2 && !states.containsKey("x") && !states.containsKey("X")) {
      states.clear();
      if (signs.isEmpty()) {
        explanations.clear();
      }
    }
    this.endsRows = anyRowsEndInLetters();
  }

  /** "●", "!!", but nothing that parts words everywhere. */
  private static boolean isSign(char c) {
    return !Glyphs.isWord(c) && c > ' ' && "=:;,.()[]{}<>|/\\'-_°%&".indexOf(c) < 0;
  }

  /** Whether a word explains a letter, and tells of no code. */
  boolean explains(Word w) {
    return isExplained(w.start());
  }

  private boolean isExplained(int place) {
    Map.Entry<Integer, Integer> last = explanations.floorEntry(place);
    return last != null && place < last.getValue();
  }

  /** "[C]urrent", "(H)istory". */
  private void beginsWord(int bracket) {
    boolean letter =
        bracket > 1
            && "([".indexOf(glyphs[bracket - 2]) >= 0
            && Character.isUpperCase(glyphs[bracket - 1]);
    int end = bracket + 1;
    while (end < glyphs.length
        && end - bracket < LONGEST_MEANING
        && Character.isLowerCase(glyphs[end])) {
      end++;
    }
    if (!letter || end == bracket + 1) {
      return;
    }
    String sign = String.valueOf(glyphs[bracket - 1]);
    Optional<Said> state =
        words.states().whole(Word.of(sign + Glyphs.seen(glyphs, bracket + 1, end)));
    if (state.isPresent()) {
      states.putIfAbsent(sign, state.get().state());
      explanations.put(bracket - 2, end);
    }
  }

  /** "(C) is current". */
  private void inWords(int bracket) {
    int end = bracket + 2;
    while (end < glyphs.length && end - bracket < LONGEST_VERB && Character.isLetter(glyphs[end])) {
      end++;
    }
    boolean verb = end < glyphs.length && end > bracket + 2 && glyphs[end] == ' ';
    if (verb && words.isBeing(Word.of(glyphs, bracket + 2, end).get(0))) {
      explained(bracket + 1, end);
    }
  }

  private void explained(int sign, int meaning) {
    int end = glyphs[sign - 1] == ' ' ? sign - 1 : sign;
    // "[C] = current"
    end -= end > 0 && (glyphs[end - 1] == ']' || glyphs[end - 1] == ')') ? 1 : 0;
    int start = end;
    while (start > 0 && end - start <= LONGEST_SIGN && Character.isUpperCase(glyphs[start - 1])) {
      start--;
    }
    // "c = current": a small letter only where nothing but its sign explains it
    boolean small = start == end && end > 0 && Character.isLowerCase(glyphs[end - 1]);
    // "1 = active"
    small |= start == end && end > 0 && Glyphs.isDigit(glyphs[end - 1]) && isSingle(end - 1);
    start -= small && glyphs[sign] == '=' ? 1 : 0;
    while (start > 0 && end - start < LONGEST_SIGN && isSign(glyphs[start - 1])) {
      start--;
    }
    boolean isDash = start == end && end > 0 && glyphs[end - 1] == '-';
    start -= isDash ? 1 : 0;
    boolean isSign = isDash || start < end && isSign(glyphs[end - 1]);
    boolean whole = start == 0 || isSign || !Glyphs.isWord(glyphs[start - 1]);
    int from = glyphs[meaning] == ' ' ? meaning + 1 : meaning;
    int to = from;
    while (to < glyphs.length
        && to - from < LONGEST_MEANING
        && (Character.isLetter(glyphs[to]) || glyphs[to] == ' ' || isSign && glyphs[to] == ',')) {
      to++;
    }
    if (!whole || start == end || to == from || glyphs[from] == ' ' || isUnit(start, end)) {
      return;
    }
    List<Word> said = Word.of(glyphs, from, to);
    Phrases.Match<Said> state = null;
    // "* = lamp on, confirmed"
    for (int k = 0; state == null && k < said.size() && (isSign || k == 0); k++) {
      state = words.states().at(said, k);
    }
    CodeState meant = state == null ? null : state.meaning().state();
    if (state == null && said.size() == 1) {
      meant = words.momentOf(said.get(0).text()).orElse(null);
    }
    if (meant != null) {
      // Dashes stand everywhere.
      if (!isDash) {
        Map<String, CodeState> told = isSign ? signs : states;
        told.putIfAbsent(new String(glyphs, start, end - start), meant);
      }
      if (isSign || end - start == 1 || standsBesideCodes(start, end)) {
        explanations.put(start, to);
      }
    }
  }

  private boolean isSingle(int place) {
    return place == 0 || !Glyphs.isWord(glyphs[place - 1]);
  }

  /** "P0335 ECM: active" explains nothing. */
  private boolean isUnit(int start, int end) {
    return end - start > 1 && words.units().whole(Word.of(glyphs, start, end)).isPresent();
  }

  /** "C current, H history" on a line of its own, or behind the word "Legend". */
  private void listed() {
    int start = 0;
    for (int i = 0; i <= glyphs.length; i++) {
      if (i < glyphs.length && glyphs[i] != '\n') {
        continue;
      }
      boolean begins =
          i - start > 3
              && i - start <= LONGEST_LIST
              && (Character.isUpperCase(glyphs[start]) || isSign(glyphs[start]));
      if (begins) {
        list(start, i);
      }
      start = i + 1;
    }
  }

  /** "P0335/C P0340/H (C current, H history)". */
  private void inBrackets(int start) {
    int end = start;
    while (end < glyphs.length && end - start <= LONGEST_LIST && ")\n".indexOf(glyphs[end]) < 0) {
      end++;
    }
    boolean begins = Character.isUpperCase(glyphs[start]) || isSign(glyphs[start]);
    if (begins && end < glyphs.length && glyphs[end] == ')' && end - start > 3) {
      list(start, end);
    }
  }

  private void list(int start, int end) {
    Map<String, CodeState> letters = new HashMap<>();
    Map<String, CodeState> others = new HashMap<>();
    String line = Glyphs.seen(glyphs, start, end);
    int named = line.indexOf(": ");
    for (String part : line.substring(named < 0 ? 0 : named + 1).strip().split(PARTED)) {
      String said = part.strip();
      Matcher name = NAMED.matcher(said);
      String sign =
          name.lookingAt() ? name.group(1) : said.substring(0, Math.min(1, said.length()));
      boolean apart = said.length() > sign.length() + 1 && said.charAt(sign.length()) == ' ';
      Optional<Said> state =
          apart
              ? words.states().whole(Word.of(withoutDash(said.substring(sign.length() + 1))))
              : Optional.empty();
      boolean isOther = apart && isSign(said.charAt(0));
      boolean isLetter = apart && Character.isUpperCase(said.charAt(0));
      if (state.isEmpty() || !isLetter && !isOther) {
        return;
      }
      if (sign.length() > 1 && !signsBesideCodes().contains(sign)) {
        return;
      }
      (isOther ? others : letters).put(sign, state.get().state());
    }
    boolean alone = letters.size() + others.size() < 2;
    if (alone && (named >= 0 || Collections.disjoint(others.keySet(), signsBesideCodes()))) {
      return; // "● stored" below a code tells of it
    }
    letters.forEach(states::putIfAbsent);
    others.forEach(signs::putIfAbsent);
    explanations.put(start, end);
  }

  /** Whether a short name of capitals stands in any line that holds a code. */
  private boolean standsBesideCodes(int start, int end) {
    return signsBesideCodes().contains(new String(glyphs, start, end - start));
  }

  private Set<String> signsBesideCodes() {
    if (besideCodes == null) {
      besideCodes =
          new String(glyphs)
              .lines()
              .filter(l -> TextCells.CODE_WITHIN.matcher(l).find())
              .flatMap(l -> SIGN_OR_NAME.matcher(l).results().map(MatchResult::group))
              .collect(Collectors.toSet());
    }
    return besideCodes;
  }

  /** "C - current". */
  private static String withoutDash(String meaning) {
    return meaning.startsWith("- ") ? meaning.substring(2) : meaning;
  }

  /** Whether rows end in letters, and not always in the same one as in "knock sensor A". */
  private boolean anyRowsEndInLetters() {
    Set<Character> letters = new HashSet<>();
    for (int i = 2; i <= glyphs.length && letters.size() < 2; i++) {
      boolean ends = i == glyphs.length || glyphs[i] == '\n';
      if (ends && glyphs[i - 2] == ' ' && states.containsKey(String.valueOf(glyphs[i - 1]))) {
        letters.add(glyphs[i - 1]);
      }
    }
    return letters.size() > 1;
  }

  boolean endsRows() {
    return endsRows;
  }

  /** The states that signs of a line stand for. */
  List<LineFinds.State> signed(Line line) {
    List<LineFinds.State> told = new ArrayList<>(0);
    int i = signs.isEmpty() ? line.end() : line.start();
    while (i < line.end()) {
      int end = i;
      while (end < line.end() && end - i < LONGEST_SIGN && isSign(glyphs[end])) {
        end++;
      }
      CodeState state = end > i ? signs.get(new String(glyphs, i, end - i)) : null;
      if (state != null && !isExplained(i)) {
        told.add(LineFinds.State.beside(state, i, end));
      }
      i = Math.max(end, i + 1);
    }
    return told;
  }

  boolean isCapital(Word w) {
    return Character.isUpperCase(glyphs[w.start()]);
  }

  /** Whether a letter stands for a state. */
  boolean isExplained(char letter) {
    return states.containsKey(String.valueOf(letter));
  }

  /** The state that a word stands for. */
  Optional<CodeState> stateOf(Word w) {
    return states.isEmpty() || w.end() - w.start() > LONGEST_SIGN || explains(w)
        ? Optional.empty()
        : Optional.ofNullable(states.get(new String(glyphs, w.start(), w.end() - w.start())));
  }
}
