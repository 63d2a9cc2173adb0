package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.catalog.FamilySheet;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.CodePlace;
import hopmend.find.Site;
import hopmend.part.Bench;
import hopmend.swap.Step;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A code alone, of a vehicle that nobody has described or even pinned down. */
class AnyVehicleTest extends WalkedJob {
  private void read(String code) {
    say(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED, List.of(ReadCode.of(TroubleCode.parse(code))), List.of(), ""));
  }

  static Stream<String> families() {
    return CATALOG.sheets().stream().map(FamilySheet::family);
  }

  @ParameterizedTest
  @MethodSource("families")
  void everyFamilyGoesThroughTheHopsWithWhatIsUsual(String family) {
    read(CATALOG.sheet(family).orElseThrow().codes().get(0).codes().from().text());
    assertThat(at(Hop.READ)).startsWith("OPEN");
    workup().here().asked().forEach(t -> say(new Fact.TraitTold(t.trait(), t.values().get(0))));
    prove();
    Site site = workup().site().orElseThrow().site();
    assertThat(site.typical()).isTrue();
    assertThat(workup().about().card()).isEmpty();
    say(new Fact.SiteConfirmed(site.id()));
    say(new Fact.PartChosen("7701-22", new Fact.TypedPart("Ondrel", 39.0)));
    assertThat(workup().here().picking().bench().orElseThrow().stops()).isEmpty();
    assertThat(workup().cost().orElseThrow().parts().get(0).pay()).isGreaterThan(30);
    say(workup().here().picking().comparing(List.of(Bench.Held.alike(Bench.PLUG)), true, ""));
    assertThat(workup().nextStep().orElseThrow().cautions())
        .as("nobody has said that it has no high voltage")
        .anyMatch(c -> c.id().equals("perhaps-high-voltage"));
    swap();
    assertThat(at(Hop.SWAP)).startsWith("DONE");
    assertThat(workup().ledger().owed()).isZero();
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), ""));
    assertThat(at(Hop.CLEAR)).isEqualTo("DONE: nothing came back");
    taught(family);
    assertThat(at(Hop.VERIFY)).startsWith("NOT_STARTED");
  }

  /** Where nobody tells a torque, an oxygen sensor is tightened by its turn: 1/2 to 3/4. */
  @Test
  void whatIsTightenedByATurnSaysHowFar() {
    read("P0131");
    workup().here().asked().forEach(t -> say(new Fact.TraitTold(t.trait(), t.values().get(0))));
    prove();
    String tighten =
        workup().workOrder().orElseThrow().steps().stream()
            .filter(s -> s.fastener().filter(f -> f.turn() != null).isPresent())
            .map(Step::id)
            .findFirst()
            .orElseThrow();
    assertThat(refused(new Fact.StepTicked(tighten, null))).contains("how far it was turned");
    var held = workup().workOrder().orElseThrow().step(tighten).orElseThrow().fastener().get();
    assertThat(held.doubt(225)).isEmpty();
    assertThat(said(held.doubt(90).orElseThrow())).contains("1/2 to 3/4 turn", "Turn it on");
    assertThat(said(held.doubt(360).orElseThrow())).contains("crushes the seal");
    assertThat(refused(new Fact.StepTicked(tighten, null, "", null, "", 225.0)))
        .as("nothing but what comes first is in its way")
        .doesNotContain("turned");
    assertThat(refused(new Fact.StepTicked("key-out", null, "", null, "", 90.0)))
        .contains("Nothing is tightened by a turn");
    assertThatThrownBy(() -> new Fact.StepTicked(tighten, null, "", null, "", 721.0))
        .hasMessageContaining("1 to 720");
  }

  /** What no card tells is not "nothing": somebody says that the maker's procedure was done. */
  private void taught(String family) {
    forgotten();
    String usual = CATALOG.sheet(family).orElseThrow().typical().teach();
    if (usual.isEmpty()) {
      assertThat(at(Hop.RELEARN)).startsWith("DONE: ");
      return;
    }
    assertThat(at(Hop.RELEARN)).isEqualTo("NOT_STARTED: as the maker says");
    assertThat(missing()).anyMatch(m -> m.contains(usual));
    say(new Fact.GateOverruled(Hop.RELEARN, "taught with the maker's tool"));
    assertThat(at(Hop.RELEARN)).startsWith("DONE");
    assertThat(missing()).noneMatch(m -> m.contains(usual));
  }

  /** A value is never judged by a figure that is only drawn. */
  @Test
  void noReadingIsJudgedByAnEngineThatNobodyTold() {
    assertThat(CATALOG.anyVehicle().figure("displacement-litres")).isEmpty();
    assertThat(CATALOG.cards().get(0).figure("displacement-litres")).isPresent();
    read("P0101");
    workup().here().asked().forEach(t -> say(new Fact.TraitTold(t.trait(), t.values().get(0))));
    assertThat(workup().here().checks())
        .filteredOn(
            c -> c.measured().filter(m -> "displacement-litres".equals(m.cardFigure())).isPresent())
        .isNotEmpty()
        .allSatisfy(c -> assertThat(workup().here().isJudged(c)).as(c.id()).isFalse());
  }

  /** What was found before the vehicle was pinned down is not asked for again. */
  @Test
  void whatWasSaidBeforeIsAboutTheSensorOfTheVehicle() {
    read("P0366");
    assertThat(workup().place().orElseThrow())
        .isInstanceOfSatisfying(
            CodePlace.Asks.class, a -> assertThat(a.trait()).isEqualTo("cams per bank"));
    assertThat(at(Hop.FIND)).isEqualTo("OPEN: one answer tells which one");
    say(new Fact.TraitTold("cams per bank", "2"));
    prove();
    Site usual = workup().site().orElseThrow().site();
    assertThat(usual.id()).isEqualTo("camshaft-position-1-exhaust");
    int answered = workup().state().answers().size();
    say(new Fact.SiteConfirmed(usual.id()));

    say(
        new Fact.VehicleIdentified(
            "0HMWS3A07K1000342", "wherrill-sedge-12", 2019, null, 142_300, Fact.Place.HOIST));
    assertThat(workup().site().orElseThrow().site().id()).isEqualTo("cam-exhaust");
    assertThat(workup().state().answers()).hasSize(answered);
    assertThat(workup().state().verdict()).isPresent();
    assertThat(at(Hop.FIND)).startsWith("DONE");
  }
}
