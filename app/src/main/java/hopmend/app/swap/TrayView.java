package hopmend.app.swap;

import hopmend.catalog.Catalog;
import hopmend.drawing.Sign;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.swap.Ledger;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/**
 * What lies on the tray, drawn.
 *
 * @param drawn what it looks like; by the last word of its name that there is a drawing of
 * @param pieces one for each that is drawn: true where it still lies here
 * @param more how many are not drawn beside those
 */
public record TrayView(Ledger.Line line, Sign drawn, List<Boolean> pieces, int more) {
  private static final int MOST_DRAWN = 12;
  private static final String FLUID = "fluid";
  private static final String ANY = "piece";

  static List<TrayView> of(Ledger ledger, Catalog catalog) {
    return ledger.lines().stream().map(l -> of(l, catalog)).toList();
  }

  private static TrayView of(Ledger.Line line, Catalog catalog) {
    int count = line.fluid() ? 1 : line.taken();
    int here = line.fluid() ? Math.min(1, line.owed()) : line.owed();
    List<Boolean> pieces =
        IntStream.range(0, Math.min(count, MOST_DRAWN)).mapToObj(i -> i >= count - here).toList();
    return new TrayView(line, drawn(line, catalog), pieces, count - pieces.size());
  }

  private static Sign drawn(Ledger.Line line, Catalog catalog) {
    String name = line.fluid() ? FLUID : line.item().toLowerCase(Locale.ROOT);
    return catalog.tray().stream()
        .filter(s -> name.contains(s.id()))
        .reduce(
            (one, later) ->
                name.lastIndexOf(later.id()) >= name.lastIndexOf(one.id()) ? later : one)
        .or(() -> catalog.tray().stream().filter(s -> s.id().equals(ANY)).findFirst())
        .orElseThrow();
  }

  /** Millilitres as a can has them: litres from one litre on. */
  private static String volume(int millilitres) {
    return millilitres < 1000
        ? millilitres + " ml"
        : Reading.of(millilitres / 1000.0, MeasureUnit.LITRE).text();
  }

  /** What is owed of it, in words. */
  public String owed() {
    if (line.owed() == 0) {
      return line.isLost() ? "lost" : "back";
    }
    if (line.fluid()) {
      return volume(line.owed()) + " to fill up";
    }
    return line.owed() + " of " + line.taken() + (line.renewed() ? ", new ones" : "") + " owed";
  }
}
