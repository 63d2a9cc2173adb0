package hopmend.prove;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.prove.CauseRecord.Proven;
import hopmend.sensor.Condition;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** A sheet's weights, moved by what the shop has proven. */
class CauseRecordTest {
  private static Suspect suspect(String id, double weight) {
    return new Suspect(
        id,
        id,
        weight,
        Remedy.REPLACE_SENSOR,
        "",
        null,
        null,
        null,
        false,
        Condition.ALWAYS,
        "invented");
  }

  private static final List<Suspect> SHEET =
      List.of(suspect("sensor", 50), suspect("plug", 30), suspect("wire", 20));

  private static List<Proven> jobs(String card, String suspect, int count) {
    return Collections.nCopies(count, new Proven("cam", card, suspect));
  }

  private static double weight(List<Suspect> of, String id) {
    return of.stream().filter(s -> s.id().equals(id)).findFirst().orElseThrow().weight();
  }

  /** Worked by hand: (20 x 0.30 + 9) / (20 + 14) = 0.44118; sensor (10 + 5) / 34; wire 4 / 34. */
  @Test
  void nineOfFourteenWereThePlug() {
    CauseRecord record =
        CauseRecord.of(
            Stream.concat(jobs("", "plug", 9).stream(), jobs("", "sensor", 5).stream()).toList());
    List<Suspect> learned = record.learned("cam", "", SHEET);
    assertThat(weight(learned, "plug")).isCloseTo(100 * 15 / 34.0, within(1e-9));
    assertThat(weight(learned, "sensor")).isCloseTo(100 * 15 / 34.0, within(1e-9));
    assertThat(weight(learned, "wire")).isCloseTo(100 * 4 / 34.0, within(1e-9));
    assertThat(record.count("cam", "plug")).isEqualTo(9);
    assertThat(record.of("cam", SHEET)).isEqualTo(14);
    assertThat(record.learned("knock", "", SHEET)).as("another family").isEqualTo(SHEET);
  }

  /** Five jobs on one card: family first, (20 x 0.2 + 5)/25 = 0.36; then (3.6 + 5)/15 = 0.57333. */
  @Test
  void aCardIsShrunkToItsFamily() {
    CauseRecord record = CauseRecord.of(jobs("sedge", "wire", 5));
    assertThat(weight(record.learned("cam", "sedge", SHEET), "wire"))
        .isCloseTo(100 * 8.6 / 15, within(1e-9));
    assertThat(weight(record.learned("cam", "teal", SHEET), "wire")).isCloseTo(36, within(1e-9));
  }

  @Property
  void theSumStaysAndMoreProofNeverWeighsLess(
      @ForAll @Size(3) List<@IntRange(max = 40) Integer> counts,
      @ForAll @IntRange(max = 2) int more) {
    List<Proven> all = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      all.addAll(jobs("sedge", SHEET.get(i).id(), counts.get(i)));
    }
    List<Suspect> before = CauseRecord.of(all).learned("cam", "sedge", SHEET);
    all.add(new Proven("cam", "sedge", SHEET.get(more).id()));
    Collections.shuffle(all);
    List<Suspect> after = CauseRecord.of(all).learned("cam", "sedge", SHEET);
    assertThat(after.stream().mapToDouble(Suspect::weight).sum()).isCloseTo(100, within(1e-9));
    assertThat(after.get(more).weight()).isGreaterThan(before.get(more).weight());
  }
}
