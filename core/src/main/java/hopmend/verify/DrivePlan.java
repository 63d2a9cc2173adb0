package hopmend.verify;

import hopmend.fault.FreezeFrameValue;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The shortest drive that shows what is missing: of each kind of driving as much as the one that
 * asks most of it, since a steady stretch serves all that need it; then as much as the whole needs.
 *
 * @param legs in the order in which they are driven; the wait before a cold start is one of them
 * @param cannot what no road of the shop lets one drive, with the speed that it needs
 */
public record DrivePlan(List<Leg> legs, List<Message> cannot, String source) {
  /** Twice ten seconds and the way there; shop. */
  private static final double LIKE_THE_FRAME_MIN = 1;

  /** So far from the speed of the freeze frame either way; shop. */
  private static final double FRAME_KMH = 10;

  /** Where nobody kept the speed, the other conditions are met in town. */
  private static final double UNKNOWN_KMH = 40;

  private static final double HOURS_FROM_MIN = 90;

  /** What is held in a leg that is like the freeze frame. */
  public static final String LIKE_THE_FRAME = "like-the-frame";

  /**
   * A stretch of the drive.
   *
   * @param road on which it is driven, empty where the vehicle stands
   * @param conditions what must hold besides the speed; empty for nothing
   * @param why for what it is driven: names of monitors, ids of conditions and procedures
   */
  public record Leg(
      DriveCourse.Phase phase,
      double minutes,
      Optional<Road> road,
      Optional<Message> conditions,
      List<String> why) {
    public Leg {
      why = List.copyOf(why);
    }

    /** Fastest that is driven: of the phase, and of the road. */
    public double toKmh() {
      return road.map(r -> Math.min(r.topKmh(), phase.toKmh())).orElse(0.0);
    }

    /** How long it is: hours from an hour and a half on. */
    public Message time() {
      return minutes >= HOURS_FROM_MIN
          ? Message.of("plan.hours", minutes / 60)
          : Message.of("plan.minutes", minutes);
    }

    /** At the middle of its speeds. */
    public double km() {
      return minutes / 60 * (Math.min(phase.fromKmh(), toKmh()) + toKmh()) / 2;
    }
  }

  public DrivePlan {
    legs = List.copyOf(legs);
    cannot = List.copyOf(cannot);
  }

  /**
   * Plans it.
   *
   * @param needs names of monitors, ids of conditions and of procedures; what is not known asks for
   *     nothing
   * @param frame the conditions under which the code was set, where they are still to be met
   */
  public static DrivePlan of(
      DriveCourse course, List<String> needs, List<FreezeFrameValue> frame, List<Road> roads) {
    Map<String, Double> minutes = new LinkedHashMap<>();
    Map<String, List<String>> why = new LinkedHashMap<>();
    for (String need : needs) {
      course
          .need(need)
          .ifPresent(
              n ->
                  n.phases()
                      .forEach(
                          (phase, m) -> {
                            minutes.merge(phase, m, Math::max);
                            why.computeIfAbsent(phase, p -> new ArrayList<>()).add(need);
                          }));
    }
    List<DriveCourse.Phase> phases = new ArrayList<>(course.phases());
    Optional<Message> conditions = Optional.empty();
    if (needs.contains("freeze-frame") && !frame.isEmpty()) {
      // Before the last, the idling: the engine is warm by then.
      phases.add(phases.size() - 1, likeTheFrame(frame));
      conditions = Optional.of(DriveProof.conditions(frame));
      minutes.put(LIKE_THE_FRAME, LIKE_THE_FRAME_MIN);
      why.put(LIKE_THE_FRAME, List.of("freeze-frame"));
    }
    fill(course, needs, minutes, why);
    return laid(course, phases, minutes, why, conditions, roads);
  }

  private static DriveCourse.Phase likeTheFrame(List<FreezeFrameValue> frame) {
    double kmh = DriveProof.speedKmh(frame).orElse(UNKNOWN_KMH);
    boolean standing = kmh < 1;
    return new DriveCourse.Phase(
        LIKE_THE_FRAME,
        "As when the code was set",
        "Hold it for more than ten seconds, twice.",
        standing ? 0 : Math.max(0, kmh - FRAME_KMH),
        standing ? 0 : kmh + FRAME_KMH,
        false);
  }

  /** What the whole drive needs: time running, and time to get warm. */
  private static void fill(
      DriveCourse course,
      List<String> needs,
      Map<String, Double> minutes,
      Map<String, List<String>> why) {
    needs.stream()
        .filter(course.whole()::containsKey)
        .sorted(Comparator.comparing(course.whole()::get))
        .forEach(
            whole -> {
              double lacks = course.whole().get(whole) - running(course, minutes);
              if (lacks > 0) {
                minutes.merge(course.fill(), lacks, Double::sum);
                why.computeIfAbsent(course.fill(), p -> new ArrayList<>()).add(whole);
              }
            });
  }

  private static double running(DriveCourse course, Map<String, Double> minutes) {
    return minutes.entrySet().stream()
        .filter(
            m -> course.phases().stream().noneMatch(p -> p.id().equals(m.getKey()) && p.waits()))
        .mapToDouble(Map.Entry::getValue)
        .sum();
  }

  private static DrivePlan laid(
      DriveCourse course,
      List<DriveCourse.Phase> phases,
      Map<String, Double> minutes,
      Map<String, List<String>> why,
      Optional<Message> conditions,
      List<Road> roads) {
    List<Leg> legs = new ArrayList<>();
    List<Message> cannot = new ArrayList<>();
    for (DriveCourse.Phase p : phases) {
      if (!minutes.containsKey(p.id())) {
        continue;
      }
      boolean stands = p.toKmh() == 0;
      Optional<Road> road = stands ? Optional.empty() : road(p, roads);
      if (!stands && road.isEmpty()) {
        cannot.add(Message.of("plan.no-road", p.name(), p.fromKmh()));
      } else {
        boolean framed = p.id().equals(LIKE_THE_FRAME);
        legs.add(
            new Leg(
                p,
                minutes.get(p.id()),
                road,
                framed ? conditions : Optional.empty(),
                why.get(p.id())));
      }
    }
    return new DrivePlan(legs, cannot, course.source());
  }

  /** The slowest road on which its whole range is driven, else the fastest that lets one begin. */
  private static Optional<Road> road(DriveCourse.Phase phase, List<Road> roads) {
    List<Road> slowestFirst = roads.stream().sorted().toList();
    return slowestFirst.stream()
        .filter(r -> r.topKmh() >= phase.toKmh())
        .findFirst()
        .or(
            () ->
                slowestFirst.stream()
                    .filter(r -> r.topKmh() >= phase.fromKmh())
                    .reduce((slower, faster) -> faster));
  }

  /** Whether it begins with a cold start for which the vehicle has to stand. */
  public Optional<Leg> soak() {
    return legs.stream().filter(l -> l.phase().waits()).findFirst();
  }

  /** What is driven, the engine on. */
  public List<Leg> driven() {
    return legs.stream().filter(l -> !l.phase().waits()).toList();
  }

  /** Minutes with the engine on. */
  public double minutes() {
    return driven().stream().mapToDouble(Leg::minutes).sum();
  }

  public double km() {
    return driven().stream().mapToDouble(Leg::km).sum();
  }
}
