package hopmend.app.pick;

import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.message.Message;
import hopmend.part.seal.OldSeal;
import hopmend.part.seal.SealFit;
import hopmend.part.seal.SealMaterial;
import hopmend.part.seal.SealTable;
import java.util.List;
import java.util.Optional;

/**
 * A ring as the page shows it: what the old one says, which sizes come near, which materials last.
 *
 * @param measured what was measured; null before, and the lists are empty then
 * @param says null before
 * @param chosen null before
 */
public record RingShown(
    List<String> fluids,
    Fact.SealMeasured measured,
    OldSeal.Says says,
    List<Message> reasons,
    List<SealFit> sizes,
    List<Suited> materials,
    Fact.SealChosen chosen) {

  /** A material and how it suits. */
  public record Suited(SealMaterial material, SealMaterial.Suits suits) {}

  static RingShown of(Workup workup) {
    SealTable table = workup.catalog().seals();
    Optional<Fact.SealMeasured> seal = workup.state().seal();
    if (seal.isEmpty()) {
      return new RingShown(table.fluids(), null, null, List.of(), List.of(), List.of(), null);
    }
    Fact.SealMeasured m = seal.get();
    return new RingShown(
        table.fluids(),
        m,
        m.old().says(table.limits()),
        m.old().reasons(table.limits()),
        table.nearest(m.insideMm(), m.sectionMm(), m.gland()),
        table.materials(m.fluid(), m.hottestC()).stream()
            .map(x -> new Suited(x, x.suits(m.fluid(), m.hottestC())))
            .toList(),
        workup.state().ring().orElse(null));
  }
}
