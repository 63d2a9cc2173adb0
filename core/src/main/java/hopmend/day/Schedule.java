package hopmend.day;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * What is done when, by whom, and where.
 *
 * @param placed in the order in which they begin
 * @param cannot what nobody can do here, with the reason
 */
public record Schedule(List<Placed> placed, List<Cannot> cannot) {
  /**
   * A piece in its place.
   *
   * @param second who is there too, where two have to be
   * @param work the stretches in which somebody is at it, without the breaks; for a wait, all of it
   */
  public record Slot(Piece piece, int from, int to, Optional<String> second, List<Span> work) {
    public Slot {
      work = List.copyOf(work);
    }

    /** Whether somebody is at it: the person of its stage, or the second one. */
    public boolean isDoneBy(String login, Placed stage) {
      return piece.isActive()
          && (stage.person().filter(login::equals).isPresent()
              || second.filter(login::equals).isPresent());
    }
  }

  /**
   * A stage in its place.
   *
   * @param person login; empty where nobody is needed
   * @param bay its name; empty where none is needed
   */
  public record Placed(
      long job, Stage stage, Optional<String> person, Optional<String> bay, List<Slot> slots) {
    public Placed {
      slots = List.copyOf(slots);
    }

    public int from() {
      return slots.get(0).from();
    }

    public int to() {
      return slots.get(slots.size() - 1).to();
    }
  }

  /** A stage that cannot be planned. What comes after it in its job cannot either. */
  public record Cannot(long job, Stage stage, Message why) {}

  public Schedule {
    placed = List.copyOf(placed);
    cannot = List.copyOf(cannot);
  }

  /**
   * Lays the stages down in the order of their turns, each as early as its person, its bay and its
   * tools are free, also into gaps that those before it left. So nobody is ever in two places, no
   * bay holds two vehicles, no wait is cut short, and nobody does what they are not qualified for,
   * whatever the order is.
   */
  public static Schedule of(Day day, Turns turns) {
    return new Dispatcher(day, turns).lay();
  }

  public Optional<Placed> stage(String id) {
    return placed.stream().filter(p -> p.stage().id().equals(id)).findFirst();
  }

  /** What a person is at, in order: also where the person is the second one. */
  public List<Slot> of(String login) {
    return placed.stream()
        .flatMap(p -> p.slots().stream().filter(s -> s.isDoneBy(login, p)))
        .sorted(Comparator.comparingInt(Slot::from))
        .toList();
  }

  /** When a job is done; empty where it cannot be planned to its end. */
  public Optional<Integer> doneAt(long job) {
    return cannot.stream().anyMatch(c -> c.job() == job)
        ? Optional.empty()
        : placed.stream().filter(p -> p.job() == job).map(Placed::to).max(Integer::compare);
  }

  /** Whether a promise is missed, or cannot even be said to hold. */
  public boolean misses(DayJob job) {
    return job.promised().isPresent()
        && doneAt(job.id())
            .map(t -> t > job.promised().getAsInt())
            .orElse(cannot.stream().anyMatch(c -> c.job() == job.id()));
  }

  /** How good it is; less is better. */
  public Cost cost(Day day) {
    long late = 0;
    long ends = 0;
    for (DayJob job : day.jobs()) {
      Optional<Integer> done = doneAt(job.id());
      if (done.isPresent()) {
        late +=
            job.promised().isPresent() ? Math.max(0, done.get() - job.promised().getAsInt()) : 0;
        ends += done.get();
      }
    }
    return new Cost(cannot.size(), late, ends);
  }

  /**
   * How good a schedule is; one thing after the other.
   *
   * @param cannot stages that are not planned
   * @param late minutes by which promises are missed, of all jobs together
   * @param ends minutes until each job is done, of all jobs together
   */
  public record Cost(int cannot, long late, long ends) implements Comparable<Cost> {
    @Override
    public int compareTo(Cost other) {
      int c = Integer.compare(cannot, other.cannot);
      int l = c != 0 ? c : Long.compare(late, other.late);
      return l != 0 ? l : Long.compare(ends, other.ends);
    }
  }

  /** Lays one stage after the other. */
  private static final class Dispatcher {
    private final Day day;
    private final Turns turns;
    private final Map<String, Timetable> persons = new HashMap<>();
    private final Map<String, Timetable> bays = new HashMap<>();
    private final Map<String, Timetable> tools = new HashMap<>();
    private final Map<Long, Integer> readyAt = new HashMap<>();
    private final Map<Long, Message> stuck = new HashMap<>();
    private final Map<String, Long> jobs = new HashMap<>();
    private final Map<String, Stage> heldBays = new HashMap<>();
    private final Set<String> standing = new HashSet<>();
    private final Set<String> laid = new HashSet<>();
    private final Map<Long, String> lastBy = new HashMap<>();
    private final List<Placed> placed = new ArrayList<>();
    private final List<Cannot> cannot = new ArrayList<>();

    Dispatcher(Day day, Turns turns) {
      this.day = day;
      this.turns = turns;
      day.persons().forEach(p -> persons.put(p.login(), new Timetable(p.there())));
      List<Span> always = List.of(new Span(0, day.horizon()));
      day.bays().forEach(b -> bays.put(b.name(), new Timetable(always)));
      day.stages()
          .flatMap(s -> s.tools().stream())
          .forEach(t -> tools.put(t, new Timetable(always)));
      day.jobs().forEach(j -> j.stages().forEach(s -> jobs.put(s.id(), j.id())));
      // Only the first stage of a job can have begun.
      day.jobs().stream()
          .flatMap(j -> j.stages().stream().limit(1))
          .forEach(s -> s.standsIn().ifPresent(b -> heldBays.putIfAbsent(b, s)));
      heldBays.values().forEach(s -> standing.add(s.id()));
    }

    Schedule lay() {
      for (Stage stage : turns.laid(day)) {
        // It may have been laid already: somebody needed its bay.
        if (laid.add(stage.id())) {
          lay(stage);
        }
      }
      placed.sort(Comparator.comparingInt(Placed::from));
      return new Schedule(placed, cannot);
    }

    private void lay(Stage stage) {
      long job = jobs.get(stage.id());
      if (stuck.containsKey(job)) {
        cannot.add(new Cannot(job, stage, Message.of("day.after-what-cannot")));
        return;
      }
      stage.standsIn().ifPresent(b -> heldBays.remove(b, stage));
      List<Optional<Bay>> rooms = rooms(stage);
      List<Optional<DayPerson>> hands = hands(stage);
      Placed best = null;
      for (Optional<DayPerson> who : hands) {
        Placed one = place(job, stage, who, rooms, best == null ? day.horizon() + 1 : best.to());
        best = one == null ? best : one;
      }
      if (best == null) {
        Message why = why(stage, hands, rooms);
        stuck.put(job, why);
        cannot.add(new Cannot(job, stage, why));
      } else {
        keep(best);
      }
    }

    private static Message why(
        Stage stage, List<Optional<DayPerson>> hands, List<Optional<Bay>> rooms) {
      if (hands.isEmpty()) {
        return stage.person().isPresent()
            ? Message.of("day.not-by", stage.person().get())
            : Message.of("day.nobody-may");
      }
      return Message.of(rooms.isEmpty() ? "day.no-such-bay" : "day.not-in-these-days");
    }

    /**
     * Who may do it: whoever had the vehicle before, then those with the fewest skills, so that the
     * others stay free.
     */
    private List<Optional<DayPerson>> hands(Stage stage) {
      if (!stage.needsPerson()) {
        return List.of(Optional.empty());
      }
      Optional<String> told = turns.who(stage);
      List<Optional<DayPerson>> may =
          day.persons().stream()
              .filter(stage::maybeDoneBy)
              .sorted(
                  Comparator.comparing(
                          (DayPerson p) -> !p.login().equals(lastBy.get(jobs.get(stage.id()))))
                      .thenComparing(p -> p.skills().size()))
              .map(Optional::of)
              .toList();
      List<Optional<DayPerson>> wanted =
          may.stream().filter(p -> told.map(p.get().login()::equals).orElse(false)).toList();
      return wanted.isEmpty() ? may : wanted;
    }

    /** The vehicle that stands apart in a bay comes first. */
    private void free(Bay bay) {
      Stage begun = heldBays.get(bay.name());
      if (begun != null && laid.add(begun.id())) {
        lay(begun);
      }
    }

    /** Where it can be done; bays in which another vehicle stands apart only once that is done. */
    private List<Optional<Bay>> rooms(Stage stage) {
      if (stage.bays().isEmpty() && stage.standsIn().isEmpty()) {
        return List.of(Optional.empty());
      }
      List<Bay> serving = day.bays().stream().filter(b -> b.serves(stage)).toList();
      if (serving.stream().allMatch(b -> heldBays.containsKey(b.name()))) {
        serving.forEach(this::free);
      }
      return serving.stream()
          .filter(b -> !heldBays.containsKey(b.name()))
          .sorted(Comparator.comparing(Bay::kind))
          .map(Optional::of)
          .toList();
    }

    private int ready(long job, Stage stage) {
      return Math.max(readyAt.getOrDefault(job, 0), stage.notBefore());
    }

    private static int end(List<Slot> slots) {
      return slots.get(slots.size() - 1).to();
    }

    /**
     * The earliest place with this person in one of these bays.
     *
     * @param before when it has to be done, to be of interest
     * @return null if there is none
     */
    private Placed place(
        long job, Stage stage, Optional<DayPerson> who, List<Optional<Bay>> rooms, int before) {
      int from = ready(job, stage);
      while (true) {
        List<Slot> slots = slots(stage, who, from);
        if (slots.isEmpty() || end(slots) >= before) {
          return null;
        }
        int first = slots.get(0).from();
        int begins = begins(stage, first);
        int ends = end(slots);
        int tools =
            stage.tools().stream()
                .mapToInt(t -> this.tools.get(t).busyUntil(first, ends))
                .max()
                .orElse(-1);
        int soonest = Integer.MAX_VALUE;
        for (Optional<Bay> bay : rooms) {
          int room = bay.isEmpty() ? -1 : bays.get(bay.get().name()).busyUntil(begins, ends);
          int later = Math.max(tools, room);
          if (later < 0) {
            return new Placed(job, stage, who.map(DayPerson::login), bay.map(Bay::name), slots);
          }
          soonest = Math.min(soonest, later);
        }
        if (rooms.isEmpty()) {
          return null;
        }
        from = soonest;
      }
    }

    /** From when a stage keeps its bay: from now on if its vehicle stands there, and no other. */
    private int begins(Stage stage, int first) {
      return standing.contains(stage.id()) ? 0 : first;
    }

    private List<Slot> slots(Stage stage, Optional<DayPerson> who, int from) {
      List<Slot> slots = new ArrayList<>();
      int at = from;
      for (Piece piece : stage.pieces()) {
        Slot slot = slot(piece, who, at);
        if (slot == null || slot.to() > day.horizon()) {
          return List.of();
        }
        slots.add(slot);
        at = slot.to();
      }
      return slots;
    }

    private Slot slot(Piece piece, Optional<DayPerson> who, int from) {
      if (piece.kind() == Piece.Kind.WAIT) {
        Span all = new Span(from, from + piece.minutes());
        return new Slot(piece, all.from(), all.to(), Optional.empty(), List.of(all));
      }
      boolean whole = piece.kind() == Piece.Kind.DRIVE;
      Timetable mine = persons.get(who.orElseThrow().login());
      if (piece.persons() == 1) {
        List<Span> work = mine.earliest(from, piece.minutes(), whole);
        return work.isEmpty() ? null : slot(piece, Optional.empty(), work);
      }
      return day.persons().stream()
          .filter(p -> !p.equals(who.get()))
          .map(p -> together(piece, mine, p, from))
          .filter(Objects::nonNull)
          .min(Comparator.comparingInt(Slot::to))
          .orElse(null);
    }

    /** Both at once, from the first to the last minute. */
    private Slot together(Piece piece, Timetable mine, DayPerson other, int from) {
      int at = from;
      while (true) {
        List<Span> one = mine.earliest(at, piece.minutes(), true);
        if (one.isEmpty()) {
          return null;
        }
        List<Span> two =
            persons.get(other.login()).earliest(one.get(0).from(), piece.minutes(), true);
        if (two.isEmpty()) {
          return null;
        }
        if (two.get(0).from() == one.get(0).from()) {
          return slot(piece, Optional.of(other.login()), one);
        }
        at = two.get(0).from();
      }
    }

    private static Slot slot(Piece piece, Optional<String> second, List<Span> work) {
      return new Slot(piece, work.get(0).from(), work.get(work.size() - 1).to(), second, work);
    }

    private void keep(Placed one) {
      placed.add(one);
      readyAt.put(one.job(), one.to());
      one.person().ifPresent(p -> lastBy.put(one.job(), p));
      int begins = begins(one.stage(), one.from());
      one.bay().ifPresent(b -> bays.get(b).take(new Span(begins, one.to())));
      one.stage().tools().forEach(t -> tools.get(t).take(new Span(one.from(), one.to())));
      for (Slot slot : one.slots()) {
        if (slot.piece().isActive()) {
          // Nobody begins something else between two halves of it: only the break lies between.
          Span all = new Span(slot.from(), slot.to());
          one.person().ifPresent(p -> persons.get(p).take(all));
          slot.second().ifPresent(p -> persons.get(p).take(all));
        }
      }
    }
  }
}
