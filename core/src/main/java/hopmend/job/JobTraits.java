package hopmend.job;

import hopmend.part.Part;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.swap.Work;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What sheets may ask about a job: where it is done and with what, by which remedy, with which
 * part, on a vehicle of which year. What the catalog declares no trait for is not in it.
 */
final class JobTraits {
  private final Map<String, Trait> declared;
  private Traits known;

  private JobTraits(Map<String, Trait> declared, Traits sensor) {
    this.declared = declared;
    this.known = sensor;
  }

  /**
   * Adds to what is known of the sensor.
   *
   * @param declared the traits of the catalog by name
   * @param part the chosen one
   * @param tried what was done and did not hold
   */
  static Traits of(
      Traits sensor,
      Map<String, Trait> declared,
      JobState state,
      ShopSettings shop,
      Optional<Part> part,
      Work work,
      List<Work> tried) {
    JobTraits all = new JobTraits(declared, sensor);
    state.told().forEach(all::told);
    all.known("place", state.vehicle().map(v -> words(v.place())).orElse(""));
    state.vehicle().ifPresent(v -> all.years("model year", v.modelYear()));
    all.known("opens", work.opens().word());
    all.known("remedy", state.verdict().map(v -> words(v.remedy())).orElse(""));
    tried.forEach(w -> all.known("tried", words(w.remedy())));
    shop.equipment().forEach(e -> all.known("equipment", e));
    part.ifPresent(all::part);
    return all.known;
  }

  /** Only what a person may be asked. */
  private void told(String trait, String value) {
    if (declared.containsKey(trait) && declared.get(trait).isAsked()) {
      known(trait, value);
    }
  }

  private void part(Part part) {
    known("seal included", "no");
    part.traits().forEach(this::known);
  }

  private void years(String trait, int year) {
    List<String> spans =
        Optional.ofNullable(declared.get(trait)).map(t -> t.spansWith(year)).orElse(List.of());
    known = known.with(trait, spans);
  }

  private void known(String trait, String value) {
    if (declared.containsKey(trait)) {
      known = known.with(trait, value);
    }
  }

  static String words(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }
}
