package hopmend.instrument;

import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * All temperatures of a vehicle that stood over night: they agree with each other and with a
 * thermometer. The coolant's is judged by the others, if those agree among themselves.
 */
final class SoakPanel implements Panel {
  private static final String COOLANT = "coolant";
  private static final String INTAKE = "intake-air";
  private static final String OUTSIDE = "thermometer";
  private static final String OIL = "oil-or-fluid";

  @Override
  public List<Asked> asks() {
    return List.of(
        Asked.needed(COOLANT, MeasureUnit.CELSIUS, -50, 160),
        Asked.needed(OUTSIDE, MeasureUnit.CELSIUS, -50, 60),
        Asked.needed(INTAKE, MeasureUnit.CELSIUS, -50, 160),
        Asked.besides(OIL, MeasureUnit.CELSIUS, -50, 160));
  }

  @Override
  public Set<String> limits() {
    return Set.of("apart-kelvin");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.ODD_ONE);
  }

  @Override
  public Look look(Taken taken) {
    double coolant = taken.figure(COOLANT, MeasureUnit.CELSIUS);
    double allowed = taken.limit("apart-kelvin");
    List<Double> others = new ArrayList<>();
    others.add(taken.figure(OUTSIDE, MeasureUnit.CELSIUS));
    others.add(taken.figure(INTAKE, MeasureUnit.CELSIUS));
    taken.figureBesides(OIL, MeasureUnit.CELSIUS).ifPresent(others::add);
    Samples rest = new Samples(others.stream().mapToDouble(d -> d).toArray());
    if (rest.spread() > allowed) {
      return Look.unfit("soak.not-yet", rest.spread(), allowed);
    }
    double off = coolant - rest.mean();
    Map<String, Double> figures = new LinkedHashMap<>();
    figures.put("off-kelvin", off);
    return Look.at(
        new Sight(
            Math.abs(off) > allowed
                ? List.of(Sight.Seen.all(Finding.ODD_ONE, coolant, rest.mean(), allowed))
                : List.of(),
            List.of(Message.of("soak.at", rest.mean(), rest.spread(), off)),
            List.of(),
            figures,
            Optional.empty()));
  }
}
