package hopmend.find;

import hopmend.find.Site.Spot;
import hopmend.vehicle.EngineLayout;

/**
 * Where the sites of a vehicle are in one plan of it, whether they are told in the bay's or in the
 * vehicle's own.
 */
final class Places {
  /** From the front bumper to the front edge of the bay, mm; as it usually is. */
  private static final double BAY_BEGINS_MM = 180;

  private final EngineGeometry geometry;
  private final Bay bay;
  private final Chassis chassis;

  Places(EngineLayout engine, Bay bay, Chassis chassis) {
    this.geometry = new EngineGeometry(engine, bay);
    this.bay = bay;
    this.chassis = chassis;
  }

  /** In the plan of the vehicle, mm from its front and from its right side. */
  Spot inVehicle(Site site) {
    if (site.isOutsideBay()) {
      return site.chassisSpot();
    }
    Spot at = geometry.of(site);
    return new Spot(BAY_BEGINS_MM + at.yMm(), chassis.widthMm() / 2 + at.xMm() - bay.widthMm() / 2);
  }

  double betweenMm(Site one, Site other) {
    Spot a = inVehicle(one);
    Spot b = inVehicle(other);
    return Math.hypot(a.xMm() - b.xMm(), a.yMm() - b.yMm());
  }

  /** In which direction one goes from a site to another. */
  EngineLayout.VehicleSide from(Site one, Site other) {
    Spot a = inVehicle(one);
    Spot b = inVehicle(other);
    double back = b.xMm() - a.xMm();
    double left = b.yMm() - a.yMm();
    if (Math.abs(back) >= Math.abs(left)) {
      return back >= 0 ? EngineLayout.VehicleSide.REAR : EngineLayout.VehicleSide.FRONT;
    }
    return left >= 0 ? EngineLayout.VehicleSide.LEFT : EngineLayout.VehicleSide.RIGHT;
  }
}
