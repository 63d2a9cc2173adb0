package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a sentence denies, excepts, asks, or tells of the past is not taken for what is there. */
class DeniedCodesTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "P0335 active. P0420 was not found.",
        "Not found: P0420. Found: P0335 (active).",
        "P0335 active, but not P0420.",
        "P0335 aktiv, P0420 nicht gefunden.",
        "P0335 aktiv, kein P0420 mehr.",
        "No more P0420, P0335 active.",
        "P0335 activo, P0420 no encontrado.",
        "P0335 présent, P0420 non trouvé.",
        "P0335 presente, P0420 non trovato.",
        "P0335 ativo, P0420 não encontrado.",
        "P0335 actief, P0420 niet gevonden.",
        "P0335 aktywny, P0420 nie znaleziono.",
        "P0335 aktiv, P0420 hittades inte.",
        "P0335 aktif, P0420 yok.",
      })
  void aCodeThatIsNotThereIsAsked(String report) {
    assertThat(Told.codes(report)).isEqualTo("P0335 current");
    assertThat(Told.asked(report)).isEqualTo("not-there");
  }

  /** How it is held is denied, and not that it is there. */
  @ParameterizedTest
  @CsvSource({
    "'P0335 not active', P0335 history",
    "'Neither P0335 nor P0340 is active', 'P0335 history, P0340 history'",
    "'Kein P0335 aktiv', P0335 history",
    "'Ya no aparece el P0335', P0335 history",
    "'P0335 plus P0340 stored', 'P0335 stored, P0340 stored'",
  })
  void aStateThatIsDeniedIsNone(String report, String told) {
    assertThat(Told.codes(report)).isEqualTo(told);
    assertThat(Told.asked(report)).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "P0335, P0340: all stored except P0335, which is active",
        "P0335 und P0340 gespeichert, außer P0335, der ist aktiv",
        "P0335 et P0340 mémorisés, sauf P0335 qui est présent",
        "P0335 y P0340 guardados, salvo P0335, que está activo",
        "P0335 e P0340 memorizzati, tranne P0335 che è attivo",
        "P0335 en P0340 opgeslagen, behalve P0335, die is actief",
        "P0335 och P0340 lagrade, utom P0335 som är aktiv",
        "All are stored, only P0335 is active: P0335, P0340",
      })
  void anExceptionIsAsked(String report) {
    assertThat(Told.codes(report)).isEqualTo("P0335, P0340");
    assertThat(Told.asked(report)).isEqualTo("of-which-code");
  }

  @ParameterizedTest
  @CsvSource({
    "'P0335 active? No, stored.', P0335 stored",
    "'P0335 was active yesterday, today it is stored', P0335 stored",
    "'P0335 war gestern aktiv, ist jetzt gespeichert', P0335 stored",
    "'P0335 estaba activo ayer, ahora está guardado', P0335 stored",
    "'P0236 was stored but is not there now', P0236 stored",
    "'The gearbox shows the old P0700, P0720 is current', 'P0700 history @transmission control, P0720 current @transmission control'",
    "'The engine memorised P0420; P0171 came back', 'P0420 stored @engine control, P0171 current @engine control'",
    "'I was told P0335 but read P0340, active', 'P0335, P0340 current'",
    "'P420 active, P0340 stored', P0340 stored",
    "'P0335 und P0340. Beste Grüße', 'P0335, P0340'",
    "'Customer states: shakes. P0335 (stored)', P0335 stored",
  })
  void whatIsSaidOfAnotherTimeOrThingIsNotTaken(String report, String told) {
    assertThat(Told.codes(report)).isEqualTo(told);
  }
}
