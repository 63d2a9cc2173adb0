package hopmend.fault;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TroubleCodeTest {

  /** Byte layout of SAE J2012 / ISO 15031-6; examples recalled from memory. */
  @ParameterizedTest
  @CsvSource({"0x0143, P0143", "0x9234, B1234", "0xC158, U0158", "0x4101, C0101", "0x3FFF, P3FFF"})
  void twoBytesAreWrittenAsFiveCharacters(String bytes, String text) {
    assertThat(TroubleCode.of(Integer.decode(bytes)).text()).isEqualTo(text);
  }

  @Test
  void everyCodeSurvivesTextAndBytes() {
    for (int base = 0; base <= 0xFFFF; base++) {
      TroubleCode code = new TroubleCode(base, base & 0xFF);
      assertThat(TroubleCode.parse(code.text())).isEqualTo(code);
      assertThat(TroubleCode.ofThreeBytes(code.threeBytes())).isEqualTo(code);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "PO340, P0340",
    "p0340, P0340",
    "P 03 40, P0340",
    "P-0340, P0340",
    "P.03.40, P0340",
    "PO34O-13, P0340-13",
    "p0340(31), P0340-31",
    "P0340:1C, P0340-1C",
    "P034013, P0340-13",
    "PI3l5, P1315",
    "uO1OO, U0100",
    "P0340-00, P0340"
  })
  void slipsOfTheHandAreRead(String typed, String code) {
    assertThat(CodeText.read(typed))
        .isInstanceOfSatisfying(
            CodeText.Decoded.class, d -> assertThat(d.code().text()).isEqualTo(code));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "X0340", "P4340", "P034", "P03401", "P03G0", "P0340-1", "P0340-GG"})
  void whatIsNoCodeIsRefusedWithWhatWouldBeRight(String typed) {
    assertThat(CodeText.read(typed))
        .isInstanceOfSatisfying(
            CodeText.Malformed.class,
            m -> assertThat(said(m.why())).matches(".*(P0340|P|0-9|0, 1).*"));
  }

  @Property(tries = 5000)
  void anyTextIsEitherACodeThatReadsBackOrARefusal(@ForAll @StringLength(max = 12) String typed) {
    CodeText read = CodeText.read(typed);
    if (read instanceof CodeText.Decoded d) {
      assertThat(CodeText.read(d.code().text()))
          .isEqualTo(new CodeText.Decoded(d.code(), 0, List.of()));
    } else {
      assertThat(said(((CodeText.Malformed) read).why())).doesNotStartWith("typed.");
    }
  }

  /** Bit numbers of ISO 14229-1, annex D (from memory). */
  @Test
  void statusBitsHaveTheirPublishedNumbers() {
    assertThat(StatusByte.Bit.TEST_FAILED.mask()).isEqualTo(0x01);
    assertThat(StatusByte.Bit.PENDING.mask()).isEqualTo(0x04);
    assertThat(StatusByte.Bit.CONFIRMED.mask()).isEqualTo(0x08);
    assertThat(StatusByte.Bit.WARNING_INDICATOR_REQUESTED.mask()).isEqualTo(0x80);
    assertThat(new StatusByte(0x2F).states())
        .containsExactlyInAnyOrder(CodeState.CURRENT, CodeState.STORED);
    assertThat(new StatusByte(0x04).states()).containsExactly(CodeState.PENDING);
    assertThat(new StatusByte(0x20).states()).containsExactly(CodeState.HISTORY);
    assertThat(new StatusByte(0x50).states()).isEmpty();
  }
}
