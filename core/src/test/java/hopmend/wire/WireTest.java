package hopmend.wire;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import hopmend.fault.StatusByte;
import hopmend.fault.TroubleCode;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.OptionalLong;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Bytes written by hand from the layouts of ISO 13400-2:2012 and ISO 14229-1 (from memory). */
class WireTest {
  private static byte[] hex(String bytes) {
    return HexFormat.of().parseHex(bytes.replace(" ", ""));
  }

  @Test
  void framesHaveThePublishedBytes() {
    assertThat(DoipFrame.routingRequest(0x0E00, 0).encode())
        .isEqualTo(hex("02 FD 0005 00000007 0E00 00 00000000"));
    assertThat(DoipFrame.routingResponse(0x0E00, 0x1080, 0x10).encode())
        .isEqualTo(hex("02 FD 0006 00000009 0E00 1080 10 00000000"));
    assertThat(DoipFrame.diagnostic(0x0E00, 0x1080, Uds.readCodes(0x0D)).encode())
        .isEqualTo(hex("02 FD 8001 00000007 0E00 1080 19 02 0D"));
    assertThat(DoipFrame.acknowledge(0x1080, 0x0E00).encode())
        .isEqualTo(hex("02 FD 8002 00000005 1080 0E00 00"));
  }

  @Test
  void servicesHaveThePublishedBytes() {
    assertThat(Uds.clear(Uds.GROUP_ALL)).isEqualTo(hex("14 FFFFFF"));
    assertThat(Uds.readData(Uds.VIN)).isEqualTo(hex("22 F190"));
    assertThat(Uds.routine(Uds.ROUTINE_START, 0x0301)).isEqualTo(hex("31 01 0301"));
    assertThat(Uds.session(Uds.EXTENDED_SESSION)).isEqualTo(hex("10 03"));
    assertThat(Uds.negative(Uds.CLEAR, 0x22)).isEqualTo(hex("7F 14 22"));
  }

  @Test
  void codesAreReadWithTheirStatus() {
    Uds.Positive answer =
        (Uds.Positive) Uds.answer(Uds.readCodes(0xFF), hex("59 02 FF 0340 31 2F C158 00 04"));
    assertThat(Uds.codes(answer, Uds.CODES_BY_STATUS))
        .extracting(
            c ->
                CodeFormat.THREE_BYTES.decode(c.bytes()).orElseThrow().text()
                    + " "
                    + c.status().bits())
        .containsExactly("P0340-31 47", "U0158 4");
    assertThat(Uds.codes(answer, Uds.CODES_BY_STATUS).get(0).status().has(StatusByte.Bit.CONFIRMED))
        .isTrue();
  }

  @Test
  void refusalsAreNamed() {
    Uds.Answer answer = Uds.answer(Uds.clear(Uds.GROUP_ALL), hex("7F 14 22"));
    assertThat(WORDS.of(((Uds.Negative) answer).words())).isEqualTo("conditions not correct");
    assertThat(WORDS.of(Refusal.words(0x83))).isEqualTo("the engine runs");
    assertThat(WORDS.of(Refusal.words(0xF1))).contains("maker's own").contains("0xF1");
    assertThat(WORDS.of(Refusal.words(0x60))).contains("0x60");
  }

  /** How a code is written is told by the controller; what is not published is not read. */
  @ParameterizedTest
  @CsvSource({
    "00, 034000, P0340",
    "04, 034031, P0340-31",
    "02, B30C02, SPN 3251 FMI 2",
    "01, 034031, ",
    "03, 034031, ",
  })
  void codesAreReadAsTheirFormatSays(String format, String bytes, String code) {
    CodeFormat told = CodeFormat.of(Integer.parseInt(format, 16)).orElseThrow();
    int sent = Integer.parseInt(bytes, 16);
    assertThat(told.decode(sent).map(TroubleCode::text)).isEqualTo(Optional.ofNullable(code));
    told.decode(sent).ifPresent(c -> assertThat(told.encode(c)).isEqualTo(sent));
    assertThat(
            Uds.codesHeld(
                (Uds.Positive) Uds.answer(Uds.countCodes(0x0D), hex("5901FF" + format + "0003"))))
        .isEqualTo(new Uds.CodesHeld(0xFF, told.code(), 3));
  }

  /** What belongs to a request, and what is of somebody else or of another question. */
  @ParameterizedTest
  @CsvSource({
    "22F190, 62F19030, true",
    "22F190, 62F18730, false",
    "22F40CF40D, 62F40D32, true",
    "22F190, 7F2231, true",
    "22F190, 7F1931, false",
    "19020D, 5902FF, true",
    "19020D, 5915FF, false",
    "1904034031 01, 5904034031 2F, true",
    "1904034031 01, 5904030100 2F, false",
    "31030301, 7103030102, true",
    "31030301, 7101030101, false",
    "31030301, 7103030202, false",
    "3E80, 7E00, true",
    "14FFFFFF, 54, true",
  })
  void anAnswerBelongsToItsRequest(String request, String answer, boolean belongs) {
    assertThat(Uds.belongs(hex(request), hex(answer))).isEqualTo(belongs);
  }

  @Test
  void aBadHeaderIsRefusedAsTheStandardWants() {
    assertThat(refused("02 FE 0005 00000000")).isEqualTo(HeaderFault.PATTERN);
    assertThat(refused("02 FD 0005 7FFFFFFF")).isEqualTo(HeaderFault.TOO_LARGE);
  }

  private static HeaderFault refused(String bytes) {
    return catchThrowableOfType(
            DoipFrame.BadHeader.class, () -> DoipFrame.read(new ByteArrayInputStream(hex(bytes))))
        .fault();
  }

  @Test
  void aGatewayTellsOfItsSocketsAndWhetherItIsReady() {
    EntityStatus status = new EntityStatus(0, 8, 2, OptionalLong.of(65_536));
    assertThat(status.frame().encode()).isEqualTo(hex("02FD 4002 00000007 00 08 02 00010000"));
    assertThat(EntityStatus.of(status.frame())).isEqualTo(status);
    assertThat(PowerMode.READY.frame().encode()).isEqualTo(hex("02FD 4004 00000001 01"));
    assertThat(PowerMode.of(PowerMode.READY.frame())).contains(PowerMode.READY);
  }

  @Test
  void cutAndForeignAnswersAreRefused() {
    assertThatThrownBy(() -> Uds.answer(Uds.clear(Uds.GROUP_ALL), hex("7F 22 31")))
        .isInstanceOf(WireException.class);
    assertThatThrownBy(() -> Uds.answer(Uds.clear(Uds.GROUP_ALL), hex("59 02")))
        .isInstanceOf(WireException.class);
    assertThatThrownBy(() -> Uds.codes(new Uds.Positive(0x19, hex("02 FF 03 40")), 2))
        .isInstanceOf(WireException.class);
    byte[] whole = DoipFrame.diagnostic(1, 2, hex("22 F190")).encode();
    for (int cut = 0; cut < whole.length; cut++) {
      byte[] part = Arrays.copyOf(whole, cut);
      assertThatThrownBy(() -> DoipFrame.read(new ByteArrayInputStream(part)))
          .isInstanceOf(EOFException.class);
    }
  }

  @Property(tries = 2000)
  void anyBytesAreAFrameOrARefusal(@ForAll byte[] bytes) throws IOException {
    try {
      DoipFrame frame = DoipFrame.read(new ByteArrayInputStream(bytes));
      assertThat(DoipFrame.read(new ByteArrayInputStream(frame.encode()))).isEqualTo(frame);
    } catch (EOFException | WireException e) {
      assertThat(
              bytes.length < 8
                  || (bytes[0] ^ bytes[1]) != -1
                  || e instanceof EOFException
                  || bytes[4] != 0
                  || bytes[5] != 0)
          .isTrue();
    }
  }
}
