package hopmend.find;

import hopmend.find.Site.Spot;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.List;

/**
 * Where the parts of an engine lie in the plan of its bay, in millimetres. Sizes that no card tells
 * are those of usual engines.
 */
final class EngineGeometry {
  static final double HALF_HEAD_MM = 115;
  static final double MANIFOLD_MM = 95;
  static final double SENSOR_INSET_MM = 14;
  static final double GEARBOX_MM = 130;
  private static final double END_MM = 45;
  private static final double CAM_OFFSET_MM = 62;
  private static final double VEE_MM = 105;
  private static final double FLAT_MM = 165;
  private static final double HALF_ROW_MM = 78;
  private static final double BANK_CAM_OFFSET_MM = 46;
  private static final double BANK_COLLECTOR_MM = 67;

  private final EngineLayout engine;
  private final Bay bay;
  private final List<Row> rows;

  EngineGeometry(EngineLayout engine, Bay bay) {
    this.engine = engine;
    this.bay = bay;
    this.rows = rowsOf(engine);
  }

  /**
   * A row of cylinders.
   *
   * @param sideMm from the middle towards the first side
   * @param intakeWards to which side of the row its intake lies, 1 or -1
   * @param staggerMm how far it is shifted towards the flywheel
   */
  record Row(int bank, List<Integer> cylinders, double sideMm, int intakeWards, double staggerMm) {}

  /** A branch of an exhaust: the cylinders that it collects, as places along their row. */
  record Branch(int bank, int from, int to) {}

  private static List<Row> rowsOf(EngineLayout engine) {
    List<EngineLayout.Row> rows = engine.rows();
    if (engine.isInline()) {
      return List.of(new Row(1, rows.get(0).cylinders(), 0, 1, 0));
    }
    double apart = engine.arrangement() == EngineLayout.Arrangement.FLAT ? FLAT_MM : VEE_MM;
    double stagger = engine.borePitchMm() * 0.25;
    return List.of(
        new Row(1, rows.get(0).cylinders(), apart, -1, -stagger / 2),
        new Row(2, rows.get(1).cylinders(), -apart, 1, stagger / 2));
  }

  List<Row> rows() {
    return rows;
  }

  Row row(int bank) {
    return rows.stream().filter(r -> r.bank() == bank).findFirst().orElse(rows.get(0));
  }

  /**
   * A point of the engine in the bay.
   *
   * @param alongMm from the middle of the engine towards the flywheel
   * @param sideMm from the middle towards the intake of an engine in line, towards bank 1 else
   */
  Spot at(double alongMm, double sideMm) {
    double[] along = unit(engine.pulleyEnd().opposite());
    double[] side = unit(engine.firstSide());
    return new Spot(
        bay.engineX() + along[0] * alongMm + side[0] * sideMm,
        bay.engineY() + along[1] * alongMm + side[1] * sideMm);
  }

  private static double[] unit(VehicleSide side) {
    return switch (side) {
      case LEFT -> new double[] {1, 0};
      case RIGHT -> new double[] {-1, 0};
      case REAR -> new double[] {0, 1};
      case FRONT -> new double[] {0, -1};
    };
  }

  /** Half length of the engine along its rows of cylinders, mm. */
  double halfLengthMm() {
    int longest = rows.stream().mapToInt(r -> r.cylinders().size()).max().orElse(1);
    return engine.borePitchMm() * longest / 2 + END_MM;
  }

  /** The same without what lies before the first cylinder and behind the last. */
  double halfRowMm() {
    return halfLengthMm() - END_MM;
  }

  double halfWidthMm() {
    return engine.isInline() ? HALF_HEAD_MM : rows.get(0).sideMm() + HALF_ROW_MM;
  }

  double camOffsetMm() {
    return engine.isInline() ? CAM_OFFSET_MM : BANK_CAM_OFFSET_MM;
  }

  double alongMm(Row row, int index) {
    return (index - (row.cylinders().size() - 1) / 2.0) * engine.borePitchMm() + row.staggerMm();
  }

  /** From the middle to the collector of an exhaust, mm. */
  double collectorMm() {
    return engine.isInline() ? HALF_HEAD_MM + MANIFOLD_MM : halfWidthMm() + BANK_COLLECTOR_MM;
  }

  /** The branches of an engine in line, bank 1 first: that of cylinder 1. */
  List<Branch> branches() {
    int cylinders = rows.get(0).cylinders().size();
    int branches = engine.exhaustBranches();
    int each = (cylinders + branches - 1) / branches;
    boolean fromTheFlywheel = engine.cylinderOne() == EngineLayout.CylinderOne.FLYWHEEL_END;
    return java.util.stream.IntStream.range(0, branches)
        .mapToObj(
            b -> {
              int at = fromTheFlywheel ? branches - 1 - b : b;
              return new Branch(b + 1, at * each, Math.min(cylinders, (at + 1) * each));
            })
        .toList();
  }

  double middleMm(Branch branch) {
    return (alongMm(rows.get(0), branch.from()) + alongMm(rows.get(0), branch.to() - 1)) / 2;
  }

  /** The collector of the exhaust of a bank. */
  Spot collector(int bank) {
    if (!engine.isInline()) {
      Row row = row(bank);
      return at(0, -row.intakeWards() * collectorMm());
    }
    List<Branch> all = branches();
    return at(middleMm(all.get(Math.max(1, Math.min(bank, all.size())) - 1)), -collectorMm());
  }

  /** Where a site of the bay is: as it was told, else as its bank, position and end say. */
  Spot of(Site site) {
    return site.spot() != null ? site.spot() : cam(site.bank(), site.position(), site.end());
  }

  /** Where the sensor of a camshaft sits, at an end of its row. */
  Spot cam(int bank, String position, Site.End end) {
    Row row = row(bank);
    double cam = row.intakeWards() * camOffsetMm();
    double side =
        switch (position) {
          case "intake" -> row.sideMm() + cam;
          case "exhaust" -> row.sideMm() - cam;
          default -> bank > 0 ? row.sideMm() : 0;
        };
    double along = halfLengthMm() - SENSOR_INSET_MM;
    return at(end == Site.End.PULLEY ? -along : along, side);
  }
}
