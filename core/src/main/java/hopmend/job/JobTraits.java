package hopmend.job;

import hopmend.catalog.VehicleCard;
import hopmend.part.Part;
import hopmend.sensor.Traits;
import hopmend.swap.Work;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What sheets may ask about a job: where it is done, by which remedy, with which part. */
final class JobTraits {
  private JobTraits() {}

  /**
   * @param askable what may be told of a job; nothing else that was told counts
   */
  static Traits of(
      Traits sensor, JobState state, Set<String> askable, Optional<VehicleCard> card, Work work) {
    Optional<Part> part = state.part().flatMap(p -> card.flatMap(c -> c.part(p.number())));
    Traits known = sensor;
    for (Map.Entry<String, String> told : state.told().entrySet()) {
      known = askable.contains(told.getKey()) ? known.with(told.getKey(), told.getValue()) : known;
    }
    return known
        .with("place", state.vehicle().map(v -> words(v.place())).orElse(""))
        .with("opens", work.opens().word())
        .with("remedy", state.verdict().map(v -> words(v.remedy())).orElse(""))
        .with("seal", part.map(p -> p.sealIncluded() ? "included" : "apart").orElse(""));
  }

  static String words(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }
}
