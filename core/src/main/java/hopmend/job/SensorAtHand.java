package hopmend.job;

import hopmend.catalog.Catalog;
import java.util.ArrayList;
import java.util.List;

/** Which sensor an entry is about, where the entry itself does not say. */
final class SensorAtHand {
  private SensorAtHand() {}

  /**
   * The entries with what each is about. Entries from before that was recorded get the best guess:
   * the sensor to which the entries before them led. The very same list if nothing is to be
   * guessed.
   */
  static List<JobEntry> told(List<JobEntry> entries, Catalog catalog, ShopSettings shop) {
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
