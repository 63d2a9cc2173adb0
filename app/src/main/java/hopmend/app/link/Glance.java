package hopmend.app.link;

import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import java.util.List;
import java.util.Optional;

/**
 * What a vehicle says at one moment.
 *
 * @param value of the signal that was asked for; empty where it tells none
 */
public record Glance(Optional<Reading> value, List<TroubleCode> codes) {
  public Glance {
    codes = List.copyOf(codes);
  }
}
