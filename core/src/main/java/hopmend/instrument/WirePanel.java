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
 * A wire with both plugs off: its ohms end to end without those of the meter's leads, and against
 * ground, plus and its neighbour. What a meter cannot tell apart from its leads is not judged to be
 * whole under load: a voltage drop tells that.
 */
final class WirePanel implements Panel {
  private static final String ALONG = "wire-ohms";
  private static final String LEADS = "leads-ohms";
  private static final List<String> AGAINST = List.of("to-ground", "to-plus", "to-neighbour");

  @Override
  public List<Asked> asks() {
    List<Asked> asks = new ArrayList<>();
    asks.add(Asked.needed(ALONG, MeasureUnit.OHM, 0, 1e9));
    asks.add(Asked.besides(LEADS, MeasureUnit.OHM, 0, 20));
    AGAINST.forEach(a -> asks.add(Asked.besides(a, MeasureUnit.KILOOHM, 0, 1e6)));
    return asks;
  }

  @Override
  public Set<String> limits() {
    return Set.of("most-ohms", "least-kiloohm", "meter-ohms");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.TOO_HIGH, Finding.TOUCHES);
  }

  @Override
  public Look look(Taken taken) {
    double leads = taken.figureBesides(LEADS, MeasureUnit.OHM).orElse(0.0);
    double along = taken.figure(ALONG, MeasureUnit.OHM) - leads;
    double meter = taken.limit("meter-ohms");
    if (along < -meter) {
      return Look.unfit("wire.below-leads", -along);
    }
    List<Sight.Seen> seen = new ArrayList<>();
    Map<String, Double> figures = new LinkedHashMap<>();
    figures.put("ohms", along);
    double most = taken.limit("most-ohms");
    if (along > most) {
      seen.add(Sight.Seen.all(Finding.TOO_HIGH, Message.of("wire.open", along, most)));
    }
    double least = taken.limit("least-kiloohm");
    for (String a : AGAINST) {
      Optional<Double> kiloohm = taken.figureBesides(a, MeasureUnit.KILOOHM);
      kiloohm.ifPresent(k -> figures.put(a + "-kiloohm", k));
      kiloohm
          .filter(k -> k < least)
          .ifPresent(
              k -> seen.add(Sight.Seen.all(Finding.TOUCHES, Message.of("wire." + a), k, least)));
    }
    Message says =
        along <= meter
            ? Message.of("wire.within-meter", Math.max(0, along), meter)
            : Message.of("wire.at", along, most);
    return Look.at(new Sight(seen, List.of(says), List.of(), figures, Optional.empty()));
  }
}
