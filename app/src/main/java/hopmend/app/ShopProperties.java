package hopmend.app;

import hopmend.find.Sides;
import hopmend.job.ShopSettings;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.PartRecord;
import hopmend.part.PartsShelf;
import hopmend.prove.CauseRecord;
import hopmend.swap.Wrench;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.verify.InspectionRule;
import hopmend.verify.Road;
import java.time.LocalDate;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The shop's settings as configured; checked by {@link ShopSettings} at start.
 *
 * @param roadSide the side of the road on which people drive: the driver sits at the other one
 */
@ConfigurationProperties("hopmend.shop")
record ShopProperties(
    String currency,
    double labourPerHour,
    double tow,
    double goodwill,
    double discountPercent,
    double depositLostPercent,
    double bayPerDay,
    String region,
    double verdictThreshold,
    double horizonKm,
    InspectionRule inspection,
    VehicleSide roadSide,
    List<String> equipment,
    List<Road> roads,
    List<WrenchAtHand> wrenches) {
  /**
   * A torque wrench.
   *
   * @param from the least on its scale
   * @param unit of its scale: N.m, lbf.ft or lbf.in
   * @param calibratedUntil left out where nobody knows
   */
  record WrenchAtHand(String name, double from, double to, String unit, LocalDate calibratedUntil) {
    Wrench wrench() {
      MeasureUnit scale =
          MeasureUnit.bySymbol(unit)
              .orElseThrow(
                  () ->
                      new IllegalArgumentException(
                          "hopmend.shop.wrenches: %s has the unit %s; write N.m, lbf.ft or lbf.in"
                              .formatted(name, unit)));
      return new Wrench(name, Reading.of(from, scale), Reading.of(to, scale), calibratedUntil);
    }
  }

  ShopSettings settings() {
    return new ShopSettings(
        currency,
        labourPerHour,
        tow,
        goodwill,
        discountPercent,
        depositLostPercent,
        bayPerDay,
        region,
        verdictThreshold,
        horizonKm,
        inspection,
        new Sides(roadSide.opposite()),
        equipment,
        roads,
        wrenches == null ? List.of() : wrenches.stream().map(WrenchAtHand::wrench).toList(),
        PartRecord.NONE,
        CauseRecord.NONE,
        PartsShelf.EMPTY);
  }
}
