package hopmend.verify;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a controller counts since its codes were cleared, by our link or by a tool. Each counter
 * stops at the most that its bytes hold.
 *
 * @param warmUps warm-up cycles, 0 to 255; null where nobody told
 * @param km distance driven, 0 to 65535; null where nobody told
 * @param minutes that the engine ran, 0 to 65535; null where nobody told
 */
public record SinceCleared(Integer warmUps, Integer km, Integer minutes) {
  /** An odometer counts whole kilometres, and a log's speed is a little off; shop. */
  private static final double SLACK_KM = 2;

  private static final double SLACK_SHARE = 0.1;

  /**
   * The counters of SAE J1979, PID 30, 31 and 4E; over ISO 14229-1 the identifier is 0xF400 + PID.
   */
  public enum Counter {
    WARM_UPS(0xF430, 1),
    DISTANCE(0xF431, 2),
    RUN_TIME(0xF44E, 2);

    private final int identifier;
    private final int bytes;

    Counter(int identifier, int bytes) {
      this.identifier = identifier;
      this.bytes = bytes;
    }

    public int identifier() {
      return identifier;
    }

    public int most() {
      return (1 << 8 * bytes) - 1;
    }

    public byte[] encode(double value) {
      int raw = (int) Math.max(0, Math.min(most(), value));
      return bytes == 1 ? new byte[] {(byte) raw} : new byte[] {(byte) (raw >> 8), (byte) raw};
    }

    /**
     * @throws IllegalArgumentException if the number of bytes is not the published one
     */
    int decode(byte[] data) {
      if (data.length != bytes) {
        throw new IllegalArgumentException(
            "%s has %d bytes, not %d".formatted(this, bytes, data.length));
      }
      return bytes == 1 ? data[0] & 0xFF : (data[0] & 0xFF) << 8 | data[1] & 0xFF;
    }
  }

  public SinceCleared {
    within(Counter.WARM_UPS, warmUps);
    within(Counter.DISTANCE, km);
    within(Counter.RUN_TIME, minutes);
  }

  private static void within(Counter counter, Integer value) {
    if (value != null && (value < 0 || value > counter.most())) {
      throw new IllegalArgumentException(
          "%s counts 0 to %d, not %d".formatted(counter, counter.most(), value));
    }
  }

  /** From the data bytes of those that the vehicle told; empty where it told none. */
  public static Optional<SinceCleared> decode(Map<Counter, byte[]> told) {
    return told.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new SinceCleared(
                value(told, Counter.WARM_UPS),
                value(told, Counter.DISTANCE),
                value(told, Counter.RUN_TIME)));
  }

  private static Integer value(Map<Counter, byte[]> told, Counter counter) {
    byte[] data = told.get(counter);
    return data == null ? null : counter.decode(data);
  }

  /** Each counter in words, those that nobody told left out. */
  public List<Message> says() {
    List<Message> says = new ArrayList<>();
    add(says, Counter.WARM_UPS, warmUps, "warm-ups", "warm-ups-or-more");
    add(says, Counter.DISTANCE, km, "km", "km-or-more");
    add(says, Counter.RUN_TIME, minutes, "minutes", "minutes-or-more");
    return says;
  }

  private static void add(
      List<Message> says, Counter counter, Integer value, String exactly, String orMore) {
    if (value != null) {
      says.add(Message.of("counted." + (value == counter.most() ? orMore : exactly), value));
    }
  }

  /**
   * Whether the codes were cleared once more behind our back: it counts less than was driven here
   * since we cleared.
   *
   * @param drivenKm by the logs and the driver, since our clearing
   */
  public boolean wasClearedAgain(double drivenKm) {
    return km != null && km + SLACK_KM < drivenKm * (1 - SLACK_SHARE);
  }

  /**
   * Whether somebody cleared shortly before it came: monitors may not have run since, and codes
   * that were read before are gone. A code is forgotten after 40 warm-ups without its fault (SAE
   * J1979 and 13 CCR 1968.2, from memory), so that after more of them it says nothing.
   */
  public boolean isFresh() {
    return warmUps != null ? warmUps < 40 : km != null && km < 500;
  }
}
