package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whose codes a sentence tells, by verbs that no list of words can know: they are made up. */
class SentenceUnitsTest {
  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();
  private static final String RIGHT = "P0335 @engine control, C0035 @brake control";

  /** Between two clauses. */
  private static final List<String> THEN = List.of(", ", ". ", "; ");

  private static String told(String sentence) {
    return ScanText.read(sentence, 2026, WORDS).codes().stream()
        .map(c -> c.code().text() + " @" + c.controlUnit())
        .collect(Collectors.joining(", "));
  }

  @ParameterizedTest
  @CsvSource({
    "The engine, the ABS",
    "The ECM, the brake module",
    "Der Motor, die Bremse",
    "Das Motorsteuergerät, das ABS",
    "Le moteur, l'ABS",
    "El motor, el ABS",
    "Il motore, l'ABS",
    "Os motor, os travões",
    "De motor, het ABS",
    "Sterownik silnika, sterownik ABS",
    "Motorstyrenheten, ABS-styrenheten",
  })
  void aUnitThatComesFirstSpeaks(String engine, String brakes) {
    for (String verb : List.of("glorps", "did florbel", "has been wumbling about")) {
      isToldRight(engine + " " + verb + " P0335", brakes + " " + verb + " C0035");
    }
  }

  private static void isToldRight(String ofEngine, String ofBrakes) {
    for (String then : THEN) {
      String report = ofEngine + then + ofBrakes + ".";
      assertThat(told(report)).as(report).isEqualTo(RIGHT);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "in the engine, in the ABS",
    "im Motor, in der Bremse",
    "dans le moteur, dans l'ABS",
    "en el motor, en el ABS",
    "nel motore, nell'ABS",
    "no motor, no ABS",
    "in de motor, in het ABS",
    "w silniku, w ABS",
    "i motorn, i ABS",
    "motorda, ABS'de",
  })
  void aUnitThatIsPlacedBehindItsCodeSpeaks(String engine, String brakes) {
    for (String verb : List.of(" ", " glorps ", " (florbel) ")) {
      isToldRight("P0335" + verb + engine, "C0035" + verb + brakes);
    }
  }

  /** They hold the same code, whoever tells it and however. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "The ABS and the cluster glorp U0100|U0100 in the ABS and the cluster",
        "Das ABS und das Kombiinstrument glorpen U0100|U0100 im ABS und im Kombiinstrument",
        "L'ABS et le combiné glorpent U0100|U0100 dans l'ABS et le combiné",
        "El ABS y el cuadro glorpean U0100|U0100 en el ABS y en el cuadro",
        "L'ABS e il quadro glorpano U0100|U0100 nell'ABS e nel quadro",
        "O ABS e o painel glorpam U0100|U0100 no ABS e no painel",
        "De ABS en de teller glorpen U0100|U0100 in de ABS en de teller",
        "Sterownik ABS i zestaw wskaźników glorpią U0100|U0100 w ABS i w zestawie wskaźników",
        "ABS-styrenheten och instrumentklustret glorpar U0100|U0100 i ABS och instrument",
        "ABS ve gösterge: U0100|U0100 (ABS, gösterge)",
      })
  void unitsThatAreNamedTogetherHoldTheSame(String first, String behind) {
    for (String report : List.of(first, behind)) {
      assertThat(told(report + "."))
          .as(report)
          .isEqualTo("U0100 @brake control, U0100 @instrument cluster");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "No codes in ABS and airbag, P0335 in the engine.|P0335 @engine control",
        "P0335 in the engine and the gearbox is fine.|P0335 @engine control",
        "ABS and airbag ok, the engine has P0335.|P0335 @engine control",
        "Nothing in the engine, but the ABS shows C0035.|C0035 @brake control",
        "Scan of engine and ABS: P0335 (engine), C0035 (ABS).|P0335 @engine control, C0035 @brake control",
        "Fault in engine and ABS: P0335 and C0035.|P0335 @, C0035 @",
      })
  void unitsThatAreOnlyNamedTogetherHoldNothingTogether(String report, String expected) {
    assertThat(told(report)).isEqualTo(expected);
  }

  /** What happens to a unit is no code of it. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "The gearbox glorps and wumbles",
        "The dash lights glorp",
        "Die Bremse wumpelt laut",
        "La boîte glorpe à froid",
        "El cambio glorpea mucho",
      })
  void whatIsSaidOfAUnitIsNoCodeOfIt(String story) {
    assertThat(told(story + ", P0335.")).isEqualTo("P0335 @");
  }

  /** A thing that bears the name of a unit does not speak: the unit of the heading does. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "The brake light switch glorps",
        "The transmission oil temperature glorps",
        "The gearbox range sensor sets",
        "La luz de los frenos da",
        "Le capteur de la boîte donne",
        "Il sensore del cambio dà",
        "O sensor da caixa deu",
        "El interruptor del freno marca",
        "La pression de l'huile de boîte donne",
      })
  void aThingOfAUnitDoesNotSpeak(String thing) {
    assertThat(told("ECM\n" + thing + " P0335.")).isEqualTo("P0335 @engine control");
  }

  /** A unit that nobody here knows, beside known ones, keeps its codes and its own name. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P1234 active (implement controller), P0100 inactive (engine)"
            + " | P1234 current @implement controller, P0100 history @engine control",
        "PCM gives P0236 (current), the reefer unit shows C1301, C1302 as active"
            + " | P0236 current @engine control, C1301 current @reefer unit, C1302 current @reefer unit",
        "im Motor P0401 als aktiv und im Ladekransteuergerät C1051 als gespeichert"
            + " | P0401 current @engine control, C1051 stored @Ladekransteuergerät",
        "motorn visar P0335 och i kranstyrenheten C1300"
            + " | P0335 @engine control, C1300 @kranstyrenheten",
        "the crane on the back shows C1A60, the engine P0088"
            + " | C1A60 @crane, P0088 @engine control",
        "el brazo de la grúa tiene C1A60, el motor P0088"
            + " | C1A60 @brazo de la grúa, P0088 @engine control",
        "Engine reports two current faults, P0201 and P0204, plus one from memory, P0299. ABS reports"
            + " none. Fridge unit: one current, B1A91."
            + " | P0201 current @engine control, P0204 current @engine control,"
            + " P0299 stored @engine control, B1A91 current @Fridge unit",
        "Yesterday it had P0340. The ABS has C0035, active. | P0340, C0035 current @brake control",
        // no units: a thing of the engine, one of several, what reads, and what a fault does
        "the engine has P0335 and the same unit shows P0340"
            + " | P0335 @engine control, P0340 @engine control",
        "the handheld unit shows P0340 stored | P0340 stored",
        "the engine has P0335 and the camshaft sensor shows P0340"
            + " | P0335 @engine control, P0340 @engine control",
        "P0101 (comes and goes), P0100 (engine) | P0101 history @engine control, P0100 @engine control",
      })
  void whatNobodyKnowsKeepsItsCodes(String sentence, String told) {
    assertThat(Told.codes(sentence)).isEqualTo(told);
  }
}
