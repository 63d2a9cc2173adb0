package hopmend.day;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ScheduleTest {
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
  void whateverTheOrderNobodyIsInTwoPlacesAndNoWaitIsCutShort(long seed) {
    RandomDay days = new RandomDay(seed);
    Day whole = days.large(5 + (int) seed, 1 + (int) seed % 4);
    Day day = seed % 2 == 0 ? whole : days.apart(whole);
    for (int i = 0; i < 10; i++) {
      Schedule schedule = Schedule.of(day, days.turns(day));
      holds(day, schedule);
      Schedule.Cost cost = schedule.cost(day);
      if (cost.cannot() == 0) {
        assertThat(cost.late()).isGreaterThanOrEqualTo(DayBound.late(day));
        assertThat(cost.ends()).isGreaterThanOrEqualTo(DayBound.ends(day));
      }
    }
  }

  /** All that a schedule must keep, said once more and in another way. */
  static void holds(Day day, Schedule schedule) {
    Map<String, boolean[]> taken = new HashMap<>();
    assertThat(schedule.placed().size() + schedule.cannot().size())
        .isEqualTo((int) day.stages().count());
    for (DayJob job : day.jobs()) {
      int ready = 0;
      for (Stage stage : job.stages()) {
        Optional<Schedule.Placed> found = schedule.stage(stage.id());
        if (found.isEmpty()) {
          break;
        }
        Schedule.Placed p = found.get();
        assertThat(p.slots()).extracting(Schedule.Slot::piece).isEqualTo(stage.pieces());
        assertThat(p.from()).isGreaterThanOrEqualTo(Math.max(ready, stage.notBefore()));
        assertThat(p.to()).isLessThanOrEqualTo(day.horizon());
        p.bay().ifPresent(b -> take(taken, day, "bay " + b, p.from(), p.to()));
        assertThat(p.bay().isPresent()).isEqualTo(!stage.bays().isEmpty());
        p.bay()
            .ifPresent(
                b ->
                    assertThat(day.bays())
                        .anyMatch(
                            x ->
                                x.name().equals(b)
                                    && stage
                                        .standsIn()
                                        .map(b::equals)
                                        .orElse(stage.bays().contains(x.kind()))));
        stage.tools().forEach(t -> take(taken, day, "tool " + t, p.from(), p.to()));
        int at = p.from();
        for (Schedule.Slot slot : p.slots()) {
          assertThat(slot.from()).isGreaterThanOrEqualTo(at);
          at = slot.to();
          int worked = slot.work().stream().mapToInt(Span::minutes).sum();
          assertThat(worked).isEqualTo(slot.piece().minutes());
          if (slot.piece().isActive()) {
            List<String> who = new ArrayList<>(List.of(p.person().orElseThrow()));
            slot.second().ifPresent(who::add);
            assertThat(who).hasSize(slot.piece().persons()).doesNotHaveDuplicates();
            DayPerson first = person(day, who.get(0));
            assertThat(first.skills()).containsAll(slot.piece().demands());
            for (String login : who) {
              take(taken, day, login, slot.from(), slot.to());
              for (Span s : slot.work()) {
                assertThat(person(day, login).there())
                    .anyMatch(t -> t.from() <= s.from() && s.to() <= t.to());
              }
            }
            if (slot.piece().kind() == Piece.Kind.DRIVE) {
              assertThat(slot.work()).hasSize(1);
            }
          }
        }
        ready = p.to();
      }
    }
  }

  private static DayPerson person(Day day, String login) {
    return day.persons().stream().filter(p -> p.login().equals(login)).findFirst().orElseThrow();
  }

  private static void take(Map<String, boolean[]> taken, Day day, String thing, int from, int to) {
    boolean[] minutes = taken.computeIfAbsent(thing, x -> new boolean[day.horizon()]);
    for (int m = from; m < to; m++) {
      assertThat(minutes[m]).as(thing + " at " + m).isFalse();
      minutes[m] = true;
    }
  }

  @Test
  void someOrderAndSomePersonsMakeTheBestOfASmallDay() {
    int compared = 0;
    for (long seed = 0; seed < 60; seed++) {
      Day day = new RandomDay(seed).small();
      if (day.stages().count() <= 4) {
        Schedule.Cost every = EveryDay.best(day);
        Schedule.Cost ours = bestOfAllOrders(day);
        if (every.cannot() == 0) {
          assertThat(ours).as("seed " + seed + ": " + day).isEqualTo(every);
          compared++;
        } else {
          assertThat(ours.cannot()).isPositive();
        }
      }
    }
    assertThat(compared).isGreaterThan(25);
  }

  /** Every order of the stages, and every person for each. */
  private static Schedule.Cost bestOfAllOrders(Day day) {
    List<Turns> all = new ArrayList<>();
    orders(day.stages().map(Stage::id).toList(), List.of(), all);
    List<Turns> whole = new ArrayList<>();
    all.forEach(t -> persons(day, t, 0, Map.of(), whole));
    return whole.stream()
        .map(t -> Schedule.of(day, t).cost(day))
        .min(Schedule.Cost::compareTo)
        .orElseThrow();
  }

  private static void orders(List<String> left, List<String> done, List<Turns> all) {
    if (left.isEmpty()) {
      all.add(new Turns(done, Map.of()));
    }
    for (String one : left) {
      List<String> rest = new ArrayList<>(left);
      rest.remove(one);
      List<String> more = new ArrayList<>(done);
      more.add(one);
      orders(rest, more, all);
    }
  }

  private static void persons(
      Day day, Turns turns, int i, Map<String, String> who, List<Turns> all) {
    if (i == turns.order().size()) {
      all.add(new Turns(turns.order(), who));
      return;
    }
    for (DayPerson p : day.persons()) {
      Map<String, String> more = new HashMap<>(who);
      more.put(turns.order().get(i), p.login());
      persons(day, turns, i + 1, more, all);
    }
  }

  /** Waiting on one vehicle is working on another: worked by hand. */
  @Test
  void whileOneCoolsTheOtherIsWorkedOn() {
    Stage hot =
        stage("hot", List.of(hands("off", 20), wait(120), hands("on", 30)), Set.of(BayKind.HOIST));
    Stage other = stage("other", List.of(hands("all", 60)), Set.of(BayKind.GROUND));
    Day day =
        new Day(
            600,
            List.of(
                new DayPerson("a", "a", Set.of(), List.of(new Span(0, 240), new Span(270, 510)))),
            List.of(new Bay("hoist", BayKind.HOIST), new Bay("floor", BayKind.GROUND)),
            List.of(
                new DayJob(1, "hot", List.of(hot), OptionalInt.of(180)),
                new DayJob(2, "other", List.of(other), OptionalInt.empty())));
    Schedule s = Schedule.of(day, Turns.byUrgency(day));
    assertThat(s.of("a")).extracting(x -> x.piece().id()).containsExactly("off", "all", "on");
    assertThat(s.doneAt(1)).contains(170);
    assertThat(s.doneAt(2)).contains(80);
    assertThat(s.cost(day)).isEqualTo(new Schedule.Cost(0, 0, 250));
    assertThat(DayBound.ends(day)).isEqualTo(230);
  }

  @Test
  void aVehicleThatStandsApartKeepsItsBayUntilItIsTogether() {
    Stage apart =
        new Stage(
            "apart",
            List.of(hands("on", 50)),
            Set.of(BayKind.HOIST),
            Set.of(),
            100,
            Optional.of("hoist"),
            Optional.empty());
    Stage quick = stage("quick", List.of(hands("look", 10)), Set.of(BayKind.HOIST));
    Day day =
        new Day(
            600,
            List.of(new DayPerson("a", "a", Set.of(), List.of(new Span(0, 500)))),
            List.of(new Bay("hoist", BayKind.HOIST)),
            List.of(
                new DayJob(1, "apart", List.of(apart), OptionalInt.empty()),
                new DayJob(2, "quick", List.of(quick), OptionalInt.of(20))));
    Schedule s = Schedule.of(day, Turns.byUrgency(day));
    assertThat(s.doneAt(1)).contains(150);
    assertThat(s.stage("quick").orElseThrow().from()).isEqualTo(150);
  }

  /** Somebody said of two vehicles, both apart, that they stand in one bay: one after the other. */
  @Test
  void twoThatAreSaidToStandInOneBayAreStillPlanned() {
    List<DayJob> jobs = new ArrayList<>();
    for (int i = 1; i <= 2; i++) {
      Stage apart =
          new Stage(
              "s" + i,
              List.of(hands("on", 40)),
              Set.of(BayKind.HOIST),
              Set.of("puller"),
              30 * i,
              Optional.of("hoist"),
              Optional.empty());
      jobs.add(new DayJob(i, "job " + i, List.of(apart), OptionalInt.empty()));
    }
    Day day =
        new Day(
            600,
            List.of(new DayPerson("a", "a", Set.of(), List.of(new Span(0, 600)))),
            List.of(new Bay("hoist", BayKind.HOIST)),
            jobs);
    for (List<String> order : List.of(List.of("s1", "s2"), List.of("s2", "s1"))) {
      Schedule s = Schedule.of(day, new Turns(order, Map.of()));
      holds(day, s);
      assertThat(s.doneAt(1)).contains(70);
      assertThat(s.doneAt(2)).contains(110);
    }
  }

  /** Who is settled does it, though another were free; who may not is told, and nobody steps in. */
  @Test
  void whoIsSettledDoesItOrNobody() {
    Piece signs = new Piece("sign", Piece.Kind.HANDS, Message.text("sign"), 5, Set.of("signs"), 1);
    Day day = settled(signs, "a");
    assertThat(Schedule.of(day, Turns.byUrgency(day)).stage("s").orElseThrow().person())
        .contains("a");
    Schedule beyond = Schedule.of(settled(signs, "b"), Turns.byUrgency(day));
    assertThat(beyond.cannot())
        .extracting(Schedule.Cannot::why)
        .containsExactly(Message.of("day.not-by", "b"));
    assertThat(beyond.misses(day.jobs().get(0))).isTrue();
  }

  private static Day settled(Piece piece, String login) {
    Stage stage =
        new Stage("s", List.of(piece), Set.of(), Set.of(), 0, Optional.empty(), Optional.of(login));
    return new Day(
        600,
        List.of(
            new DayPerson("a", "a", Set.of("signs"), List.of(new Span(100, 600))),
            new DayPerson("b", "b", Set.of(), List.of(new Span(0, 600))),
            new DayPerson("c", "c", Set.of("signs"), List.of(new Span(0, 600)))),
        List.of(),
        List.of(new DayJob(1, "one", List.of(stage), OptionalInt.of(500))));
  }

  /** Two for a drive: both at once, in one go, when both are there. */
  @Test
  void aDriveOfTwoWaitsUntilBothAreThereInOneGo() {
    Piece two =
        new Piece("drive", Piece.Kind.DRIVE, Message.text("drive"), 30, Set.of("driver"), 2);
    Day day =
        new Day(
            600,
            List.of(
                new DayPerson(
                    "a", "a", Set.of("driver"), List.of(new Span(0, 70), new Span(90, 300))),
                new DayPerson("b", "b", Set.of(), List.of(new Span(50, 100), new Span(120, 300)))),
            List.of(),
            List.of(
                new DayJob(
                    1, "one", List.of(stage("s", List.of(two), Set.of())), OptionalInt.empty())));
    Schedule s = Schedule.of(day, Turns.byUrgency(day));
    Schedule.Slot slot = s.stage("s").orElseThrow().slots().get(0);
    assertThat(slot.from()).isEqualTo(120);
    assertThat(slot.second()).contains("b");
    assertThat(s.of("b")).containsExactly(slot);
  }

  @Test
  void whatNobodyMayDoIsSaidAndSoIsWhatComesAfterIt() {
    Stage tank =
        stage(
            "tank",
            List.of(
                new Piece(
                    "tank", Piece.Kind.HANDS, Message.text("tank"), 30, Set.of("fuel-tank"), 1)),
            Set.of());
    Stage after = stage("after", List.of(hands("after", 5)), Set.of());
    Stage pit = stage("pit", List.of(hands("pit", 5)), Set.of(BayKind.PIT));
    Day day =
        new Day(
            100,
            List.of(new DayPerson("a", "a", Set.of("driver"), List.of(new Span(0, 50)))),
            List.of(new Bay("floor", BayKind.GROUND)),
            List.of(
                new DayJob(1, "one", List.of(tank, after), OptionalInt.empty()),
                new DayJob(2, "two", List.of(pit), OptionalInt.empty())));
    assertThat(Schedule.of(day, Turns.byUrgency(day)).cannot())
        .extracting(c -> c.stage().id() + " " + c.why().key())
        .containsExactlyInAnyOrder(
            "tank day.nobody-may", "after day.after-what-cannot", "pit day.no-such-bay");
  }

  private static Stage stage(String id, List<Piece> pieces, Set<BayKind> bays) {
    return new Stage(id, pieces, bays, Set.of(), 0, Optional.empty(), Optional.empty());
  }

  private static Piece hands(String id, int minutes) {
    return new Piece(id, Piece.Kind.HANDS, Message.text(id), minutes, Set.of(), 1);
  }

  private static Piece wait(int minutes) {
    return new Piece("cools", Piece.Kind.WAIT, Message.text("cools"), minutes, Set.of(), 1);
  }
}
