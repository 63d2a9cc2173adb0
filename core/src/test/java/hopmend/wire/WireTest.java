package hopmend.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.fault.StatusByte;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.util.Arrays;
import java.util.HexFormat;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Bytes written by hand from the layouts of ISO 13400-2:2012 and ISO 14229-1 (from memory). */
class WireTest {
  private static byte[] hex(String bytes) {
    return HexFormat.of().parseHex(bytes.replace(" ", ""));
  }

  @Test
  void framesHaveThePublishedBytes() {
    assertThat(DoipFrame.routingRequest(0x0E00).encode())
        .isEqualTo(hex("02 FD 0005 00000007 0E00 00 00000000"));
    assertThat(DoipFrame.routingResponse(0x0E00, 0x0E80, 0x10).encode())
        .isEqualTo(hex("02 FD 0006 00000009 0E00 0E80 10 00000000"));
    assertThat(DoipFrame.diagnostic(0x0E00, 0x0E80, Uds.readCodes(0x0D)).encode())
        .isEqualTo(hex("02 FD 8001 00000007 0E00 0E80 19 02 0D"));
    assertThat(DoipFrame.acknowledge(0x0E80, 0x0E00).encode())
        .isEqualTo(hex("02 FD 8002 00000005 0E80 0E00 00"));
  }

  @Test
  void servicesHaveThePublishedBytes() {
    assertThat(Uds.clearAll()).isEqualTo(hex("14 FFFFFF"));
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
        .extracting(c -> c.code().text() + " " + c.status().bits())
        .containsExactly("P0340-31 47", "U0158 4");
    assertThat(Uds.codes(answer, Uds.CODES_BY_STATUS).get(0).status().has(StatusByte.Bit.CONFIRMED))
        .isTrue();
  }

  @Test
  void refusalsAreNamed() {
    Uds.Answer answer = Uds.answer(Uds.clearAll(), hex("7F 14 22"));
    assertThat(((Uds.Negative) answer).words()).isEqualTo("conditions not correct");
  }

  @Test
  void cutAndForeignAnswersAreRefused() {
    assertThatThrownBy(() -> Uds.answer(Uds.clearAll(), hex("7F 22 31")))
        .isInstanceOf(WireException.class);
    assertThatThrownBy(() -> Uds.answer(Uds.clearAll(), hex("59 02")))
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
