package hopmend.day;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The best schedule of a small day, found by trying every tick for every piece, every person and
 * every bay. It shares nothing with the dispatcher: who and what is taken is kept tick by tick.
 */
final class EveryDay {
  private final Day day;
  private final List<DayJob> jobs;
  private final Map<String, boolean[]> taken = new HashMap<>();
  private final Map<String, boolean[]> there = new HashMap<>();
  private Schedule.Cost best = new Schedule.Cost(Integer.MAX_VALUE, 0, 0);

  private EveryDay(Day day) {
    this.day = day;
    this.jobs = day.jobs();
    for (DayPerson p : day.persons()) {
      boolean[] ticks = new boolean[day.horizon()];
      p.there().forEach(s -> Arrays.fill(ticks, s.from(), s.to(), true));
      there.put(p.login(), ticks);
    }
  }

  /** Cost of the best; with {@code cannot} at its greatest where not all can be done. */
  static Schedule.Cost best(Day day) {
    EveryDay every = new EveryDay(day);
    every.job(0, 0, 0);
    return every.best;
  }

  private void job(int j, long late, long ends) {
    if (j == jobs.size()) {
      Schedule.Cost cost = new Schedule.Cost(0, late, ends);
      best = cost.compareTo(best) < 0 ? cost : best;
      return;
    }
    stage(j, 0, 0, late, ends);
  }

  private void stage(int j, int s, int ready, long late, long ends) {
    // Jobs only add to what it costs.
    if (best.cannot() == 0
        && (late > best.late() || late == best.late() && ends + ready >= best.ends())) {
      return;
    }
    DayJob job = jobs.get(j);
    if (s == job.stages().size()) {
      long over = job.promised().isPresent() ? Math.max(0, ready - job.promised().getAsInt()) : 0;
      job(j + 1, late + over, ends + ready);
      return;
    }
    Stage stage = job.stages().get(s);
    for (DayPerson who : day.persons()) {
      if (stage.pieces().stream().allMatch(p -> who.skills().containsAll(p.demands()))) {
        List<String> rooms =
            stage.bays().isEmpty()
                ? List.of("")
                : day.bays().stream()
                    .filter(b -> stage.bays().contains(b.kind()))
                    .map(Bay::name)
                    .toList();
        for (String room : rooms) {
          List<String> kept = new ArrayList<>(stage.tools());
          if (!room.isEmpty()) {
            kept.add("bay " + room);
          }
          pieces(
              stage,
              0,
              who,
              kept,
              Math.max(ready, stage.notBefore()),
              -1,
              end -> stage(j, s + 1, end, late, ends));
        }
      }
    }
  }

  private interface Then {
    void go(int end);
  }

  private void pieces(
      Stage stage, int p, DayPerson who, List<String> kept, int from, int began, Then then) {
    if (p == stage.pieces().size()) {
      with(kept, began, from, () -> then.go(from));
      return;
    }
    Piece piece = stage.pieces().get(p);
    if (piece.kind() == Piece.Kind.WAIT) {
      // Longer than it has to is the next piece's later beginning.
      if (from + piece.minutes() <= day.horizon()) {
        pieces(stage, p + 1, who, kept, from + piece.minutes(), began, then);
      }
      return;
    }
    for (int at = from; at < day.horizon(); at++) {
      int end = end(piece, who.login(), at);
      if (end > 0) {
        int first = began < 0 ? at : began;
        Runnable on = () -> pieces(stage, p + 1, who, kept, end, first, then);
        if (piece.persons() == 1) {
          with(List.of(who.login()), at, end, on);
        } else {
          for (DayPerson other : day.persons()) {
            if (!other.equals(who) && end(piece, other.login(), at) == end) {
              with(List.of(who.login(), other.login()), at, end, on);
            }
          }
        }
      }
    }
  }

  /** When a piece that begins at a tick ends; -1 where it cannot begin there. */
  private int end(Piece piece, String login, int at) {
    boolean[] ticks = there.get(login);
    int left = piece.minutes();
    for (int t = at; t < day.horizon(); t++) {
      if (ticks[t]) {
        left--;
        if (left == 0) {
          return t + 1;
        }
      } else if (t == at || piece.kind() == Piece.Kind.DRIVE) {
        return -1;
      }
    }
    return -1;
  }

  /** Takes things for some ticks, goes on, and gives them back; nothing if one is taken already. */
  private void with(List<String> things, int from, int to, Runnable on) {
    for (String thing : things) {
      boolean[] ticks = taken.computeIfAbsent(thing, x -> new boolean[day.horizon()]);
      for (int t = from; t < to; t++) {
        if (ticks[t]) {
          return;
        }
      }
    }
    things.forEach(x -> Arrays.fill(taken.get(x), from, to, true));
    on.run();
    things.forEach(x -> Arrays.fill(taken.get(x), from, to, false));
  }
}
