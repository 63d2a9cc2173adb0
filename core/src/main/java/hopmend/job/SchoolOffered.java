package hopmend.job;

import hopmend.message.Message;
import hopmend.relearn.Procedure;
import hopmend.sensor.Trait;
import hopmend.swap.Caution;
import hopmend.swap.School;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import java.util.List;
import java.util.Optional;

/**
 * A question on which practitioners disagree, for the work at hand: each answer with what the whole
 * work is then.
 *
 * @param answers in the school's order
 * @param because why the advised one is
 * @param decides what only the person who works can tell, and by which it is advised
 * @param told whether somebody chose, against the advice or with it
 */
public record SchoolOffered(
    School school, List<Answer> answers, String because, List<Trait> decides, boolean told) {
  /**
   * One answer.
   *
   * @param minutes of hands, of the whole work
   * @param waits minutes in which it goes on by itself
   * @param comes steps that the work does not have as it is planned now
   * @param goes steps that it has now, and not then
   * @param dangers that not every other answer has
   * @param teaches what has to be taught again afterwards, and not with every other answer
   * @param barred why it is not open; empty where it is
   */
  public record Answer(
      School.Option option,
      boolean taken,
      boolean advised,
      double minutes,
      double waits,
      double money,
      List<Step> comes,
      List<Step> goes,
      List<Caution> dangers,
      List<String> teaches,
      Optional<String> barred) {}

  /** What is answered now. */
  public Answer taken() {
    return answers.stream().filter(Answer::taken).findFirst().orElse(answers.get(0));
  }

  /** Whether the work is another one by another answer, or would be where it is not barred. */
  boolean tellsApart() {
    return answers.stream()
        .anyMatch(a -> !a.comes().isEmpty() || !a.goes().isEmpty() || a.barred().isPresent());
  }

  /** All schools that bear on a sensor's work. */
  static List<SchoolOffered> of(Target target) {
    return target.schools().stream()
        .map(s -> of(target, s))
        .filter(SchoolOffered::tellsApart)
        .toList();
  }

  private static SchoolOffered of(Target target, School school) {
    List<WorkOrder> orders =
        school.options().stream().map(o -> target.orderAnswering(school, o).orElseThrow()).toList();
    List<Step> now = target.orderNow().map(WorkOrder::steps).orElse(List.of());
    School.Advice advice = school.advised(target.without(school.id()));
    List<Answer> answers =
        school.options().stream()
            .map(
                o -> {
                  WorkOrder order = orders.get(school.options().indexOf(o));
                  return new Answer(
                      o,
                      isTaken(target, school, o),
                      advice.value().equals(o.value()),
                      order.minutes(),
                      waits(order),
                      o.money(),
                      missing(order.steps(), now),
                      missing(now, order.steps()),
                      dangers(order, orders),
                      teaches(target, order, orders),
                      o.barredBy(target.without(school.id())).map(School.Reason::because));
                })
            .toList();
    return new SchoolOffered(
        school,
        answers,
        advice.because(),
        target.decides(school),
        target.state().told().containsKey(school.id()));
  }

  private static boolean isTaken(Target target, School school, School.Option option) {
    return school.isOfWorks()
        ? target.planned().id().equals(option.work())
        : target.traits().isOneOf(school.id(), List.of(option.value()));
  }

  private static double waits(WorkOrder order) {
    return order.steps().stream()
        .flatMap(s -> s.waits().stream())
        .filter(w -> !w.cools())
        .mapToDouble(w -> w.minutes())
        .sum();
  }

  private static List<Step> missing(List<Step> of, List<Step> in) {
    return of.stream().filter(s -> in.stream().noneMatch(o -> isAlike(o, s))).toList();
  }

  private static boolean isAlike(Step one, Step other) {
    return one.id().equals(other.id()) && one.brief().equals(other.brief());
  }

  private static List<Caution> dangers(WorkOrder order, List<WorkOrder> all) {
    return cautions(order).stream()
        .filter(c -> all.stream().anyMatch(o -> !cautions(o).contains(c)))
        .toList();
  }

  private static List<Caution> cautions(WorkOrder order) {
    return order.steps().stream().flatMap(s -> s.cautions().stream()).distinct().toList();
  }

  private static List<String> teaches(Target target, WorkOrder order, List<WorkOrder> all) {
    boolean differs = all.stream().anyMatch(o -> forgets(o) != forgets(order));
    return differs && forgets(order)
        ? target.forgottenByBattery().stream().map(Procedure::name).toList()
        : List.of();
  }

  private static boolean forgets(WorkOrder order) {
    return order.step(Procedure.BATTERY_OFF).isPresent();
  }

  /** What an answer is, against the plan of now, in one line: minutes more or less. */
  public Message difference(Answer answer) {
    long minutes = Math.round(answer.minutes() - taken().minutes());
    long waits = Math.round(answer.waits() - taken().waits());
    return Message.of("school.difference", minutes, waits);
  }
}
