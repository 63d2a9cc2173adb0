package hopmend.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What programs put before and behind lines and is no part of them: the signs by which a mail
 * quotes; when and who says it, in messages that people wrote each other ("[09:15] Ola: and U0100
 * in the ABS"); the time and level of a log; bullets, bars and running numbers before every line;
 * the sign by which all of them end.
 */
final class LineSigns {
  /** So many lines are quoted in a row at least; one alone is a heading (our own bound). */
  private static final int LEAST_QUOTED = 2;

  /** So many lines begin in the same way before it means nothing (our own bound). */
  private static final int LEAST_ALIKE = 2;

  /** Characters of a line that are looked at for it (our own bound). */
  private static final int LONGEST = 80;

  private static final String DATE = "\\d{1,4}[./-]\\d{1,2}[./-]\\d{1,4}";

  private static final String TIME =
      "\\d{1,2}:\\d{2}(?::\\d{2}(?:[.,]\\d{1,6})?)?(?: ?[AaPp]\\.?[Mm]\\.?|Z)?";

  private static final Pattern SAYS =
      Pattern.compile(
          "(?<open>\\[)?(?:(?<date>%s),?[ T])?\\[?%s\\]?\\s?(?<dash>[-–])?\\s?"
                  .formatted(DATE, TIME)
              + "(?<name>\\p{Lu}[\\p{L}.'-]*(?: \\p{L}[\\p{L}.'-]*)?):\\s");

  private static final Pattern LOGGED =
      Pattern.compile(
          "(?:\\[?(?:(?<date>%s)[ T])?%s\\]?(?=[ \t]))?".formatted(DATE, TIME)
              + "(?:[ \t]*\\[?(?:TRACE|DEBUG|INFO|WARN(?:ING)?|ERROR|NOTICE)\\]?:?(?=[ \t])"
              + "(?:[ \t]+[a-z][\\w.]*:(?=[ \t]))?)?");

  private static final Pattern BULLET = Pattern.compile("\\s*(?<sign>[-*•·●▪◦‣→#|│+~–]|//)(?=\\s)");

  private static final Pattern NUMBER =
      Pattern.compile("\\s*[\\[(]?(?<number>\\d{1,6})(?:[.):\\]|]|(?=\t|  ))");

  /** "Comfort unit: 1) B1405". */
  private static final Pattern FIRST_OF_LIST =
      Pattern.compile("(?<=:[ \t])(?:\\(1\\)|#?1[.)])[ \t]{1,3}(?=[PCBUpcbu]\\p{XDigit}{4}\\b)");

  private static final String BARS = "|│";

  /** Bullets that a legend explains say something. */
  private static final Pattern LEGEND = Pattern.compile("[-*•·●▪◦‣→#+~–] ?= ?\\p{L}");

  /**
   * Signs before a line that are no part of it.
   *
   * @param kind the same for lines that begin alike
   * @param dateStart where they tell a date, if they do
   */
  private record Sign(int start, int end, String kind, int dateStart, int dateEnd) {
    Sign(int start, int end, String kind) {
      this(start, end, kind, -1, -1);
    }

    static Sign of(Matcher sign, int start, String kind) {
      int date = sign.start("date");
      return date < 0
          ? new Sign(start, start + sign.end(), kind)
          : new Sign(start, start + sign.end(), kind, start + date, start + sign.end("date"));
    }
  }

  /** What a line begins with: nothing, or a sign. */
  private interface Begin {
    Optional<Sign> at(int start, int nthLine);
  }

  private LineSigns() {}

  static int lineEnd(String text, int from) {
    int end = text.indexOf('\n', from);
    return end < 0 ? text.length() : end;
  }

  /** Quoted lines without their signs: "> > P0340". */
  static Optional<Rewriting> unquoted(String text) {
    if (!text.startsWith(">") && !text.contains("\n>")) {
      return Optional.empty();
    }
    Rewriting anew = new Rewriting(text);
    int quotedUntil = 0;
    int start = 0;
    while (start < text.length()) {
      int behind = Math.min(lineEnd(text, start) + 1, text.length());
      if (start >= quotedUntil) {
        quotedUntil = quoteEnds(text, start);
      }
      anew.keep(start < quotedUntil ? behindSigns(text, start, behind) : start, behind);
      start = behind;
    }
    return Optional.of(anew);
  }

  /** Behind the lines that are quoted from here on; the same place if they are too few. */
  private static int quoteEnds(String text, int start) {
    int lines = 0;
    int at = start;
    while (at < text.length() && text.charAt(at) == '>') {
      at = lineEnd(text, at) + 1;
      lines++;
    }
    return lines >= LEAST_QUOTED ? at : start;
  }

  private static int behindSigns(String text, int start, int end) {
    int at = start;
    while (at < end && text.charAt(at) == '>') {
      at++;
      at += at < end && text.charAt(at) == ' ' ? 1 : 0;
    }
    return at;
  }

  /** Messages without who wrote them and when. */
  static Optional<Rewriting> unsigned(String text, ReportWords words) {
    List<Sign> signs = new ArrayList<>();
    boolean talks = false;
    boolean dated = true;
    boolean exported = false;
    for (int start = 0; start < text.length(); start = lineEnd(text, start) + 1) {
      char first = text.charAt(start);
      Matcher says =
          first == '[' || Glyphs.isDigit(first) ? SAYS.matcher(begin(text, start)) : null;
      if (says != null && says.lookingAt() && isName(says.group("name"), words)) {
        signs.add(Sign.of(says, start, ""));
        boolean date = says.group("date") != null;
        talks |= !holdsCode(text, start);
        dated &= date;
        exported |= date && (says.group("open") != null || says.group("dash") != null);
      }
    }
    return exported || signs.size() > 1 && (talks || dated)
        ? Optional.of(without(text, signs))
        : Optional.empty();
  }

  /** Whether it names nothing that reports name so. */
  private static boolean isName(String name, ReportWords words) {
    return Word.of(name).stream().noneMatch(w -> words.isKnown(w) || words.isScanned(w));
  }

  /** A log without its times and levels. */
  static Optional<Rewriting> unlogged(String text) {
    return withoutAlike(
        text,
        (start, nth) -> {
          if (!beginsWith(text, start, "[TDIWEN")) {
            return Optional.empty();
          }
          Matcher logged = LOGGED.matcher(begin(text, start));
          return logged.lookingAt() && logged.end() > 0
              ? Optional.of(Sign.of(logged, start, ""))
              : Optional.empty();
        });
  }

  /** Lines without the bullets or the bars that they have in one column. */
  static Optional<Rewriting> unbulleted(String text) {
    return withoutAlike(text, (start, nth) -> bullet(text, start))
        .filter(bare -> !LEGEND.matcher(text).find());
  }

  private static Optional<Sign> bullet(String text, int start) {
    if (Glyphs.isWord(first(text, start))) {
      return Optional.empty();
    }
    Matcher bullet = BULLET.matcher(begin(text, start));
    if (!bullet.lookingAt()) {
      return Optional.empty();
    }
    String sign = bullet.group("sign");
    int column = bullet.start("sign");
    int behind = start + bullet.end();
    boolean parts =
        BARS.contains(sign)
            && text.substring(behind, Math.max(behind, barEnd(text, start))).contains(sign);
    return parts ? Optional.empty() : Optional.of(new Sign(start + column, behind, sign + column));
  }

  /** Lines without the numbers by which they are counted. */
  static Optional<Rewriting> uncounted(String text) {
    return withoutAlike(
        text,
        (start, nth) -> {
          if (!beginsWith(text, start, "[(")) {
            return Optional.empty();
          }
          Matcher number = NUMBER.matcher(begin(text, start));
          return number.lookingAt()
              ? Optional.of(
                  new Sign(
                      start,
                      start + number.end(),
                      String.valueOf(Integer.parseInt(number.group("number")) - nth)))
              : Optional.empty();
        });
  }

  /** A list that goes on in the line of its name, without the number of its first item. */
  static Optional<Rewriting> unnumbered(String text) {
    List<Sign> numbers = new ArrayList<>();
    Matcher first = FIRST_OF_LIST.matcher(text);
    while (first.find()) {
      numbers.add(new Sign(first.start(), first.end(), ""));
    }
    return numbers.isEmpty() ? Optional.empty() : Optional.of(without(text, numbers));
  }

  /** Lines without the sign by which all of them end; a heading has its colon, a table its bar. */
  static Optional<Rewriting> unended(String text, String signs) {
    List<Sign> ends = new ArrayList<>();
    for (int start = 0; start < text.length(); start = lineEnd(text, start) + 1) {
      int end = lineEnd(text, start);
      while (end > start && Character.isWhitespace(text.charAt(end - 1))) {
        end--;
      }
      char last = end > start ? text.charAt(end - 1) : ':';
      if (last == ':' || BARS.indexOf(last) >= 0) {
        continue;
      }
      String kind = String.valueOf(last);
      if (signs.indexOf(last) < 0 || !ends.isEmpty() && !ends.get(0).kind().equals(kind)) {
        return Optional.empty();
      }
      ends.add(new Sign(end - 1, end, kind));
    }
    return ends.size() >= LEAST_ALIKE ? Optional.of(without(text, ends)) : Optional.empty();
  }

  /**
   * Without the signs of lines in a row that begin alike, if not all of them have codes; those of a
   * part of the report only if some have.
   */
  private static Optional<Rewriting> withoutAlike(String text, Begin begin) {
    List<Sign> all = new ArrayList<>();
    List<Sign> run = new ArrayList<>();
    int nth = 0;
    for (int start = 0; start < text.length(); start = lineEnd(text, start) + 1) {
      if (isEmpty(text, start)) {
        continue;
      }
      Optional<Sign> sign = begin.at(start, nth++);
      if (sign.isEmpty() || !run.isEmpty() && !run.get(0).kind().equals(sign.get().kind())) {
        endRun(text, run, false, all);
      }
      sign.ifPresent(run::add);
    }
    endRun(text, run, run.size() == nth, all);
    return all.isEmpty() ? Optional.empty() : Optional.of(without(text, all));
  }

  private static void endRun(String text, List<Sign> run, boolean whole, List<Sign> all) {
    long codes = run.stream().filter(s -> holdsCode(text, s.start())).count();
    boolean some = codes > 0 && run.stream().noneMatch(s -> isColumn(text, s));
    if (run.size() >= LEAST_ALIKE && codes < run.size() && (whole || some)) {
      int spaces = run.stream().mapToInt(s -> spaces(text, s.end())).min().orElse(0);
      for (Sign s : run) {
        all.add(new Sign(s.start(), s.end() + spaces, s.kind(), s.dateStart(), s.dateEnd()));
        int bar = barEnd(text, s.start());
        if (BARS.contains(text.substring(s.start(), s.start() + 1)) && bar > s.end() + spaces) {
          all.add(new Sign(bar, lineEnd(text, bar), s.kind()));
        }
      }
    }
    run.clear();
  }

  /** What a tab or a gap parts from the rest may be a column whose name stands above. */
  private static boolean isColumn(String text, Sign s) {
    return text.startsWith("\t", s.end()) || text.startsWith("  ", s.end());
  }

  /** Where a line ends, or the bar at its end stands. */
  private static int barEnd(String text, int start) {
    int end = lineEnd(text, start);
    while (end > start && Character.isWhitespace(text.charAt(end - 1))) {
      end--;
    }
    return end > start && BARS.indexOf(text.charAt(end - 1)) >= 0 ? end - 1 : end;
  }

  private static int spaces(String text, int from) {
    int behind = from;
    while (behind < text.length() && " \t".indexOf(text.charAt(behind)) >= 0) {
      behind++;
    }
    return behind - from;
  }

  /** The first date that signs tell stands on a line of its own. */
  private static Rewriting without(String text, List<Sign> signs) {
    Rewriting anew = new Rewriting(text);
    int at = 0;
    boolean dated = false;
    for (Sign s : signs) {
      anew.keep(at, s.start());
      if (!dated && s.dateStart() >= 0) {
        anew.keep(s.dateStart(), s.dateEnd());
        anew.put('\n', s.dateEnd(), s.dateEnd());
        dated = true;
      }
      at = s.end();
    }
    anew.keep(at, text.length());
    return anew;
  }

  /** Whether a line begins with a digit or one of these signs; most do not. */
  private static boolean beginsWith(String text, int start, String signs) {
    char first = first(text, start);
    return Glyphs.isDigit(first) || signs.indexOf(first) >= 0;
  }

  /** What stands first in a line that is not empty. */
  private static char first(String text, int start) {
    int at = start;
    while (Character.isWhitespace(text.charAt(at))) {
      at++;
    }
    return text.charAt(at);
  }

  private static String begin(String text, int start) {
    return text.substring(start, Math.min(start + LONGEST, lineEnd(text, start)));
  }

  private static boolean holdsCode(String text, int start) {
    return TextCells.CODE_WITHIN.matcher(begin(text, start)).find();
  }

  static boolean isEmpty(String text, int start) {
    int end = lineEnd(text, start);
    int at = start;
    while (at < end && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
    return at == end;
  }
}
