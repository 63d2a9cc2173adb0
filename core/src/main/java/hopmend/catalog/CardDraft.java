package hopmend.catalog;

import hopmend.find.TypicalPlan;
import hopmend.message.Message;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.Arrangement;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.Fuel;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What a person tells of a vehicle who stands before it and begins its card: what can be seen with
 * the bonnet open, and nothing that a job does not need.
 *
 * @param engineCode as it stands on the engine, empty where nobody looked
 * @param side of the intake in line, of bank 1 else; null where nobody can tell it of bank 1
 * @param catalysts behind each other in each branch
 * @param gearbox, drive, steering values of these traits, empty where nobody told them
 */
public record CardDraft(
    String make,
    String model,
    int yearFrom,
    int yearTo,
    String engineCode,
    int cylinders,
    Arrangement arrangement,
    Orientation orientation,
    VehicleSide pulleyEnd,
    VehicleSide side,
    CylinderOne cylinderOne,
    int exhaustBranches,
    int catalysts,
    Fuel fuel,
    double displacementLitres,
    String gearbox,
    String drive,
    String steering,
    boolean highVoltage) {
  private static final double WALL_MM = 10;
  private static final int IDLE = 750;

  /** A draft that cannot be; which field, and why. */
  public static final class Improper extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;
    private final String field;
    private final transient Message says;

    Improper(String field, Message says) {
      super(field + ": " + says.key());
      this.field = field;
      this.says = says;
    }

    public String field() {
      return field;
    }

    public Message says() {
      return says;
    }
  }

  public CardDraft {
    make = make.strip();
    model = model.strip();
    engineCode = engineCode.strip();
    require(isName(make), "make", "make");
    require(isName(model), "model", "model");
    require(engineCode.length() <= 40, "engineCode", "engine-code");
    require(yearFrom >= 1950 && yearTo <= 2100 && yearFrom <= yearTo, "yearFrom", "years");
    require(cylinders >= 1 && cylinders <= 16, "cylinders", "cylinders");
    boolean inLine = arrangement == Arrangement.INLINE;
    require(inLine || cylinders % 2 == 0, "cylinders", "even-cylinders");
    require(displacementLitres >= 0.1 && displacementLitres <= 20, "displacement", "displacement");
    boolean across = orientation == Orientation.ACROSS;
    require(
        pulleyEnd.isAcross() == across, "pulleyEnd", across ? "ends-across" : "ends-lengthwise");
    require(side != null || !inLine, "side", "intake-side");
    require(
        side == null || side.isAcross() != across,
        "side",
        across ? "sides-across" : "sides-lengthwise");
    require(
        exhaustBranches == 1 || (inLine && exhaustBranches == 2), "exhaustBranches", "branches");
    require(catalysts == 1 || catalysts == 2, "catalysts", "catalysts");
  }

  private static boolean isName(String name) {
    return !name.isEmpty() && name.length() <= 60;
  }

  private static void require(boolean right, String field, String key) {
    if (!right) {
      throw new Improper(field, Message.of("draft." + key));
    }
  }

  /** An id for its card, in small letters. */
  public String id() {
    String words = "%s-%s-%s".formatted(make, model, litres()).toLowerCase(Locale.ROOT);
    String slug =
        java.text.Normalizer.normalize(words, java.text.Normalizer.Form.NFD)
            .replaceAll("[^a-z0-9]+", "-")
            .replaceAll("^-|-$", "");
    return slug.isEmpty() ? "card" : slug.substring(0, Math.min(60, slug.length()));
  }

  private String litres() {
    return String.format(Locale.ROOT, "%.1f", displacementLitres);
  }

  /**
   * The engine's shape. Its sizes are those of a square engine of that displacement with 10 mm
   * between its bores (common practice): they only draw it.
   */
  public EngineLayout engine() {
    double bore = 100 * Math.cbrt(4 * displacementLitres / (Math.PI * cylinders));
    boolean inLine = arrangement == Arrangement.INLINE;
    String shape =
        inLine
            ? cylinders + " in line"
            : (arrangement == Arrangement.VEE ? "V" : "flat ") + cylinders;
    return new EngineLayout(
        engineCode.isEmpty() ? "not read" : engineCode,
        "%s litre %s, %s".formatted(litres(), shape, fuel.name().toLowerCase(Locale.ROOT)),
        cylinders,
        orientation,
        pulleyEnd,
        inLine ? side : null,
        bore + WALL_MM,
        bore,
        displacementLitres,
        IDLE,
        fuel,
        arrangement,
        inLine ? null : side,
        List.of(),
        exhaustBranches,
        cylinderOne);
  }

  /** The card that it begins: what is usual, until somebody has looked. */
  public VehicleCard card(String id, String source) {
    Map<String, List<String>> traits = new LinkedHashMap<>();
    told(traits, "gearbox", gearbox);
    told(traits, "drive", drive);
    told(traits, "steering", steering);
    told(traits, "catalysts", String.valueOf(catalysts));
    told(traits, "high voltage", highVoltage ? "yes" : "no");
    return VehicleCard.begun(
        id,
        make,
        model,
        yearFrom,
        yearTo,
        engine(),
        TypicalPlan.bay(engine()),
        traits,
        highVoltage ? List.of("high-voltage") : List.of(),
        source);
  }

  private static void told(Map<String, List<String>> traits, String trait, String value) {
    if (!value.isEmpty()) {
      traits.put(trait, List.of(value));
    }
  }
}
