package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Live data of the emissions part of the controller, scaled as SAE J1979 / ISO 15031-5 publish.
 * Over ISO 14229-1 the identifier is 0xF400 + PID.
 */
public enum LiveSignal {
  LOAD(0x04, 1, MeasureUnit.PERCENT, 100 / 255.0, 0, "calculated load"),
  COOLANT(0x05, 1, MeasureUnit.CELSIUS, 1, -40, "coolant temperature"),
  SHORT_TRIM(0x06, 1, MeasureUnit.PERCENT, 100 / 128.0, -100, "short-term fuel trim, bank 1"),
  LONG_TRIM(0x07, 1, MeasureUnit.PERCENT, 100 / 128.0, -100, "long-term fuel trim, bank 1"),
  MANIFOLD_PRESSURE(0x0B, 1, MeasureUnit.KILOPASCAL, 1, 0, "manifold pressure"),
  ENGINE_SPEED(0x0C, 2, MeasureUnit.PER_MINUTE, 0.25, 0, "engine speed"),
  SPEED(0x0D, 1, MeasureUnit.KILOMETRE_PER_HOUR, 1, 0, "vehicle speed"),
  TIMING(0x0E, 1, MeasureUnit.DEGREE, 0.5, -64, "timing advance"),
  INTAKE_AIR(0x0F, 1, MeasureUnit.CELSIUS, 1, -40, "intake air temperature"),
  AIR_MASS(0x10, 2, MeasureUnit.GRAM_PER_SECOND, 0.01, 0, "air mass flow"),
  THROTTLE(0x11, 1, MeasureUnit.PERCENT, 100 / 255.0, 0, "throttle position"),
  /** The second byte, the trim that goes with the cell, is left out here: 0xFF, not used. */
  OXYGEN_1(0x14, 2, MeasureUnit.VOLT, 1 / 200.0, 0, "oxygen cell, bank 1 sensor 1"),
  OXYGEN_2(0x15, 2, MeasureUnit.VOLT, 1 / 200.0, 0, "oxygen cell, bank 1 sensor 2"),
  RUN_TIME(0x1F, 2, MeasureUnit.SECOND, 1, 0, "time since start"),
  RAIL_PRESSURE(0x23, 2, MeasureUnit.KILOPASCAL, 10, 0, "fuel rail pressure"),
  TANK_PRESSURE(0x32, 2, MeasureUnit.PASCAL, 0.25, 0, "fuel tank vapour pressure"),
  MODULE_VOLTAGE(0x42, 2, MeasureUnit.VOLT, 0.001, 0, "control module voltage"),
  PEDAL_1(0x49, 1, MeasureUnit.PERCENT, 100 / 255.0, 0, "accelerator pedal, track D"),
  PEDAL_2(0x4A, 1, MeasureUnit.PERCENT, 100 / 255.0, 0, "accelerator pedal, track E");

  private final int pid;
  private final int bytes;
  private final MeasureUnit unit;
  private final double factor;
  private final double offset;
  private final String label;

  LiveSignal(int pid, int bytes, MeasureUnit unit, double factor, double offset, String label) {
    this.pid = pid;
    this.bytes = bytes;
    this.unit = unit;
    this.factor = factor;
    this.offset = offset;
    this.label = label;
  }

  public int identifier() {
    return 0xF400 + pid;
  }

  public MeasureUnit unit() {
    return unit;
  }

  public String label() {
    return label;
  }

  /**
   * Decodes the data bytes.
   *
   * @throws IllegalArgumentException if the number of bytes is not the published one
   */
  public Reading decode(byte[] data) {
    if (data.length != bytes) {
      throw new IllegalArgumentException(
          "%s has %d bytes, not %d".formatted(label, bytes, data.length));
    }
    int raw = 0;
    for (byte b : data) {
      raw = raw << 8 | (b & 0xFF);
    }
    if (isOxygen()) {
      raw >>= 8;
    } else if (this == TANK_PRESSURE) {
      raw = (short) raw;
    }
    return Reading.of(raw * factor + offset, unit);
  }

  /** Encodes a value, rounded and clamped to what the bytes can hold. */
  public byte[] encode(double value) {
    long wanted = Math.round((value - offset) / factor);
    long raw;
    if (isOxygen()) {
      raw = clamp(wanted, 0, 0xFF) << 8 | 0xFF;
    } else if (this == TANK_PRESSURE) {
      raw = clamp(wanted, Short.MIN_VALUE, Short.MAX_VALUE);
    } else {
      raw = clamp(wanted, 0, (1L << (8 * bytes)) - 1);
    }
    byte[] data = new byte[bytes];
    for (int i = bytes - 1; i >= 0; i--) {
      data[i] = (byte) raw;
      raw >>= 8;
    }
    return data;
  }

  private boolean isOxygen() {
    return this == OXYGEN_1 || this == OXYGEN_2;
  }

  private static long clamp(long value, long low, long high) {
    return Math.max(low, Math.min(high, value));
  }

  /** How many data bytes an identifier has, empty if it is none of these. */
  public static OptionalInt lengthOf(int identifier) {
    return Arrays.stream(values())
        .filter(s -> s.identifier() == identifier)
        .mapToInt(s -> s.bytes)
        .findFirst();
  }

  public static Optional<LiveSignal> byIdentifier(int identifier) {
    return Arrays.stream(values()).filter(s -> s.identifier() == identifier).findFirst();
  }
}
