package hopmend.instrument;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.sensor.SignalModel;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Air that an engine without a charger draws at full throttle, over its speed: m = VE * V / 2 * n /
 * 60 * rho, rho of ISO 2533 at the altitude, at the temperature of the air that is drawn. Worked: 2
 * litres, 6000 1/min, VE 0.9 and 1.2 kg/m3 give 108 g/s.
 */
final class AirPanel implements Panel {
  private static final String FLOW = "air-flow";
  private static final String SPEED = "engine-speed";
  private static final String ALTITUDE = "altitude";
  private static final String TEMPERATURE = "intake-air";

  private static final double ZERO_CELSIUS = 273.15;

  /** Of the standard atmosphere at sea level and for each metre, °C (ISO 2533). */
  private static final double SEA_LEVEL_C = 15;

  private static final double PER_METRE = 0.0065;

  private static final double DRAWN_FROM = 500;
  private static final double DRAWN_TO = 7000;

  @Override
  public List<Asked> asks() {
    return List.of(
        Asked.needed(FLOW, MeasureUnit.GRAM_PER_SECOND, 0, 2000),
        Asked.needed(SPEED, MeasureUnit.PER_MINUTE, 300, 12_000),
        Asked.besides(ALTITUDE, MeasureUnit.METRE, -500, 5000),
        Asked.besides(TEMPERATURE, MeasureUnit.CELSIUS, -50, 100));
  }

  @Override
  public Set<String> limits() {
    return Set.of("litres", "filling-percent", "off-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.TOO_LOW, Finding.TOO_HIGH);
  }

  /** Density of the air that is drawn, kg/m3: that of the altitude, thinner where it is warmer. */
  static double density(double metres, Optional<Double> celsius) {
    double standard = SEA_LEVEL_C - PER_METRE * metres + ZERO_CELSIUS;
    double is = celsius.map(c -> c + ZERO_CELSIUS).orElse(standard);
    return SignalModel.airDensity(metres) * standard / is;
  }

  @Override
  public Look look(Taken taken) {
    double flow = taken.figure(FLOW, MeasureUnit.GRAM_PER_SECOND);
    double perMinute = taken.figure(SPEED, MeasureUnit.PER_MINUTE);
    double metres = taken.figureBesides(ALTITUDE, MeasureUnit.METRE).orElse(0.0);
    double density = density(metres, taken.figureBesides(TEMPERATURE, MeasureUnit.CELSIUS));
    double litres = taken.limit("litres");
    double filling = taken.limit("filling-percent") / 100;
    double off = taken.limit("off-percent");
    double wanted = SignalModel.airDrawn(filling, litres, perMinute, density);
    double share = 100 * (flow / wanted - 1);
    List<Sight.Seen> seen = new ArrayList<>();
    if (Math.abs(share) > off) {
      Finding found = share < 0 ? Finding.TOO_LOW : Finding.TOO_HIGH;
      seen.add(Sight.Seen.all(found, Message.of("air.off", share, off)));
    }
    Message at = Message.of("air.at", wanted, litres, perMinute, density, flow, 100 * filling);
    Map<String, Double> figures = new LinkedHashMap<>();
    figures.put("expected-gram-per-second", wanted);
    figures.put("off-percent", share);
    figures.put("density", density);
    return Look.at(
        new Sight(
            seen,
            List.of(at),
            List.of(),
            figures,
            Optional.of(
                words ->
                    picture(
                        words,
                        at,
                        SignalModel.airDrawn(filling, litres, 1, density),
                        off,
                        perMinute,
                        flow))));
  }

  /**
   * @param perTurn g/s for each 1/min
   */
  private static Drawing picture(
      Wording words, Message says, double perTurn, double off, double perMinute, double flow) {
    double to = Math.max(DRAWN_TO, perMinute);
    List<Shape.Point> low = new ArrayList<>();
    List<Shape.Point> high = new ArrayList<>();
    List<Shape.Point> middle = new ArrayList<>();
    for (double n = DRAWN_FROM; n <= to; n += (to - DRAWN_FROM) / 40) {
      middle.add(new Shape.Point(n, perTurn * n));
      low.add(new Shape.Point(n, perTurn * n * (1 - off / 100)));
      high.add(new Shape.Point(n, perTurn * n * (1 + off / 100)));
    }
    Collections.reverse(high);
    low.addAll(high);
    return new Plot(
            new Plot.Axis(words.of(Message.of("air.speed-axis")), 0, to),
            new Plot.Axis(
                words.of(Message.of("air.flow-axis")),
                0,
                1.1 * Math.max(flow, perTurn * to * (1 + off / 100))))
        .area("band", low)
        .line("middle", middle)
        .point(perMinute, flow, words.of(Message.of("air.here", flow)))
        .draw(words.of(says));
  }
}
