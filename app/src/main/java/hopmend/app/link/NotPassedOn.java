package hopmend.app.link;

import hopmend.app.web.Words;
import hopmend.message.Message;

/** The gateway does not pass a message on to a controller. */
final class NotPassedOn extends LinkProblem {
  private static final long serialVersionUID = 1L;

  NotPassedOn(Message why) {
    super("The vehicle's gateway does not pass the message on: %s.".formatted(Words.of(why)));
  }
}
