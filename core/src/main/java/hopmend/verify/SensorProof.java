package hopmend.verify;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.LiveSignal;
import java.util.List;

/**
 * What has to be seen of a sensor after the work and what neither a code nor a monitor tells, from
 * a family sheet: it starts at once, nothing drips, the voltage swings again.
 *
 * @param how what to do and what to see, in a sentence or two
 * @param minutes hands-on time
 * @param figures by which it is judged, where it is measured; else it is looked at
 * @param secondPerson whether it is driven, and somebody beside the driver reads
 */
public record SensorProof(
    String id,
    String name,
    String how,
    double minutes,
    List<ProofFigure> figures,
    List<String> cautions,
    boolean secondPerson,
    Condition condition,
    String source)
    implements Conditional {
  public SensorProof {
    condition = Condition.orAlways(condition);
    figures = figures == null ? List.of() : List.copyOf(figures);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    if (!(minutes > 0)) {
      throw new IllegalArgumentException("Proof " + id + ": minutes must be positive");
    }
  }

  /** The name under which a vehicle card has a limit of its own for a figure of this proof. */
  public String limit(ProofFigure figure) {
    return id + "." + figure.id();
  }

  /** The live signals that tell all its figures; empty where only instruments do. */
  public List<LiveSignal> signals() {
    return figures.isEmpty() || figures.stream().anyMatch(f -> f.from() == null)
        ? List.of()
        : figures.stream().flatMap(f -> f.from().signals().stream()).distinct().toList();
  }
}
