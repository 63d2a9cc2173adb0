package hopmend.verify;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Kinds of driving, and what each thing that a drive has to show asks of them: {@code drive.yaml}.
 *
 * @param phases in the order in which they are driven
 * @param whole minutes with the engine on that conditions of the proof ask of the whole drive
 * @param fill the phase in which what is short of them is driven
 * @param usual monitors that are planned for where nobody has read which there are
 * @param source of all of it
 */
public record DriveCourse(
    List<Phase> phases,
    List<Need> needs,
    Map<String, Double> whole,
    String fill,
    List<String> usual,
    String source) {
  /**
   * A kind of driving.
   *
   * @param fromKmh slowest speed of it
   * @param toKmh fastest speed of it
   * @param waits whether the vehicle only stands, ignition off
   */
  public record Phase(
      String id, String name, String how, double fromKmh, double toKmh, boolean waits) {
    public Phase {
      if (!(fromKmh >= 0 && fromKmh <= toKmh)) {
        throw new IllegalArgumentException(
            "Phase %s runs from %s to %s km/h".formatted(id, fromKmh, toKmh));
      }
    }
  }

  /**
   * What a monitor, a condition or a drive that teaches asks for.
   *
   * @param of the monitor's name, the id of the condition or of the procedure
   * @param phases minutes by phase
   */
  public record Need(String of, Map<String, Double> phases) {
    public Need {
      phases = Map.copyOf(phases);
    }
  }

  public DriveCourse {
    phases = List.copyOf(phases);
    needs = List.copyOf(needs);
    usual = List.copyOf(usual);
    whole = Map.copyOf(whole);
    Set<String> ids = phases.stream().map(Phase::id).collect(Collectors.toSet());
    if (!ids.contains(fill)) {
      throw new IllegalArgumentException("No phase is called " + fill);
    }
    for (Need n : needs) {
      for (Map.Entry<String, Double> p : n.phases().entrySet()) {
        if (!ids.contains(p.getKey()) || !(p.getValue() > 0)) {
          throw new IllegalArgumentException(
              "%s asks for %s min of %s".formatted(n.of(), p.getValue(), p.getKey()));
        }
      }
    }
  }

  Optional<Need> need(String of) {
    return needs.stream().filter(n -> n.of().equals(of)).findFirst();
  }

  /** Whether anything is driven for it. */
  public boolean knows(String of) {
    return need(of).isPresent();
  }
}
