package hopmend.app.job;

import hopmend.message.Message;
import hopmend.message.MessageJson;
import java.time.Instant;
import java.time.ZoneId;

/** A line about another job of the same vehicle. */
public record PastJob(
    long id,
    String code,
    String title,
    String part,
    String outcome,
    boolean signedOff,
    Instant updatedAt) {

  /** Day, part and outcome. */
  public Message says() {
    Message day = Message.of("outcome.day", updatedAt.atZone(ZoneId.systemDefault()).toLocalDate());
    Message fitted = part.isEmpty() ? day : Message.of("outcome.part", day, part);
    return outcome.isEmpty()
        ? fitted
        : Message.of("outcome.after", fitted, MessageJson.read(outcome));
  }
}
