package hopmend.job;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.fault.CodePicture;
import org.junit.jupiter.api.Test;

/** What the wiring of a card says of several codes at once. */
class SharedWiringTest extends JobOnPaper {
  private static String shared(Workup w) {
    return String.join(", ", w.picture().shared().stream().map(CodePicture.Shared::name).toList());
  }

  private static String order(Workup w) {
    return w.unplugging().values().stream()
        .map(o -> o.stream().map(u -> u.name() + " " + u.codes()).toList().toString())
        .findFirst()
        .orElse("");
  }

  @Test
  void sensorsOfOneSupplyPointAtIt() {
    Workup w = on("kelvane-otter-20", "P0335", "P0340");
    assertThat(shared(w)).isEqualTo("5 V supply 1");
    assertThat(WORDS.of(w.picture().says())).contains("5 V supply 1", "before any sensor");
    assertThat(order(w)).matches("\\[Cam.*P0340.*, Crank.*P0335.*\\]|\\[Crank.*, Cam.*\\]");
  }

  @Test
  void theEasiestPlugIsPulledFirst() {
    Workup w = on("brannick-causeway-24", "P0715", "P0720");
    assertThat(shared(w)).isEqualTo("5 V supply of the shaft sensors");
    // Through the wheel well before from below.
    assertThat(order(w)).matches(".*Input.*P0715.*Output.*P0720.*");
  }

  @Test
  void sensorsOfTwoSuppliesOrOneAloneTellNothingOfAWire() {
    assertThat(shared(on("brannick-fen-v6", "P0340"))).isEmpty();
    entries.clear();
    assertThat(shared(on("brannick-fen-v6", "P0340", "P0345"))).contains("ground point");
    entries.clear();
    assertThat(shared(on("brannick-fen-v6", "P0340", "P0325"))).isEmpty();
  }

  @Test
  void aRangeThatIsLeftIsNoMatterOfTheWire() {
    assertThat(shared(on("kelvane-otter-20", "P0336", "P0341")))
        .as("no wire of the card, what a rule says of any vehicle")
        .isEqualTo("timing or supply");
  }

  @Test
  void aFuseIsLookedAtAndNothingIsUnplugged() {
    Workup w = on("osmere-bittern-30", "P0135", "P0155");
    assertThat(shared(w)).isEqualTo("fuse of the cell heaters, 20 A");
    assertThat(w.unplugging()).isEmpty();
  }
}
