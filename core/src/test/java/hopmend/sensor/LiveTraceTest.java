package hopmend.sensor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.sensor.LiveTrace.Sample;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class LiveTraceTest {
  private static final List<LiveSignal> TWO = List.of(LiveSignal.COOLANT, LiveSignal.ENGINE_SPEED);

  private static Sample at(double seconds, double coolant, double rpm) {
    return new Sample(seconds, Map.of(LiveSignal.COOLANT, coolant, LiveSignal.ENGINE_SPEED, rpm));
  }

  private static List<String> texts(Drawing d, String role) {
    return d.ofRole(role).stream().map(s -> ((Shape.Label) s).text()).toList();
  }

  @Test
  void everySignalHasALaneWithItsPresentValueAndItsExtremes() {
    Drawing d = LiveTrace.draw(List.of(at(0, 60, 850), at(1, 61, 2400), at(2, 62, 900)), TWO);
    assertThat(texts(d, "live-name")).containsExactly("coolant temperature", "engine speed");
    assertThat(texts(d, "live-value")).containsExactly("62 °C", "900 1/min");
    assertThat(texts(d, "live-range")).containsExactly("60 to 62", "850 to 2400");
    assertThat(d.ofRole("live-line")).hasSize(2);
    assertThat(d.spoken()).contains("2 live signals", "3 samples");
  }

  @Test
  void theLastMinuteIsShownInsideTheLanesAndNewestAtTheRight() {
    List<Sample> samples = new ArrayList<>();
    for (int i = 0; i <= 2000; i++) {
      samples.add(at(i * 0.1, 80 + Math.sin(i / 9.0), 850 + i));
    }
    Drawing d = LiveTrace.draw(samples, TWO);
    for (int lane = 0; lane < 2; lane++) {
      Shape.Box box = (Shape.Box) d.ofRole("plot").get(lane);
      List<Shape.Point> line = ((Shape.Path) d.ofRole("live-line").get(lane)).points();
      assertThat(line).hasSizeBetween(598, 602);
      assertThat(line.get(line.size() - 1).x()).isCloseTo(box.x() + box.width(), within(1e-6));
      assertThat(line)
          .allMatch(p -> p.x() >= box.x() - 0.5 && p.x() <= box.x() + box.width() + 0.5);
      assertThat(line).allMatch(p -> p.y() >= box.y() && p.y() <= box.y() + box.height());
    }
  }

  @Test
  void aGapIsLeftOpenAndASignalThatIsNotToldSaysSo() {
    List<Sample> samples =
        List.of(
            new Sample(0, Map.of(LiveSignal.COOLANT, 70.0)),
            new Sample(0.1, Map.of(LiveSignal.COOLANT, 70.0)),
            new Sample(9, Map.of(LiveSignal.COOLANT, 75.0)),
            new Sample(9.1, Map.of(LiveSignal.COOLANT, 75.0)));
    Drawing d = LiveTrace.draw(samples, TWO);
    assertThat(d.ofRole("live-line")).hasSize(2);
    assertThat(texts(d, "live-value")).containsExactly("75 °C", "not told");
    assertThat(LiveTrace.draw(List.of(), TWO).ofRole("live-line")).isEmpty();
  }

  @Test
  void theLogNamesUnitsAndLeavesHolesEmpty() {
    String csv =
        LiveTrace.csv(
            List.of(
                Sample.of(0, Map.of(LiveSignal.COOLANT, Reading.of(176, MeasureUnit.FAHRENHEIT))),
                at(0.1, 80.5, 850)),
            TWO);
    assertThat(csv.lines())
        .containsExactly(
            "time_s,coolant temperature [°C],engine speed [1/min]", "0.00,80,", "0.10,80.5,850");
  }
}
