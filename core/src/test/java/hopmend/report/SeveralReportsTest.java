package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Files that are sent together say nothing of each other's codes. */
class SeveralReportsTest {
  private static String joined(String... reports) {
    return SeveralReports.joined(
        Stream.of(reports).map(r -> new SeveralReports.Named("scan.txt", r)).toList());
  }

  @Test
  void anyTwoReportsAreReadAsEachAlone() {
    List<String> reports =
        Stream.of("layout-set.yaml", "second-set.yaml", "third-set.yaml")
            .flatMap(set -> ReportScore.cases(set).stream())
            .map(ReportScore.Case::report)
            .toList();
    Random random = new Random(11);
    for (int i = 0; i < 60; i++) {
      String one = reports.get(random.nextInt(reports.size()));
      String other = reports.get(random.nextInt(reports.size()));
      Set<String> alone = places(one);
      alone.addAll(places(other));
      assertThat(places(joined(one, other))).as(one + "\n" + other).isEqualTo(alone);
    }
  }

  /** What is read where: the line is told by its text. */
  private static Set<String> places(String report) {
    List<String> lines = report.lines().toList();
    return Told.read(report).found().stream()
        .map(
            f ->
                f.read()
                    + report.substring(f.start(), f.end())
                    + (report.contains("\r") ? "" : lines.get(f.line() - 1)))
        .collect(Collectors.toCollection(TreeSet::new));
  }

  @Test
  void whatTheyTellOfTheVehicleIsPutTogether() {
    ScanText both =
        Told.read(
            joined("Odometer 88 120 km\nP0335 stored\n", "Odometer: 88 410 km\nP0420 pending\n"));
    assertThat(both.odometer()).get().extracting(r -> r.text()).isEqualTo("88410 km");
    assertThat(both.doubtful())
        .singleElement()
        .satisfies(
            d -> {
              assertThat(d.why().key()).isEqualTo("doubt.another-odometer");
              assertThat(d.line()).isEqualTo(2);
              assertThat(d.offers()).hasOnlyElementsOfType(Offer.OfOdometer.class).hasSize(1);
            });
    assertThat(
            Told.read(joined("VIN 0HMWS3A07K1000342\nP0335\n", "VIN 1M8GDM9AXKP042788\nP0420\n"))
                .vins())
        .hasSize(2);
    assertThat(Told.read(joined("No faults.\n", "\n")).isWithoutFaults()).isTrue();
  }

  @Test
  void oneAloneStaysAsItIsAndANameTellsNothing() {
    assertThat(joined("P0335 stored\n")).isEqualTo("P0335 stored\n");
    String named =
        SeveralReports.joined(
            List.of(
                new SeveralReports.Named("P0999 ABS 12345 km.csv", "P0335 stored\n"),
                new SeveralReports.Named("\n", "P0420 pending")));
    assertThat(Told.codes(named)).isEqualTo("P0335 stored, P0420 pending");
    assertThat(Told.read(named).odometer()).isEmpty();
  }
}
