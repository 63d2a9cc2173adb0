package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.ReadCode;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.dataformat.yaml.YAMLMapper;

/** Each usual name of a unit, a state or a field is known, in whatever layout it stands. */
class ReportNamesTest {
  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();

  private static final Set<String> BESIDE = Set.of("P0101", "C0035");

  private static Names names;

  record Read(String reads, List<String> names) {}

  record None(List<String> units, List<String> says) {}

  record Names(
      Map<String, List<String>> units,
      Map<CodeState, List<String>> states,
      List<String> equipment,
      List<String> unitFields,
      List<String> statusFields,
      List<String> typeFields,
      List<String> countFields,
      List<String> odometers,
      Map<Condition, Read> conditions,
      List<None> none) {}

  @BeforeAll
  static void read() throws IOException {
    try (InputStream in = ReportNamesTest.class.getResourceAsStream("/report-names.yaml")) {
      names = new YAMLMapper().readValue(in, Names.class);
    }
  }

  private static ScanText scan(String layout, Object... values) {
    return ScanText.read(layout.formatted(values), 2026, WORDS);
  }

  private static List<ReadCode> codes(ScanText scan) {
    return scan.found().stream().map(ScanText.Found::read).toList();
  }

  /** Of one code, what its name tells in each of the layouts; others may stand beside. */
  private static <T> void areTold(
      Map<T, List<String>> told, Function<ReadCode, T> tells, String... layouts) {
    assertThat(told)
        .allSatisfy(
            (meant, written) ->
                assertThat(written)
                    .allSatisfy(
                        name ->
                            assertThat(layouts)
                                .allSatisfy(
                                    l ->
                                        assertThat(codes(scan(l, name)))
                                            .filteredOn(c -> !BESIDE.contains(c.code().text()))
                                            .extracting(tells)
                                            .containsExactly(meant))));
  }

  @Test
  void aControlUnitIsKnownAsAFieldAndAsAHeading() {
    areTold(
        names.units(), ReadCode::controlUnit, "ECU: %s\nP0562 stored\n", "%s\n  P0562 stored\n");
  }

  @Test
  void aUnitThatNobodyKnowsKeepsItsNameBesideKnownOnes() {
    areTold(
        names.equipment().stream().collect(Collectors.toMap(n -> n, List::of)),
        ReadCode::controlUnit,
        "Engine: P0101 active\n%s: C1A20 active\n",
        "Engine P0101 active\nABS C0035 stored\n%s C1A20 active\n",
        "Engine\n  P0101  air mass   active\n%s\n  C1A20  position   active\n",
        "ECU;DTC\nEngine;P0101\n%s;C1A20",
        "[%s]\nC1A20 active\n[Engine]\nP0101 stored",
        "{\"%s\":{\"dtcs\":[\"C1A20\"]},\"engine\":{\"dtcs\":[\"P0101\"]}}");
  }

  @Test
  void aStateIsKnownBehindItsCodeInAFieldInAColumnAndInBrackets() {
    areTold(
        names.states(),
        c -> c.states().size() == 1 ? c.states().iterator().next() : null,
        "P0562 %s",
        "P0562 - low voltage - %s",
        "Code: P0562\nStatus: %s",
        "Code;Status\nP0562;%s",
        "P0562 (%s)",
        "Engine\n  P0562  system voltage   %s");
  }

  /** Of two codes, so that a field that is not understood and given to the other one shows. */
  private static Stream<List<ReadCode>> twoCodes(String field, String one, String other) {
    return Stream.of(
        codes(scan("%1$s;DTC;Text\n%2$s;P0562;voltage\n%3$s;P0101;air\n", field, one, other)),
        codes(scan("DTC | Text | %s\nP0562 | voltage | %s\nP0101 | air | %s", field, one, other)),
        codes(scan("DTC: P0562\n%1$s: %2$s\n\nDTC: P0101\n%1$s: %3$s\n", field, one, other)),
        codes(
            scan(
                "{\"dtcs\":[{\"dtc\":\"P0562\",\"%1$s\":\"%2$s\"},"
                    + "{\"dtc\":\"P0101\",\"%1$s\":\"%3$s\"}]}",
                field, one, other)));
  }

  private static <T> void areRead(
      List<String> fields,
      String one,
      String other,
      Function<ReadCode, T> told,
      T first,
      T second) {
    assertThat(fields)
        .allSatisfy(
            field ->
                assertThat(twoCodes(field, one, other))
                    .allSatisfy(
                        c -> assertThat(c).extracting(told).containsExactly(first, second)));
  }

  @Test
  void aFieldOfControlUnitsHoldsThoseThatNobodyKnows() {
    areRead(
        names.unitFields(), "Zeppelin", "Orbiter", ReadCode::controlUnit, "Zeppelin", "Orbiter");
  }

  @Test
  void aFieldOfTheStateTellsOfItsOwnCode() {
    areRead(
        names.statusFields(),
        "active",
        "stored",
        ReadCode::states,
        Set.of(CodeState.CURRENT),
        Set.of(CodeState.STORED));
  }

  @Test
  void aFieldOfTheFailureTypeHoldsIt() {
    areRead(names.typeFields(), "16", "1F", c -> c.code().text(), "P0562-16", "P0101-1F");
  }

  @Test
  void aFieldOfCountsTellsHowOften() {
    areRead(names.countFields(), "3", "12", ReadCode::occurrences, 3, 12);
  }

  @Test
  void anOdometerIsKnownWhereverItStands() {
    List<String> layouts =
        List.of(
            "%s: 123456 km\nP0562 stored\n",
            "%s 123456 km\nP0562 stored",
            "P0562 stored\n%s\t123456 km",
            "{\"dtcs\":[\"P0562\"],\"%s\":\"123456 km\"}",
            "Date: 2026-03-02  |  %s: 123456 km\nP0562 stored");
    assertThat(names.odometers())
        .allSatisfy(
            name ->
                assertThat(layouts)
                    .allSatisfy(
                        l ->
                            assertThat(scan(l, name).odometer().orElseThrow().value())
                                .isEqualTo(123456)));
  }

  @Test
  void aConditionOfTheFreezeFrameIsKnownInLinesColumnsAndFields() {
    List<String> layouts =
        List.of(
            "P0562 stored\nFreeze frame\n%s: %s %s\n",
            "P0562 stored\nFreeze frame\n  %s    %s %s\n",
            "P0562 stored\nFreeze frame;Value;Unit\n%s;%s;%s\n",
            "{\"dtc\":\"P0562\",\"freezeFrame\":{\"%s\":\"%s %s\"}}",
            "P0562 stored\n%1$s [%3$s]: %2$s\n");
    assertThat(names.conditions())
        .allSatisfy(
            (condition, read) -> {
              String[] value = read.reads().split(" ");
              assertThat(read.names())
                  .allSatisfy(
                      name ->
                          assertThat(layouts)
                              .allSatisfy(
                                  l ->
                                      assertThat(scan(l, name, value[0], value[1]).freezeFrame())
                                          .extracting(FreezeFrameValue::condition)
                                          .containsExactly(condition)));
            });
  }

  @Test
  void aUnitWithoutFaultsHoldsNoneOfTheCodesOfItsNeighbour() {
    assertThat(names.none())
        .allSatisfy(
            none ->
                assertThat(none.says())
                    .allSatisfy(
                        says -> {
                          String one = none.units().get(0);
                          String other = none.units().get(1);
                          assertThat(scan("%s: %s\n%s: %2$s", one, says, other).isWithoutFaults())
                              .isTrue();
                          assertThat(
                                  Stream.of(
                                      "%s: P0562\n%s: %s",
                                      "%s\n  P0562\n%s\n  %s\n",
                                      "%s: P0562, P0101; %s: %s",
                                      "%2$s;%3$s\n%1$s;P0562"))
                              .allSatisfy(
                                  l ->
                                      assertThat(codes(scan(l, one, other, says)))
                                          .isNotEmpty()
                                          .allMatch(c -> c.controlUnit().equals("engine control")));
                        }));
  }
}
