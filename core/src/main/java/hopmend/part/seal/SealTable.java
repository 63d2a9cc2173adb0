package hopmend.part.seal;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Sizes and materials of rings: data of the catalog.
 *
 * @param series of inch sizes by their dash numbers
 * @param metric sizes that are sold in millimetres
 * @param supplies how orders of work name a ring
 */
public record SealTable(
    List<Series> series,
    List<Metric> metric,
    SealLimits limits,
    List<SealMaterial> materials,
    Supplies supplies) {
  private static final double MM_PER_INCH = 25.4;
  private static final int MOST = 4;

  /**
   * How orders of work name a ring among their supplies.
   *
   * @param measured one of the size that is measured
   * @param unlessOnThePart one that a part may bring
   */
  public record Supplies(String measured, String unlessOnThePart) {}

  /**
   * A series of dash numbers of one section.
   *
   * @param first dash number of the first of its inside diameters
   */
  public record Series(
      String name,
      double sectionInch,
      double sectionToleranceInch,
      int first,
      List<Double> insideInch) {
    private Stream<SealSize> sizes() {
      List<SealSize> all = new ArrayList<>();
      for (int i = 0; i < insideInch.size(); i++) {
        all.add(
            new SealSize(
                "AS568-%03d".formatted(first + i),
                insideInch.get(i) * MM_PER_INCH,
                sectionInch * MM_PER_INCH,
                sectionToleranceInch * MM_PER_INCH,
                "AS568 / ISO 3601-1, from memory"));
      }
      return all.stream();
    }
  }

  /** Sizes in millimetres: each section with each inside diameter. */
  public record Metric(List<Double> sections, List<Double> insides, String source) {
    private Stream<SealSize> sizes() {
      return sections.stream()
          .flatMap(
              s ->
                  insides.stream()
                      .map(
                          i ->
                              new SealSize(
                                  "%s x %s mm".formatted(figure(i), figure(s)),
                                  i,
                                  s,
                                  0.08,
                                  source)));
    }

    private static String figure(double value) {
      return value == Math.rint(value) ? String.valueOf((int) value) : String.valueOf(value);
    }
  }

  public SealTable {
    series = List.copyOf(series);
    metric = List.copyOf(metric);
    materials = List.copyOf(materials);
  }

  /** All sizes. */
  public List<SealSize> sizes() {
    return Stream.concat(
            series.stream().flatMap(Series::sizes), metric.stream().flatMap(Metric::sizes))
        .toList();
  }

  /** The size of a name: "AS568-014"; empty if there is none. */
  public Optional<SealSize> size(String name) {
    return sizes().stream().filter(s -> s.name().equals(name)).findFirst();
  }

  /**
   * The sizes nearest to a measured ring, the right ones first; those of one distance in the order
   * of the table.
   *
   * @param gland its groove, if it was measured
   */
  public List<SealFit> nearest(double insideMm, double sectionMm, Optional<Gland> gland) {
    return sizes().stream()
        .map(s -> SealFit.of(s, insideMm, sectionMm, gland, limits))
        .sorted(
            Comparator.comparing((SealFit f) -> !f.isRight()).thenComparing(SealFit::tolerances))
        .limit(MOST)
        .toList();
  }

  /** Materials for a fluid, the best first; those that never do last. */
  public List<SealMaterial> materials(String fluid, double hottestC) {
    return materials.stream().sorted(Comparator.comparing(m -> m.suits(fluid, hottestC))).toList();
  }

  /** Fluids that some material stands. */
  public List<String> fluids() {
    return materials.stream()
        .flatMap(m -> Stream.concat(m.good().stream(), m.fair().stream()))
        .distinct()
        .sorted()
        .toList();
  }
}
