package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Live data of the emissions part of the controller, scaled as SAE J1979 / ISO 15031-5 publish
 * (those past 0x4F from memory). Over ISO 14229-1 the identifier is 0xF400 + PID. Each identifier
 * is read for one value; what else stands in its bytes is left alone.
 */
public enum LiveSignal {
  LOAD(0x04, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 255.0, 0, "calculated load"),
  COOLANT(0x05, Bytes.whole(1), MeasureUnit.CELSIUS, 1, -40, "coolant temperature"),
  SHORT_TRIM(
      0x06, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 128.0, -100, "short-term fuel trim, bank 1"),
  LONG_TRIM(
      0x07, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 128.0, -100, "long-term fuel trim, bank 1"),
  SHORT_TRIM_BANK_2(
      0x08, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 128.0, -100, "short-term fuel trim, bank 2"),
  LONG_TRIM_BANK_2(
      0x09, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 128.0, -100, "long-term fuel trim, bank 2"),
  FUEL_PRESSURE(0x0A, Bytes.whole(1), MeasureUnit.KILOPASCAL, 3, 0, "fuel pressure, low side"),
  MANIFOLD_PRESSURE(0x0B, Bytes.whole(1), MeasureUnit.KILOPASCAL, 1, 0, "manifold pressure"),
  ENGINE_SPEED(0x0C, Bytes.whole(2), MeasureUnit.PER_MINUTE, 0.25, 0, "engine speed"),
  SPEED(0x0D, Bytes.whole(1), MeasureUnit.KILOMETRE_PER_HOUR, 1, 0, "vehicle speed"),
  TIMING(0x0E, Bytes.whole(1), MeasureUnit.DEGREE, 0.5, -64, "timing advance"),
  INTAKE_AIR(0x0F, Bytes.whole(1), MeasureUnit.CELSIUS, 1, -40, "intake air temperature"),
  AIR_MASS(0x10, Bytes.whole(2), MeasureUnit.GRAM_PER_SECOND, 0.01, 0, "air mass flow"),
  THROTTLE(0x11, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 255.0, 0, "throttle position"),
  /** The second byte, the trim that goes with the cell, is left out here: 0xFF, not used. */
  OXYGEN_1(0x14, Bytes.first(1, 2), MeasureUnit.VOLT, 1 / 200.0, 0, "oxygen cell, bank 1 sensor 1"),
  OXYGEN_2(0x15, Bytes.first(1, 2), MeasureUnit.VOLT, 1 / 200.0, 0, "oxygen cell, bank 1 sensor 2"),
  OXYGEN_1_BANK_2(
      0x18, Bytes.first(1, 2), MeasureUnit.VOLT, 1 / 200.0, 0, "oxygen cell, bank 2 sensor 1"),
  OXYGEN_2_BANK_2(
      0x19, Bytes.first(1, 2), MeasureUnit.VOLT, 1 / 200.0, 0, "oxygen cell, bank 2 sensor 2"),
  RUN_TIME(0x1F, Bytes.whole(2), MeasureUnit.SECOND, 1, 0, "time since start"),
  RAIL_PRESSURE(0x23, Bytes.whole(2), MeasureUnit.KILOPASCAL, 10, 0, "fuel rail pressure"),
  /** Lambda in the first two bytes; the two behind them, a voltage, are left out. */
  WIDEBAND_1(
      0x24, Bytes.first(2, 4), MeasureUnit.LAMBDA, 2 / 65536.0, 0, "lambda, bank 1 sensor 1"),
  WIDEBAND_1_BANK_2(
      0x28, Bytes.first(2, 4), MeasureUnit.LAMBDA, 2 / 65536.0, 0, "lambda, bank 2 sensor 1"),
  PURGE(0x2E, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 255.0, 0, "tank purge commanded"),
  FUEL_LEVEL(0x2F, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 255.0, 0, "fuel level"),
  TANK_PRESSURE(
      0x32, Bytes.whole(2).withSign(), MeasureUnit.PASCAL, 0.25, 0, "fuel tank vapour pressure"),
  BAROMETER(0x33, Bytes.whole(1), MeasureUnit.KILOPASCAL, 1, 0, "barometric pressure"),
  /** The pump current in the last two bytes; the lambda before it is that of 0x24. */
  PUMP_CURRENT_1(
      0x34,
      Bytes.whole(4).from(2),
      MeasureUnit.MILLIAMPERE,
      1 / 256.0,
      -128,
      "pump current, bank 1 sensor 1"),
  PUMP_CURRENT_1_BANK_2(
      0x38,
      Bytes.whole(4).from(2),
      MeasureUnit.MILLIAMPERE,
      1 / 256.0,
      -128,
      "pump current, bank 2 sensor 1"),
  MODULE_VOLTAGE(0x42, Bytes.whole(2), MeasureUnit.VOLT, 0.001, 0, "control module voltage"),
  AMBIENT(0x46, Bytes.whole(1), MeasureUnit.CELSIUS, 1, -40, "ambient temperature"),
  PEDAL_1(0x49, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 255.0, 0, "accelerator pedal, track D"),
  PEDAL_2(0x4A, Bytes.whole(1), MeasureUnit.PERCENT, 100 / 255.0, 0, "accelerator pedal, track E"),
  TANK_ABSOLUTE(
      0x53, Bytes.whole(2), MeasureUnit.KILOPASCAL, 1 / 200.0, 0, "tank pressure, absolute"),
  RAIL_ABSOLUTE(
      0x59, Bytes.whole(2), MeasureUnit.KILOPASCAL, 10, 0, "fuel rail pressure, absolute"),
  OIL_TEMPERATURE(0x5C, Bytes.whole(1), MeasureUnit.CELSIUS, 1, -40, "engine oil temperature"),
  /** With a sign, as J1979 has it from memory; others count up from -327.68 kPa. */
  FILTER_DIFFERENCE(
      0x7A,
      Bytes.whole(7).from(1).wide(2).withSign().where(0x01),
      MeasureUnit.KILOPASCAL,
      0.01,
      0,
      "pressure across the particulate filter"),
  SOOT(
      0x86,
      Bytes.whole(5).from(1).wide(2).where(0x01),
      MeasureUnit.MILLIGRAM_PER_CUBIC_METRE,
      0.0125,
      0,
      "soot behind the particulate filter"),
  /** What the transmission turns in for one turn out; which gear it is stands before it. */
  GEAR_RATIO(
      0xA4,
      Bytes.whole(4).from(2).where(0x02),
      MeasureUnit.RATIO,
      0.001,
      0,
      "transmission ratio, measured"),
  /**
   * Shaft speeds have no published identifier. Trucks send them (SAE J1939-71, SPN 161 and 191);
   * the numbers here lie where ISO 14229-1 keeps room for more emissions values, and are our own.
   */
  INPUT_SHAFT(0x161, Bytes.whole(2), MeasureUnit.PER_MINUTE, 0.125, 0, "input shaft speed"),
  OUTPUT_SHAFT(0x191, Bytes.whole(2), MeasureUnit.PER_MINUTE, 0.125, 0, "output shaft speed");

  /** Tells that 0x14 to 0x1B are four sensors of two banks; without it they are named otherwise. */
  public static final int TWO_BANKS_OF_FOUR = 0xF413;

  private final int pid;
  private final Bytes bytes;
  private final MeasureUnit unit;
  private final double factor;
  private final double offset;
  private final String label;

  LiveSignal(int pid, Bytes bytes, MeasureUnit unit, double factor, double offset, String label) {
    this.pid = pid;
    this.bytes = bytes;
    this.unit = unit;
    this.factor = factor;
    this.offset = offset;
    this.label = label;
  }

  /**
   * Where a value stands among the data bytes of its identifier, highest byte first.
   *
   * @param length of all data
   * @param told the bit of the first byte that says whether the value is there; 0 for always
   */
  private record Bytes(int length, int first, int width, boolean signed, int told) {
    static Bytes whole(int length) {
      return new Bytes(length, 0, length, false, 0);
    }

    static Bytes first(int width, int length) {
      return new Bytes(length, 0, width, false, 0);
    }

    /** From here to the end. */
    Bytes from(int index) {
      return new Bytes(length, index, length - index, signed, told);
    }

    Bytes wide(int bytes) {
      return new Bytes(length, first, bytes, signed, told);
    }

    Bytes withSign() {
      return new Bytes(length, first, width, true, told);
    }

    Bytes where(int bit) {
      return new Bytes(length, first, width, signed, bit);
    }

    Optional<Long> read(byte[] data) {
      if (told != 0 && (data[0] & told) == 0) {
        return Optional.empty();
      }
      long raw = signed && data[first] < 0 ? -1 : 0;
      for (int i = first; i < first + width; i++) {
        raw = raw << 8 | data[i] & 0xFF;
      }
      return Optional.of(raw);
    }

    /** What is left out is not used: 0xFF, and 0 among the bits that say what is told. */
    byte[] write(long wanted) {
      long least = signed ? -(1L << 8 * width - 1) : 0;
      long raw = Math.max(least, Math.min(least + (1L << 8 * width) - 1, wanted));
      byte[] data = new byte[length];
      Arrays.fill(data, (byte) 0xFF);
      for (int i = first + width - 1; i >= first; i--) {
        data[i] = (byte) raw;
        raw >>= 8;
      }
      if (told != 0) {
        data[0] = (byte) told;
      }
      return data;
    }
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
   * Decodes the data bytes; empty where they say that the value is not supported.
   *
   * @throws IllegalArgumentException if the number of bytes is not the published one
   */
  public Optional<Reading> decode(byte[] data) {
    if (data.length != bytes.length()) {
      throw new IllegalArgumentException(
          "%s has %d bytes, not %d".formatted(label, bytes.length(), data.length));
    }
    return bytes.read(data).map(raw -> Reading.of(raw * factor + offset, unit));
  }

  /**
   * Encodes a value, rounded and clamped to what the bytes can hold.
   *
   * @param value NaN for none, where the bytes have a place to say so; else that is 0 in them
   */
  public byte[] encode(double value) {
    byte[] data = bytes.write(Math.round((value - offset) / factor));
    if (Double.isNaN(value) && bytes.told() != 0) {
      data[0] = 0;
    }
    return data;
  }

  /**
   * The identifier that a vehicle has to support for this one to mean what its label says: that of
   * itself, but for cells of bank 2, whose number depends on how cells are counted.
   */
  public int counted() {
    return this == OXYGEN_1_BANK_2
            || this == OXYGEN_2_BANK_2
            || this == WIDEBAND_1_BANK_2
            || this == PUMP_CURRENT_1_BANK_2
        ? TWO_BANKS_OF_FOUR
        : identifier();
  }

  /** How many data bytes an identifier has, empty if it is none of these. */
  public static OptionalInt lengthOf(int identifier) {
    return byIdentifier(identifier)
        .map(s -> OptionalInt.of(s.bytes.length()))
        .orElseGet(OptionalInt::empty);
  }

  public static Optional<LiveSignal> byIdentifier(int identifier) {
    return Arrays.stream(values()).filter(s -> s.identifier() == identifier).findFirst();
  }
}
