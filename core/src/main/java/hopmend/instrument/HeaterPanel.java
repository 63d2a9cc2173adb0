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
 * A heater by its ohms at a temperature, and by volts and amps while it heats. Platinum: R = R20 *
 * (1 + a (T - 20 °C)), a = 0.00385 1/K (IEC 60751, mean of 0 to 100 °C). Hot volts over amps give
 * the hot ohms, and so how hot it gets.
 */
final class HeaterPanel implements Panel {
  private static final double PER_KELVIN = 0.00385;

  /** More than this while it should heat is no heater at all; the shop's rule. */
  private static final double NO_CURRENT_OHMS = 1000;

  private static final String OHMS = "heater-ohms";
  private static final String AT = "metal-temperature";
  private static final String VOLTS = "heater-volts";
  private static final String AMPS = "heater-amps";

  @Override
  public List<Asked> asks() {
    return List.of(
        Asked.needed(OHMS, MeasureUnit.OHM, 0, 1e7),
        Asked.needed(AT, MeasureUnit.CELSIUS, -40, 900),
        Asked.besides(VOLTS, MeasureUnit.VOLT, 0, 60),
        Asked.besides(AMPS, MeasureUnit.AMPERE, 0, 30));
  }

  @Override
  public Set<String> limits() {
    return Set.of("low-ohms", "high-ohms", "least-celsius");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.TOO_LOW, Finding.TOO_HIGH);
  }

  @Override
  public Look look(Taken taken) {
    double ohms = taken.figure(OHMS, MeasureUnit.OHM);
    double at = taken.figure(AT, MeasureUnit.CELSIUS);
    double at20 = ohms / (1 + PER_KELVIN * (at - 20));
    double low = taken.limit("low-ohms");
    double high = taken.limit("high-ohms");
    List<Message> says = new ArrayList<>();
    List<Sight.Seen> seen = new ArrayList<>();
    Map<String, Double> figures = new LinkedHashMap<>();
    figures.put("ohms-at-20", at20);
    says.add(Message.of("heater.at20", ohms, at, at20, low, high));
    if (at20 < low) {
      seen.add(Sight.Seen.all(Finding.TOO_LOW, Message.of("heater.short", at20, low)));
    } else if (at20 > high) {
      seen.add(Sight.Seen.all(Finding.TOO_HIGH, Message.of("heater.open", at20, high)));
    }
    Optional<Double> volts = taken.figureBesides(VOLTS, MeasureUnit.VOLT);
    Optional<Double> amps = taken.figureBesides(AMPS, MeasureUnit.AMPERE);
    if (volts.isPresent() && amps.isPresent()) {
      if (volts.get() > NO_CURRENT_OHMS * amps.get()) {
        seen.add(Sight.Seen.all(Finding.TOO_HIGH, Message.of("heater.no-current", amps.get())));
      } else {
        double hot = 20 + (volts.get() / amps.get() / at20 - 1) / PER_KELVIN;
        figures.put("hot-celsius", hot);
        says.add(Message.of("heater.hot", volts.get() / amps.get(), hot));
        if (hot < taken.limit("least-celsius")) {
          seen.add(
              Sight.Seen.all(
                  Finding.TOO_LOW, Message.of("heater.cold", hot, taken.limit("least-celsius"))));
        }
      }
    }
    return Look.at(new Sight(seen, says, List.of(), figures, Optional.empty()));
  }
}
