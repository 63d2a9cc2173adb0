package hopmend.app.day;

import hopmend.day.WorkingHours;
import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * How a day is planned where nobody has said otherwise.
 *
 * @param days on which people work, {@code mon tue wed thu fri}
 * @param hours in which they work, without breaks
 * @param search how long a better plan is looked for at most
 */
@ConfigurationProperties("hopmend.day")
record DaySettings(String days, String hours, Duration search) {
  WorkingHours usual() {
    return WorkingHours.of(days, hours);
  }
}
