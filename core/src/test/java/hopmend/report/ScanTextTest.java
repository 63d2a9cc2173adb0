package hopmend.report;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import hopmend.CpuTime;
import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ScanTextTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  /** Invented report with the spellings that scan tools and people produce. */
  private static final String REPORT =
      """
      Report 2026-11-23, number 0HMWS3A07K1000342, Odometer: 142 300 km
      PO340-31  camshaft sensor   stored, current
      p0301 misfire cyl 1 (confirmed)      p0303 pending
      P 0457; status: 0x2F
      The coded beacon was decade old. U-cable, B1ACE
      engine speed 862 rpm, load 26.3 %, coolant 88 °C, vehicle speed 0 km/h
      P0340-31  permanent
      """;

  private final ScanText scan = read(REPORT);

  private static ScanText read(String text) {
    return ScanText.read(text, 2026, CATALOG.reportWords());
  }

  @Test
  void codesAreFoundWithTheirStatesOnceEach() {
    assertThat(scan.codes())
        .containsExactly(
            ReadCode.of(
                TroubleCode.parse("P0340-31"),
                CodeState.STORED,
                CodeState.CURRENT,
                CodeState.PERMANENT),
            ReadCode.of(TroubleCode.parse("P0301"), CodeState.STORED),
            ReadCode.of(TroubleCode.parse("P0303"), CodeState.PENDING),
            ReadCode.of(TroubleCode.parse("P0457"), CodeState.STORED, CodeState.CURRENT));
  }

  @Test
  void everyFindPointsAtItsPlaceInTheText() {
    for (ScanText.Found f : scan.found()) {
      String there = REPORT.substring(f.start(), f.end()).toUpperCase().replaceAll("[^0-9A-Z]", "");
      assertThat(there.charAt(0)).isEqualTo(f.read().code().letter());
      assertThat(REPORT.lines().toList().get(f.line() - 1))
          .contains(REPORT.substring(f.start(), f.end()));
    }
  }

  @Test
  void wordsAreNotTakenForCodesAndLookalikesAreNotDropped() {
    assertThat(scan.doubtful()).extracting(ScanText.Doubtful::text).containsExactly("B1ACE");
  }

  @Test
  void numberOdometerAndFreezeFrameAreFound() {
    assertThat(scan.vin()).get().extracting(v -> v.number()).isEqualTo("0HMWS3A07K1000342");
    assertThat(scan.odometer()).get().extracting(r -> r.value()).isEqualTo(142300.0);
    assertThat(scan.freezeFrame())
        .extracting(f -> f.condition() + " " + f.reading().text())
        .containsExactly("ENGINE_SPEED 862 1/min", "LOAD 26.3 %", "COOLANT 88 °C", "SPEED 0 km/h");
  }

  @Test
  void anOdometerThatNoVehicleCanShowIsAskedAboutInKilometresAsInMiles() {
    assertThat(read("Odometer: 5000000 km").odometer()).isPresent();
    for (String impossible : List.of("5000001 km", "4000000 mi")) {
      ScanText asked = read("Odometer: " + impossible);
      assertThat(asked.odometer()).as(impossible).isEmpty();
      assertThat(asked.doubtful()).as(impossible).hasSize(1);
    }
  }

  @Property(tries = 3000)
  void noTextMakesItFail(@ForAll String text) {
    assertThatCode(() -> read(text)).doesNotThrowAnyException();
  }

  @Test
  void misfireFollowsTheCamAndTheCapStandsBy() {
    CodePicture picture = CodePicture.of(scan.codes(), CATALOG.knownCodes());
    assertThat(picture.workOn()).contains(TroubleCode.parse("P0340-31"));
    assertThat(picture.nodes())
        .extracting(n -> n.read().code().text() + " " + n.role())
        .containsExactly("P0340-31 CAUSE", "P0301 CHILD", "P0303 CHILD", "P0457 BYSTANDER");
    assertThat(picture.arrows()).allSatisfy(a -> assertThat(said(a.reason())).contains("cam"));
    assertThat(said(picture.says()))
        .isEqualTo(
            "Work on P0340-31 first; P0301, P0303 should go with it. Next: prove it by its checks before a part is bought.");
  }

  @Test
  void aBystanderAloneTellsItsOwnWayOn() {
    CodePicture picture =
        CodePicture.of(List.of(ReadCode.of(TroubleCode.parse("P0457"))), CATALOG.knownCodes());
    assertThat(picture.workOn()).isEmpty();
    assertThat(said(picture.says())).contains("fuel cap", "No sensor is accused");
  }

  @Test
  void meaningIsComposedAndHonestWhereNoSheetKnows() {
    CodeMeaning known = CATALOG.meaning(TroubleCode.parse("P0342-16"));
    assertThat(known.headline())
        .isEqualTo("Camshaft position sensor A, bank 1 (intake): low input");
    assertThat(known.parts())
        .extracting(CodeMeaning.Part::characters)
        .containsExactly("P", "0", "3", "42", "-16");
    assertThat(known.doesNotAccuse()).contains("coils");
    assertThat(CATALOG.meaning(TroubleCode.parse("P1342")).headline()).contains("maker's list");
    assertThat(CATALOG.meaning(TroubleCode.parse("P0850")).known()).isFalse();
  }

  /**
   * Each took minutes once, or over ten seconds: names, codes, descriptions in one endless line.
   */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "P0340 ",
        "P0340 stored ",
        "stored ",
        "ECM ",
        "coolant ",
        "SPN ",
        "status ",
        "- ",
        "hose of engine ",
        "ECM rpm P0340 ",
        "abs P0340 . ",
        "read P0340 code ECM ",
        "the engine gives P0340, ",
        "P0340 in the engine and ",
        "no faults in the ABS, ",
        "van at 118 432 km ",
        "stored are P0340. ",
        "it logged P0340 and ",
        "P0340 (active), P0341 (stored), ",
        "ABS, ECM, cluster and gateway hold P0340. ",
        "P0340 P0341 (ABS, ECM, TCM) ",
        "reported by: ABS, ECM, TCM, ",
        "not active but stored: P0340 ",
        "one active fault, P0299, and one stored, P0045, ",
        "both engine. P0340 active. ",
        "P0741 and P0700. P0741 in the gearbox, P0700 in the engine. ",
        "Engine (2): P0130 active; ",
        "(C current, H history) P0300/C ",
        "in in in dash ",
        "43 43 43 ",
        "ecu ",
        "07 43 59 02 FF 03 40 31 2F ",
        "$03: 43 ",
        "the old P0335 ",
        "Plate AB P0335 ",
        "not found: P0420, P0430 ",
        "communication, U0121 in the engine ",
        "P0335 was active, now stored, ",
        "1. Crane\nP0335\n",
        "Engine;ABS\n",
        "09:14 Ola: ",
        "<fault>P0335 <state>active</state></fault>",
        "P0X40 ",
        "code: - ",
        "Codes winch: P0340 ",
        "> P0340 stored\n",
        "\n§§ a\nP0340",
        "\nNow: x",
        "\nActive: no",
        "\n{'a':'P0335'}\nP0340",
        "\n- code: P0335\n  state: stored",
        "\n---",
        "\nEngine | P0340 | x\nABS | C0035 | y",
        "\nP0340 sensor active",
        "part 4471 P0101 ",
        "\nCrane P0340 stored\nEngine P0335 active",
        "Module Crane: fault C1A44, ",
        "in the control unit of the crane P0340 and the engine P0341 ",
        "\nSPN FMI OC State\n102 4 3 Previously active"
      })
  void readingGrowsWithTheLengthOfTheTextHoweverItIsLaidOut(String piece) {
    double grows =
        CpuTime.ofFourTimes(
            15_000,
            n ->
                ScanText.read(
                    "P0340 " + piece.repeat(n / piece.length()), 2026, CATALOG.reportWords()));
    assertThat(grows).isLessThan(10);
  }

  /** Lines below many codes are about all of them: the first took most of a minute. */
  @ParameterizedTest
  @ValueSource(strings = {"current history\n", "stored\n", "Engine\n"})
  void linesBelowManyCodesTakeNoLonger(String below) {
    double grows =
        CpuTime.ofFourTimes(
            40_000,
            n ->
                ScanText.read(
                    "P0340 ".repeat(n / 12) + "\n" + below.repeat(n / 2 / below.length()),
                    2026,
                    CATALOG.reportWords()));
    assertThat(grows).isLessThan(10);
  }

  /** What looks like nested data without end is read like anything else. */
  @ParameterizedTest
  @ValueSource(strings = {"- ", " ", "[", "{a: ", ":"})
  void dataThatNeverEndsIsNoError(String piece) {
    String report = "- code: P0335\n  state: stored\n- x: " + piece.repeat(100_000);
    assertThat(read(report).found()).hasSize(1);
  }

  @Test
  void aUnitOfSeveralCodesIsMarkedOnce() {
    String text =
        "The engine flags P0171, P0174; the gearbox P0700. P0335 in the ECM, C0035 in the ABS.";
    assertThat(read(text).marks())
        .extracting(m -> text.substring(m.start(), m.end()))
        .containsExactly(
            "engine", "P0171", "P0174", "gearbox", "P0700", "P0335", "ECM", "C0035", "ABS");
  }

  @Test
  void everyPlaceOfACodeInOneEndlessLineIsFound() {
    for (String piece : List.of("P0340 ", "P0340 stored ")) {
      ScanText scan = ScanText.read(piece.repeat(20_000), 2026, CATALOG.reportWords());
      assertThat(scan.codes()).hasSize(1);
      assertThat(scan.found()).hasSize(20_000);
      assertThat(scan.found().get(9).read().states().isEmpty()).isEqualTo(piece.length() == 6);
    }
  }

  @Test
  void aByteThatNothingNamesIsAsked() {
    ScanText scan = read("ECU 0x7E8\nP0113 2F\nP0118 stored");
    assertThat(scan.codes()).hasSize(2);
    assertThat(scan.codes().get(0).states()).isEmpty();
    assertThat(scan.doubtful())
        .singleElement()
        .satisfies(
            d -> assertThat(d.text() + " " + said(d.why())).startsWith("2F failure type, status"));
    assertThat(read("C101C 64  Signal implausible").doubtful()).hasSize(1);
    assertThat(read("C101C 12 times, stored").doubtful()).isEmpty();
  }
}
