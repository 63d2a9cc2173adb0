package hopmend.job;

import java.time.LocalDate;

/**
 * A qualification that a person has.
 *
 * @param qualification its id in the catalog
 * @param until the last day on which it is valid
 */
public record Held(String qualification, String issuer, LocalDate until) {
  public boolean isValidOn(LocalDate day) {
    return !day.isAfter(until);
  }
}
