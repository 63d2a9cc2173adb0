package hopmend.job;

import hopmend.message.Message;
import hopmend.prove.Suspect;
import hopmend.swap.Work;
import hopmend.verify.DriveProof;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a finished job says of the sheets with which it was worked: nothing is changed by it, a lead
 * reads it before changing one.
 */
final class Lessons {
  private static final double DIFFERS_BY = 0.25;

  private final Workup job;

  Lessons(Workup job) {
    this.job = job;
  }

  /**
   * @param logged what each recorded drive proved
   */
  List<Message> of(List<DriveProof> logged) {
    Stream<Message> ofTheSensors = job.targets().stream().flatMap(t -> of(t).stream());
    return Stream.concat(ofTheSensors, ofTheDrive(logged).stream()).toList();
  }

  private static List<Message> of(Target t) {
    List<Message> lessons = new ArrayList<>();
    t.cause().ifPresent(c -> lessons.add(ofTheCause(t, c)));
    for (Work w : t.triedInVain()) {
      String met =
          t.sheet().stream()
              .flatMap(s -> s.suspects().stream())
              .filter(s -> t.catalog().work(s).equals(w))
              .map(Suspect::name)
              .collect(Collectors.joining(", "));
      lessons.add(Message.of("lesson.in-vain", w.name(), met));
    }
    return lessons;
  }

  private static Message ofTheCause(Target t, Suspect cause) {
    List<Suspect> all = t.sheet().orElseThrow().suspects();
    double prior =
        all.stream().filter(s -> s.id().equals(cause.id())).mapToDouble(Suspect::weight).sum()
            / all.stream().mapToDouble(Suspect::weight).sum();
    return Message.of(
        "lesson.cause",
        t.name(),
        cause.name(),
        Math.round(100 * prior),
        t.state().answers().size());
  }

  /** The distance driven against the plan, where they are far apart. */
  private List<Message> ofTheDrive(List<DriveProof> logged) {
    double planned = job.plannedDrive().km();
    double driven = job.driven(logged).map(DriveProof::km).orElse(0.0);
    boolean far = driven > 0 && Math.abs(driven - planned) > DIFFERS_BY * planned;
    return far
        ? List.of(Message.of("lesson.drive", Math.round(driven), Math.round(planned)))
        : List.of();
  }
}
