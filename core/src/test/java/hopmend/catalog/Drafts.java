package hopmend.catalog;

import hopmend.vehicle.EngineLayout.Arrangement;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.Fuel;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;

/** Cards that somebody begins in a test. */
public final class Drafts {
  private Drafts() {}

  /**
   * A small car with four cylinders across.
   *
   * @param steering left or right
   */
  public static VehicleCard pipit(String steering) {
    return new CardDraft(
            "Tarn",
            "Pipit",
            2014,
            2019,
            "",
            4,
            Arrangement.INLINE,
            Orientation.ACROSS,
            VehicleSide.RIGHT,
            VehicleSide.FRONT,
            CylinderOne.PULLEY_END,
            1,
            1,
            Fuel.PETROL,
            1.6,
            "manual",
            "front",
            steering,
            false)
        .card("tarn-pipit", "the shop");
  }
}
