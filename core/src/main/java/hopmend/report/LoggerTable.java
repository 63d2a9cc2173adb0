package hopmend.report;

/** How loggers write tables: what parts their cells, and the fractions in them. */
public final class LoggerTable {
  /** The table begins within so many lines. */
  public static final int LATEST_HEAD = 60;

  private LoggerTable() {}

  /** The sign that parts most cells in the lines of the beginning. */
  public static char separator(String text) {
    char best = ',';
    int most = 0;
    String beginning = text.substring(0, Math.min(text.length(), 20_000));
    for (char c : new char[] {';', '\t', ',', '|'}) {
      int widest =
          beginning
              .lines()
              .limit(LATEST_HEAD)
              .mapToInt(l -> (int) l.chars().filter(x -> x == c).count())
              .max()
              .orElse(0);
      // A comma may part a fraction where another sign parts the cells.
      if (widest > most && (c != ',' || most < 2)) {
        most = widest;
        best = c;
      }
    }
    return best;
  }

  /**
   * A number as a cell has it: of two signs the last one parts the fraction; a comma alone does so
   * too.
   *
   * @throws NumberFormatException if it is none
   */
  public static double number(String text) {
    int comma = text.lastIndexOf(',');
    if (comma < 0) {
      return Double.parseDouble(text);
    }
    return Double.parseDouble(
        comma > text.lastIndexOf('.')
            ? text.replace(".", "").replace(',', '.')
            : text.replace(",", ""));
  }
}
