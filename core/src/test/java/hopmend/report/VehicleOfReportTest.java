package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.vehicle.VinReading;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Which vehicle a report is about, and when it was made. */
class VehicleOfReportTest {
  private static ScanText read(String text) {
    return ScanText.read(text, 2026, Shipped.CATALOG.reportWords());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0335 stored, 14 March 2026 | 2026-03-14",
        "14th March 2026: P0335 | 2026-03-14",
        "Printed Mar 14, 2026 09:12 | 2026-03-14",
        "14-Mar-26 | 2026-03-14",
        "Ausgelesen am 3. Mrz. 2026 | 2026-03-03",
        "1er août 2026 | 2026-08-01",
        "Fecha: 14 de marzo de 2026 | 2026-03-14",
        "14 października 2026 | 2026-10-14",
        "14 Ağustos 2026 | 2026-08-14",
        "le 14 juil. 2026 | 2026-07-14",
        "9 sept 2026 | 2026-09-09",
        "Date: 14/03/26 | 2026-03-14",
        "Datum: 14.03.25 | 2025-03-14",
        "Date: 2026-03-14T09:12Z | 2026-03-14"
      })
  void aDateThatReadsInOneWayIsTaken(String text, LocalDate date) {
    assertThat(read(text).date()).contains(date);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Date: 03/04/26",
        "Date: 26-03-25",
        "Software 12.03.26",
        "31 February 2026",
        "14 jui 2026",
        "may set 14 codes",
        "14 March",
        "Date: 14/03/09"
      })
  void whatCouldBeAnotherDateOrNoneIsNot(String text) {
    assertThat(read(text).date()).isEmpty();
  }

  /** An invented number; its check digit is right by 49 CFR 565.15(c). */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "VIN: 0HM WS3AA 7K P042788",
        "0HMWS3AA-7KP042788",
        "chassis number 0HMWS 3AA7K P0427 88, P0335 stored",
        "P0335 stored, VIN 0HM WS3AA 7K P042788"
      })
  void anIdentificationNumberInGroupsHoldsNoCode(String text) {
    assertThat(read(text).vins())
        .extracting(VinReading::number)
        .containsExactly("0HMWS3AA7KP042788");
    assertThat(read(text).codes().stream().map(c -> c.code().text())).doesNotContain("P0427");
  }

  /** The check digit binds in North America only, 49 CFR 565.15(c); what is named is no code. */
  @Test
  void aNamedNumberWithAWrongCheckDigitIsNoCode() {
    assertThat(read("VIN: 0HM WS3AA 8K P042788").vins()).hasSize(1);
    assertThat(read("VIN: 1HM WS3AA 8K P042788").vins()).isEmpty();
    assertThat(read("VIN: 1HM WS3AA 8K P042788").codes()).isEmpty();
  }

  /** The first two have a right check digit. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0335 P0335 P0300 19 | P0335 P0300",
        "van 0HMWS 3AA7K P0427 88 | P0427",
        "bus 12 has P0335 and P0340 now | P0335 P0340"
      })
  void otherGroupsAreNone(String text, String codes) {
    assertThat(read(text).vins()).isEmpty();
    assertThat(read(text).codes())
        .extracting(c -> c.code().text().substring(0, 5))
        .contains(codes.split(" "));
  }
}
