package hopmend.fault;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Whatever is read, in whatever order: nothing that a control unit said of a code is lost. */
class CodeReadingsTest {
  private static final List<TroubleCode> CODES =
      List.of(TroubleCode.parse("U0100"), TroubleCode.parse("P0340"), TroubleCode.parse("C0035"));
  private static final List<String> UNITS = List.of("brake control", "gateway", "engine control");

  private static List<ReadCode> any(Random random, boolean named) {
    List<ReadCode> readings = new ArrayList<>();
    for (int i = 0; i < random.nextInt(12); i++) {
      CodeState state = CodeState.values()[random.nextInt(CodeState.values().length)];
      String unit = named || random.nextBoolean() ? UNITS.get(random.nextInt(UNITS.size())) : "";
      readings.add(new ReadCode(CODES.get(random.nextInt(CODES.size())), Set.of(state), unit));
    }
    return readings;
  }

  private static Set<CodeState> states(List<ReadCode> readings, TroubleCode code) {
    Set<CodeState> states = EnumSet.noneOf(CodeState.class);
    readings.stream().filter(r -> r.code().equals(code)).forEach(r -> states.addAll(r.states()));
    return states;
  }

  @Test
  void everyUnitOnceWithAllThatItSaidInAnyOrder() {
    Random random = new Random(11);
    for (int i = 0; i < 500; i++) {
      List<ReadCode> readings = any(random, true);
      List<ReadCode> shuffled = new ArrayList<>(readings);
      Collections.shuffle(shuffled, random);
      CodeReadings one = CodeReadings.of(readings);
      assertThat(CodeReadings.of(shuffled).all()).containsExactlyInAnyOrderElementsOf(one.all());
      assertThat(one.all())
          .extracting(r -> r.code().text() + r.controlUnit())
          .doesNotHaveDuplicates();
      assertThat(CodeReadings.of(one.all()).all()).isEqualTo(one.all());
    }
  }

  @Test
  void togetherACodeHasTheStatesOfAllItsReadings() {
    Random random = new Random(12);
    for (int i = 0; i < 500; i++) {
      List<ReadCode> readings = any(random, false);
      for (ReadCode code : CodeReadings.of(readings).codes()) {
        assertThat(code.states()).isEqualTo(states(readings, code.code()));
      }
    }
  }

  @Test
  void oneUnitsReadingIsTakenBackAloneOrAllOfThem() {
    TroubleCode code = CODES.get(0);
    ReadCode brakes = new ReadCode(code, Set.of(CodeState.STORED), "brake control");
    ReadCode gateway = new ReadCode(code, Set.of(CodeState.CURRENT), "gateway");
    CodeReadings readings = CodeReadings.of(List.of(brakes, gateway));
    readings.remove(code, "engine control");
    assertThat(readings.all()).containsExactly(brakes, gateway);
    readings.remove(code, "brake control");
    assertThat(readings.all()).containsExactly(gateway);
    readings.add(brakes);
    readings.remove(code, "");
    assertThat(readings.isEmpty()).isTrue();
    readings.add(gateway);
    readings.remove(code, "gateway");
    assertThat(readings.holds(code)).isFalse();
  }
}
