package hopmend.app.web;

import java.util.regex.Pattern;

/**
 * A text in a CSV file that spreadsheets may open: what they would run as a formula gets an
 * apostrophe before it, and loses it again when the file is read in. Numbers stay numbers.
 */
public final class CsvCell {
  private static final Pattern FORMULA = Pattern.compile("'*[=+\\-@\t\r\n|%].*", Pattern.DOTALL);
  private static final Pattern NUMBER = Pattern.compile("[+-]?\\d+([.,]\\d+)?");

  private CsvCell() {}

  /** The text as it is written; {@link #read} gives it back unchanged. */
  public static String write(String text) {
    return isFormula(text) ? "'" + text : text;
  }

  public static String read(String cell) {
    return cell.startsWith("'") && isFormula(cell.substring(1)) ? cell.substring(1) : cell;
  }

  private static boolean isFormula(String text) {
    return FORMULA.matcher(text).matches() && !NUMBER.matcher(text).matches();
  }
}
