package hopmend.find;

import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.List;
import java.util.Optional;

/**
 * "Unplug it and watch": whether the plug in the hand is that of the sensor. The value must drop
 * out when it is off, or a code of its own must be set; what that sets is of our making.
 *
 * @param in what the vehicle said while the plug was in
 * @param out what it said while it was off; empty before
 * @param isOut whether it is still off
 */
public record PlugWatch(Told in, Optional<Told> out, boolean isOut) {
  /** Of the value before, below which a change may be the engine's own; shop. */
  private static final double SAME_SHARE = 0.2;

  /**
   * What a vehicle said.
   *
   * @param value empty where it said none
   */
  public record Told(Optional<Reading> value, List<TroubleCode> codes) {
    public Told {
      codes = List.copyOf(codes);
    }
  }

  /** What follows from it. */
  public enum Finding {
    /** It is not off yet. */
    OPEN,
    /** The plug is that of the sensor. */
    IT_IS,
    /** Nothing changed: it is another one, or the vehicle has not noticed yet. */
    NOTHING_CHANGED,
    /** Something changed that the engine may have done by itself. */
    UNSURE
  }

  /** Codes that were set while the plug was off: ours, not the vehicle's. */
  public List<TroubleCode> ours() {
    return out.stream()
        .flatMap(o -> o.codes().stream())
        .filter(c -> !in.codes().contains(c))
        .toList();
  }

  public Finding finding() {
    if (out.isEmpty()) {
      return Finding.OPEN;
    }
    Optional<Reading> now = out.get().value();
    if (!ours().isEmpty() || in.value().isPresent() && now.isEmpty()) {
      return Finding.IT_IS;
    }
    if (in.value().isEmpty()) {
      return Finding.NOTHING_CHANGED;
    }
    double before = in.value().get().value();
    double after = now.get().in(in.value().get().unit());
    if (Math.abs(after - before) <= 1e-9) {
      return Finding.NOTHING_CHANGED;
    }
    return Math.abs(after - before) > SAME_SHARE * Math.max(Math.abs(before), 1)
        ? Finding.IT_IS
        : Finding.UNSURE;
  }

  /** In words, with what the vehicle said. */
  public Message says() {
    return switch (finding()) {
      case OPEN -> Message.of("plug.open");
      case IT_IS ->
          ours().isEmpty()
              ? Message.of("plug.dropped", was(), now())
              : Message.of(
                  "plug.set", Message.listed(ours().stream().map(TroubleCode::text).toList()));
      case NOTHING_CHANGED -> Message.of("plug.nothing", was());
      case UNSURE -> Message.of("plug.unsure", was(), now());
    };
  }

  private Message was() {
    return told(Optional.of(in));
  }

  private Message now() {
    return told(out);
  }

  private static Message told(Optional<Told> of) {
    return of.flatMap(Told::value)
        .map(v -> Message.of("text", v))
        .orElseGet(() -> Message.of("plug.no-value"));
  }
}
