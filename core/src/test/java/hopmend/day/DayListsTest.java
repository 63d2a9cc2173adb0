package hopmend.day;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.message.Message;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** A shop of one person without any set-up, from Friday afternoon to Monday; by hand. */
class DayListsTest {
  private static final ZoneId BERLIN = ZoneId.of("Europe/Berlin");

  /** Friday, 27 November 2026, at 15:00 there. */
  private static final Instant FRIDAY = Instant.parse("2026-11-27T14:00:00Z");

  private static Stage stage(String id, Set<BayKind> bays, Piece... pieces) {
    return new Stage(id, List.of(pieces), bays, Set.of(), 0, Optional.empty(), Optional.empty());
  }

  private static Piece piece(String id, Piece.Kind kind, int minutes) {
    return new Piece(id, kind, Message.text(id), minutes, Set.of(), 1);
  }

  private static Day day() {
    WorkingHours hours = WorkingHours.of("mon tue wed thu fri", "08:00-12:00, 12:30-16:30");
    DayJob cold =
        new DayJob(
            1,
            "cold start",
            List.of(
                stage("1:teach", Set.of(), piece("clear", Piece.Kind.HANDS, 5)),
                stage("1:soak", Set.of(), piece("soak", Piece.Kind.WAIT, 480)),
                stage("1:drive", Set.of(), piece("drive", Piece.Kind.DRIVE, 20))),
            OptionalInt.of(6000));
    DayJob swap =
        new DayJob(
            2,
            "swap",
            List.of(
                stage(
                    "2:swap",
                    Set.of(BayKind.PIT, BayKind.HOIST),
                    piece("swap", Piece.Kind.HANDS, 100))),
            OptionalInt.empty());
    List<DayJob> jobs = List.of(cold, swap);
    DayPerson alone =
        new DayPerson("a", "Ann", Set.of(), hours.spans(FRIDAY, BERLIN, 14, List.of()));
    return new Day(14 * 1440, List.of(alone), Bay.room(List.of(), 1, jobs), jobs);
  }

  @Test
  void whatStandsOvernightIsBegunBeforeEverybodyGoes() {
    Day day = day();
    Schedule schedule =
        Schedule.of(day, new Turns(List.of("1:teach", "1:soak", "2:swap", "1:drive"), Map.of()));
    DayLists lists = DayLists.of(day, schedule, FRIDAY, BERLIN);
    assertThat(lists.overnight())
        .containsExactly(
            new DayLists.Item(
                1,
                "cold start",
                Message.text("soak"),
                FRIDAY.plusSeconds(5 * 60),
                FRIDAY.plusSeconds(485 * 60),
                ""));
    assertThat(lists.day()).isEqualTo(LocalDate.of(2026, 11, 30));
    // 85 minutes are left on Friday: the swap ends on Monday at 8:15, then the cold one is driven.
    Instant monday = Instant.parse("2026-11-30T07:00:00Z");
    assertThat(lists.begins()).hasSize(1);
    assertThat(lists.begins().get(0).items())
        .containsExactly(
            new DayLists.Item(
                2, "swap", Message.text("swap"), monday, monday.plusSeconds(15 * 60), "Place 1"),
            new DayLists.Item(
                1,
                "cold start",
                Message.text("drive"),
                monday.plusSeconds(15 * 60),
                monday.plusSeconds(35 * 60),
                ""));
    assertThat(schedule.stage("2:swap").orElseThrow().bay()).contains("Place 1");
    assertThat(schedule.doneAt(2))
        .contains((int) ((monday.toEpochMilli() - FRIDAY.toEpochMilli()) / 60_000) + 15);
  }

  @Test
  void thereIsRoomForWhatIsSaidToStandWhereNobodyToldABay() {
    List<Bay> told = List.of(new Bay("Hoist 1", BayKind.HOIST));
    assertThat(Bay.room(told, 5, List.of())).isEqualTo(told);
    assertThat(Bay.room(List.of(), 2, List.of())).extracting(Bay::kind).containsOnly(BayKind.HOIST);
    assertThat(Bay.room(List.of(), 0, List.of())).hasSize(1);
    Stage apart =
        new Stage(
            "3:swap",
            List.of(piece("on", Piece.Kind.HANDS, 30)),
            Set.of(BayKind.HOIST),
            Set.of(),
            0,
            Optional.of("behind the shed"),
            Optional.empty());
    List<DayJob> jobs = List.of(new DayJob(3, "shed", List.of(apart), OptionalInt.empty()));
    List<Bay> room = Bay.room(told, 1, jobs);
    assertThat(room).hasSize(2);
    Day day =
        new Day(
            600, List.of(new DayPerson("a", "a", Set.of(), List.of(new Span(0, 600)))), room, jobs);
    assertThat(Schedule.of(day, Turns.byUrgency(day)).stage("3:swap").orElseThrow().bay())
        .contains("behind the shed");
  }
}
