package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.fault.CodeState;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whose states a sentence tells: by whether it names its states first or its codes. */
class SentenceStatesTest {
  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();

  private static String told(String sentence) {
    return ScanText.read(sentence, 2026, WORDS).codes().stream()
        .map(c -> c.code().text() + " " + label(c.states()))
        .collect(Collectors.joining(", "));
  }

  private static String label(Iterable<CodeState> states) {
    StringBuilder labels = new StringBuilder();
    states.forEach(s -> labels.append(s.label()));
    return labels.toString();
  }

  @ParameterizedTest
  @CsvSource({
    "pending, confirmed, are, and",
    "sporadisch, bestätigt, sind, und",
    "fugitifs, confirmés, sont, et",
    "pendientes, confirmados, están, y",
    "sporadici, confermati, sono, e",
    "pendentes, confirmados, estão, e",
    "sporadisch, bevestigd, zijn, en",
    "sporadyczne, potwierdzone, są, i",
    "väntande, bekräftade, är, och",
  })
  void statesThatComeFirstAreOfTheCodesBehind(String one, String other, String are, String and) {
    Map<String, String> labels =
        Map.of(
            "pending", "pending",
            "väntande", "pending",
            "pendientes", "pending",
            "pendentes", "pending");
    String first = labels.getOrDefault(one, "history");
    String right = "P0335 %s, C0035 %s, P0101 stored, P0113 stored".formatted(first, first);
    for (String then : List.of(", ", "; ", ". ")) {
      String ahead =
          "%s %s P0335 %s C0035%s%s %s P0101 %s P0113."
              .formatted(one, are, and, then, other, are, and);
      assertThat(told(ahead)).as(ahead).isEqualTo(right);
      String behind =
          "P0335 %s C0035 %s %s%sP0101 %s P0113 %s %s."
              .formatted(and, are, one, then, and, are, other);
      assertThat(told(behind)).as(behind).isEqualTo(right);
    }
  }

  /** One sentence may name its states first, the next its codes. */
  @ParameterizedTest
  @CsvSource({
    "Pending are P0335 and C0035. P0101 and P0113 are confirmed.",
    "P0335 and C0035 are pending. Confirmed are P0101 and P0113.",
    "It logged P0335 and C0035 as pending and P0101 and P0113 as confirmed.",
  })
  void eachSentenceHasItsOrder(String report) {
    assertThat(told(report)).isEqualTo("P0335 pending, C0035 pending, P0101 stored, P0113 stored");
  }

  @ParameterizedTest
  @CsvSource({
    "None of P0335 and P0340 is active",
    "Weder P0335 noch P0340 ist aktiv",
    "Aucun de P0335 et P0340 n'est actif",
    "Ninguno de P0335 y P0340 está activo",
    "Nessuno di P0335 e P0340 è attivo",
    "Nenhum de P0335 e P0340 está ativo",
    "Geen van P0335 en P0340 is actief",
    "Varken P0335 eller P0340 är aktiv",
  })
  void whatIsSaidOfNoneIsDenied(String sentence) {
    assertThat(told(sentence)).isEqualTo("P0335 history, P0340 history");
  }

  /** What is told of something else is told of no code. */
  @ParameterizedTest
  @CsvSource({
    "The fan stays active. P0480 stored.",
    "Der Lüfter bleibt aktiv. P0480 gespeichert.",
    "Le ventilateur reste actif. P0480 mémorisé.",
    "'Gearbox: nothing. P0480 stored.'",
    "'ABS nothing but P0480, stored.'",
    "P0480 went from active to stored.",
  })
  void whatIsToldOfSomethingElseIsToldOfNoCode(String report) {
    assertThat(told(report)).isEqualTo("P0480 stored");
  }

  @ParameterizedTest
  @CsvSource({
    "'P0335 and P0340 stored, the second is current too'",
    "'P0335 und P0340 gespeichert, der zweite ist auch aktuell'",
    "'P0335 et P0340 mémorisés, le second est aussi présent'",
    "'P0335 y P0340 memorizados, el segundo está también activo'",
  })
  void whatIsToldOfOneLeavesWhatWasToldOfAll(String sentence) {
    assertThat(told(sentence)).isEqualTo("P0335 stored, P0340 currentstored");
  }

  /** "Which is" is said of one thing, the one before; "which are" of all. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "The van shows P0562, P0622 which is pending, and P0300 (stored)."
            + " | P0562, P0622 pending, P0300 stored",
        "The van shows P0562, P0622 which are pending. | P0562 pending, P0622 pending",
        "I got P0118 (stored), P0128 which is pending, and U0121 from the gateway, history."
            + " | P0118 stored, P0128 pending, U0121 history @gateway",
        "La furgoneta da P0562, P0622 que está pendiente. | P0562, P0622 pending",
        "Le fourgon donne P0562, P0622 qui est mémorisé. | P0562, P0622 stored",
        "All else is clean except the cluster, which logs U0140 as historic."
            + " | U0140 history @instrument cluster",
      })
  void aClauseIsAboutWhatStandsBeforeIt(String sentence, String told) {
    assertThat(Told.codes(sentence)).isEqualTo(told);
  }

  /** Who comes back may be a code, and a customer as well. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0420 came back. | P0420 current",
        "P0299 ist wieder da, P0234 ist weg. | P0299 current, P0234 history",
        "Le P0299 est là. Le client est parti. | P0299 current",
        "Volvió sólo el P0420. | P0420 current",
        "Sono tornati P0335 e P0340. | P0335 current, P0340 current",
        "P0420 came back pending, P0430 came back. | P0420 pending, P0430 current",
        "The customer came back with P0420 stored. | P0420 stored",
        "El coche volvió con P0335 guardado. | P0335 stored",
      })
  void whatCameBackIsThere(String sentence, String told) {
    assertThat(Told.codes(sentence)).isEqualTo(told);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0401 current now, last time it was only stored. | P0401 current",
        "P0420 stored last week, P0430 active. | P0420 stored, P0430 current",
        "P0335 activo la semana pasada. | P0335 current",
        "P0087 is an active fault, P0093 is a stored fault. | P0087 current, P0093 stored",
        "It has P0087 as an active fault and P0093 as a stored one. | P0087 current, P0093 stored",
        "P0102, nothing in the ABS, and U0100 active. | P0102, U0100 current",
        "P0113 was active, now stored. | P0113 stored",
        "P0130, P0135, P0171 y P0300. Los dos primeros son antiguos, los otros dos activos."
            + " | P0130 history, P0135 history, P0171 current, P0300 current",
        "P0130, P0135 and P0171. The last two are stored. | P0130, P0135 stored, P0171 stored",
        "P0101 now, P0299 now, P0401 earlier. | P0101 current, P0299 current, P0401 history",
        "gearbox P0741 (stored). Nothing else logged. | P0741 stored @transmission control",
      })
  void aStateIsOfItsOwnCodeAndTime(String sentence, String told) {
    assertThat(Told.codes(sentence)).isEqualTo(told);
  }

  /** "... P0113 is not": as the code before it is, and of no other state than that one. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0118 is active, P0113 is not. | P0118 current, P0113 history",
        "P0118 aktiv, P0113 nicht. | P0118 current, P0113 history",
        "P0340 est présent, P0335 non. | P0340 current, P0335 history",
        "P0118 and P0113, the first is active, the second not. | P0118 current, P0113 history",
        "B1A11, which is active, and B1A12, which is not. | B1A11 current, B1A12 history",
        "P0118 is stored, P0113 is not. | P0118 stored, P0113",
        "One is active, P0335, one is not, P0340. | P0335 current, P0340",
        "Current P0101; history none. | P0101 current",
      })
  void whatIsNotIsSaidOfTheStateBefore(String sentence, String told) {
    assertThat(Told.codes(sentence)).isEqualTo(told);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Im ABS liegt C0110 an. | C0110 current @brake control",
        "Im Motor liegen P0088 und P0190 vor. | P0088 current @engine control, P0190 current @engine control",
        "Im Motor liegt P0088 nicht mehr an. | P0088 history @engine control",
        "P0088 liegt nicht vor. | P0088 history",
        "P0088, Status: liegt statisch an | P0088 current",
      })
  void verbsMayStandApart(String sentence, String told) {
    assertThat(Told.codes(sentence)).isEqualTo(told);
  }
}
