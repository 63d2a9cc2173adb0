package hopmend.app.job;

import hopmend.app.web.ListFilter;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** Which jobs the list shows. */
public enum JobFilter {
  ALL("All"),
  MINE("Mine"),
  WAITING("Waiting"),
  OWED("Something owed"),
  DUE("To look at again"),
  CLOSED("Signed off");

  private final String label;

  JobFilter(String label) {
    this.label = label;
  }

  public String label() {
    return label;
  }

  /** The word in the address. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static JobFilter of(String word) {
    return Arrays.stream(values()).filter(f -> f.word().equals(word)).findFirst().orElse(ALL);
  }

  ListFilter forPerson(String login, LocalDate today) {
    return switch (this) {
      case ALL -> ListFilter.NONE;
      case MINE -> new ListFilter("last_by = ? and is_open", List.of(login));
      case WAITING -> new ListFilter("waiting_until is not null", List.of());
      case OWED -> new ListFilter("owed > 0", List.of());
      case DUE -> new ListFilter("look_again <= ?", List.of(today));
      case CLOSED -> new ListFilter("not is_open", List.of());
    };
  }
}
