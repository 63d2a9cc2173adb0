package hopmend.fault;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Runs of codes count as the standard writes them: in tens, unless their ends have letters. */
class CodeRangeTest {

  @ParameterizedTest
  @CsvSource({
    "P0136-P0141, 4, P0140, 6",
    "P0300-P0312, 10, P0310, 13",
    "P0351-P0362, 9, P0360, 12",
    "P018A-P018E, 3, P018D, 5",
    "P24AE-P24B7, 2, P24B0, 10",
    "P0335-P0339, 0, P0335, 5",
    "P0315, 0, P0315, 1",
    "SPN 3251-SPN 3255, 4, SPN 3255 FMI 31, 5",
    "Flash 19-Flash 24, 1, Flash 20, 6"
  })
  void runsAreCountedInTheirOwnWay(String range, int index, String code, int size) {
    CodeRange run = CodeRange.parse(range);
    assertThat(run.at(index).text()).isEqualTo(code);
    assertThat(run.size()).isEqualTo(size);
    for (int i = 0; i < run.size(); i++) {
      assertThat(run.contains(run.at(i))).as(run.at(i).text()).isTrue();
    }
  }

  @ParameterizedTest
  @CsvSource({"P0344-P0340", "P0340-SPN 3251", "P0340-P0344-P0349", "X0340", "P0340-", "''"})
  void whatIsNoRunIsRefused(String range) {
    assertThatThrownBy(() -> CodeRange.parse(range)).isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void severalRunsAreReadAndSchemesAreKeptApart() {
    List<CodeRange> runs = CodeRange.parseAll("P0110-P0114, SPN 110,Flash 24");
    assertThat(runs).hasSize(3);
    assertThat(runs.get(1).contains(TroubleCode.ofSpnFmi(110, 3))).isTrue();
    assertThat(runs.get(1).contains(TroubleCode.of(110))).isFalse();
    assertThat(runs.get(2).contains(TroubleCode.ofFlashes(24))).isTrue();
  }

  /** No two circuits of the catalog claim the same code, and every series fits its run. */
  @Test
  void everyCodeOfTheCatalogBelongsToOneCircuit() {
    Catalog catalog = Shipped.CATALOG;
    List<CodeGroup> sheets = catalog.codeGroups();
    for (int base = 0; base <= 0xFFFF; base++) {
      TroubleCode code = TroubleCode.of(base);
      assertThat(sheets.stream().filter(g -> g.owns(code)).count())
          .as(code.text())
          .isLessThanOrEqualTo(1);
      assertThat(catalog.otherCodes().stream().filter(g -> g.owns(code)).count())
          .as(code.text())
          .isLessThanOrEqualTo(1);
    }
    sheets.stream()
        .filter(g -> !g.series().isEmpty())
        .forEach(
            g ->
                assertThat(g.series().split(";"))
                    .as(g.codes().text())
                    .hasSizeLessThanOrEqualTo(g.codes().size()));
  }

  /** P020A to P020F tell injection timing in a run of cylinders that counts 1, 2, 3. */
  @Test
  void aLetterWithinARunThatCountsInTensHasNoPlace() {
    CodeRange injectors = CodeRange.parse("P0201-P0212");
    assertThat(injectors.contains(TroubleCode.parse("P020A"))).isTrue();
    assertThat(injectors.placeOf(TroubleCode.parse("P020A"))).isEmpty();
    assertThat(injectors.placeOf(TroubleCode.parse("P0212"))).hasValue(11);
    assertThat(injectors.placeOf(TroubleCode.parse("P0213"))).isEmpty();
    CodeGroup group =
        CodeGroup.owning(TroubleCode.parse("P020A"), Shipped.CATALOG.otherCodes()).get();
    assertThat(group.cylinder(TroubleCode.parse("P020A"))).isEmpty();
    assertThat(group.cylinder(TroubleCode.parse("P0203"))).hasValue(3);
  }

  /** Failure types of ISO 15031-6 and failure modes of SAE J1939-73, from memory. */
  @ParameterizedTest
  @CsvSource({
    "SPN 102 LOW, SPN 102 FMI 4, SPN 102 FMI 3",
    "SPN 102 HIGH, SPN 102 FMI 3, SPN 102 FMI 31",
    "SPN 100-SPN 110 BELOW, SPN 105 FMI 18, SPN 105 FMI 4",
    "SPN 110 ABOVE, SPN 110 FMI 0, SPN 111 FMI 0",
    "SPN 1-SPN 9 SILENT, SPN 9 FMI 19, SPN 9 FMI 2",
    "P0335-P0339 OPEN, P0336-13, P0336-11",
    "P0335-P0339 LOW, P0335-14, P0335"
  })
  void aRangeMayAskHowItsCodesAreOff(String range, String inside, String outside) {
    CodeRange asks = CodeRange.parse(range);
    assertThat(asks.contains(TroubleCode.parse(inside))).isTrue();
    assertThat(asks.contains(TroubleCode.parse(outside))).isFalse();
    assertThat(asks.text()).isEqualTo(range);
  }

  @Test
  void aWayToBeOffThatNobodyKnowsIsRefused() {
    assertThatThrownBy(() -> CodeRange.parse("SPN 102 LOWER")).hasMessageContaining("LOWER");
  }

  @Test
  void aSeriesLongerThanItsRunIsRefused() {
    assertThatThrownBy(
            () ->
                new CodeGroup(
                    null,
                    CodeRange.parse("P0340-P0341"),
                    "c",
                    0,
                    "",
                    null,
                    false,
                    null,
                    "a; b; c",
                    "",
                    "",
                    "s"))
        .hasMessageContaining("P0342")
        .hasMessageContaining("P0340-P0341");
  }
}
