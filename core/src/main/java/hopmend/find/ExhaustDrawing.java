package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.vehicle.EngineLayout;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The exhaust as a line with stops, as one walks it: from the engine along each branch, past sensor
 * 1, the catalyst, sensor 2, and on to where the branches join. It tells order and bank, not
 * distances.
 */
public final class ExhaustDrawing {
  private static final double WIDTH = 900;
  private static final double LEFT = 24;
  private static final double ROW = 130;
  private static final double TOP = 66;
  private static final double ENGINE = 150;
  private static final double HALF_HEIGHT = 30;

  private final EngineLayout engine;
  private final int catalysts;
  private final List<Site> sites;
  private final Site chosen;
  private final Wording words;
  private final List<Shape> shapes = new ArrayList<>();

  private ExhaustDrawing(
      EngineLayout engine, int catalysts, List<Site> sites, Site chosen, Wording words) {
    this.engine = engine;
    this.catalysts = catalysts;
    this.sites = List.copyOf(sites);
    this.chosen = chosen;
    this.words = words;
  }

  /**
   * Draws the line of a vehicle.
   *
   * @param catalysts behind each other in each branch
   * @param sites the sensors in the exhaust, {@code chosen} among them
   */
  public static Drawing draw(
      EngineLayout engine, int catalysts, List<Site> sites, Site chosen, Wording words) {
    return new ExhaustDrawing(engine, catalysts, sites, chosen, words).drawing();
  }

  private int branches() {
    return Math.max(engine.exhaustBanks(), sites.stream().mapToInt(Site::bank).max().orElse(1));
  }

  private double y(int bank) {
    return TOP + (bank - 0.5) * ROW;
  }

  private Drawing drawing() {
    int branches = branches();
    double height = TOP + branches * ROW + 16;
    shapes.add(new Shape.Box("engine", LEFT, TOP, ENGINE, branches * ROW, 12));
    label("exhaust-engine", LEFT + ENGINE / 2, TOP + branches * ROW / 2 + 6, "exhaust.engine");
    double end = WIDTH - 36;
    double join = branches > 1 ? end - 70 : end;
    double middle = TOP + branches * ROW / 2;
    for (int bank = 1; bank <= branches; bank++) {
      branch(bank, branches, join);
      if (branches > 1) {
        path(new Shape.Point(join, y(bank)), new Shape.Point(join, middle));
      }
    }
    if (branches > 1) {
      path(new Shape.Point(join, middle), new Shape.Point(end, middle));
    }
    label("compass", end, TOP - 34, "exhaust.to-the-rear", "end");
    return new Drawing(WIDTH, height, shapes, spoken());
  }

  private void path(Shape.Point from, Shape.Point to) {
    shapes.add(0, new Shape.Path("exhaust-pipe", List.of(from, to), false));
  }

  /** The stops of a branch, from the engine on: sensor, catalyst, sensor, and so on. */
  private void branch(int bank, int branches, double end) {
    double y = y(bank);
    double from = LEFT + ENGINE;
    path(new Shape.Point(from, y), new Shape.Point(end, y));
    String[] parts = parts();
    double step = (end - from) / (2 * parts.length + 2);
    if (branches > 1) {
      shapes.add(
          new Shape.Label(
              "exhaust-bank",
              from + 12,
              y - HALF_HEIGHT - 12,
              "start",
              words.of(Message.of("exhaust.bank", bank))));
    }
    stop(bank, 1, from + step, y);
    for (int n = 1; n <= parts.length; n++) {
      double x = from + 2 * n * step;
      shapes.add(
          new Shape.Box("item-exhaust", x - step * 0.46, y - HALF_HEIGHT, step * 0.92, 60, 10));
      label("exhaust-part", x, y + 6, parts[n - 1]);
      stop(bank, n + 1, x + step, y);
    }
  }

  private String[] parts() {
    if (engine.fuel() == EngineLayout.Fuel.DIESEL) {
      return new String[] {"exhaust.filter", "exhaust.scr"};
    }
    return catalysts > 1
        ? new String[] {"exhaust.catalyst", "exhaust.second-catalyst"}
        : new String[] {"exhaust.catalyst"};
  }

  private void stop(int bank, int nth, double x, double y) {
    Optional<Site> here =
        Stream.concat(Stream.of(chosen), sites.stream())
            .filter(s -> isAt(s, bank, nth))
            .findFirst();
    if (here.isEmpty()) {
      return;
    }
    boolean isChosen = here.get().id().equals(chosen.id());
    if (isChosen) {
      shapes.add(new Shape.Disc("sensor-halo", x, y, 30));
    }
    shapes.add(new Shape.Disc(isChosen ? "sensor-chosen" : "sensor", x, y, isChosen ? 15 : 11));
    shapes.add(
        new Shape.Label(
            isChosen ? "exhaust-stop-chosen" : "exhaust-stop",
            x,
            y + HALF_HEIGHT + 26,
            "middle",
            stopName(here.get(), nth)));
  }

  private String stopName(Site site, int nth) {
    return site.position().isEmpty()
        ? words.of(Message.of("exhaust.soot-sensor"))
        : words.of(Message.of("exhaust.sensor", nth));
  }

  /** A sensor of no bank and no position sits behind everything that cleans the exhaust. */
  private boolean isAt(Site site, int bank, int nth) {
    if (site.position().isEmpty()) {
      return bank == 1 && nth == parts().length + 1;
    }
    return Math.max(1, site.bank()) == bank && site.position().equals("sensor " + nth);
  }

  private void label(String role, double x, double y, String key) {
    label(role, x, y, key, "middle");
  }

  private void label(String role, double x, double y, String key, String anchor) {
    shapes.add(new Shape.Label(role, x, y, anchor, words.of(Message.of(key))));
  }

  private String spoken() {
    return words.of(Message.of("exhaust.spoken", branches(), chosen.name()));
  }
}
