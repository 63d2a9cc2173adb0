package hopmend.app.card;

import hopmend.app.web.InputProblem;
import hopmend.app.web.Words;
import hopmend.catalog.CardDraft;
import hopmend.catalog.VehicleCard;
import hopmend.find.Sides;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.Arrangement;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.Fuel;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * A card that is begun, as it was chosen and typed.
 *
 * @param stands how the engine stands and where its pulley is: {@code ACROSS-RIGHT}
 * @param side of the intake in line, of bank 1 else; empty where nobody can tell
 */
public record CardForm(
    String make,
    String model,
    String yearFrom,
    String yearTo,
    String engineCode,
    String cylinders,
    Arrangement arrangement,
    String stands,
    VehicleSide side,
    CylinderOne cylinderOne,
    String exhaustBranches,
    String catalysts,
    Fuel fuel,
    String displacement,
    String gearbox,
    String drive,
    String steering,
    boolean highVoltage) {
  /** What an engine can stand like, in the order of how often it does. */
  public static final List<String> STANDS =
      List.of("ACROSS-RIGHT", "ACROSS-LEFT", "LENGTHWISE-FRONT", "LENGTHWISE-REAR");

  public CardForm {
    arrangement = Objects.requireNonNullElse(arrangement, Arrangement.INLINE);
    stands = STANDS.contains(stands) ? stands : STANDS.get(0);
    fuel = Objects.requireNonNullElse(fuel, Fuel.PETROL);
    cylinderOne = Objects.requireNonNullElse(cylinderOne, CylinderOne.PULLEY_END);
    cylinders = cylinders.isBlank() ? "4" : cylinders.strip();
    displacement = displacement.isBlank() ? "1.6" : displacement.strip();
    catalysts = catalysts.isBlank() ? "1" : catalysts;
    boolean inLine = arrangement == Arrangement.INLINE;
    exhaustBranches = !inLine || exhaustBranches.isBlank() ? "1" : exhaustBranches;
    boolean suits = side != null && side.isAcross() != stands.startsWith("ACROSS");
    side = suits ? side : inLine ? firstSide(stands) : null;
  }

  private static VehicleSide firstSide(String stands) {
    return stands.startsWith("ACROSS") ? VehicleSide.FRONT : VehicleSide.RIGHT;
  }

  /** What is shown before anything was chosen. */
  static CardForm fresh(String years) {
    return new CardForm(
        "", "", years, years, "", "", null, "", null, null, "", "", null, "", "", "", "", false);
  }

  /** As another card has it. */
  static CardForm like(VehicleCard card) {
    EngineLayout e = card.engine();
    return new CardForm(
        card.make(),
        card.model(),
        String.valueOf(card.yearFrom()),
        String.valueOf(card.yearTo()),
        e.code(),
        String.valueOf(e.cylinders()),
        e.arrangement(),
        e.orientation() + "-" + e.pulleyEnd(),
        e.isInline() ? e.intakeSide() : e.bankOneSide(),
        e.cylinderOne(),
        String.valueOf(e.exhaustBranches()),
        trait(card, "catalysts"),
        e.fuel(),
        String.valueOf(e.displacementLitres()),
        trait(card, "gearbox"),
        trait(card, "drive"),
        trait(card, "steering"),
        card.cautions().contains("high-voltage"));
  }

  private static String trait(VehicleCard card, String trait) {
    return card.traits().getOrDefault(trait, List.of("")).get(0);
  }

  /** The sides that the intake, or bank 1, can have. */
  public List<VehicleSide> sides() {
    return stands.startsWith("ACROSS")
        ? List.of(VehicleSide.FRONT, VehicleSide.REAR)
        : List.of(VehicleSide.RIGHT, VehicleSide.LEFT);
  }

  /** Where the driver sits; where nobody picked, as it is usual here. */
  Sides sides(Sides usual) {
    return switch (steering) {
      case "left" -> new Sides(VehicleSide.LEFT);
      case "right" -> new Sides(VehicleSide.RIGHT);
      default -> usual;
    };
  }

  public boolean inLine() {
    return arrangement == Arrangement.INLINE;
  }

  /** The engine alone, whatever its vehicle is called. */
  EngineLayout engine() {
    return draft("any", "vehicle", "2000", "2000").engine();
  }

  /**
   * What was told.
   *
   * @throws InputProblem at the field that cannot be
   */
  CardDraft draft() {
    return draft(make, model, yearFrom, yearTo.isBlank() ? yearFrom : yearTo);
  }

  private CardDraft draft(String named, String called, String from, String to) {
    String[] standing = stands.split("-");
    try {
      return new CardDraft(
          named,
          called,
          number("yearFrom", from),
          number("yearTo", to),
          engineCode,
          number("cylinders", cylinders),
          arrangement,
          Orientation.valueOf(standing[0]),
          VehicleSide.valueOf(standing[1]),
          side,
          cylinderOne,
          number("exhaustBranches", exhaustBranches),
          number("catalysts", catalysts),
          fuel,
          litres(),
          gearbox,
          drive,
          steering,
          highVoltage);
    } catch (CardDraft.Improper e) {
      throw new InputProblem(e.field(), Words.of(e.says()));
    }
  }

  private static int number(String field, String typed) {
    if (!typed.strip().matches("\\d{1,4}")) {
      throw new InputProblem(field, "Write a whole number here.");
    }
    return Integer.parseInt(typed.strip());
  }

  private double litres() {
    String digits =
        displacement.replace(',', '.').toLowerCase(Locale.ROOT).replace("l", "").strip();
    if (!digits.matches("\\d{1,2}(\\.\\d{1,3})?")) {
      throw new InputProblem("displacement", "Write the displacement in litres: 1.6.");
    }
    return Double.parseDouble(digits);
  }
}
