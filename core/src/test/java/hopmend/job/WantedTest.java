package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.message.English;
import hopmend.part.seal.SealTable;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a job takes before its hands are greasy. */
class WantedTest extends WalkedJob {
  private final SealTable.Supplies seals = workup().catalog().seals().supplies();

  private List<String> wanted(Wanted.Kind kind) {
    return workup().wanted().stream().filter(w -> w.kind() == kind).map(Wanted::name).toList();
  }

  @Test
  void nothingIsWantedBeforeTheVerdictAndThenAllOfItOnce() {
    on("wherrill-sedge-12", "P0340");
    assertThat(workup().wanted()).isEmpty();
    prove();
    assertThat(wanted(Wanted.Kind.PART)).as("none is chosen").isEmpty();
    assertThat(wanted(Wanted.Kind.SUPPLY)).contains(seals.unlessOnThePart());
    say(new Fact.SiteConfirmed(workup().site().orElseThrow().site().id()));
    pick(workup().site().orElseThrow().site());
    Wanted part = workup().wanted().get(0);
    var chosen = workup().here().chosenPart().orElseThrow();
    assertThat(part.name()).isEqualTo(chosen.number() + " " + chosen.make());
    assertThat(part.onTheShelf()).isEqualTo(chosen.offer().onTheShelf());
    assertThat(part.where().map(English.WORDS::of).orElseThrow())
        .startsWith(chosen.offer().where().map(English.WORDS::of).orElseThrow());
    assertThat(wanted(Wanted.Kind.SUPPLY).contains(seals.unlessOnThePart()))
        .as("a seal is wanted unless the part brings it")
        .isNotEqualTo("yes".equals(chosen.traits().get("seal included")));
    assertThat(workup().wanted()).doesNotHaveDuplicates();
    assertThat(wanted(Wanted.Kind.TOOL)).containsAll(workup().workOrder().orElseThrow().tools());
  }

  /** A part of which nobody told more than its number brings no seal and lies nowhere. */
  @Test
  void aTypedPartIsWantedWithItsSeal() {
    on("wherrill-sedge-12", "P0340");
    prove();
    say(new Fact.SiteConfirmed(workup().site().orElseThrow().site().id()));
    say(new Fact.PartChosen("QX 77", new Fact.TypedPart("", null)));
    assertThat(workup().wanted().get(0).name()).isEqualTo("QX 77");
    assertThat(workup().wanted().get(0).where()).isEmpty();
    assertThat(workup().wanted().get(0).onTheShelf()).isFalse();
    assertThat(wanted(Wanted.Kind.SUPPLY)).contains(seals.unlessOnThePart());
  }
}
