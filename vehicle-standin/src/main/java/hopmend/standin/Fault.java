package hopmend.standin;

import java.util.Locale;

/**
 * A fault of a simulated vehicle.
 *
 * @param channel the sensor, null for a fault of the vehicle itself
 */
public record Fault(FaultKind kind, Channel channel) {
  public Fault {
    if (kind.isOfSensor() != (channel != null)) {
      throw new IllegalArgumentException(
          kind + (channel == null ? " needs a sensor" : " sits on no sensor"));
    }
  }

  static Fault of(FaultKind kind) {
    return new Fault(kind, null);
  }

  /** {@code open-coolant}, {@code loose-cap}. */
  public String id() {
    String id = channel == null ? kind.name() : kind.name() + "-" + channel.name();
    return id.toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return channel == null ? kind.words() : channel.words() + " " + kind.words();
  }
}
