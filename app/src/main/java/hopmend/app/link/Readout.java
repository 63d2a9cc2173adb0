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
 * @param readiness four bytes; none where it does not tell them
 * @param since what it counts since its codes were cleared; empty where it tells nothing
 * @param missing what it did not tell, each with its reason
 * @param unsure why there may be codes beside those that were read; empty where there are none
 */
public record Readout(
    String vin,
    List<Controller> controllers,
    List<FreezeFrameValue> freezeFrame,
    byte[] readiness,
    Optional<SinceCleared> since,
    List<String> missing,
    Optional<String> unsure) {
  public Readout {
    controllers = List.copyOf(controllers);
    freezeFrame = List.copyOf(freezeFrame);
    readiness = readiness.clone();
    missing = missing.stream().distinct().toList();
  }

  /** The codes of all controllers. */
  public List<ReadCode> codes() {
    return controllers.stream().flatMap(c -> c.codes().stream()).toList();
  }

  /**
   * The same, where it tells all codes: only from such a reading may follow that a code is gone.
   *
   * @throws LinkProblem if a code could not be read, or a controller fell silent
   */
  public Readout whole() {
    unsure.ifPresent(
        why -> {
          throw new LinkProblem(
              "Not all codes could be read, so nothing follows from those that are missing. "
                  + why);
        });
    return this;
  }

  /** Who answered, what each is and holds, and what was not told: for the record, as text. */
  public String told() {
    List<String> lines = new ArrayList<>(List.of("Identification number " + vin));
    controllers.forEach(c -> lines.add(c.told()));
    missing.forEach(m -> lines.add("Not told: " + m));
    return String.join("\n", lines) + "\n";
  }

  /**
   * All that it said, as facts.
   *
   * @param kept id of the text that {@link #told} gave
   */
  public List<Fact> facts(String kept) {
    return facts(freezeFrame, kept);
  }

  /** The same after clearing, when conditions beside a code are not those of the fault. */
  public List<Fact> factsAfterwards(String kept) {
    return facts(List.of(), kept);
  }

  private List<Fact> facts(List<FreezeFrameValue> frame, String kept) {
    List<Fact> facts = new ArrayList<>();
    facts.add(new Fact.CodesRead(Fact.CodeSource.VEHICLE, codes(), frame, kept));
    if (readiness.length > 0) {
      facts.add(new Fact.ReadinessRead(HexFormat.of().formatHex(readiness)));
    }
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
