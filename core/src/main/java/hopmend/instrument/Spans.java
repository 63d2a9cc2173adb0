package hopmend.instrument;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;

/** Stretches of a recording. */
final class Spans {
  private Spans() {}

  /**
   * Where something holds without a longer break.
   *
   * @param joinS breaks up to this are none
   * @param leastS shorter stretches are left out
   */
  static List<Sight.Span> where(double[] timeS, IntPredicate holds, double joinS, double leastS) {
    List<Sight.Span> spans = new ArrayList<>();
    double from = Double.NaN;
    double last = Double.NaN;
    for (int i = 0; i < timeS.length; i++) {
      if (!Double.isNaN(from) && timeS[i] - last > joinS) {
        add(spans, from, last, leastS);
        from = Double.NaN;
      }
      if (holds.test(i)) {
        from = Double.isNaN(from) ? timeS[i] : from;
        last = timeS[i];
      }
    }
    if (!Double.isNaN(from)) {
      add(spans, from, last, leastS);
    }
    return spans;
  }

  /** Index of the first moment that is not before a time. */
  static int at(double[] timeS, double time) {
    int i = Arrays.binarySearch(timeS, time);
    return i >= 0 ? i : -i - 1;
  }

  private static void add(List<Sight.Span> spans, double from, double to, double leastS) {
    if (to - from >= leastS) {
      spans.add(new Sight.Span(from, to));
    }
  }
}
