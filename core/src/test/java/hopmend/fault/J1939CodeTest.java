package hopmend.fault;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** SPN, FMI, conversion method and count in four bytes: SAE J1939-73 (layout from memory). */
class J1939CodeTest {

  @Test
  void bytesAreLaidOutAsPublished() {
    J1939Code code = J1939Code.decode(0xB30C0205);
    assertThat(code).isEqualTo(new J1939Code(3251, 2, 5, false));
    assertThat(J1939Code.decode(0xFFFFFFFF)).isEqualTo(new J1939Code(524_287, 31, 127, true));
    assertThat(new J1939Code(1 << 18, 0, 0, false).encode())
        .as("top bit of the SPN")
        .isEqualTo(0x00008000);
    assertThat(new J1939Code(1, 0, 0, false).encode())
        .as("lowest byte first")
        .isEqualTo(0x01000000);
  }

  @Test
  void everyParameterAndModeSurvivesTheBytes() {
    for (int spn = 0; spn < 1 << 19; spn++) {
      J1939Code code = new J1939Code(spn, spn % 32, spn % 128, spn % 3 == 0);
      assertThat(J1939Code.decode(code.encode()).equals(code)).isTrue();
    }
    Random random = new Random(1);
    for (int i = 0; i < 100_000; i++) {
      int bytes = random.nextInt();
      assertThat(J1939Code.decode(bytes).encode() == bytes).isTrue();
    }
  }

  @ParameterizedTest
  @CsvSource({
    "SPN 3251 FMI 2, SPN 3251 FMI 2, 0",
    "spn3251fmi2, SPN 3251 FMI 2, 0",
    "3251/2, SPN 3251 FMI 2, 0",
    "3251.2.14, SPN 3251 FMI 2, 14",
    "SPN: 91 FMI: 03 OC: 7, SPN 91 FMI 3, 7",
    "0x0143, P0143, 0",
    "0x9234, B1234, 0",
    "0xc15813, U0158-13, 0",
    "flash 24, Flash 24, 0",
    "24, Flash 24, 0"
  })
  void otherWaysOfWritingACodeAreRead(String typed, String text, int count) {
    assertThat(CodeText.read(typed))
        .isInstanceOfSatisfying(
            CodeText.Decoded.class,
            d -> {
              assertThat(d.code().text()).isEqualTo(text);
              assertThat(d.occurrences()).isEqualTo(count);
              assertThat(TroubleCode.parse(d.code().text())).isEqualTo(d.code());
            });
  }

  @ParameterizedTest
  @CsvSource({
    "524288/2, 0 to 524287",
    "3251/32, 0 to 31",
    "3251/2/127, 0 to 126",
    "SPN 3251, SPN 3251 FMI 2",
    "0x014, four or six digits",
    "flash 0, 1 to 9999"
  })
  void whatDoesNotFitIsRefusedWithItsRange(String typed, String says) {
    assertThat(CodeText.read(typed))
        .isInstanceOfSatisfying(
            CodeText.Malformed.class, m -> assertThat(said(m.why())).contains(says));
  }

  @Test
  void aCodeOfAnotherSchemeHasNoThreeBytes() {
    assertThatThrownBy(() -> TroubleCode.ofSpnFmi(3251, 2).threeBytes())
        .isInstanceOf(IllegalStateException.class);
  }

  @Test
  void anOldConversionMethodLeavesSeveralReadings() {
    // SAE J1939-73, methods 1 to 3, from memory
    assertThat(J1939Code.readings(0x01966285))
        .extracting(J1939Code::spn)
        .containsExactly(3251, 307_211, 235_009);
    assertThat(J1939Code.readings(0xB30C0205)).containsExactly(J1939Code.decode(0xB30C0205));
    assertThat(J1939Code.readings(0x00000080)).hasSize(1);
  }
}
