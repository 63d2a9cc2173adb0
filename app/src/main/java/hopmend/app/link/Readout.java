package hopmend.app.link;

import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.job.Fact;
import hopmend.verify.SinceCleared;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;

/**
 * What a vehicle said about its codes, and the conditions kept beside the first of them.
 *
 * @param since what it counts since its codes were cleared; empty where it tells nothing
 */
public record Readout(
    String vin,
    List<ReadCode> codes,
    List<FreezeFrameValue> freezeFrame,
    byte[] readiness,
    Optional<SinceCleared> since) {
  public Readout {
    codes = List.copyOf(codes);
    freezeFrame = List.copyOf(freezeFrame);
    readiness = readiness.clone();
  }

  /** All that it said, as facts. */
  public List<Fact> facts() {
    return facts(freezeFrame);
  }

  /** The same after clearing, when conditions beside a code are not those of the fault. */
  public List<Fact> factsAfterwards() {
    return facts(List.of());
  }

  private List<Fact> facts(List<FreezeFrameValue> frame) {
    List<Fact> facts = new ArrayList<>();
    facts.add(new Fact.CodesRead(Fact.CodeSource.VEHICLE, codes, frame, ""));
    facts.add(new Fact.ReadinessRead(HexFormat.of().formatHex(readiness)));
    since.ifPresent(
        s ->
            facts.add(
                new Fact.CountersRead(Fact.AskedBy.OUR_LINK, s.warmUps(), s.km(), s.minutes())));
    return facts;
  }

  @Override
  public byte[] readiness() {
    return readiness.clone();
  }
}
