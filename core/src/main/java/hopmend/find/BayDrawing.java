package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.Orientation;
import java.util.ArrayList;
import java.util.List;

/**
 * The plan view of the engine bay, as someone sees it who stands before the vehicle and looks in:
 * the front of the vehicle is at the lower edge, the vehicle's left is on the right-hand side.
 */
public final class BayDrawing {
  /** Drawing units for a millimetre. */
  private static final double SCALE = 0.7;

  private static final double MARGIN = 48;
  private static final double NEAR = 2.1;

  private final EngineLayout engine;
  private final EngineGeometry geometry;
  private final Bay bay;
  private final Wording words;
  private final Sides sides;
  private final Sketch sketch;

  private BayDrawing(EngineLayout engine, Bay bay, Sides sides, Wording words) {
    this.words = words;
    this.sides = sides;
    this.engine = engine;
    this.geometry = new EngineGeometry(engine, bay);
    this.bay = bay;
    this.sketch =
        new Sketch(bay.widthMm() * SCALE + 2 * MARGIN, bay.depthMm() * SCALE + 2 * MARGIN);
  }

  /** Draws the bay with all sites of the family, {@code chosen} marked with its way in. */
  public static Drawing draw(
      EngineLayout engine, Bay bay, Sides sides, List<Site> sites, Site chosen, Wording words) {
    return new BayDrawing(engine, bay, sides, words).drawing(sites, chosen);
  }

  /** Draws what is near a site, larger, with its neighbours and with what looks like it. */
  public static Drawing near(
      EngineLayout engine,
      Bay bay,
      Sides sides,
      Neighbours neighbours,
      Site chosen,
      Wording words) {
    return new BayDrawing(engine, bay, sides, words).near(neighbours, chosen);
  }

  /** The place of the bay under a point of its drawing, the nearest one of the bay, in whole mm. */
  public static Site.Spot placeAt(Bay bay, double x, double y) {
    return new Site.Spot((x - MARGIN) / SCALE, bay.depthMm() - (y - MARGIN) / SCALE)
        .within(bay.widthMm(), bay.depthMm());
  }

  /** Draws the bay alone. */
  public static Drawing draw(EngineLayout engine, Bay bay, Sides sides, Wording words) {
    return new BayDrawing(engine, bay, sides, words).empty();
  }

  private Drawing empty() {
    background(List.of());
    return sketch.whole(words.of(Message.of("bay.spoken-empty", told().toArray())));
  }

  private void background(List<String> behind) {
    sketch.draw(
        new Shape.Box(
            "bay", MARGIN, MARGIN, sketch.width() - 2 * MARGIN, sketch.height() - 2 * MARGIN, 26));
    manifolds();
    block();
    cylinders();
    camshafts();
    valley();
    bay.landmarks().forEach(l -> landmark(l, behind));
    sketch.edges(
        words.of(Message.of("compass.windscreen")),
        words.of(Message.of("compass.front")),
        words.of(sides.right()),
        words.of(sides.left()));
  }

  private Drawing drawing(List<Site> sites, Site chosen) {
    background(chosen.behind());
    sites.stream()
        .filter(s -> !s.isOutsideBay() && !s.id().equals(chosen.id()))
        .forEach(s -> sensor(s, "sensor"));
    wayIn(chosen);
    sensor(chosen, "sensor-chosen");
    return sketch.whole(spoken(chosen));
  }

  private Drawing near(Neighbours neighbours, Site chosen) {
    background(chosen.behind());
    neighbours.draw(sketch, this::place, words);
    sensor(chosen, "sensor-chosen");
    return neighbours.near(sketch, place(chosen), NEAR, words);
  }

  private Shape.Point at(double alongMm, double sideMm) {
    return inDrawing(geometry.at(alongMm, sideMm));
  }

  private Shape.Point inDrawing(Site.Spot spot) {
    return inDrawing(spot.xMm(), spot.yMm());
  }

  private Shape.Point inDrawing(double xMm, double yMm) {
    return new Shape.Point(MARGIN + xMm * SCALE, MARGIN + (bay.depthMm() - yMm) * SCALE);
  }

  private void block() {
    double half = geometry.halfWidthMm();
    Shape.Box gearbox =
        box(
            "gearbox",
            geometry.halfLengthMm() + 6,
            -half - 15,
            geometry.halfLengthMm() + EngineGeometry.GEARBOX_MM,
            half - 20,
            20);
    outlined(box("engine", -geometry.halfLengthMm(), -half, geometry.halfLengthMm(), half, 12));
    outlined(
        box("pulley", -geometry.halfLengthMm() - 34, -70, -geometry.halfLengthMm() - 8, 70, 6));
    outlined(gearbox);
    named("part-name", "gearbox", gearbox);
  }

  private void outlined(Shape.Box box) {
    sketch.outlined(box);
  }

  private void named(String role, String name, Shape.Box box) {
    sketch.name(role, name, box);
  }

  private Shape.Box box(String role, double a1, double t1, double a2, double t2, double radius) {
    Shape.Point p = at(a1, t1);
    Shape.Point q = at(a2, t2);
    return new Shape.Box(
        role,
        Math.min(p.x(), q.x()),
        Math.min(p.y(), q.y()),
        Math.abs(p.x() - q.x()),
        Math.abs(p.y() - q.y()),
        radius);
  }

  private void cylinders() {
    for (EngineGeometry.Row row : geometry.rows()) {
      for (int i = 0; i < row.cylinders().size(); i++) {
        Shape.Point c = at(geometry.alongMm(row, i), row.sideMm());
        Shape.Disc bore = new Shape.Disc("cylinder", c.x(), c.y(), engine.boreMm() / 2 * SCALE);
        sketch.round(bore);
        if (isCounted()) {
          String number = String.valueOf(row.cylinders().get(i));
          sketch.draw(new Shape.Label("cylinder-number", c.x(), c.y() + 8, "middle", number));
        }
      }
    }
  }

  private void camshafts() {
    for (EngineGeometry.Row row : geometry.rows()) {
      for (int side : new int[] {1, -1}) {
        double offset = row.sideMm() + side * geometry.camOffsetMm();
        sketch.draw(
            new Shape.Path(
                side == row.intakeWards() ? "cam-intake" : "cam-exhaust",
                List.of(
                    at(-geometry.halfLengthMm() + 10, offset),
                    at(geometry.halfLengthMm() - 10, offset)),
                false));
      }
    }
  }

  private void manifolds() {
    if (engine.isInline()) {
      inlineIntake();
      inlineExhaust();
      return;
    }
    double reach = geometry.collectorMm() - 5;
    for (EngineGeometry.Row row : geometry.rows()) {
      int outwards = -row.intakeWards();
      for (int i = 0; i < row.cylinders().size(); i++) {
        double a = geometry.alongMm(row, i);
        double outer = outwards * (geometry.halfWidthMm() - 8);
        runner("exhaust-runner", at(a, outer), at(a * 0.5, outwards * reach));
      }
      double inner = outwards * (reach - 14);
      double outer = outwards * (reach + 24);
      manifold(
          box("exhaust-collector", -88, Math.min(inner, outer), 88, Math.max(inner, outer), 14),
          exhaustOf(row.bank()));
    }
  }

  /** The intake of two banks lies between them, above the block. */
  private void valley() {
    if (!engine.isInline()) {
      double end = geometry.halfRowMm();
      manifold(box("intake-plenum", -end, -24, end, 24, 14), Message.of("bay.intake-plenum"));
    }
  }

  private void inlineIntake() {
    double reach = EngineGeometry.HALF_HEAD_MM + EngineGeometry.MANIFOLD_MM;
    EngineGeometry.Row row = geometry.rows().get(0);
    for (int i = 0; i < row.cylinders().size(); i++) {
      double a = geometry.alongMm(row, i);
      runner("intake-runner", at(a, EngineGeometry.HALF_HEAD_MM - 8), at(a, reach));
    }
    double end = geometry.halfRowMm();
    manifold(
        box("intake-plenum", -end, reach - 22, end, reach + 34, 16), Message.of("bay.intake-side"));
  }

  /** One collector for every branch: oxygen sensors count banks by branch. */
  private void inlineExhaust() {
    double reach = EngineGeometry.HALF_HEAD_MM + EngineGeometry.MANIFOLD_MM;
    EngineGeometry.Row row = geometry.rows().get(0);
    for (EngineGeometry.Branch branch : geometry.branches()) {
      double middle = geometry.middleMm(branch);
      for (int i = branch.from(); i < branch.to(); i++) {
        double a = geometry.alongMm(row, i);
        double foot = middle + (a - middle) * 0.35;
        runner("exhaust-runner", at(a, -EngineGeometry.HALF_HEAD_MM + 8), at(foot, -reach));
      }
      manifold(
          box("exhaust-collector", middle - 78, -reach - 26, middle + 78, -reach + 18, 14),
          exhaustOf(branch.bank()));
    }
  }

  private Message exhaustOf(int bank) {
    return isCounted() && engine.exhaustBanks() > 1
        ? Message.of("bay.exhaust-of", bank)
        : Message.of("bay.exhaust");
  }

  /** Whether somebody has told where cylinder 1 is: nothing is numbered before. */
  private boolean isCounted() {
    return engine.isTold()
        && engine.cylinderOne() != CylinderOne.NOT_TOLD
        && (engine.isInline() || engine.bankOneSide() != null);
  }

  private void runner(String role, Shape.Point from, Shape.Point to) {
    Shape.Path path = new Shape.Path(role, List.of(from, to), false);
    sketch.line(path);
  }

  /** What lies over a manifold has a name of its own, and needs the place more. */
  private void manifold(Shape.Box box, Message says) {
    String name = words.of(says);
    outlined(box);
    double x = box.x() + box.width() / 2;
    double y = box.y() + box.height() / 2;
    if (bay.landmarks().stream().noneMatch(l -> holds(boxOf(l, "landmark"), x, y))) {
      named("manifold-name", name, box);
    }
  }

  private static boolean holds(Shape.Box b, double x, double y) {
    return x > b.x() && x < b.x() + b.width() && y > b.y() && y < b.y() + b.height();
  }

  private void landmark(Bay.Landmark l, List<String> behind) {
    boolean inTheWay = l.obstruction() != null && behind.contains(l.obstruction());
    Shape.Box box = boxOf(l, inTheWay ? "landmark-in-the-way" : "landmark");
    outlined(box);
    named(inTheWay ? "landmark-name-in-the-way" : "landmark-name", l.name(), box);
  }

  private Shape.Box boxOf(Bay.Landmark l, String role) {
    Shape.Point p = inDrawing(l.xMm(), l.yMm() + l.depthMm());
    return new Shape.Box(role, p.x(), p.y(), l.widthMm() * SCALE, l.depthMm() * SCALE, 8);
  }

  private Shape.Point place(Site site) {
    return inDrawing(geometry.of(site));
  }

  private void sensor(Site site, String role) {
    Shape.Point p = place(site);
    if (role.equals("sensor-chosen")) {
      marker(new Shape.Disc("sensor-halo", p.x(), p.y(), 32));
    }
    marker(new Shape.Disc(role, p.x(), p.y(), role.equals("sensor") ? 11 : 15));
  }

  private void marker(Shape.Disc disc) {
    sketch.marker(disc);
  }

  /**
   * From where a person stands or kneels. What is reached from below or from inside has no
   * direction in a plan: a ring and the word say it.
   */
  private void wayIn(Site site) {
    Shape.Point p = place(site);
    if (site.wayIn() != Site.WayIn.FROM_ABOVE && site.wayIn() != Site.WayIn.WHEEL_WELL) {
      marker(new Shape.Disc("way-in-ring", p.x(), p.y(), 44));
      sketch.nameFirst(
          "way-in-name", words.of(site.wayIn().shortly()), p, Neighbours.AROUND_A_RING);
      return;
    }
    boolean across =
        engine.orientation() == Orientation.ACROSS && site.wayIn() != Site.WayIn.WHEEL_WELL;
    double right = MARGIN + bay.widthMm() * SCALE + 20;
    double nearerSide = p.x() < right / 2 ? MARGIN - 20 : right;
    double fromX = across ? p.x() : nearerSide;
    double fromY = across ? MARGIN + bay.depthMm() * SCALE + 6 : p.y();
    double dx = p.x() - fromX;
    double dy = p.y() - fromY;
    double length = Math.hypot(dx, dy);
    Shape.Point tip = new Shape.Point(p.x() - dx / length * 34, p.y() - dy / length * 34);
    Shape.Path way = new Shape.Path("way-in", List.of(new Shape.Point(fromX, fromY), tip), false);
    sketch.line(way);
    double nx = -dy / length;
    double ny = dx / length;
    Shape.Point back = new Shape.Point(tip.x() - dx / length * 18, tip.y() - dy / length * 18);
    sketch.draw(
        new Shape.Path(
            "way-in-tip",
            List.of(
                tip,
                new Shape.Point(back.x() + nx * 10, back.y() + ny * 10),
                new Shape.Point(back.x() - nx * 10, back.y() - ny * 10)),
            true));
  }

  private String spoken(Site chosen) {
    List<Object> said = new ArrayList<>(told());
    said.add(chosen.name());
    said.add(String.join(", ", chosen.landmarks()));
    said.add(chosen.wayIn());
    return words.of(Message.of("bay.spoken", said.toArray()));
  }

  /** How the engine stands. */
  private List<Object> told() {
    Message sides =
        engine.isInline()
            ? Message.of("bay.intake", engine.intakeSide())
            : engine.bankOneSide() == null
                ? Message.of("bay.bank-one-not-told")
                : Message.of("bay.bank-one", engine.bankOneSide());
    return List.of(
        engine.cylinders(), engine.arrangement(), engine.orientation(), engine.pulleyEnd(), sides);
  }
}
