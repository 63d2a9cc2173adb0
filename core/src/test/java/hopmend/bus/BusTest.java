package hopmend.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hopmend.fault.J1939Code;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Bytes written by hand from the layouts of ISO 15765-2/-4, SAE J1979 and SAE J1939 (from memory).
 */
class BusTest {
  private static byte[] bytes(String hex) {
    return HexFormat.of().parseHex(hex.replace(" ", ""));
  }

  private static String hex(byte[] bytes) {
    return HexFormat.of().withUpperCase().formatHex(bytes);
  }

  // Frames and segments

  @Test
  void aFrameIsSixteenBytesAndErrorsOfTheBusCarryNothing() {
    CanFrame standard = new CanFrame(0x7DF, false, bytes("02 01 00"));
    assertThat(hex(standard.encode())).isEqualTo("000007DF03000000" + "0201000000000000");
    CanFrame extended = new CanFrame(0x18DB33F1, true, bytes("02 01 00 00 00 00 00 00"));
    assertThat(hex(extended.encode())).isEqualTo("98DB33F108000000" + "0201000000000000");
    assertThat(CanFrame.of(standard.encode())).contains(standard);
    assertThat(CanFrame.of(extended.encode())).contains(extended);
    assertThat(CanFrame.of(bytes("20000004 08000000 0000000000000000"))).isEmpty();
    assertThatThrownBy(() -> CanFrame.of(bytes("000007DF 09000000 0000000000000000")))
        .isInstanceOf(WireException.class);
  }

  /** A single frame, and the twenty bytes of an identification number in three. */
  @Test
  void messagesTravelInSegments() {
    assertThat(Segments.of(bytes("01 0C")).stream().map(BusTest::hex))
        .containsExactly("02010C0000000000");
    String number = "0HMWS3A07K1000342";
    byte[] answer = bytes("490201" + hex(number.getBytes(StandardCharsets.US_ASCII)));
    assertThat(Segments.of(answer).stream().map(BusTest::hex))
        .containsExactly("101449020130484D", "21575333413037" + "4B", "2231303030333432");
    assertThat(hex(Segments.goOn())).isEqualTo("3000000000000000");
    assertThat(Segments.flow(bytes("30 08 0A")))
        .contains(new Segments.Flow(Segments.Flow.Kind.GO_ON, 8, 10));
    assertThat(Segments.flow(bytes("32 00 F1")).orElseThrow().kind())
        .isEqualTo(Segments.Flow.Kind.OVERFLOW);
  }

  @Test
  void whatIsTakenApartIsPutTogetherAtEveryLength() {
    Random random = new Random(4);
    for (int length = 1; length <= 4095; length += length < 40 ? 1 : 97) {
      byte[] message = new byte[length];
      random.nextBytes(message);
      Segments.Incoming incoming = new Segments.Incoming();
      Optional<byte[]> whole = Optional.empty();
      for (byte[] frame : Segments.of(message)) {
        assertThat(whole).isEmpty();
        whole = incoming.take(frame);
      }
      assertThat(whole.orElseThrow()).as("length " + length).isEqualTo(message);
    }
  }

  @Test
  void aFrameThatIsMissingOrCutOffIsNoMessage() {
    List<byte[]> frames = Segments.of(new byte[30]);
    Segments.Incoming incoming = new Segments.Incoming();
    incoming.take(frames.get(0));
    assertThat(incoming.waits()).isTrue();
    incoming.take(frames.get(1));
    assertThat(incoming.waits()).isFalse();
    assertThatThrownBy(() -> incoming.take(frames.get(3)))
        .isInstanceOf(WireException.class)
        .hasMessageContaining("Frame 2");
    assertThat(incoming.take(frames.get(4))).as("of nothing that was begun").isEmpty();
    assertThatThrownBy(() -> incoming.take(bytes("07 01"))).isInstanceOf(WireException.class);
    assertThatThrownBy(() -> incoming.take(bytes("10 05 01 02 03 04 05 06")))
        .isInstanceOf(WireException.class);
    assertThat(incoming.take(new byte[0])).isEmpty();
  }

  @Test
  void controllersAreNamedByTheIdentifierToWhichTheyListen() {
    EmissionsAddress eleven = EmissionsAddress.ELEVEN_BITS;
    assertThat(eleven.sender(new CanFrame(0x7E8, false, new byte[0]))).hasValue(0x7E0);
    assertThat(eleven.sender(new CanFrame(0x7E8, true, new byte[0]))).isEmpty();
    EmissionsAddress all = EmissionsAddress.TWENTY_NINE_BITS;
    assertThat(all.sender(new CanFrame(0x18DAF110, true, new byte[0]))).hasValue(0x18DA10F1);
    assertThat(all.from(0x18DA10F1, new byte[0]).id()).isEqualTo(0x18DAF110);
  }

  // Old services

  private static final Map<String, String> OLD_VAN =
      Map.ofEntries(
          Map.entry("0100", "41 00 18 18 80 01"),
          Map.entry("0101", "41 01 82 07 65 21"),
          Map.entry("010C", "41 0C 0D 48"),
          Map.entry("0105", "41 05 7B"),
          Map.entry("010C05", "41 05 7B 0C 0D 48"),
          Map.entry("010C0510", "41 0C 0D 48 05 7B"),
          Map.entry("010C10", "41 0C 0D"),
          Map.entry("03", "43 02 03 40 01 18"),
          Map.entry("07", "47 01 01 18"),
          Map.entry("0A", "4A 01 03 40"),
          Map.entry("020200", "42 02 00 03 40"),
          Map.entry("020000", "42 00 00 48 10 00 00"),
          Map.entry("020500", "42 05 00 5A"),
          Map.entry("020C00", "42 0C 00 1A F8"),
          Map.entry("0902", "49 02 01 30484D57533341303 74B31303030333432"),
          Map.entry("090A", "49 0A 01 45 43 4D 00 2D 45 6E 67 00 00 00 00 00 00 00 00 00 00 00 00"),
          Map.entry("04", "44"));

  private static EmissionsServices old(Map<String, String> vehicle) {
    return new EmissionsServices(r -> Optional.ofNullable(vehicle.get(hex(r))).map(BusTest::bytes));
  }

  @ParameterizedTest
  @CsvSource({
    "22F40C, 62F40C0D48",
    "22F40CF405, 62F40C0D48F4057B",
    "22F40CF405F410, 62F40C0D48F4057B",
    "22F40CF410, 62F40C0D48",
    "22F40CF190, 62F40C0D48F19030484D5753334130374B31303030333432",
    "22F410, 7F2231",
    "22F400, 62F40018188001",
    "22F401, 62F40182076521",
    "22F190, 62F19030484D5753334130374B31303030333432",
    "22F197, 62F19745434D2D456E67",
    "1902FF, 59020C" + "03400008" + "0118000C",
    "190204, 59020C" + "0118000C",
    "1915, 59150C" + "03400008",
    "190108, 59010C000002",
    "190403400001, 59040340000801" + "02" + "F4055A" + "F40C1AF8",
    "190401180001, 59040118000" + "8",
    "14FFFFFF, 54",
    "140340FF, 7F1431",
    "1003, 7F1011",
    "31010301, 7F3111",
    "3E00, 7E00"
  })
  void oldServicesAreAnsweredAsNewOnes(String request, String answer) {
    assertThat(hex(old(OLD_VAN).answer(bytes(request)))).isEqualTo(answer);
  }

  @Test
  void silenceAndRefusalsOfTheOldOnesAreRefusals() {
    Map<String, String> quiet = new HashMap<>(OLD_VAN);
    quiet.keySet().removeAll(List.of("0A", "07", "03"));
    quiet.put("04", "7F 04 22");
    EmissionsServices services = old(quiet);
    assertThat(hex(services.answer(Uds.readPermanentCodes()))).isEqualTo("7F1912");
    assertThat(hex(services.answer(Uds.readCodes(0xFF)))).isEqualTo("7F1922");
    assertThat(hex(services.answer(Uds.clear(Uds.GROUP_ALL)))).isEqualTo("7F1422");
    quiet.remove("04");
    assertThatThrownBy(() -> old(quiet).answer(Uds.clear(Uds.GROUP_ALL)))
        .isInstanceOf(WireException.class);
    quiet.put("03", "43 00");
    assertThat(hex(services.answer(Uds.readCodes(0xFF)))).as("no codes").isEqualTo("59020C");
  }

  // Trucks

  /** J1939-21: priority, group, addresses. 0x0CF00400 is engine speed from the engine. */
  @ParameterizedTest
  @CsvSource({
    "0CF00400, 3, 61444, 255, 0",
    "18FEEE00, 6, 65262, 255, 0",
    "18EA00F9, 6, 59904, 0, 249",
    "18EAFFF9, 6, 59904, 255, 249",
    "18FDB23D, 6, 64946, 255, 61"
  })
  void theTwentyNineBitsOfATruck(String id, int priority, int group, int to, int from) {
    TruckId read = TruckId.of(Integer.parseInt(id, 16));
    assertThat(read).isEqualTo(new TruckId(priority, group, to, from));
    assertThat(read.frame(new byte[0]).id()).isEqualTo(Integer.parseInt(id, 16));
  }

  /** J1939-71: 0.125 1/min, 1/256 km/h, degrees from -40, 0.03125 degrees from -273, 0.05 V. */
  @ParameterizedTest
  @CsvSource({
    "ENGINE_SPEED, FF FF FF 68 13 FF FF FF, 621",
    "SPEED, FF 80 4B FF FF FF FF FF, 75.5",
    "COOLANT, 7B FF FF FF FF FF FF FF, 83",
    "OIL, FF FF A0 2C FF FF FF FF, 84",
    "VOLTAGE, FF FF FF FF 1A 01 FF FF, 14.1",
    "BOOST, FF 64 FF FF FF FF FF FF, 200",
    "INPUT_SHAFT, FF FF FF FF FF 40 38 FF, 1800",
    "OUTPUT_SHAFT, FF 80 25 FF FF FF FF FF, 1200",
    "FILTER_DIFFERENCE, FF FF 19 00 FF FF FF FF, 2.5"
  })
  void valuesOfATruckAreScaledAsPublished(TruckSignal signal, String data, double value) {
    assertThat(signal.read(bytes(data)).orElseThrow()).isCloseTo(value, within(1e-9));
  }

  @ParameterizedTest
  @EnumSource(TruckSignal.class)
  void whatIsNotAvailableOrInErrorIsNoValueAndAllElseReadsBack(TruckSignal signal) {
    byte[] none = bytes("FFFFFFFFFFFFFFFF");
    byte[] error = bytes("FEFEFEFEFEFEFEFE");
    assertThat(signal.read(none)).isEmpty();
    assertThat(signal.read(error)).isEmpty();
    assertThat(signal.read(new byte[0])).isEmpty();
    for (double v : new double[] {0, 3, 80}) {
      byte[] data = none.clone();
      signal.write(data, v);
      double back = signal.read(data).orElseThrow();
      byte[] again = none.clone();
      signal.write(again, back);
      assertThat(again).isEqualTo(data);
    }
  }

  /** J1939-73: lamps, then SPN, FMI and count as B3 0C 02 05 (3251, 2, five times). */
  @Test
  void activeCodesAreReadAndZerosAreNone() {
    TruckCodes one = TruckCodes.read(bytes("40 FF B3 0C 02 05 FF FF"));
    assertThat(one.lampOn()).isTrue();
    assertThat(one.codes()).containsExactly(new J1939Code(3251, 2, 5, false));
    assertThat(TruckCodes.read(bytes("00 FF 00 00 00 00 FF FF")).codes()).isEmpty();
    assertThat(TruckCodes.read(bytes("00 FF FF FF FF FF FF FF")).codes()).isEmpty();
    assertThat(hex(TruckCodes.write(true, one.codes()))).isEqualTo("40FFB30C0205FFFF");
    assertThat(hex(TruckCodes.write(false, List.of()))).isEqualTo("00FF00000000FFFF");
    assertThatThrownBy(() -> TruckCodes.read(bytes("00 FF 00"))).isInstanceOf(WireException.class);
  }

  /** Fourteen bytes announced to everybody: 20 0E 00 02 FF CA FE 00, then packets of seven. */
  @Test
  void longMessagesAreAnnouncedAndPutTogether() {
    byte[] data = bytes("04FF B30C0205 6E000301 9D000401");
    TruckMessage message = new TruckMessage(0xFECA, TruckId.EVERYBODY, 0, data);
    List<CanFrame> frames = TruckTransport.announced(6, message);
    assertThat(frames)
        .extracting(CanFrame::toString)
        .containsExactly(
            "1CECFF00 20 0E 00 02 FF CA FE 00",
            "1CEBFF00 01 04 FF B3 0C 02 05 6E",
            "1CEBFF00 02 00 03 01 9D 00 04 01");
    List<CanFrame> said = new ArrayList<>();
    TruckTransport transport = new TruckTransport(TruckId.TOOL, said::add);
    assertThat(transport.take(frames.get(0))).isEmpty();
    assertThat(transport.take(frames.get(1))).isEmpty();
    assertThat(transport.take(frames.get(2))).contains(message);
    assertThat(said).as("to everybody nobody answers").isEmpty();
  }

  @Test
  void longMessagesToOneAreLetGoOnAndAcknowledged() {
    List<CanFrame> said = new ArrayList<>();
    TruckTransport transport = new TruckTransport(TruckId.TOOL, said::add);
    transport.take(new CanFrame(0x1CECF900, true, bytes("10 12 00 03 FF EC FE 00")));
    transport.take(new CanFrame(0x1CEBF900, true, bytes("01 30 48 4D 57 53 33 41")));
    transport.take(new CanFrame(0x1CEBF900, true, bytes("02 30 37 4B 31 30 30 30")));
    Optional<TruckMessage> whole =
        transport.take(new CanFrame(0x1CEBF900, true, bytes("03 33 34 32 2A FF FF FF")));
    assertThat(new String(whole.orElseThrow().data(), StandardCharsets.US_ASCII))
        .isEqualTo("0HMWS3A07K1000342*");
    assertThat(said)
        .extracting(CanFrame::toString)
        .containsExactly("1CEC00F9 11 03 01 FF FF EC FE 00", "1CEC00F9 13 12 00 03 FF EC FE 00");
    assertThat(transport.take(new CanFrame(0x1CECF900, true, bytes("10 FF FF 03 FF EC FE 00"))))
        .as("more than 1785 bytes are none")
        .isEmpty();
    assertThat(said).hasSize(2);
  }

  private static final Map<Integer, String> TRUCK =
      Map.of(
          TruckServices.ACTIVE_CODES,
          "40 FF B3 0C 02 05 FF FF",
          TruckServices.EARLIER_CODES,
          "00 FF 6E 00 03 01 FF FF",
          TruckServices.VEHICLE_NUMBER,
          "30544441364437375 84A31303030303139 2A",
          0xF004,
          "FF FF FF 68 13 FF FF FF",
          TruckServices.SOFTWARE,
          "01 31 31 2E 30 2A");

  private static TruckServices truck(int acknowledges) {
    return truck(TRUCK, acknowledges);
  }

  private static TruckServices truck(Map<Integer, String> says, int acknowledges) {
    return new TruckServices(
        new TruckServices.Asking() {
          @Override
          public Optional<byte[]> group(int group) {
            return Optional.ofNullable(says.get(group)).map(BusTest::bytes);
          }

          @Override
          public Optional<Integer> command(int group) {
            return acknowledges < 0 ? Optional.empty() : Optional.of(acknowledges);
          }
        });
  }

  @ParameterizedTest
  @CsvSource({
    "1902FF, 59022D" + "B30C0209" + "6E000320",
    "1915, 7F1912",
    "190108, 59012D020000",
    "22F190, 62F1903054444136443737584A31303030303139",
    "22F189, 62F18931312E30",
    "22F40C, 62F40C09B4",
    "22F405, 7F2231",
    "22F400, 62F40000100001",
    "14FFFFFF, 54",
    "1003, 7F1011"
  })
  void aTruckIsAnsweredForAsTheOthers(String request, String answer) {
    assertThat(hex(truck(0).answer(bytes(request)))).isEqualTo(answer);
  }

  /** J1939-73: the conversion bit, the highest of the fourth byte, leaves three layouts open. */
  @Test
  void anOlderLayoutIsNotGuessed() {
    Map<Integer, String> old = Map.of(TruckServices.ACTIVE_CODES, "40 FF 01 96 62 85 FF FF");
    assertThat(hex(truck(old, 0).answer(Uds.countCodes(0xFF)))).isEqualTo("59012D010000");
  }

  @Test
  void aTruckThatDoesNotAcknowledgeHasNotCleared() {
    byte[] clear = Uds.clear(Uds.GROUP_ALL);
    assertThatThrownBy(() -> truck(-1).answer(clear))
        .as("nobody knows what became of it")
        .isInstanceOf(WireException.class)
        .hasMessageContaining("did not acknowledge");
    assertThat(hex(truck(1).answer(clear))).isEqualTo("7F1422");
    assertThat(hex(truck(2).answer(clear))).as("access denied").isEqualTo("7F1433");
    assertThat(TruckSignal.of(LiveSignal.OXYGEN_1)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "000007DF|02010C|7DF: live values",
        "000007E8|04410C0D48|7E8: live values, answer",
        "000007E8|101449020130484D|7E8: begins 20 bytes: what the vehicle is, answer",
        "000007E0|300000|7E0: may go on",
        "000007E0|0322F190|7E0: read data by identifier",
        "98DAF110|0646F190|18DAF110: an empty frame",
        "98EA00F9|CAFE00|18EA00F9: request: DM1, active codes, from 249",
        "8CF00400|FFFFFF6813FFFFFF|CF00400: engine speed, from 0",
        "98FECA00|40FFB30C0205FFFF|18FECA00: DM1, active codes, from 0"
      })
  void framesAreSaidInWords(String id, String data, String words) {
    byte[] sixteen = new byte[CanFrame.BYTES];
    byte[] given = bytes(data);
    System.arraycopy(bytes(id), 0, sixteen, 0, 4);
    sixteen[4] = (byte) given.length;
    System.arraycopy(given, 0, sixteen, 8, given.length);
    assertThat(BusWords.of(sixteen, m -> m.key())).isEqualTo(words);
  }
}
