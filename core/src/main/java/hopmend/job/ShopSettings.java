package hopmend.job;

import hopmend.find.Sides;
import hopmend.part.PartRecord;
import hopmend.part.PartsShelf;
import hopmend.part.TrueCost;
import hopmend.prove.CauseRecord;
import hopmend.swap.Wrench;
import hopmend.verify.InspectionRule;
import hopmend.verify.Road;
import java.util.List;

/**
 * What a shop decides for itself, and knows of its parts.
 *
 * @param labourPerHour price of an hour of work
 * @param tow price of a tow after a comeback
 * @param goodwill what a comeback costs in goodwill
 * @param discountPercent off the list price of parts
 * @param depositLostPercent of the deposits that are not got back
 * @param bayPerDay what a bay costs that waits for a part
 * @param region for which the vehicles that come were built, empty where that is nothing to go by
 * @param verdictThreshold probability at which a verdict counts as proven, 0.5 to 1
 * @param horizonKm distance within which a twin's failure counts
 * @param inspection how many open monitors the local inspection tolerates
 * @param sides where drivers sit in the vehicles that come
 * @param equipment what the shop has beyond hand tools, by the words of the trait "equipment"
 * @param roads kinds of road on which its road tests are driven; all where nobody says
 * @param wrenches its torque wrenches
 * @param record what its own jobs say of the parts that it fitted
 * @param causes what they say of causes
 * @param shelf its list of parts
 */
public record ShopSettings(
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
    Sides sides,
    List<String> equipment,
    List<Road> roads,
    List<Wrench> wrenches,
    PartRecord record,
    CauseRecord causes,
    PartsShelf shelf) {
  public ShopSettings {
    region = region == null ? "" : region;
    wrenches = wrenches == null ? List.of() : List.copyOf(wrenches);
    equipment = equipment == null ? List.of() : List.copyOf(equipment);
    roads = roads == null || roads.isEmpty() ? List.of(Road.values()) : List.copyOf(roads);
    if (!(labourPerHour > 0) || tow < 0 || goodwill < 0) {
      throw new IllegalArgumentException(
          "The labour rate must be positive, tow and goodwill not below 0");
    }
    if (!(verdictThreshold >= 0.5 && verdictThreshold <= 1)) {
      throw new IllegalArgumentException(
          "The verdict threshold lies in 0.5 to 1, not " + verdictThreshold);
    }
  }

  /** The same shop with what its jobs say of parts and of causes, and with its list of parts. */
  public ShopSettings with(PartRecord parts, CauseRecord proven, PartsShelf list) {
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
        sides,
        equipment,
        roads,
        wrenches,
        parts,
        proven,
        list);
  }

  /** What a part costs beside its price in a job of so many minutes. */
  public TrueCost.ShopPrices prices(double jobMinutes) {
    return new TrueCost.ShopPrices(
        discountPercent,
        depositLostPercent,
        bayPerDay,
        new TrueCost.ComebackPrice(jobMinutes * labourPerHour / 60, tow, goodwill));
  }
}
