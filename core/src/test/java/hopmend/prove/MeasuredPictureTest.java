package hopmend.prove;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.English;
import hopmend.sensor.SignalModel;
import java.awt.geom.Path2D;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MeasuredPictureTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  private static Measurement measured(String family, String check) {
    return CATALOG.sheet(family).orElseThrow().checks().stream()
        .filter(c -> c.id().equals(check))
        .findFirst()
        .flatMap(Check::measured)
        .orElseThrow();
  }

  private static Drawing drawn(Measurement m, SignalModel.Told told, Reading value) {
    return MeasuredPicture.of(
            m, t -> m.band(Optional.empty(), Optional.of(2.0), t), told, value, English.WORDS)
        .orElseThrow();
  }

  private static boolean isInside(Drawing d) {
    Shape.Disc reading = (Shape.Disc) d.ofRole("plot-point").get(0);
    List<Shape.Point> band = ((Shape.Path) d.ofRole("plot-band").get(0)).points();
    Path2D outline = new Path2D.Double();
    outline.moveTo(band.get(0).x(), band.get(0).y());
    band.forEach(p -> outline.lineTo(p.x(), p.y()));
    return outline.contains(reading.x(), reading.y());
  }

  /** What is judged right lies in the drawn band, what is not lies beside it. */
  @ParameterizedTest
  @CsvSource({"2.0, 20, true", "0.27, 80, true", "0.9, 80, false", "9, -15, true", "2, -15, false"})
  void aThermistorsReadingLiesInItsBandWhereItIsRight(double kiloohm, double at, boolean right) {
    Measurement m = measured("coolant-temperature", "resistance");
    SignalModel.Told told = new SignalModel.Told(Reading.of(at, MeasureUnit.CELSIUS), null);
    Reading value = Reading.of(kiloohm, MeasureUnit.KILOOHM);
    boolean judged =
        m.outcomeFor(
                m.band(Optional.empty(), Optional.of(2.0), told).orElseThrow().judge(value).side())
            .equals("right");
    assertThat(judged).isEqualTo(right);
    assertThat(isInside(drawn(m, told, value))).isEqualTo(right);
  }

  @Test
  void airFlowIsACurveOverTheSpeedAndFixedLimitsAreAScale() {
    SignalModel.Told told =
        new SignalModel.Told(
            Reading.of(6000, MeasureUnit.PER_MINUTE), Reading.of(0, MeasureUnit.METRE));
    // VE 0.85 x 1 l x 100 1/s ÷ 2 x 1.225 kg/m3 = 104 g/s for 2 litres; ISO 2533 at sea level.
    Drawing flow =
        drawn(
            measured("air-mass", "full-load-flow"),
            told,
            Reading.of(104, MeasureUnit.GRAM_PER_SECOND));
    assertThat(isInside(flow)).isTrue();
    Drawing supply =
        drawn(
            measured("camshaft-position", "supply"),
            SignalModel.Told.NOTHING,
            Reading.of(4.2, MeasureUnit.VOLT));
    Shape.Box band = (Shape.Box) supply.ofRole("plot-band").get(0);
    assertThat(((Shape.Disc) supply.ofRole("plot-point").get(0)).x()).isLessThan(band.x());
    assertThat(supply.spoken()).contains("4.75 to 5.25 V");
  }
}
