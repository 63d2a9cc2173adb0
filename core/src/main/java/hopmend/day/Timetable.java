package hopmend.day;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** When somebody or something is there, and when taken. */
final class Timetable {
  private final int[] comes;
  private final int[] goes;

  /** Stretches that are taken, in order; none meets another. */
  private int[] from = new int[8];

  private int[] to = new int[8];
  private int taken;

  Timetable(List<Span> there) {
    comes = there.stream().mapToInt(Span::from).toArray();
    goes = there.stream().mapToInt(Span::to).toArray();
  }

  void take(Span span) {
    if (span.minutes() == 0) {
      return;
    }
    if (taken == from.length) {
      from = Arrays.copyOf(from, 2 * taken);
      to = Arrays.copyOf(to, 2 * taken);
    }
    int i = firstAfter(to, taken, span.from());
    System.arraycopy(from, i, from, i + 1, taken - i);
    System.arraycopy(to, i, to, i + 1, taken - i);
    from[i] = span.from();
    to[i] = span.to();
    taken++;
  }

  /** When it is free again where it is taken within a stretch; -1 where it is not. */
  int busyUntil(int begins, int ends) {
    int i = firstAfter(to, taken, begins);
    return i < taken && from[i] < ends ? to[i] : -1;
  }

  /** The place of the first that is greater; of numbers that grow. */
  private static int firstAfter(int[] sorted, int count, int than) {
    int found = Arrays.binarySearch(sorted, 0, count, than);
    return found >= 0 ? found + 1 : -found - 1;
  }

  /**
   * The earliest work of so many minutes that is not taken by anything else.
   *
   * @param whole without a break in it
   * @return the stretches of it; empty where there is no such time
   */
  List<Span> earliest(int after, int minutes, boolean whole) {
    int at = after;
    while (true) {
      int first = firstStretch(at, whole ? minutes : 0);
      if (first == comes.length) {
        return List.of();
      }
      int begins = Math.max(at, comes[first]);
      int last = last(first, begins, minutes);
      if (last < 0) {
        return List.of();
      }
      int ends = end(first, last, begins, minutes);
      int busy = busyUntil(begins, ends);
      if (busy < 0) {
        return stretches(first, last, begins, ends);
      }
      at = busy;
    }
  }

  /** The first stretch in which so many minutes are left, and one at least. */
  private int firstStretch(int at, int minutes) {
    int i = firstAfter(goes, goes.length, at);
    while (i < goes.length && Math.max(at, comes[i]) + minutes > goes[i]) {
      i++;
    }
    return i;
  }

  /** The stretch in which it is done; -1 if there is none. */
  private int last(int first, int begins, int minutes) {
    int left = minutes - (goes[first] - begins);
    int i = first;
    while (left > 0) {
      i++;
      if (i == comes.length) {
        return -1;
      }
      left -= goes[i] - comes[i];
    }
    return i;
  }

  private int end(int first, int last, int begins, int minutes) {
    int left = minutes;
    for (int i = first; i < last; i++) {
      left -= goes[i] - (i == first ? begins : comes[i]);
    }
    return (last == first ? begins : comes[last]) + left;
  }

  private List<Span> stretches(int first, int last, int begins, int ends) {
    if (first == last) {
      return List.of(new Span(begins, ends));
    }
    List<Span> work = new ArrayList<>();
    for (int i = first; i <= last; i++) {
      work.add(new Span(i == first ? begins : comes[i], i == last ? ends : goes[i]));
    }
    return work;
  }
}
