package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.part.Application;
import hopmend.part.Grade;
import hopmend.part.Part;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class OldCardPartsTest {
  private static final String CARD =
      """
      id: ferrow-gate-10
      parts:
        - number: FG-100
          make: Ferrow
          grade: original
          name: camshaft sensor
          family: camshaft-position
          engines: [FG1]
          positions: [intake]
          builtFrom: 2018-02
          price: 41.5
          sealIncluded: true
          traits: {connector: "three pins, key A", thread: M6}
          supersededBy: FG-100-B
          source: invented
        - {number: FG-100-B, grade: cheap import, family: camshaft-position, price: 0}
      """;

  @Test
  void theSensorsPartsOfAnOlderCardComeOnTheList() {
    List<Part> parts = OldCardParts.of("id: other\nnotes: none\n---\n" + CARD);
    assertThat(parts).extracting(Part::number).containsExactly("FG-100", "FG-100-B");
    Part first = parts.get(0);
    assertThat(first.grade()).isEqualTo(Grade.ORIGINAL);
    assertThat(first.connector().cavities()).isEqualTo(3);
    assertThat(first.connector().keying()).isEqualTo("A");
    assertThat(first.traits())
        .as("the plug is no trait beside itself")
        .isEqualTo(Map.of("thread", "M6", "seal included", "yes"));
    assertThat(first.offer().price()).isEqualTo(41.5);
    assertThat(first.supersededBy()).isEqualTo("FG-100-B");
    Application made = first.applications().get(0);
    assertThat(made.engines()).containsExactly("FG1");
    assertThat(made.positions()).containsExactly("intake");
    assertThat(made.builtFrom()).isEqualTo(YearMonth.of(2018, 2));
    assertThat(made.builtUntil()).isNull();
    assertThat(parts.get(1).grade()).isEqualTo(Grade.ECONOMY);
    assertThat(parts.get(1).offer().priced()).as("0 was no price").isFalse();
  }

  @Test
  void aTextThatTellsNoPartsGivesNone() {
    assertThat(OldCardParts.of("")).isEmpty();
    assertThat(OldCardParts.of("id: a\nname: b\n")).isEmpty();
    assertThat(OldCardParts.of("parts: [no: {closing")).isEmpty();
  }
}
