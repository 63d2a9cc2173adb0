package hopmend.verify;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.Shipped;
import hopmend.message.English;
import hopmend.report.ReportWords;
import hopmend.verify.DriveLog.Column;
import java.time.LocalDateTime;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Layouts of loggers: invented files, each in the way of one common habit (common practice). */
class DriveLogReaderTest {
  private static final ReportWords REPORTS = Shipped.CATALOG.reportWords();

  private static DriveLog log(String text) {
    DriveLog.Read read = DriveLog.read(text, REPORTS);
    assertThat(read.problems()).extracting(English::said).isEmpty();
    return read.log().orElseThrow();
  }

  /** Every one tells the same two moments, a second apart. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "time_s,engine_speed_rpm,vehicle_speed_kmh,coolant_c,load_pct\n0,850,40.5,80,20\n1,900,42,81,25\n",
        "Zeit;Drehzahl;Geschwindigkeit;Kühlmitteltemperatur;Motorlast\n"
            + "s;1/min;km/h;°C;%\n0,0;850;40,5;80;20\n1,0;900;42,0;81;25\n",
        "Load\tCoolant (°F)\tVehicle speed (mph)\tRPM\tTime (ms)\n"
            + "20\t176\t25.165533\t850\t5000\n25\t177.8\t26.0975904\t900\t6000\n",
        "Logger 3,,\nVehicle:,an invented van\n\n"
            + "Time,GPS speed (m/s),Engine RPM,Vehicle speed (km/h),Coolant,Engine load,Note\n"
            + "10:59:59.5,1,850,40.5,80,20,\n11:00:00.5,1,900,42,81,25,a hill\n",
        "Date|Device Time|Speed (m/s)|Engine speed|ECT|Calculated load\n"
            + "x|26-Nov-2026 11:59:59.0 PM|11.25|850|80|20\nx|27-Nov-2026 12:00:00.0 AM|11.6666667|900|81|25\n",
        "temps;régime moteur;vitesse;température du liquide de refroidissement;charge moteur\n"
            + "0;850;40,5;80;20\n1;900;42;81;25\n"
      })
  void aLogIsReadInTheWayOfItsLogger(String text) {
    DriveLog log = log(text);
    assertThat(log.samples()).hasSize(2);
    DriveLog.Sample first = log.samples().get(0);
    DriveLog.Sample second = log.samples().get(1);
    assertThat(second.timeS() - first.timeS()).isCloseTo(1, within(1e-6));
    assertThat(List.of(first.engineSpeed(), second.engineSpeed())).containsExactly(850.0, 900.0);
    assertThat(first.speedKmh()).isCloseTo(40.5, within(1e-4));
    assertThat(second.speedKmh()).isCloseTo(42, within(1e-4));
    assertThat(second.coolantC()).isCloseTo(81, within(1e-6));
    assertThat(second.loadPercent()).isEqualTo(25);
  }

  /** A logger that asks one signal after the other leaves the other cells of its line empty. */
  @Test
  void anEmptyCellHoldsTheValueBeforeIt() {
    DriveLog log =
        log("time,rpm,speed,coolant\n0,850,,\n0.2,,30,\n0.4,,,80\n0.6,900,-,\n0.8,,n/a,\n");
    assertThat(log.samples())
        .extracting(s -> s.engineSpeed() + " " + s.speedKmh())
        .as("from when every signal has answered once")
        .containsExactly("850.0 30.0", "900.0 30.0", "900.0 30.0");
    assertThat(log.samples().get(0).coolantC()).isEqualTo(80);
    assertThat(log.lacks(Column.LOAD)).isTrue();
  }

  @Test
  void aLogTellsItsVehicleAndItsDay() {
    DriveLog log =
        log(
            "CALCULATEDLOADVAL,a word of 17 letters\nVIN,ZZZ00000000000017\ntime,rpm,speed\n"
                + "2026-11-26T10:00:00Z,850,0\n2026-11-26 10:20:00,900,50\n");
    assertThat(log.vin()).hasValue("ZZZ00000000000017");
    assertThat(log.startedAt()).hasValue(LocalDateTime.of(2026, 11, 26, 10, 0));
    assertThat(log.endedAt()).hasValue(LocalDateTime.of(2026, 11, 26, 10, 20));
  }

  @Test
  void gapsAndAClockThatWasSetBackAreTold() {
    DriveLog.Read read =
        DriveLog.read(
            "time,rpm,speed\n0,850,0\n1,850,0\n2,850,0\n600,850,0\n0,850,0\n1,850,0\n", REPORTS);
    assertThat(read.notes())
        .extracting(English::said)
        .anySatisfy(n -> assertThat(n).contains("coolant temperature").contains("not proven"))
        .anySatisfy(n -> assertThat(n).contains("2 gaps").contains("10"))
        .anySatisfy(n -> assertThat(n).contains("set back once").contains("line 6"));
    assertThat(DriveProof.of(read.log().orElseThrow(), List.of()).requirements().get(0).met())
        .isFalse();
    assertThat(
            said(DriveLog.read("time,rpm,speed\n0,850,0\n60,850,0\n120,850,0\n", REPORTS).notes()))
        .contains("every 60 s");
  }

  @Test
  void whatCannotBeReadIsSaidWithItsLine() {
    assertThat(said(DriveLog.read("time,rpm,speed\n0,850,60 mph\n", REPORTS).problems()))
        .contains("Line 2", "vehicle speed", "60 mph");
    assertThat(log("time;rpm;speed\n0;1.850,5;0\n1;1.850,5;0\n").samples().get(0).engineSpeed())
        .isEqualTo(1850.5);
    assertThat(said(DriveLog.read("a photo\nof a cat\n", REPORTS).problems()))
        .contains("No column tells the engine speed");
    assertThat(said(DriveLog.read("time,rpm,speed\nsoon,850,60\n", REPORTS).problems()))
        .contains("Line 2", "soon");
  }

  /** Figures are read without making texts of them; never otherwise than Java reads the text. */
  @Property(tries = 500)
  void aNumberIsReadAsJavaReadsIt(@ForAll @IntRange(max = 99_999) int whole, @ForAll long part) {
    String fraction = String.valueOf(Math.abs(part % 1_000_000_000_000L));
    String number = "%d.%s".formatted(whole % 20_000, fraction);
    String german = number.replace('.', ',');
    for (String csv :
        List.of(
            "time,rpm,speed\n0,%1$s,5\n1,%1$s,5\n".formatted(number),
            "time;rpm;speed\n0;%1$s;5\n1;\"%1$s\";5\n".formatted(german))) {
      assertThat(log(csv).samples())
          .extracting(DriveLog.Sample::engineSpeed)
          .containsOnly(Double.parseDouble(number));
    }
  }

  @Test
  void aClockRunsOnOverMidnightWhereTheDayIsTold() {
    DriveLog log =
        log(
            """
            date and time;rpm;speed
            2026-11-26 23:59:58,5;850;0
            2026-11-26 23:59:59,5;850;0
            2026-11-27 00:00:00,5;850;0
            2026-11-27 00:00:01,25;850;0
            """);
    assertThat(log.durationS()).isEqualTo(2.75);
    assertThat(log("time,rpm,speed\n11:59:59 PM,850,0\n11:59:59.5 PM,850,0\n").durationS())
        .isEqualTo(0.5);
    assertThat(said(DriveLog.read("time,rpm,speed\n0:00:0x,850,0\n", REPORTS).problems()))
        .contains("0:00:0x");
  }

  /**
   * A million lines are read, judged and noted within a second (a busy machine has four): half an
   * hour at five hundred a second.
   */
  @Test
  void aMillionSamplesAreJudged() {
    StringBuilder text = new StringBuilder("time_ms,rpm,speed,coolant,load\n");
    for (int i = 0; i < 1_000_000; i++) {
      text.append(2 * i).append(",1800,60,").append(Math.min(90, 15 + i / 10_000)).append(",35\n");
    }
    String csv = text.toString();
    long start = System.nanoTime();
    DriveLog log = log(csv);
    DriveProof proof = DriveProof.of(log, List.of());
    double seconds = (System.nanoTime() - start) / 1e9;
    assertThat(log.samples()).hasSize(1_000_000);
    assertThat(proof.missing())
        .extracting(DriveProof.Requirement::id)
        .as("all but the idling")
        .containsExactly("idle");
    assertThat(seconds).as("a second or two; room for a slow machine").isLessThan(20);
  }
}
