package hopmend.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import java.time.Instant;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Bytes written by hand from the layouts of ISO 13400-2, ISO 14229-1 and SAE J1979 (from memory).
 */
class WireByHandTest {
  private static byte[] bytes(String hex) {
    return HexFormat.of().parseHex(hex.replace(" ", ""));
  }

  private static String hex(byte[] bytes) {
    return HexFormat.of().withUpperCase().formatHex(bytes);
  }

  @Test
  void aVehicleIsLookedForAndAnnouncesItself() {
    assertThat(hex(Announcement.request().encode())).isEqualTo("FF00000100000000");
    assertThat(hex(Announcement.request("0hmws3a07k1000342").encode()))
        .isEqualTo("FF00000300000011" + "30484D5753334130374B31303030333432");
    assertThat(hex(Announcement.request("02:00:00:00:10-80").encode()))
        .isEqualTo("FF00000200000006" + "020000001080");
    assertThatThrownBy(() -> Announcement.request("the red van"))
        .isInstanceOf(IllegalArgumentException.class);
    Announcement a = new Announcement("0HMWS3A07K1000342", 0x1080, 0);
    assertThat(hex(a.frame().encode()))
        .isEqualTo(
            "02FD000400000020"
                + "30484D5753334130374B31303030333432" // the seventeen characters
                + "1080" // logical address
                + "000000001080" // entity
                + "000000000000" // group
                + "00"); // nothing further to do
    assertThat(Announcement.of(a.frame())).isEqualTo(a);
    assertThatThrownBy(() -> Announcement.of(new DoipFrame(Announcement.TYPE, new byte[31])))
        .isInstanceOf(WireException.class)
        .hasMessageContaining("31 bytes");
  }

  @Test
  void aSnapshotIsAskedForAndRead() {
    int code = TroubleCode.parse("P0340-31").threeBytes();
    assertThat(hex(Uds.readSnapshot(code))).isEqualTo("190403403101");
    byte[] answer = bytes("59 04 03 40 31 2F 01 03 F40C 0D78 F405 80 F40D 00");
    Map<Integer, byte[]> values =
        Uds.snapshot(
                (Uds.Positive) Uds.answer(Uds.readSnapshot(code), answer),
                code,
                LiveSignal::lengthOf)
            .values();
    assertThat(values.keySet()).containsExactly(0xF40C, 0xF405, 0xF40D);
    assertThat(LiveSignal.ENGINE_SPEED.decode(values.get(0xF40C)).orElseThrow().text())
        .isEqualTo("862 1/min");
    assertThat(LiveSignal.COOLANT.decode(values.get(0xF405)).orElseThrow().text())
        .isEqualTo("88 °C");
  }

  @Test
  void snapshotsThatAreEmptyCutOrAboutAnotherCodeAreToldApart() {
    int code = TroubleCode.parse("P0340-31").threeBytes();
    Uds.Positive none = new Uds.Positive(0x19, bytes("04 034031 2F"));
    assertThat(Uds.snapshot(none, code, LiveSignal::lengthOf).values()).isEmpty();
    assertThatThrownBy(
            () ->
                Uds.snapshot(
                    new Uds.Positive(0x19, bytes("04 034031 2F 01 01 F40C 0D")),
                    code,
                    LiveSignal::lengthOf))
        .hasMessageContaining("0xF40C is cut off");
    assertThatThrownBy(
            () ->
                Uds.snapshot(
                    new Uds.Positive(0x19, bytes("04 030100 2F 01 00")),
                    code,
                    LiveSignal::lengthOf))
        .hasMessageContaining("another code, 0x030100");
  }

  /** An identifier of unknown length, and all behind it, stay bytes. */
  @Test
  void whatNobodyCanReadInASnapshotIsKept() {
    int code = TroubleCode.parse("P0340-31").threeBytes();
    Uds.Snapshot kept =
        Uds.snapshot(
            new Uds.Positive(0x19, bytes("04 034031 2F 01 03 F40D 32 1234 AABB F405 80")),
            code,
            LiveSignal::lengthOf);
    assertThat(kept.values().keySet()).containsExactly(0xF40D);
    assertThat(hex(kept.unread())).isEqualTo("1234AABBF40580");
  }

  @Test
  void severalIdentifiersTravelInOneRequest() {
    assertThat(hex(Uds.readData(List.of(0xF40C, 0xF40D)))).isEqualTo("22F40CF40D");
    Uds.Positive answer = new Uds.Positive(0x22, bytes("F40C 1AF8 F40D 32"));
    assertThat(Uds.allDataOf(answer, LiveSignal::lengthOf))
        .hasSize(2)
        .allSatisfy((id, data) -> assertThat(data).isNotEmpty());
  }

  /** Scaling of SAE J1979: the figures of the brief and of its published formulas. */
  @ParameterizedTest
  @CsvSource({
    "ENGINE_SPEED, 1AF8, 1726 1/min",
    "COOLANT, 7B, 83 °C",
    "AIR_MASS, 0BB8, 30 g/s",
    "LOAD, FF, 100 %",
    "TIMING, 90, 8 °",
    "LONG_TRIM, 80, 0 %",
    "SHORT_TRIM, 00, -100 %",
    "OXYGEN_1, 5AFF, 0.45 V",
    "RAIL_PRESSURE, 0190, 4000 kPa",
    "TANK_PRESSURE, FFFC, -1 Pa",
    "MODULE_VOLTAGE, 36B0, 14 V",
    "LONG_TRIM_BANK_2, 90, 12.5 %",
    "FUEL_PRESSURE, 78, 360 kPa",
    "OXYGEN_1_BANK_2, 1E40, 0.15 V",
    "WIDEBAND_1, 80004000, 1 lambda",
    "PUMP_CURRENT_1, 80007F80, -0.5 mA",
    "BAROMETER, 65, 101 kPa",
    "TANK_ABSOLUTE, 4F24, 101.3 kPa",
    "RAIL_ABSOLUTE, 3A98, 150000 kPa",
    "FILTER_DIFFERENCE, 01 00FA FFFF FFFF, 2.5 kPa",
    "FILTER_DIFFERENCE, 01 FFF6 FFFF FFFF, -0.1 kPa",
    "SOOT, 01 0050 FFFF, 1 mg/m³",
    "GEAR_RATIO, 02 FF 0834, 2.1 : 1"
  })
  void liveDataIsScaledAsPublished(LiveSignal signal, String data, String value) {
    assertThat(signal.decode(bytes(data)).orElseThrow().text()).isEqualTo(value);
  }

  /** The first byte of some identifiers says which values behind it are told (SAE J1979). */
  @Test
  void whatIsNotSupportedIsNotZero() {
    assertThat(LiveSignal.FILTER_DIFFERENCE.decode(bytes("06 0000 1234 1234"))).isEmpty();
    assertThat(LiveSignal.SOOT.decode(bytes("00 0000 0000"))).isEmpty();
    assertThat(LiveSignal.GEAR_RATIO.decode(bytes("01 30 0000"))).isEmpty();
  }

  /**
   * SAE J1979: the first identifier in the highest bit, the last bit tells of the next 32. Cells of
   * bank 2 are counted so only where 0x13 is there.
   */
  @Test
  void bitmapsSayWhichValuesThereAre() {
    Map<Integer, String> told =
        Map.of(0xF400, "18 18 F0 01", 0xF420, "00 00 00 01", 0xF440, "40 80 00 00");
    Supported there =
        Supported.told(id -> Optional.ofNullable(told.get(id)).map(WireByHandTest::bytes))
            .orElseThrow();
    assertThat(there.of(List.of(LiveSignal.values())))
        .containsExactly(
            LiveSignal.LOAD,
            LiveSignal.COOLANT,
            LiveSignal.ENGINE_SPEED,
            LiveSignal.SPEED,
            LiveSignal.THROTTLE,
            LiveSignal.OXYGEN_1,
            LiveSignal.MODULE_VOLTAGE,
            LiveSignal.PEDAL_1);
    Supported banks = new Supported(Set.of(0xF414, 0xF418));
    assertThat(banks.has(LiveSignal.OXYGEN_1_BANK_2)).isFalse();
    assertThat(new Supported(Set.of(0xF413, 0xF418)).has(LiveSignal.OXYGEN_1_BANK_2)).isTrue();
    assertThat(Supported.told(id -> Optional.empty())).isEmpty();
    assertThat(Supported.told(id -> Optional.of(bytes("FF FF FF FF"))).orElseThrow().identifiers())
        .as("a controller that says that there is always more ends the asking too")
        .hasSize(16 * 32);
  }

  @ParameterizedTest
  @EnumSource(LiveSignal.class)
  void everySignalReadsBackWhatItSends(LiveSignal signal) {
    assertThat(LiveSignal.lengthOf(signal.identifier())).isPresent();
    for (double v : new double[] {0, 1, 12, 55}) {
      Reading back = signal.decode(signal.encode(v)).orElseThrow();
      byte[] again = signal.encode(back.value());
      assertThat(again).as(signal + " " + v).isEqualTo(signal.encode(v));
    }
  }

  /** Header of the classic pcap format, then Ethernet, IPv4 and TCP with right checksums. */
  @Test
  void aCaptureIsLaidOutAsAnalysersExpect() {
    DoipFrame routing = DoipFrame.routingRequest(0x0E00, 0);
    Instant at = Instant.parse("2026-11-24T10:00:00.250Z");
    byte[] file =
        Capture.pcap(
            List.of(
                new Capture.Packet(at, Capture.Wire.IP, 1, false, routing.encode()),
                new Capture.Packet(
                    at.plusMillis(3),
                    Capture.Wire.IP,
                    1,
                    true,
                    DoipFrame.routingResponse(0x0E00, 0x1080, 0x10).encode())));
    assertThat(hex(Arrays.copyOf(file, 24)))
        .isEqualTo("A1B2C3D400020004000000000000000000040000" + "00000001");
    int length = 14 + 20 + 20 + routing.encode().length;
    assertThat(hex(Arrays.copyOfRange(file, 24, 40)))
        .isEqualTo("%08X%08X%08X%08X".formatted(at.getEpochSecond(), 250_000, length, length));
    byte[] ip = Arrays.copyOfRange(file, 40 + 14, 40 + 34);
    assertThat(onesComplementSum(ip)).as("sum over a right header (RFC 1071)").isEqualTo(0xFFFF);
    assertThat(Arrays.copyOfRange(file, 40 + 54, 40 + length)).isEqualTo(routing.encode());
  }

  private static int onesComplementSum(byte[] bytes) {
    int sum = 0;
    for (int i = 0; i < bytes.length; i += 2) {
      sum += (bytes[i] & 0xFF) << 8 | bytes[i + 1] & 0xFF;
      sum = (sum & 0xFFFF) + (sum >> 16);
    }
    return sum;
  }
}
