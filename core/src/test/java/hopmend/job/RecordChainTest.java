package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.job.RecordChain.Hashed;
import hopmend.job.RecordChain.Link;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class RecordChainTest {
  private static final String JOB = "7a1c2a9e-0000-4000-8000-000000000001";

  private static Link link(long sequence, String who, String body) {
    return new Link(sequence, "note-added", who, 1_000 * sequence, "", "", "", "", "", body);
  }

  private static List<Hashed> chain(String... bodies) {
    List<Hashed> chain = new ArrayList<>();
    String previous = RecordChain.BEGINNING;
    for (String body : bodies) {
      Link link = link(chain.size() + 1L, "ann", body);
      previous = link.hash(previous, JOB);
      chain.add(new Hashed(link, previous));
    }
    return chain;
  }

  @Test
  void theHashIsTheStandardsOverFieldsWithTheirLength() {
    // FIPS 180-4, example of one block: SHA-256 of "abc".
    assertThat(RecordChain.sha256("abc".getBytes(StandardCharsets.US_ASCII)))
        .isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    String fields =
        "64:"
            + "0".repeat(64)
            + ",36:"
            + JOB
            + ",1:1,10:note-added,3:ann,4:1000,0:,0:,0:,0:,0:,2:ä,";
    assertThat(link(1, "ann", "ä").hash(RecordChain.BEGINNING, JOB))
        .isEqualTo(RecordChain.sha256(fields.getBytes(StandardCharsets.UTF_8)));
  }

  @Test
  void aWholeChainIsWholeAndItsHeadIsTheLastHash() {
    List<Hashed> chain = chain("a", "b", "c");
    RecordChain.Verified verified = RecordChain.verify(JOB, chain, 3);
    assertThat(verified.isWhole()).isTrue();
    assertThat(verified.head()).isEqualTo(chain.get(2).hash());
    assertThat(RecordChain.verify(JOB, List.of(), 0).isWhole()).isTrue();
  }

  @Test
  void whateverIsChangedTakenOutSwappedOrCutOffIsFoundWhereItBegins() {
    List<Hashed> chain = chain("a", "b", "c", "d");
    for (int i = 0; i < chain.size(); i++) {
      List<Hashed> changed = new ArrayList<>(chain);
      changed.set(
          i, new Hashed(link(i + 1L, "bob", chain.get(i).link().body()), chain.get(i).hash()));
      assertThat(RecordChain.verify(JOB, changed, 4).brokenAt()).contains(i + 1L);
      List<Hashed> without = new ArrayList<>(chain);
      without.remove(i);
      assertThat(RecordChain.verify(JOB, without, 4).brokenAt()).contains(i + 1L);
    }
    List<Hashed> swapped = List.of(chain.get(1), chain.get(0), chain.get(2), chain.get(3));
    assertThat(RecordChain.verify(JOB, swapped, 4).brokenAt()).contains(1L);
    assertThat(RecordChain.verify("another job", chain, 4).brokenAt()).contains(1L);
  }

  @Test
  void noTwoEntriesGiveTheSameFields() {
    assertThat(link(1, "ann1:", "x").hash(RecordChain.BEGINNING, JOB))
        .isNotEqualTo(link(1, "ann", "1:x").hash(RecordChain.BEGINNING, JOB));
  }
}
