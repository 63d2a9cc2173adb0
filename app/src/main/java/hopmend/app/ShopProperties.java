package hopmend.app;

import hopmend.find.Sides;
import hopmend.job.ShopSettings;
import hopmend.part.PartRecord;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.verify.InspectionRule;
import hopmend.verify.Road;
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
    double verdictThreshold,
    double horizonKm,
    InspectionRule inspection,
    VehicleSide roadSide,
    List<String> equipment,
    List<Road> roads) {
  ShopSettings settings() {
    return new ShopSettings(
        currency,
        labourPerHour,
        tow,
        goodwill,
        discountPercent,
        verdictThreshold,
        horizonKm,
        inspection,
        new Sides(roadSide.opposite()),
        equipment,
        roads,
        PartRecord.NONE);
  }
}
