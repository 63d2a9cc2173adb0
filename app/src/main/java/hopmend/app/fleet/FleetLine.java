package hopmend.app.fleet;

import hopmend.app.web.Words;
import hopmend.catalog.Catalog;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * One line of the fleet register as it was typed or imported.
 *
 * @param card empty where it has none yet
 * @param engineCard empty where the engine is the one of the card
 * @param built year and month, empty if unknown
 */
public record FleetLine(
    String fleetNumber,
    String vin,
    String card,
    String engineCard,
    String built,
    String customer,
    String notes) {
  public FleetLine {
    fleetNumber = fleetNumber.strip();
    vin = vin.strip();
    card = card.strip();
    engineCard = engineCard.strip().equals(card.strip()) ? "" : engineCard.strip();
    built = built.strip();
    customer = customer.strip();
    notes = notes.strip();
  }

  /** The same line with its identification number as {@link Vin} reads it. */
  FleetLine tidied(int yearNow) {
    return new FleetLine(
        fleetNumber, Vin.read(vin, yearNow).number(), card, engineCard, built, customer, notes);
  }

  /** What is wrong with it, by field; empty if it may be kept. */
  Map<String, String> problems(Catalog catalog, int yearNow) {
    Map<String, String> problems = new LinkedHashMap<>();
    if (fleetNumber.isEmpty() || fleetNumber.length() > 40) {
      problems.put("fleetNumber", "A fleet number has 1 to 40 characters, for example Van 14.");
    }
    VinReading reading = Vin.read(vin, yearNow);
    if (!reading.isUsable()) {
      String offers =
          reading.offers().isEmpty()
              ? ""
              : " Did you mean " + String.join(" or ", reading.offers()) + "?";
      problems.put("vin", Words.of(reading.problems()) + offers);
    }
    if (!card.isEmpty() && catalog.card(card).isEmpty()) {
      problems.put("card", "No vehicle card is called \"" + shortened(card) + "\".");
    }
    if (!engineCard.isEmpty() && catalog.card(engineCard).isEmpty()) {
      problems.put("engineCard", "No vehicle card is called \"" + shortened(engineCard) + "\".");
    }
    if (!built.isEmpty() && month() == null) {
      problems.put("built", "Write the build month as year and month: 2019-04.");
    }
    if (customer.length() > 120 || notes.length() > 2000) {
      problems.put("notes", "A customer has up to 120 characters, notes up to 2000.");
    }
    return problems;
  }

  /** The build month, null if unknown. */
  public YearMonth month() {
    try {
      YearMonth month = YearMonth.parse(built);
      return month.getYear() >= 1950 && month.getYear() <= 2100 ? month : null;
    } catch (DateTimeParseException e) {
      return null;
    }
  }

  private static String shortened(String text) {
    return text.length() <= 40 ? text : text.substring(0, 40) + "…";
  }
}
