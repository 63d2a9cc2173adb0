package hopmend.swap;

import hopmend.prove.Remedy;
import hopmend.verify.SensorProof;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A way to carry out a remedy: which of a sheet's own operations it takes, what it does between
 * them, and what has to be said, taught and proven afterwards.
 *
 * @param name what a technician calls it
 * @param opens how far it takes things apart; sheets may ask for it
 * @param keeps stages of which the sheet's operations are done as they stand there
 * @param without operations of those stages that are left out all the same
 * @param needs operations of which the sheet must have one; empty if any sheet will do
 * @param operations its own, in the order of their stages
 * @param asks what has to be written down of it; empty if the steps tell all
 * @param watches whether it ends on a day instead of with a step
 * @param learns whether the card's routines follow it
 * @param proves what Verify asks for
 * @param proofs what has to be seen after it, beside what the sheet asks for
 * @param comesBack probability that the fault is there again although this work met its cause: a
 *     new part that is bad, a splice that does not hold
 * @param inVainMinutes what is lost besides its steps where it is done for nothing; null for none
 */
public record Work(
    String id,
    Remedy remedy,
    String name,
    Opens opens,
    Set<Phase> keeps,
    Set<String> without,
    Set<String> needs,
    List<Operation> operations,
    String asks,
    boolean watches,
    boolean learns,
    Set<Proof> proves,
    List<SensorProof> proofs,
    Double comesBack,
    Double inVainMinutes,
    String source) {
  /** How far a work takes things apart. */
  public enum Opens {
    NOTHING,
    PLACE,
    PLUG,
    SEAT;

    /** The value of the trait "opens". */
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** What proves a work. */
  public enum Proof {
    CLEARING,
    CODES,
    /** What the sheet says has to be seen. */
    SEEN,
    MONITORS,
    DRIVE
  }

  /** The shop's estimate. */
  private static final double USUALLY_COMES_BACK = 0.1;

  public Work {
    keeps = keeps == null ? Set.of() : Set.copyOf(keeps);
    without = without == null ? Set.of() : Set.copyOf(without);
    needs = needs == null ? Set.of() : Set.copyOf(needs);
    operations = operations == null ? List.of() : List.copyOf(operations);
    proves = proves == null ? Set.of() : Set.copyOf(proves);
    proofs = proofs == null ? List.of() : List.copyOf(proofs);
    comesBack = comesBack == null ? USUALLY_COMES_BACK : comesBack;
    if (!(comesBack >= 0.001 && comesBack <= 0.999)) {
      throw new IllegalArgumentException(
          "Work %s: comesBack lies in 0.001 to 0.999, not %s".formatted(id, comesBack));
    }
    asks = asks == null ? "" : asks;
    for (int i = 1; i < operations.size(); i++) {
      if (operations.get(i).phase().compareTo(operations.get(i - 1).phase()) < 0) {
        throw new IllegalArgumentException(
            "Work %s: %s stands behind an operation of a later stage"
                .formatted(id, operations.get(i).id()));
      }
    }
  }

  /** Whether what lies in the way has to come off. */
  public boolean opensTheWay() {
    return opens.compareTo(Opens.PLUG) >= 0;
  }

  /** Whether somebody has to get to the sensor. */
  public boolean goesThere() {
    return opens != Opens.NOTHING;
  }

  public boolean isProvenBy(Proof proof) {
    return proves.contains(proof);
  }

  /** Whether a new sensor goes in. */
  public boolean takesPart() {
    return remedy == Remedy.REPLACE_SENSOR;
  }

  /** Whether it can be done on a sensor with these operations. */
  public boolean suits(List<Operation> ofSheet) {
    return needs.isEmpty() || ofSheet.stream().anyMatch(o -> needs.contains(o.id()));
  }

  /**
   * What is done: of the sheet what this work takes, and its own. What takes something off that
   * nothing would put back is left out, and what would put back what stays.
   */
  public List<Operation> on(List<Operation> ofSheet) {
    List<Operation> kept = Operation.chained(kept(ofSheet), ofSheet);
    Set<String> there = kept.stream().map(Operation::id).collect(Collectors.toSet());
    List<Operation> own = operations.stream().filter(o -> !there.contains(o.id())).toList();
    List<Operation> composed = new ArrayList<>();
    for (Operation o : kept) {
      Stream<String> before = own.stream().filter(x -> isBefore(x, o)).map(Operation::id);
      composed.add(o.behind(Stream.concat(o.after().stream(), before)));
    }
    for (int i = 0; i < own.size(); i++) {
      Operation o = own.get(i);
      Stream<String> before = kept.stream().filter(x -> isBefore(x, o)).map(Operation::id);
      Stream<String> chain = own.stream().limit(i).skip(Math.max(0, i - 1)).map(Operation::id);
      composed.add(o.behind(Stream.concat(before, chain)));
    }
    return composed;
  }

  private static boolean isBefore(Operation one, Operation other) {
    return one.phase().compareTo(other.phase()) < 0;
  }

  /** Of each pair that takes off and puts back both, or none. */
  private List<Operation> kept(List<Operation> ofSheet) {
    List<Operation> kept =
        ofSheet.stream()
            .filter(o -> keeps.contains(o.phase()) && !without.contains(o.id()))
            .toList();
    int before;
    do {
      before = kept.size();
      Set<String> there = kept.stream().map(Operation::id).collect(Collectors.toSet());
      Set<String> undone =
          kept.stream()
              .flatMap(o -> Optional.ofNullable(o.undoes()).stream())
              .collect(Collectors.toSet());
      kept =
          kept.stream()
              .filter(o -> o.undoes() == null || there.contains(o.undoes()))
              .filter(o -> o.debt().isEmpty() || undone.contains(o.id()))
              .toList();
    } while (kept.size() < before);
    return kept;
  }
}
