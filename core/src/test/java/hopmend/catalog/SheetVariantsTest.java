package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.SheetVariants.Part;
import hopmend.catalog.SheetVariants.Row;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.swap.Operation;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class SheetVariantsTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  static List<FamilySheet> sheets() {
    return CATALOG.sheets();
  }

  /** What the page says of a step that asks for one trait only is what a job gets. */
  @ParameterizedTest
  @MethodSource("sheets")
  void whatStandsThereIsWhatAJobGets(FamilySheet sheet) {
    for (Trait t : SheetVariants.of(sheet, CATALOG.traits(), "").asked()) {
      SheetVariants by = SheetVariants.of(sheet, CATALOG.traits(), t.trait());
      assertThat(by.rows()).as(t.trait()).isNotEmpty();
      assertThat(by.values()).as(t.trait()).isNotEmpty();
      for (Row row : by.rows()) {
        if (isAStepOfItsOwnName(by, row) && row.besides().asks().findAny().isEmpty()) {
          for (int i = 0; i < by.values().size(); i++) {
            Traits sensor = Traits.UNKNOWN.with(t.trait(), by.values().get(i));
            assertThat(isInVariant(sheet, row, sensor))
                .as("%s: %s is %s", row.name(), t.trait(), by.values().get(i))
                .isEqualTo(row.stands().get(i));
          }
          assertThat(isInVariant(sheet, row, Traits.UNKNOWN)).isEqualTo(row.otherwise());
        }
      }
    }
  }

  private static boolean isAStepOfItsOwnName(SheetVariants by, Row row) {
    return row.part() == Part.OPERATION
        && by.sheet().operations().stream().filter(o -> o.brief().equals(row.name())).count() == 1;
  }

  private static boolean isInVariant(FamilySheet sheet, Row row, Traits sensor) {
    return CATALOG.variant(sheet, sensor).operations().stream()
        .map(Operation::brief)
        .anyMatch(row.name()::equals);
  }

  @Test
  void bothSidesOfTheCatalystStandBesideEachOther() {
    SheetVariants by =
        SheetVariants.of(CATALOG.sheet("oxygen").orElseThrow(), CATALOG.traits(), "position");
    assertThat(by.values()).containsExactly("sensor 1", "sensor 2", "sensor 3");
    assertThat(by.rows())
        .filteredOn(r -> r.name().equals("Does the signal swing?"))
        .singleElement()
        .satisfies(r -> assertThat(r.stands()).containsExactly(true, false, false));
    assertThat(by.rows())
        .filteredOn(r -> r.name().equals("Behind the catalyst it stands still"))
        .singleElement()
        .satisfies(r -> assertThat(r.stands()).containsExactly(false, true, true))
        .satisfies(r -> assertThat(r.besides().when()).containsKey("cell"));
  }
}
