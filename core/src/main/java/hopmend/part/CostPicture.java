package hopmend.part;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;

/**
 * True costs as bars below each other: what is paid, what is lost of the deposit, what waiting
 * costs, what comebacks cost on average; and the range in which nine in ten beliefs put the whole.
 */
public final class CostPicture {
  private static final double WIDTH = 640;
  private static final double ROW = 64;
  private static final double LEFT = 8;
  private static final double LONGEST = 520;
  private static final double BAR = 22;
  private static final int MOST = 4;

  private CostPicture() {}

  /** Of the first few that may go in and whose price is told. */
  public static Drawing draw(PartChoice choice, Wording words) {
    List<PartChoice.Candidate> shown =
        choice.open().stream().filter(c -> c.cost().known()).limit(MOST).toList();
    double most = shown.stream().mapToDouble(c -> c.cost().high()).max().orElse(1);
    double scale = LONGEST / Math.max(most, 1e-9);
    List<Shape> shapes = new ArrayList<>();
    List<String> said = new ArrayList<>();
    for (int i = 0; i < shown.size(); i++) {
      PartChoice.Candidate c = shown.get(i);
      bar(c, 26 + i * ROW, scale, shapes);
      said.add(c.part().number() + " " + round(c.cost().total()));
    }
    return new Drawing(
        WIDTH,
        Math.max(1, shown.size()) * ROW + 8,
        shapes,
        words.of(Message.of("cost.spoken", String.join("; ", said))));
  }

  private static void bar(PartChoice.Candidate c, double y, double scale, List<Shape> shapes) {
    TrueCost cost = c.cost();
    shapes.add(
        new Shape.Label(
            "cost-name", LEFT, y - 6, "start", c.part().number() + "  " + c.part().make()));
    double x = LEFT;
    x = piece("cost-pay", cost.pay(), x, y, scale, shapes);
    x = piece("cost-deposit", cost.depositLost(), x, y, scale, shapes);
    x = piece("cost-wait", cost.waiting(), x, y, scale, shapes);
    piece("cost-back", cost.comebacks(), x, y, scale, shapes);
    double low = LEFT + cost.low() * scale;
    double high = LEFT + cost.high() * scale;
    double middle = y + BAR / 2;
    shapes.add(line("cost-range", low, middle, high, middle));
    shapes.add(line("cost-range", low, middle - 7, low, middle + 7));
    shapes.add(line("cost-range", high, middle - 7, high, middle + 7));
    shapes.add(new Shape.Label("cost-total", high + 10, middle + 7, "start", round(cost.total())));
  }

  private static double piece(
      String role, double amount, double x, double y, double scale, List<Shape> shapes) {
    if (amount > 0) {
      shapes.add(new Shape.Box(role, x, y, amount * scale, BAR, 0));
    }
    return x + amount * scale;
  }

  private static Shape line(String role, double x1, double y1, double x2, double y2) {
    return new Shape.Path(role, List.of(new Shape.Point(x1, y1), new Shape.Point(x2, y2)), false);
  }

  private static String round(double amount) {
    return Reading.number(Math.rint(amount));
  }
}
