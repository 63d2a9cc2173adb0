package hopmend.bus;

import hopmend.sensor.LiveSignal;
import java.util.Arrays;
import java.util.Optional;

/**
 * Where a live value stands in the messages that a truck's controllers send by themselves (SAE
 * J1939-71, from memory). The lowest byte comes first; 0xFF there, or 0xFF in the highest of two,
 * says that it is not available, 0xFE that its sensor is in error: neither is a value.
 */
public enum TruckSignal {
  ENGINE_SPEED(LiveSignal.ENGINE_SPEED, 0xF004, 4, 2, 0.125, 0),
  LOAD(LiveSignal.LOAD, 0xF003, 3, 1, 1, 0),
  PEDAL(LiveSignal.PEDAL_1, 0xF003, 2, 1, 0.4, 0),
  SPEED(LiveSignal.SPEED, 0xFEF1, 2, 2, 1 / 256.0, 0),
  COOLANT(LiveSignal.COOLANT, 0xFEEE, 1, 1, 1, -40),
  OIL(LiveSignal.OIL_TEMPERATURE, 0xFEEE, 3, 2, 0.03125, -273),
  BOOST(LiveSignal.MANIFOLD_PRESSURE, 0xFEF6, 2, 1, 2, 0),
  INTAKE_AIR(LiveSignal.INTAKE_AIR, 0xFEF6, 3, 1, 1, -40),
  BAROMETER(LiveSignal.BAROMETER, 0xFEF5, 1, 1, 0.5, 0),
  AMBIENT(LiveSignal.AMBIENT, 0xFEF5, 4, 2, 0.03125, -273),
  VOLTAGE(LiveSignal.MODULE_VOLTAGE, 0xFEF7, 5, 2, 0.05, 0),
  FUEL_LEVEL(LiveSignal.FUEL_LEVEL, 0xFEFC, 2, 1, 0.4, 0),
  OUTPUT_SHAFT(LiveSignal.OUTPUT_SHAFT, 0xF002, 2, 2, 0.125, 0),
  INPUT_SHAFT(LiveSignal.INPUT_SHAFT, 0xF002, 6, 2, 0.125, 0),
  GEAR_RATIO(LiveSignal.GEAR_RATIO, 0xF005, 2, 2, 0.001, 0),
  FILTER_DIFFERENCE(LiveSignal.FILTER_DIFFERENCE, 0xFDB2, 3, 2, 0.1, 0);

  private static final int FIRST_THAT_IS_NO_VALUE = 0xFB;

  private final LiveSignal live;
  private final int group;
  private final int at;
  private final int width;
  private final double factor;
  private final double offset;

  /**
   * @param at its first byte, counted from 1
   */
  TruckSignal(LiveSignal live, int group, int at, int width, double factor, double offset) {
    this.live = live;
    this.group = group;
    this.at = at;
    this.width = width;
    this.factor = factor;
    this.offset = offset;
  }

  public static Optional<TruckSignal> of(LiveSignal live) {
    return Arrays.stream(values()).filter(s -> s.live == live).findFirst();
  }

  /** Whether a parameter group holds live values. */
  public static boolean isIn(int group) {
    return Arrays.stream(values()).anyMatch(s -> s.group == group);
  }

  public LiveSignal live() {
    return live;
  }

  /** Number of the parameter group in which it travels. */
  public int group() {
    return group;
  }

  /** Its value; empty where it is not available. In the unit of {@link #live}. */
  public Optional<Double> read(byte[] data) {
    int raw = 0;
    for (int i = width - 1; i >= 0; i--) {
      int index = at - 1 + i;
      raw = raw << 8 | (index < data.length ? data[index] & 0xFF : 0xFF);
    }
    boolean none = raw >> 8 * (width - 1) >= FIRST_THAT_IS_NO_VALUE;
    return none ? Optional.empty() : Optional.of(raw * factor + offset);
  }

  /** Writes a value among the bytes of its group. */
  public void write(byte[] data, double value) {
    long raw = Math.max(0, Math.round((value - offset) / factor));
    long most = (FIRST_THAT_IS_NO_VALUE - 1L) << 8 * (width - 1) | (width > 1 ? 0xFF : 0);
    raw = Math.min(most, raw);
    for (int i = 0; i < width; i++) {
      data[at - 1 + i] = (byte) (raw >> 8 * i);
    }
  }
}
