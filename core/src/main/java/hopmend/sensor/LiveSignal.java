package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Arrays;
import java.util.Optional;

/**
 * Live data of the emissions part of the controller, scaled as SAE J1979 / ISO 15031-5 publish.
 * Over ISO 14229-1 the identifier is 0xF400 + PID.
 */
public enum LiveSignal {
  LOAD(0x04, 1, MeasureUnit.PERCENT, 100 / 255.0, 0, "calculated load"),
  COOLANT(0x05, 1, MeasureUnit.CELSIUS, 1, -40, "coolant temperature"),
  ENGINE_SPEED(0x0C, 2, MeasureUnit.PER_MINUTE, 0.25, 0, "engine speed"),
  SPEED(0x0D, 1, MeasureUnit.KILOMETRE_PER_HOUR, 1, 0, "vehicle speed"),
  TIMING(0x0E, 1, MeasureUnit.DEGREE, 0.5, -64, "timing advance"),
  INTAKE_AIR(0x0F, 1, MeasureUnit.CELSIUS, 1, -40, "intake air temperature"),
  AIR_MASS(0x10, 2, MeasureUnit.GRAM_PER_SECOND, 0.01, 0, "air mass flow"),
  MODULE_VOLTAGE(0x42, 2, MeasureUnit.VOLT, 0.001, 0, "control module voltage");

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
    return Reading.of(raw * factor + offset, unit);
  }

  /** Encodes a value, rounded and clamped to what the bytes can hold. */
  public byte[] encode(double value) {
    long max = (1L << (8 * bytes)) - 1;
    long raw = Math.max(0, Math.min(max, Math.round((value - offset) / factor)));
    byte[] data = new byte[bytes];
    for (int i = bytes - 1; i >= 0; i--) {
      data[i] = (byte) raw;
      raw >>= 8;
    }
    return data;
  }

  public static Optional<LiveSignal> byIdentifier(int identifier) {
    return Arrays.stream(values()).filter(s -> s.identifier() == identifier).findFirst();
  }
}
