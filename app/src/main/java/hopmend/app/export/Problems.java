package hopmend.app.export;

import java.util.ArrayList;
import java.util.List;

/** What is wrong with a file, each with its place, in plain words; so many and no more. */
final class Problems {
  private static final int MOST = 30;

  private final List<String> all = new ArrayList<>();
  private boolean abandoned;

  void add(String place, String what) {
    if (!isFull()) {
      all.add(place + ": " + what + (what.endsWith(".") ? "" : "."));
    }
  }

  void addAll(String place, List<String> what) {
    what.forEach(w -> add(place, w));
  }

  /** Something is so far out of bounds that reading on makes no sense. */
  void abandon(String place, String what) {
    add(place, what);
    abandoned = true;
  }

  boolean isEmpty() {
    return all.isEmpty();
  }

  boolean isFull() {
    return abandoned || all.size() >= MOST;
  }

  /** In the order of the file; the last line says so if there may be more. */
  List<String> lines() {
    List<String> lines = new ArrayList<>(all);
    if (isFull()) {
      lines.add("Reading ended here; there may be more.");
    }
    return lines;
  }
}
