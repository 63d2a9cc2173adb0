package hopmend.fault;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.fault.CodePicture.Node;
import hopmend.fault.CodePicture.Role;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The codes as boxes: shared causes at the left, causes in the middle, followers at the right with
 * an arrow and its reason, bystanders and unrelated codes in a lane below.
 */
public final class CodeDrawing {
  private static final double WIDTH = 960;
  private static final double BOX_HEIGHT = 48;
  private static final double STEP = 64;
  private static final double SHARED_WIDTH = 226;
  private static final double NARROW_BOX = 224;
  private static final double WIDE_BOX = 308;
  private static final int WIDE_TEXT = 10;
  private static final double ROOM_FOR_WORDS = 170;
  private static final int MOST_LETTERS = 22;

  /** More boxes than this nobody can read; the list beside the drawing has them all. */
  private static final int MOST_BOXES = 40;

  private final CodePicture picture;
  private final Wording words;
  private final List<Node> nodes;
  private final Map<TroubleCode, Node> byCode = new HashMap<>();
  private final double boxWidth;
  private final double[] columnX;
  private final List<Shape> shapes = new ArrayList<>();
  private final Map<TroubleCode, Double> middles = new HashMap<>();

  private CodeDrawing(CodePicture picture, Wording words) {
    this.picture = picture;
    this.words = words;
    this.nodes = picture.nodes().stream().limit(MOST_BOXES).toList();
    nodes.forEach(n -> byCode.put(n.read().code(), n));
    boolean wide = nodes.stream().anyMatch(n -> n.read().code().text().length() > WIDE_TEXT);
    this.boxWidth = wide ? WIDE_BOX : NARROW_BOX;
    double causes = picture.shared().isEmpty() ? 6 : 6 + SHARED_WIDTH + 70;
    this.columnX = new double[] {6, causes, WIDTH - boxWidth - 6};
  }

  public static Drawing draw(CodePicture picture, Wording words) {
    return new CodeDrawing(picture, words).drawing();
  }

  private Drawing drawing() {
    int followers = 0;
    double y = 8;
    Map<TroubleCode, List<CodePicture.Arrow>> byCause = new LinkedHashMap<>();
    firstInto()
        .values()
        .forEach(a -> byCause.computeIfAbsent(a.from(), k -> new ArrayList<>()).add(a));
    for (Node n : nodes) {
      if (n.role() == Role.CAUSE) {
        List<CodePicture.Arrow> out = byCause.getOrDefault(n.read().code(), List.of());
        double height = Math.max(1, out.size()) * STEP;
        double middle = y + height / 2 - (STEP - BOX_HEIGHT) / 2;
        box(n, 1, middle);
        for (CodePicture.Arrow a : out) {
          double at = y + BOX_HEIGHT / 2;
          box(byCode.get(a.to()), 2, at);
          arrow(words.of(a.brief()), 1, middle, 2, at);
          y += STEP;
          followers++;
        }
        y += out.isEmpty() ? STEP : 0;
      }
    }
    for (Node n : nodes) {
      if (n.role() == Role.CHILD && !middles.containsKey(n.read().code())) {
        box(n, 2, y + BOX_HEIGHT / 2);
        y += STEP;
      }
    }
    y = Math.max(y, sharedCauses() + 6);
    y = lane(y, Role.BYSTANDER, "lane-bystander");
    y = lane(y, Role.ALONE, "lane-alone");
    int more = picture.nodes().size() - nodes.size();
    if (more > 0) {
      shapes.add(new Shape.Label("code-lane", columnX[0], y + 20, "start", drawn("more", more)));
      y += 36;
    }
    List<Message> spoken = new ArrayList<>(picture.says());
    if (followers > 0) {
      spoken.add(Message.of("drawn.followers", followers));
    }
    picture.shared().forEach(s -> spoken.add(Message.of("drawn.shared", s.name())));
    return new Drawing(WIDTH, Math.max(y, STEP), shapes, words.of(spoken));
  }

  private String shortly(Role role) {
    return role == Role.CAUSE ? drawn("cause") : words.of(Message.named(role));
  }

  private String drawn(String key, Object... said) {
    return words.of(Message.of("drawn." + key, said));
  }

  /** A follower of several causes is drawn once, at the first that is no follower itself. */
  private Map<TroubleCode, CodePicture.Arrow> firstInto() {
    Map<TroubleCode, CodePicture.Arrow> first = new LinkedHashMap<>();
    for (CodePicture.Arrow a : picture.arrows()) {
      if (byCode.containsKey(a.to()) && byCode.containsKey(a.from())) {
        first.merge(a.to(), a, (old, late) -> isFromCause(old) || !isFromCause(late) ? old : late);
      }
    }
    return first;
  }

  private boolean isFromCause(CodePicture.Arrow arrow) {
    return byCode.get(arrow.from()).role() == Role.CAUSE;
  }

  private void box(Node n, int column, double middle) {
    box(n, columnX[column], middle);
  }

  private void box(Node n, double x, double middle) {
    TroubleCode code = n.read().code();
    boolean first = picture.workOn().filter(code::equals).isPresent();
    String role = first ? "code-box-first" : "code-box-" + n.role().name().toLowerCase(Locale.ROOT);
    shapes.add(new Shape.Box(role, x, middle - BOX_HEIGHT / 2, boxWidth, BOX_HEIGHT, 9));
    shapes.add(
        new Shape.Label(
            first ? "code-name-first" : "code-name", x + 12, middle + 7, "start", code.text()));
    shapes.add(
        new Shape.Label(
            first ? "code-role-first" : "code-role",
            x + boxWidth - 10,
            middle + 6,
            "end",
            first ? drawn("first") : shortly(n.role())));
    middles.put(code, middle);
  }

  private void arrow(String brief, int fromColumn, double fromY, int toColumn, double toY) {
    double from = columnX[fromColumn] + (fromColumn == 0 ? SHARED_WIDTH : boxWidth);
    double to = columnX[toColumn] - 3;
    double bend = from + 16;
    shapes.add(
        new Shape.Path(
            "code-arrow-line",
            List.of(
                new Shape.Point(from, fromY),
                new Shape.Point(bend, fromY),
                new Shape.Point(bend, toY),
                new Shape.Point(to - 9, toY)),
            false));
    shapes.add(
        new Shape.Path(
            "code-arrow-tip",
            List.of(
                new Shape.Point(to, toY),
                new Shape.Point(to - 11, toY - 6),
                new Shape.Point(to - 11, toY + 6)),
            true));
    if (!brief.isEmpty() && to - bend > ROOM_FOR_WORDS) {
      shapes.add(new Shape.Label("code-why", (bend + to) / 2, toY - 7, "middle", shortened(brief)));
    }
  }

  private static String shortened(String text) {
    return text.length() <= MOST_LETTERS ? text : text.substring(0, MOST_LETTERS - 1) + "…";
  }

  private double sharedCauses() {
    double bottom = 0;
    for (CodePicture.Shared s : picture.shared()) {
      double middle =
          s.codes().stream()
              .filter(middles::containsKey)
              .mapToDouble(middles::get)
              .average()
              .orElse(32);
      middle = Math.max(middle, bottom + BOX_HEIGHT / 2 + 6);
      shapes.add(
          new Shape.Box(
              "code-box-shared",
              columnX[0],
              middle - BOX_HEIGHT / 2,
              SHARED_WIDTH,
              BOX_HEIGHT,
              24));
      shapes.add(
          new Shape.Label(
              "code-shared-name",
              columnX[0] + SHARED_WIDTH / 2,
              middle + 6,
              "middle",
              shortened(s.name())));
      for (TroubleCode c : s.codes()) {
        if (middles.containsKey(c)) {
          arrow("", 0, middle, 1, middles.get(c));
        }
      }
      bottom = middle + BOX_HEIGHT / 2;
    }
    return bottom;
  }

  private double lane(double y, Role role, String name) {
    List<Node> standing = nodes.stream().filter(n -> n.role() == role).toList();
    double at = y;
    for (int i = 0; i < standing.size(); i++) {
      if (i % 3 == 0) {
        at = y + i / 3 * STEP;
      }
      if (i == 0) {
        shapes.add(new Shape.Label("code-lane", columnX[0], at + 16, "start", drawn(name)));
        y += 26;
        at += 26;
      }
      box(standing.get(i), columnX[0] + i % 3 * (boxWidth + 8), at + BOX_HEIGHT / 2);
    }
    return standing.isEmpty() ? y : at + STEP;
  }
}
