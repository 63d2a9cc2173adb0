package hopmend.report;

import java.util.ArrayList;
import java.util.List;

/** "Engine control Body control": names of units, and below each what it has. */
final class SideBySide implements ColumnBlock {
  private final List<Cell> names;
  private final int namesStart;
  private final List<List<Line>> below = new ArrayList<>();

  SideBySide(List<Cell> names, int namesStart) {
    this.names = names;
    this.namesStart = namesStart;
    names.forEach(n -> below.add(new ArrayList<>()));
  }

  @Override
  public char parting() {
    return ' ';
  }

  @Override
  public boolean takes(List<Cell> cells, int lineStart) {
    List<List<Cell>> parts = new ArrayList<>();
    names.forEach(n -> parts.add(new ArrayList<>()));
    for (Cell c : cells) {
      int column = ColumnBlock.beginningBefore(names, namesStart, c.start() - lineStart);
      boolean runsOn =
          column + 1 < names.size()
              && c.end() - lineStart > names.get(column + 1).start() - namesStart;
      if (runsOn) {
        return false;
      }
      parts.get(column).add(c);
    }
    for (int k = 0; k < parts.size(); k++) {
      List<Cell> part = parts.get(k);
      if (!part.isEmpty()) {
        Cell all = new Cell(Head.NONE, part.get(0).start(), part.get(part.size() - 1).end());
        below.get(k).add(Line.of(Line.Kind.TEXT, 0, all));
      }
    }
    return true;
  }

  @Override
  public List<Line> lines() {
    List<Line> lines = new ArrayList<>();
    for (int k = 0; k < names.size(); k++) {
      lines.add(Line.of(Line.Kind.HEADING, 0, names.get(k)));
      lines.addAll(below.get(k));
    }
    return lines;
  }
}
