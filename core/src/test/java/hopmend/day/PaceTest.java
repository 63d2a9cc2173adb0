package hopmend.day;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PaceTest {
  private static Pace.Worked worked(String step, String card, boolean learner, double ratio) {
    return new Pace.Worked("oxygen", card, step, learner, 10, 10 * ratio);
  }

  /** Worked by hand: each of five levels takes 5 / (5 + 5) of what is left, so 31/32 in all. */
  @Test
  void fiveOfAKindMoveItNearlyAllTheWay() {
    List<Pace.Worked> five = Collections.nCopies(5, worked("unscrew", "a", false, 2));
    Pace pace = Pace.of(five);
    assertThat(pace.factor("oxygen", "a", "unscrew", false))
        .isCloseTo(Math.pow(2, 31.0 / 32), within(1e-9));
    // Another step of the family shares three of the levels; another family two.
    assertThat(pace.factor("oxygen", "a", "plug", false))
        .isCloseTo(Math.pow(2, 7.0 / 8), within(1e-9));
    assertThat(pace.factor("knock", "b", "unscrew", false))
        .isCloseTo(Math.pow(2, 3.0 / 4), within(1e-9));
    assertThat(Pace.NONE.factor("oxygen", "a", "unscrew", true)).isEqualTo(1);
    assertThat(pace.steps()).hasSize(1);
    assertThat(pace.steps().get(0).took()).isEqualTo(2);
    assertThat(pace.steps().get(0).reckoned()).isCloseTo(Math.pow(2, 15.0 / 16), within(1e-9));
  }

  @Test
  void oneOutlierMovesNothingAndNonsenseIsLeftOut() {
    List<Pace.Worked> steps =
        new ArrayList<>(Collections.nCopies(20, worked("unscrew", "a", false, 1)));
    steps.add(worked("unscrew", "a", false, 9));
    steps.add(worked("unscrew", "a", false, 1000));
    steps.add(worked("unscrew", "a", false, 0));
    Pace pace = Pace.of(steps);
    assertThat(pace.factor("oxygen", "a", "unscrew", false)).isEqualTo(1);
    assertThat(pace.seen()).isEqualTo(21);
  }

  /** Drawn from a known law, it finds that law again. */
  @Test
  void itFindsTheLawThatTheStepsWereDrawnFrom() {
    Random random = new Random(4);
    List<Pace.Worked> steps = new ArrayList<>();
    for (int i = 0; i < 4000; i++) {
      boolean learner = i % 3 == 0;
      String step = i % 2 == 0 ? "unscrew" : "plug";
      double log =
          (learner ? 0.4 : 0) + (step.equals("unscrew") ? 0.3 : -0.1) + 0.2 * random.nextGaussian();
      steps.add(worked(step, "a", learner, Math.exp(log)));
    }
    Pace pace = Pace.of(steps);
    assertThat(pace.factor("oxygen", "a", "unscrew", false)).isCloseTo(Math.exp(0.3), within(0.05));
    assertThat(pace.factor("oxygen", "a", "plug", true)).isCloseTo(Math.exp(0.3), within(0.05));
    assertThat(pace.spread()).isCloseTo(0.2, within(0.02));
  }

  /**
   * The normal law at none, one and two standard deviations: NIST/SEMATECH e-Handbook 1.3.6.7.1.
   */
  @Test
  void aPromiseHoldsAsProbablyAsItsWorkSpreads() {
    double relative = Math.sqrt(Math.exp(0.35 * 0.35) - 1);
    assertThat(holds(100, 100)).isCloseTo(0.5, within(1e-9));
    assertThat(holds(1000, (int) Math.round(1000 * (1 + relative))))
        .isCloseTo(0.8413, within(0.001));
    assertThat(holds(1000, (int) Math.round(1000 * (1 + 2 * relative))))
        .isCloseTo(0.9772, within(0.001));
    assertThat(holds(100, 0)).isLessThan(0.01);
  }

  private static double holds(int minutes, int promised) {
    Stage stage =
        new Stage(
            "s",
            List.of(
                new Piece("p", Piece.Kind.HANDS, Message.text("p"), minutes, Set.of(), 1),
                new Piece("w", Piece.Kind.WAIT, Message.text("w"), 0, Set.of(), 1)),
            Set.of(),
            Set.of(),
            0,
            Optional.empty(),
            Optional.empty());
    DayJob job = new DayJob(1, "job", List.of(stage), OptionalInt.of(promised));
    Day day =
        new Day(
            3000,
            List.of(new DayPerson("a", "a", Set.of(), List.of(new Span(0, 3000)))),
            List.of(),
            List.of(job));
    return Pace.NONE.holds(Schedule.of(day, Turns.byUrgency(day)), job);
  }
}
