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
}
