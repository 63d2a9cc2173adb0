package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.VehicleCard;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Which sensor an entry is about, where the entry itself does not say. */
final class SensorAtHand {
  private SensorAtHand() {}

  /**
   * The entries with what each is about. Entries from before that was recorded get the best guess:
   * the sensor to which the entries before them led. The very same list if nothing is to be
   * guessed.
   */
  static List<JobEntry> told(List<JobEntry> entries, Catalog catalog, ShopSettings shop) {
    return onItsVehicle(guessed(entries, catalog, shop), catalog);
  }

  /**
   * What was said of a sensor where it usually sits, before the vehicle was pinned down, is about
   * the one at that place of the vehicle.
   */
  private static List<JobEntry> onItsVehicle(List<JobEntry> entries, Catalog catalog) {
    if (entries.stream().noneMatch(SensorAtHand::isOfAnyVehicle)) {
      return entries;
    }
    List<VehicleCard> vehicle =
        JobState.of(entries).vehicle().stream()
            .flatMap(v -> Stream.of(v.cardOfEngine(), v.card()))
            .distinct()
            .flatMap(id -> catalog.card(id).stream())
            .toList();
    return entries.stream().map(e -> isOfAnyVehicle(e) ? moved(e, vehicle, catalog) : e).toList();
  }

  private static JobEntry moved(JobEntry e, List<VehicleCard> vehicle, Catalog catalog) {
    return catalog
        .anyVehicle()
        .site(e.about().site())
        .flatMap(
            usual ->
                vehicle.stream()
                    .flatMap(c -> c.sites().stream())
                    .filter(usual::isTheSameAs)
                    .findFirst())
        .map(site -> e.withAbout(e.about().at(site.id())))
        .orElse(e);
  }

  private static boolean isOfAnyVehicle(JobEntry e) {
    return e.about().card().isEmpty() && !e.about().site().isEmpty();
  }

  private static List<JobEntry> guessed(
      List<JobEntry> entries, Catalog catalog, ShopSettings shop) {
    if (entries.stream().noneMatch(SensorAtHand::isUntold)) {
      return entries;
    }
    List<JobEntry> told = new ArrayList<>();
    About now = About.NOTHING;
    boolean mayHaveChanged = false;
    for (JobEntry e : entries) {
      if (isUntold(e) && mayHaveChanged) {
        now = new Workup(JobState.of(told), catalog, shop).about();
        mayHaveChanged = false;
      }
      told.add(isUntold(e) ? e.withAbout(now) : e);
      mayHaveChanged |= e.fact().mayChangeTheSensor();
    }
    return told.equals(entries) ? entries : List.copyOf(told);
  }

  private static boolean isUntold(JobEntry e) {
    return e.fact().concernsOneSensor() && e.about().equals(About.NOTHING);
  }
}
