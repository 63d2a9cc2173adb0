package hopmend.swap;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.Traits;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A question on which practitioners disagree. Each answer is the value of a trait, by which sheets,
 * ways in and proofs tell what is done; where nobody chose, the one holds that is advised.
 *
 * @param id the trait that it settles
 * @param advice the first that holds is given; the last one holds always
 */
public record School(
    String id,
    String question,
    List<Option> options,
    List<Advice> advice,
    Condition condition,
    String source)
    implements Conditional {
  /**
   * An answer.
   *
   * @param value of the trait
   * @param says how it is done, for whom
   * @param money what it uses up, in the shop's currency
   * @param barred where it is not open, with why
   * @param work the work that it asks for, by its id, where it is another one; else null
   */
  public record Option(
      String value, String name, String says, double money, List<Reason> barred, String work) {
    public Option {
      barred = barred == null ? List.of() : List.copyOf(barred);
    }

    /** Why it is not open; empty where it is. */
    public Optional<Reason> barredBy(Traits known) {
      return Conditional.of(barred, known).stream().findFirst();
    }
  }

  /** Why something holds. */
  public record Reason(String because, Condition condition) implements Conditional {
    public Reason {
      condition = Condition.orAlways(condition);
    }
  }

  /** What is advised, and why. */
  public record Advice(String value, String because, Condition condition) implements Conditional {
    public Advice {
      condition = Condition.orAlways(condition);
    }
  }

  public School {
    condition = Condition.orAlways(condition);
    options = List.copyOf(options);
    advice = List.copyOf(advice);
    if (options.size() < 2 || advice.isEmpty()) {
      throw new IllegalArgumentException("School %s needs answers and advice".formatted(id));
    }
    if (!advice.get(advice.size() - 1).condition().equals(Condition.ALWAYS)) {
      throw new IllegalArgumentException("School %s: its last advice holds always".formatted(id));
    }
    Set<String> values = options.stream().map(Option::value).collect(Collectors.toSet());
    advice.stream()
        .filter(a -> !values.contains(a.value()))
        .findFirst()
        .ifPresent(
            a -> {
              throw new IllegalArgumentException(
                  "School %s advises %s, which is no answer".formatted(id, a.value()));
            });
  }

  /** Whether its answers are works: they are taken as a verdict, not as a trait. */
  public boolean isOfWorks() {
    return options.stream().allMatch(o -> o.work() != null);
  }

  public Optional<Option> option(String value) {
    return options.stream().filter(o -> o.value().equals(value)).findFirst();
  }

  /**
   * The answer that holds: what was told, as long as it is open; else what is advised.
   *
   * @param told null where nobody chose
   */
  public String answered(Traits known, String told) {
    return Optional.ofNullable(told)
        .flatMap(this::option)
        .filter(o -> o.barredBy(known).isEmpty())
        .map(Option::value)
        .orElseGet(() -> advised(known).value());
  }

  /** What is advised where these traits hold: the first advice whose answer is open. */
  public Advice advised(Traits known) {
    return Conditional.of(advice, known).stream()
        .filter(a -> option(a.value()).orElseThrow().barredBy(known).isEmpty())
        .findFirst()
        .orElse(advice.get(advice.size() - 1));
  }

  /** The traits by which it is advised and barred. */
  public Set<String> asks() {
    return Stream.concat(
            advice.stream().map(Advice::condition),
            options.stream().flatMap(o -> o.barred().stream()).map(Reason::condition))
        .flatMap(Condition::asks)
        .collect(Collectors.toSet());
  }
}
