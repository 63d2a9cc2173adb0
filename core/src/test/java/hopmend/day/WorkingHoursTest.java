package hopmend.day;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;

class WorkingHoursTest {
  private static final ZoneId BERLIN = ZoneId.of("Europe/Berlin");
  private static final WorkingHours USUAL =
      WorkingHours.of("mon tue wed thu fri", "07:30-12:00, 12:30-16:30");

  /** Friday at nine, local; the clock goes back in the night to Sunday, 25 October 2026. */
  @Test
  void hoursFollowTheClockOfTheShopAlsoWhenItIsPutBack() {
    Instant friday = Instant.parse("2026-10-23T07:00:00Z");
    assertThat(USUAL.spans(friday, BERLIN, 4, List.of()))
        .containsExactly(
            new Span(0, 180),
            new Span(210, 450),
            // 72 hours and one more until Monday at nine.
            new Span(4380 - 90, 4380 + 180),
            new Span(4380 + 210, 4380 + 450));
  }

  @Test
  void whoIsAwayIsNotThere() {
    Instant eight = Instant.parse("2026-11-24T07:00:00Z");
    WorkingHours.Away dentist =
        new WorkingHours.Away(eight.plusSeconds(3600), eight.plusSeconds(5400));
    WorkingHours.Away rest =
        new WorkingHours.Away(eight.plusSeconds(4 * 3600), eight.plusSeconds(90_000));
    assertThat(USUAL.spans(eight, BERLIN, 1, List.of(dentist, rest)))
        .containsExactly(new Span(0, 60), new Span(90, 240));
  }

  @Test
  void theyAreReadAsTheyAreWrittenAndRefusedInWords() {
    assertThat(WorkingHours.of(USUAL.daysWritten(), USUAL.hoursWritten())).isEqualTo(USUAL);
    assertThat(WorkingHours.of("Saturday, sun", "8.00 to 11.15").hoursWritten())
        .isEqualTo("08:00-11:15");
    assertThatThrownBy(() -> WorkingHours.of("mon", "7-12")).hasMessageContaining("07:30-12:00");
    assertThatThrownBy(() -> WorkingHours.of("mon", "07:00-25:00"))
        .hasMessage("25:00 is no time of the day");
    assertThatThrownBy(() -> WorkingHours.of("mo", "07:00-08:00")).hasMessageContaining("no day");
    assertThatThrownBy(() -> WorkingHours.of("mon", "07:00-09:00, 08:00-10:00"))
        .hasMessageContaining("before 07:00-09:00 is over");
  }
}
