package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Whatever is asked about a report is answered with one tap, where it can be told what it may be.
 */
class OffersTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0340 camshaft position sensor active|active: P0340 current",
        "Motor§P0340 current camshaft position sensor|current: P0340 current @engine control",
        "P0340 P0341 current history|history: P0340 current; P0340 history; P0341 current; P0341 history",
        "P0340 / P0341 / P0342§current history|current history: P0340 current; P0340 history; P0341 current; P0341 history; P0342 current; P0342 history",
        "P0113 09|09: P0113 current stored; P0113-09; P0113 x9",
        "P0113  2F  Intake air|2F: P0113 current stored; P0113-2F",
        "P0340. Odometer 187k|Odometer 187k: 187000 km; 187000 mi",
        "P0340. Mileage 98204|Mileage 98204: 98204 km; 98204 mi",
        "P0340. Distance 96 412 km, distance 88 100 km|distance 88 100 km: 88100 km; 96412 km",
        "P0171 at 96 412 km§P0174 at 96 418 km|96 412 km: 96412 km; 96 418 km: 96418 km",
        "Van 8 109,400 mi§P0340|8 109,400: 8109 mi; 109400 mi",
        "P0340. Van 31 9,400 km|9,400 km: 9400 km",
        "P0171 Vehicle identification number OHMWS3AA7KP042788|OHMWS3AA7KP042788: 0HMWS3AA7KP042788",
        "P0171. LTFT - 4.7 %|LTFT - 4.7 %: long-term fuel trim -4.7 %; long-term fuel trim 4.7 %",
        "P0171. Coolant 190 °C|Coolant 190 °C: coolant temperature 190 °F",
        "P0171. Engine speed 742000 rpm|Engine speed 742000 rpm: nothing",
        "P0171. RPM 742 rpm, load 31 %, MAP 34|MAP 34: manifold pressure 34 kPa; manifold pressure 34 psi",
      })
  void aDoubtOffersWhatItMayBe(String report, String asked) {
    assertThat(offers(report.replace('§', '\n'))).isEqualTo(asked);
  }

  private static String offers(String report) {
    return Told.read(report).doubtful().stream()
        .map(d -> d.text() + ": " + told(d.offers()))
        .collect(Collectors.joining("; "));
  }

  private static String told(List<Offer> offers) {
    return offers.isEmpty()
        ? "nothing"
        : offers.stream().map(OffersTest::told).collect(Collectors.joining("; "));
  }

  private static String told(Offer offer) {
    if (offer instanceof Offer.OfCode o) {
      ReadCode c = o.then();
      return Stream.of(
              Stream.of(c.code().text()),
              c.states().stream().map(CodeState::label),
              Stream.of(c.occurrences()).filter(n -> n > 0).map(n -> "x" + n),
              Stream.of(c.controlUnit()).filter(u -> !u.isEmpty()).map(u -> "@" + u))
          .flatMap(s -> s)
          .collect(Collectors.joining(" "));
    }
    if (offer instanceof Offer.OfCondition o) {
      return o.value().condition().label() + " " + o.value().reading().text();
    }
    return offer instanceof Offer.OfOdometer o
        ? o.reading().text()
        : ((Offer.OfNumber) offer).number();
  }
}
