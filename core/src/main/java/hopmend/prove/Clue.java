package hopmend.prove;

import hopmend.fault.CodeRange;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What makes a suspect likelier or less likely before anything is measured: a symptom, a
 * circumstance, a frozen value, another code, age, weather.
 *
 * @param words as somebody says it
 * @param families for which it is meant; all where none is named
 * @param seen by which facts of the job it is known; null where only somebody can tell
 * @param odds factor of the odds of each suspect, against those that are not named
 */
public record Clue(
    String id,
    String words,
    List<String> families,
    Cue seen,
    Map<String, Double> odds,
    String source) {
  /** Before the id of a clue where it stands among the ids of checks. */
  public static final String PREFIX = "clue-";

  /** No single clue weighs more than a measurement; the shop's rule. */
  private static final double MOST = 8;

  /** Share of the likeliest suspect's vehicles that show it: only the factors tell anything. */
  private static final double SHOWN = 0.5;

  public Clue {
    families = families == null ? List.of() : List.copyOf(families);
    odds = Map.copyOf(odds);
    for (Map.Entry<String, Double> o : odds.entrySet()) {
      if (!(o.getValue() >= 1 / MOST && o.getValue() <= MOST)) {
        throw new IllegalArgumentException(
            "Clue %s: the factor of %s must lie in 0.125 to 8, not %s"
                .formatted(id, o.getKey(), o.getValue()));
      }
    }
  }

  /**
   * By which facts of a job a clue is known: all that are named must be so, any of a list will do.
   *
   * @param circuit what the sensor's own code says of its circuit: low input
   * @param beside other codes that stand beside it
   * @param frame frozen values
   * @param yearsFrom age of the vehicle
   */
  public record Cue(
      List<String> symptoms,
      List<String> circumstances,
      List<String> often,
      List<String> circuit,
      List<String> failureType,
      List<String> beside,
      Map<FreezeFrameValue.Condition, Range> frame,
      Double yearsFrom,
      Double kmFrom) {
    public Cue {
      symptoms = listOf(symptoms);
      circumstances = listOf(circumstances);
      often = listOf(often);
      circuit = listOf(circuit);
      failureType = listOf(failureType);
      beside = listOf(beside);
      frame = frame == null ? Map.of() : Map.copyOf(frame);
      beside.forEach(CodeRange::parse);
    }

    private static List<String> listOf(List<String> named) {
      return named == null ? List.of() : List.copyOf(named);
    }

    boolean isSeenIn(Known known) {
      return isOneOf(symptoms, known.symptoms())
          && isOneOf(circumstances, known.circumstances())
          && isOneOf(often, known.often())
          && isOneOf(circuit, known.circuit())
          && isOneOf(failureType, known.failureTypes())
          && (beside.isEmpty() || beside.stream().anyMatch(r -> stands(r, known.beside())))
          && frame.entrySet().stream().allMatch(f -> f.getValue().holds(f.getKey(), known))
          && (yearsFrom == null || known.years().filter(y -> y >= yearsFrom).isPresent())
          && (kmFrom == null || known.km().filter(k -> k >= kmFrom).isPresent());
    }

    private static boolean isOneOf(List<String> wanted, Set<String> known) {
      return wanted.isEmpty() || wanted.stream().anyMatch(known::contains);
    }

    private static boolean stands(String range, List<TroubleCode> beside) {
      CodeRange codes = CodeRange.parse(range);
      return beside.stream().anyMatch(codes::contains);
    }
  }

  /** From one value to another, in the condition's own unit; null where it is open. */
  public record Range(Double low, Double high) {
    boolean holds(FreezeFrameValue.Condition of, Known known) {
      return Optional.ofNullable(known.frame().get(of))
          .map(r -> r.in(of.unit()))
          .filter(v -> (low == null || v >= low) && (high == null || v <= high))
          .isPresent();
    }
  }

  /**
   * What a job tells of its fault.
   *
   * @param circuit what its own codes say of the circuit
   * @param beside the other codes
   * @param years age of the vehicle in years, as far as its model year and today's tell it
   */
  public record Known(
      Set<String> symptoms,
      Set<String> circumstances,
      Set<String> often,
      Set<String> circuit,
      Set<String> failureTypes,
      List<TroubleCode> beside,
      Map<FreezeFrameValue.Condition, Reading> frame,
      Optional<Double> years,
      Optional<Double> km) {
    public Known {
      symptoms = Set.copyOf(symptoms);
      circumstances = Set.copyOf(circumstances);
      often = Set.copyOf(often);
      circuit = Set.copyOf(circuit);
      failureTypes = Set.copyOf(failureTypes);
      beside = List.copyOf(beside);
      frame = Map.copyOf(frame);
    }
  }

  /** Whether it says anything of a sensor of this family. */
  public boolean concerns(String family, List<Suspect> suspects) {
    return (families.isEmpty() || families.contains(family))
        && suspects.stream().anyMatch(s -> factor(s) != 1);
  }

  /** Whether the facts of a job tell it. */
  public boolean isSeenIn(Known known) {
    return seen != null && seen.isSeenIn(known);
  }

  private double factor(Suspect suspect) {
    return odds.getOrDefault(suspect.id(), odds.getOrDefault(suspect.likeOrId(), 1.0));
  }

  /** What it does to the suspects, as the answer to a check that nobody had to do. */
  public Diagnosis.Answer weighed(List<Suspect> suspects) {
    double most = suspects.stream().mapToDouble(this::factor).max().orElse(1);
    double base = SHOWN / most;
    Map<String, Double> so = new HashMap<>();
    Map<String, Double> not = new HashMap<>();
    suspects.forEach(
        s -> {
          so.put(s.id(), base * factor(s));
          not.put(s.id(), 1 - base * factor(s));
        });
    Outcome seenSo = Outcome.of("so", words, so, base, false);
    Outcome seenNot = Outcome.of("not", "", not, 1 - base, false);
    return Diagnosis.Answer.of(
        Check.without(PREFIX + id, words, List.of(seenSo, seenNot), source), seenSo);
  }
}
