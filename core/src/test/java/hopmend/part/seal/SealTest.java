package hopmend.part.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SealTest {
  private static final SealTable TABLE = Shipped.CATALOG.seals();

  private static Optional<SealSize> dash(int number) {
    return TABLE.size("AS568-%03d".formatted(number));
  }

  /** AS568 / ISO 3601-1, class A sizes in mm as handbooks round them. */
  @ParameterizedTest
  @CsvSource({
    "12, 9.25, 1.78",
    "14, 12.42, 1.78",
    "16, 15.60, 1.78",
    "112, 12.37, 2.62",
    "116, 18.72, 2.62",
    "210, 18.64, 3.53"
  })
  void dashNumbersHaveTheSizesOfTheStandard(int dash, double inside, double section) {
    SealSize size = dash(dash).orElseThrow();
    assertThat(size.insideMm()).isCloseTo(inside, within(0.006));
    assertThat(size.sectionMm()).isCloseTo(section, within(0.006));
  }

  /** Each series grows, and no two of its sizes lie within their tolerances of each other. */
  @Test
  void everySeriesGrowsByMoreThanItsTolerance() {
    for (SealTable.Series s : TABLE.series()) {
      for (int i = 1; i < s.insideInch().size(); i++) {
        SealSize one = dash(s.first() + i - 1).orElseThrow();
        SealSize next = dash(s.first() + i).orElseThrow();
        assertThat(next.insideMm() - one.insideMm()).as(next.name()).isBetween(0.3, 1.65);
        assertThat(next.insideMm() - one.insideMm()).isGreaterThan(one.insideToleranceMm());
      }
    }
  }

  /** A ring of the table that is measured within a calliper's error is found again. */
  @Test
  void aMeasuredRingIsFoundAgain() {
    Random random = new Random(3);
    for (SealSize size : TABLE.sizes()) {
      double inside = size.insideMm() + (random.nextDouble() - 0.5) * 0.1;
      double section = size.sectionMm() + (random.nextDouble() - 0.5) * 0.06;
      List<SealFit> nearest = TABLE.nearest(inside, section, Optional.empty());
      assertThat(nearest).as(size.name()).anyMatch(f -> f.size().equals(size) && f.isRight());
    }
    assertThat(TABLE.nearest(12.4, 1.8, Optional.empty()).get(0).size().name())
        .isEqualTo("AS568-014");
    assertThat(TABLE.nearest(12.0, 2.0, Optional.empty()).get(0).size().name())
        .isEqualTo("12 x 2 mm");
  }

  /**
   * By hand: 12.4206 mm stretched to 12.6 is 1.44 % longer; its section 1.778 / sqrt(1.0144) =
   * 1.7653; in a room of 1.4 mm it is pressed together by 20.7 %; in a groove of 2.4 mm it fills
   * pi/4 x 1.7653^2 / (1.4 x 2.4) = 72.8 %.
   */
  @Test
  void stretchSqueezeAndFillAreThoseOfTheGroove() {
    SealSize ring = dash(14).orElseThrow();
    Gland gland = new Gland(12.6, 15.4, 2.4);
    assertThat(gland.stretchPercent(ring)).isCloseTo(1.44, within(0.02));
    assertThat(gland.squeezePercent(ring)).isCloseTo(20.7, within(0.1));
    assertThat(gland.fillPercent(ring)).isCloseTo(72.8, within(0.2));
    assertThat(SealFit.of(ring, 12.4, 1.78, Optional.of(gland), TABLE.limits()).isRight()).isTrue();
    Gland tight = new Gland(12.6, 14.8, 1.6);
    assertThat(SealFit.of(ring, 12.4, 1.78, Optional.of(tight), TABLE.limits()).wrong())
        .extracting(m -> m.key())
        .containsExactly("seal.pinched", "seal.full");
    Gland wide = new Gland(11, 14.4, 0);
    assertThat(SealFit.of(ring, 12.4, 1.78, Optional.of(wide), TABLE.limits()).wrong())
        .extracting(m -> m.key())
        .containsExactly("seal.loose", "seal.leaks");
  }

  /** EPDM in oil swells, NBR is at its end at 130 degrees: ISO/TR 7620, from memory. */
  @Test
  void aMaterialLastsInItsFluidUpToItsHeat() {
    assertThat(TABLE.materials("engine oil", 130).get(0).name()).isEqualTo("FKM");
    assertThat(suits("EPDM", "engine oil", 20)).isEqualTo(SealMaterial.Suits.NEVER);
    assertThat(suits("NBR", "engine oil", 130)).isEqualTo(SealMaterial.Suits.TOO_HOT);
    assertThat(suits("NBR", "transmission fluid", 90)).isEqualTo(SealMaterial.Suits.GOOD);
    assertThat(suits("EPDM", "coolant", 110)).isEqualTo(SealMaterial.Suits.GOOD);
    assertThat(suits("VMQ", "petrol", 40)).isEqualTo(SealMaterial.Suits.NEVER);
  }

  private static SealMaterial.Suits suits(String name, String fluid, double hottestC) {
    return TABLE.materials().stream()
        .filter(m -> m.name().equals(name))
        .findFirst()
        .orElseThrow()
        .suits(fluid, hottestC);
  }

  @Test
  void theOldRingTellsWhetherItWasTheFault() {
    assertThat(says(OldSeal.Thumb.GIVES, 0, false, OldSeal.Oil.ABOVE))
        .isEqualTo(OldSeal.Says.FAILED);
    assertThat(says(OldSeal.Thumb.GIVES, 0, true, OldSeal.Oil.NONE)).isEqualTo(OldSeal.Says.FAILED);
    assertThat(says(OldSeal.Thumb.HARD, 0, false, OldSeal.Oil.BELOW)).isEqualTo(OldSeal.Says.OLD);
    assertThat(says(OldSeal.Thumb.HARD, 71, false, OldSeal.Oil.BELOW))
        .as("the durometer knows better than the thumb")
        .isEqualTo(OldSeal.Says.SOUND);
    assertThat(says(OldSeal.Thumb.GIVES, 84, false, OldSeal.Oil.NONE)).isEqualTo(OldSeal.Says.OLD);
  }

  private static OldSeal.Says says(
      OldSeal.Thumb thumb, double shoreA, boolean cracked, OldSeal.Oil oil) {
    return new OldSeal(thumb, shoreA, cracked, oil).says(TABLE.limits());
  }

  /** What the table calls a ring is what the steps of every family call it. */
  @Test
  void theStepsNameTheirRingsAsTheTableDoes() {
    Catalog catalog = Shipped.CATALOG;
    List<String> supplies =
        Stream.concat(
                catalog.works().stream().flatMap(w -> w.operations().stream()),
                catalog.sheets().stream().flatMap(s -> s.operations().stream()))
            .flatMap(o -> o.supplies().stream())
            .toList();
    assertThat(supplies).contains(TABLE.supplies().measured(), TABLE.supplies().unlessOnThePart());
  }
}
