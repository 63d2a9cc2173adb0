package hopmend.fault;

import static hopmend.message.English.WORDS;
import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.CpuTime;
import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How codes hang together; the relations are common practice. */
class CodePictureTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  private static List<ReadCode> codes(String texts) {
    return Stream.of(texts.split(" *, *"))
        .map(t -> ReadCode.of(TroubleCode.parse(t), CodeState.STORED))
        .toList();
  }

  private static CodePicture picture(String texts) {
    return CodePicture.of(
        codes(texts),
        CATALOG.knownCodes(),
        List.of(),
        CATALOG.card("brannick-fen-v6").orElseThrow().bulletins());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0301, P0335, P0016|P0335 CAUSE, P0016 CHILD, P0301 CHILD",
        "P0135, P0134, P0420|P0135 CAUSE, P0134 CHILD, P0420 BYSTANDER",
        "P0141, P0420|P0141 CAUSE, P0420 CHILD",
        "P0101, P0171, P0174|P0101 CAUSE, P0171 CHILD, P0174 CHILD",
        "P0720, P0731, P0700|P0720 CAUSE, P0731 CHILD, P0700 CHILD",
        "P0451, P0455|P0451 CAUSE, P0455 CHILD",
        "P0340, P0455|P0340 CAUSE, P0455 BYSTANDER",
        "P2127, P2138|P2127 CAUSE, P2138 CHILD",
        "P0642, P0192, P0452|P0642 CAUSE, P0192 CHILD, P0452 CHILD",
        "P0117, P0128|P0117 CAUSE, P0128 CHILD",
        "P24AE, P2002|P24AE CAUSE, P2002 CHILD",
        "P0118, P0610|P0118 CAUSE, P0610 ALONE",
        "P0201, P0301|P0201 CAUSE, P0301 CHILD"
      })
  void codesAreGroupedAsTheTradeDoes(String codes, String expected) {
    assertThat(
            picture(codes).nodes().stream()
                .map(n -> n.read().code().text() + " " + n.role())
                .toList())
        .isEqualTo(List.of(expected.split(", ")));
  }

  @Test
  void lowSensorsOnOneSupplyAccuseTheSupply() {
    CodePicture picture = picture("P0192, P0452, P0301");
    assertThat(picture.shared()).hasSize(1);
    assertThat(picture.shared().get(0).name()).isEqualTo("a shared 5 V supply");
    assertThat(said(picture.says()))
        .isEqualTo(
            "P0192 and P0452 point at one thing, a shared 5 V supply: prove that before any sensor or part, beginning with P0192."
                + " Why: several three-wire sensors low at once share their 5 V supply; one short pulls it down: measure it,"
                + " then unplug one after another, the easiest first.");
    assertThat(picture("P0192, P0193").shared())
        .as("two codes of one sensor share nothing with another")
        .isEmpty();
  }

  /** One unit alone may have a fault of its own; several cannot all (common practice). */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "U0100|CAUSE|brake control and instrument cluster agree: they miss the same control unit; its own supply",
        "U0401|CAUSE|brake control and instrument cluster agree: they get wrong data from the same control unit",
        "B1342|ALONE|no rule ties it"
      })
  void aCodeOfTheNetworkInSeveralUnitsAccusesTheOneThatItNames(
      String code, CodePicture.Role role, String reason) {
    TroubleCode one = TroubleCode.parse(code);
    ReadCode brakes = new ReadCode(one, Set.of(CodeState.STORED), "brake control");
    ReadCode cluster = new ReadCode(one, Set.of(CodeState.CURRENT), "instrument cluster");
    CodePicture.Node node =
        CodePicture.of(List.of(brakes, cluster), CATALOG.knownCodes()).nodes().get(0);
    assertThat(node.role()).isEqualTo(role);
    assertThat(said(node.reason())).startsWith(reason);
    assertThat(node.read().states()).containsExactly(CodeState.CURRENT, CodeState.STORED);
    assertThat(node.holders()).containsExactly(brakes, cluster);
    assertThat(CodePicture.of(List.of(brakes), CATALOG.knownCodes()).nodes().get(0).role())
        .isEqualTo(CodePicture.Role.ALONE);
  }

  @Test
  void aReadingWithoutItsUnitTellsMoreAboutTheFirst() {
    TroubleCode code = TroubleCode.parse("U0100");
    ReadCode brakes = new ReadCode(code, Set.of(CodeState.STORED), "brake control");
    ReadCode cluster = new ReadCode(code, Set.of(), "instrument cluster");
    ReadCode unnamed = new ReadCode(code, Set.of(CodeState.PENDING), "");
    ReadCode more =
        new ReadCode(code, Set.of(CodeState.STORED, CodeState.PENDING), "brake control");
    assertThat(CodeReadings.of(List.of(unnamed, brakes, cluster)).all())
        .isEqualTo(CodeReadings.of(List.of(brakes, cluster, unnamed)).all())
        .containsExactly(more, cluster);
    assertThat(CodeReadings.of(List.of(brakes, cluster, unnamed)).codes()).containsExactly(more);
  }

  @Test
  void aBulletinSpeaksOnlyAboutItsVeryCodes() {
    assertThat(picture("P0346, P0018").bulletins()).hasSize(1);
    assertThat(said(picture("P0346, P0018").says()))
        .startsWith("Bulletin BF-TSB-07 speaks about just these codes")
        .contains("Work on P0346 first; P0018 should go with it.");
    assertThat(picture("P0346").bulletins()).isEmpty();
    assertThat(picture("P0346, P0018, P0300").bulletins()).as("and no other").isEmpty();
  }

  /** A maker's parameter and a published one, tied by nothing but the bulletin. */
  @Test
  void aBulletinTiesWhatNoRuleTies() {
    CodePicture picture =
        CodePicture.of(
            codes("SPN 520301 FMI 2, SPN 3251 FMI 0"),
            CATALOG.knownCodes(),
            List.of(),
            CATALOG.card("tidewell-alder-77").orElseThrow().bulletins());
    assertThat(picture.nodes())
        .allSatisfy(n -> assertThat(said(n.reason())).isEqualTo("named by bulletin TA-SB-19"))
        .extracting(CodePicture.Node::role)
        .containsOnly(CodePicture.Role.CAUSE);
  }

  /**
   * Whatever the codes: each once, arrows only from what is there, and the order does not matter.
   */
  @Test
  void anyCodesInAnyOrderGiveOnePicture() {
    Random random = new Random(7);
    List<CodeGroup> groups =
        Stream.concat(CATALOG.codeGroups().stream(), CATALOG.otherCodes().stream()).toList();
    for (int i = 0; i < 500; i++) {
      List<ReadCode> codes = new ArrayList<>();
      for (int k = 0; k < 1 + random.nextInt(9); k++) {
        ReadCode code = ReadCode.of(groups.get(random.nextInt(groups.size())).codes().from());
        if (!codes.contains(code)) {
          codes.add(code);
        }
      }
      CodePicture one = CodePicture.of(codes, CATALOG.knownCodes());
      List<ReadCode> shuffled = new ArrayList<>(codes);
      Collections.shuffle(shuffled, random);
      CodePicture other = CodePicture.of(shuffled, CATALOG.knownCodes());
      assertThat(other.workOn()).isEqualTo(one.workOn());
      assertThat(one.nodes()).extracting(n -> n.read()).containsExactlyInAnyOrderElementsOf(codes);
      Drawing d = CodeDrawing.draw(one, WORDS);
      assertThat(names(d))
          .containsExactlyInAnyOrderElementsOf(codes.stream().map(c -> c.code().text()).toList());
      assertThat(d.shapes()).allSatisfy(s -> assertThat(inside(s, d)).as(s.toString()).isTrue());
    }
  }

  private static List<String> names(Drawing d) {
    return Stream.of("code-name", "code-name-first")
        .flatMap(role -> d.ofRole(role).stream())
        .map(s -> ((Shape.Label) s).text())
        .toList();
  }

  private static boolean inside(Shape s, Drawing d) {
    return !(s instanceof Shape.Box b)
        || b.x() >= 0
            && b.x() + b.width() <= d.width()
            && b.y() >= 0
            && b.y() + b.height() <= d.height();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0134|Oxygen sensor, bank 1 (sensor 1): no activity",
        "P0058|Oxygen sensor heater, bank 2 (sensor 2): control circuit high",
        "P018C|Fuel pressure sensor B (low side): low input",
        "P24B7|Particulate matter sensor heater: resistance",
        "P0792|Intermediate shaft speed sensor A (intermediate): range or performance",
        "P0304|Misfire: cylinder 4",
        "P0312|Misfire: cylinder 12",
        "P0140|Oxygen sensor, bank 1 (sensor 2): no activity",
        "P0161|Oxygen sensor, bank 2 (sensor 2): heater circuit",
        "P0212|Injector circuit: cylinder 12",
        "SPN 3251 FMI 0|Particulate filter differential pressure: data valid, above the normal range, most severe",
        "SPN 4 FMI 31|Parameter 4: condition exists; no sheet owns this parameter yet",
        "Flash 24|Flash code 24: look in the maker's list"
      })
  void meaningsAreComposedFromData(String code, String headline) {
    assertThat(CATALOG.meaning(TroubleCode.parse(code)).headline()).isEqualTo(headline);
  }

  @Test
  void everyCodeHasAMeaningThatSaysWhatItAccusesOrIsHonest() {
    for (int base = 0; base <= 0xFFFF; base++) {
      CodeMeaning m = CATALOG.meaning(TroubleCode.of(base));
      assertThat(m.headline()).isNotBlank();
      assertThat(m.known() ? m.accuses() : m.headline())
          .as(m.code().text())
          .matches(m.known() ? ".+" : ".*(no sheet owns|maker's list).*");
    }
  }

  /** The most urgent comes first, however the report orders them; then supply, controller, 5 V. */
  @Test
  void whatCannotWaitComesBeforeTheSensor() {
    List<String> urgent =
        List.of("P0AA6", "P0524", "P0217", "P0562", "P0606", "P0642", "U0001", "P0335");
    for (int from = 0; from < urgent.size() - 1; from++) {
      List<String> rest = new ArrayList<>(urgent.subList(from, urgent.size()));
      Collections.reverse(rest);
      assertThat(picture(String.join(", ", rest)).workOn().map(TroubleCode::text))
          .contains(urgent.get(from));
    }
  }

  @Test
  void whatCanHurtOrWreckStopsTheWork() {
    assertThat(picture("P0335, P0524").stops()).isTrue();
    assertThat(picture("P0AA6").stops()).isTrue();
    assertThat(picture("P0562, P0335").stops()).isFalse();
    ReadCode once = ReadCode.of(TroubleCode.parse("P0217"), CodeState.HISTORY);
    assertThat(CodePicture.of(List.of(once), CATALOG.knownCodes()).stops()).isFalse();
  }

  @Test
  void whatIsOnlyOfThePastExplainsNothingThatIsThereNow() {
    ReadCode cam = ReadCode.of(TroubleCode.parse("P0340"), CodeState.HISTORY);
    ReadCode misfire = ReadCode.of(TroubleCode.parse("P0301"), CodeState.CURRENT);
    CodePicture now = CodePicture.of(List.of(cam, misfire), CATALOG.knownCodes());
    assertThat(now.workOn()).contains(misfire.code());
    assertThat(now.arrows()).isEmpty();
    ReadCode stored = ReadCode.of(misfire.code(), CodeState.STORED);
    assertThat(CodePicture.of(List.of(cam, stored), CATALOG.knownCodes()).arrows()).hasSize(1);
  }

  @Test
  void twoCodesOfOnePartAreOneFault() {
    CodePicture picture = picture("P0341, P0342");
    assertThat(said(picture.says())).startsWith("Work on P0341 first; P0342 should go with it.");
    assertThat(said(picture.nodes().get(1).reason()))
        .isEqualTo("speaks of the same circuit as P0341");
    assertThat(picture("P0340, P0345").arrows()).as("of two parts").isEmpty();
    assertThat(picture("P0351, P0352").arrows()).as("one of each cylinder").isEmpty();
  }

  /** How a value is off is told by the failure mode, not by the number of the parameter. */
  @Test
  void aSharedSupplyIsToldByHowTheSensorsAreOff() {
    assertThat(picture("SPN 102 FMI 4, SPN 157 FMI 4").shared())
        .singleElement()
        .extracting(CodePicture.Shared::name)
        .isEqualTo("a shared 5 V supply");
    assertThat(picture("SPN 102 FMI 4, SPN 157 FMI 18").shared()).isEmpty();
    assertThat(picture("SPN 102 FMI 4, SPN 157 FMI 3").shared()).isEmpty();
    assertThat(picture("P0106-11, P0191-11").shared()).hasSize(1);
    assertThat(picture("P0106-12, P0191-11").shared()).isEmpty();
  }

  /** Whatever is read, there is something to do next; every seventh of the 65 536. */
  @Test
  void everyCodeHasAWayOn() {
    for (int base = 0; base <= 0xFFFF; base += 7) {
      ReadCode code = ReadCode.of(TroubleCode.of(base), CodeState.STORED);
      CodePicture.Node node = CodePicture.of(List.of(code), CATALOG.knownCodes()).nodes().get(0);
      assertThat(node.next()).as(code.code().text()).isPresent();
    }
    assertThat(picture("SPN 520123 FMI 12").nodes().get(0).next()).isPresent();
    assertThat(picture("Flash 24").nodes().get(0).next()).isPresent();
  }

  @Test
  void athousandCodesAreGroupedAndDrawnWithoutDelay() {
    List<ReadCode> codes = new ArrayList<>();
    for (int i = 0; i < 1000; i++) {
      codes.add(ReadCode.of(TroubleCode.of(0x0300 + i), CodeState.STORED));
    }
    CpuTime<CodePicture> grouped = CpuTime.of(() -> CodePicture.of(codes, CATALOG.knownCodes()));
    assertThat(grouped.seconds()).isLessThan(10);
    CodePicture picture = grouped.result();
    assertThat(picture.nodes()).hasSize(1000);
    assertThat(picture.arrows()).isNotEmpty();
    var drawn = CpuTime.of(() -> CodeDrawing.draw(picture, WORDS));
    assertThat(drawn.seconds()).isLessThan(10);
    var drawing = drawn.result();
    assertThat(drawing.shapes()).as("bounded by what can be seen").hasSizeLessThan(400);
    assertThat(drawing.shapes().toString()).contains("AND 960 MORE IN THE LIST");
  }
}
