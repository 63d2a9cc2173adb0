package hopmend.app.link;

import java.util.Optional;

/** Another vehicle than the job's is on the link; a person decides which number is right. */
final class WrongVehicle extends LinkProblem {
  private static final long serialVersionUID = 1L;

  private final String answering;

  WrongVehicle(String answering, String expected) {
    super(
        "The vehicle on the link is %s, this job is about %s. Is it the wrong vehicle, or the wrong number? Plug into the right vehicle, or take the number of the one that answers."
            .formatted(answering, expected));
    this.answering = answering;
  }

  @Override
  public Optional<String> offeredNumber() {
    return Optional.of(answering);
  }
}
