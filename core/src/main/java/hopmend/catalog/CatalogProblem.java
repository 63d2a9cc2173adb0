package hopmend.catalog;

import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One thing that is wrong with a file of the catalog.
 *
 * @param words of the file that lead to its place, one behind the other: the name of a check, then
 *     what the check should not say
 */
record CatalogProblem(String file, String what, List<String> words) {
  private static final Pattern NAME = Pattern.compile("\\w+(-\\w+)+|-?\\w*\\d\\w*");

  CatalogProblem {
    words = List.copyOf(words);
  }

  static CatalogProblem of(String file, String what, Object... named) {
    return new CatalogProblem(
        file, what.formatted(named), List.of(named).stream().map(String::valueOf).toList());
  }

  /** The first name in a sentence: what is joined by a hyphen, or has a digit. */
  static List<String> names(String sentence) {
    return NAME.matcher(sentence).results().map(MatchResult::group).limit(1).toList();
  }

  /** File, line and what is wrong; without a line where none of the words stands in the file. */
  String told(String text) {
    int at = 0;
    int line = 0;
    for (String word : words) {
      Matcher found = whole(word).matcher(text);
      if (found.find(at)) {
        at = found.end();
        line = 1 + (int) text.substring(0, found.start()).chars().filter(c -> c == '\n').count();
      }
    }
    return line == 0 ? file + ": " + what : file + ", line " + line + ": " + what;
  }

  /** The word on its own, not within another one. */
  private static Pattern whole(String word) {
    return Pattern.compile("(?<![\\w-])" + Pattern.quote(word) + "(?![\\w-])");
  }
}
