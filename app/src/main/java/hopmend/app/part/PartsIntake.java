package hopmend.app.part;

import hopmend.app.catalog.Catalogs;
import hopmend.part.Part;
import hopmend.part.PartNumber;
import hopmend.part.PartsFile;
import hopmend.part.PartsLayout;
import hopmend.part.Supersession;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.LongConsumer;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;

/**
 * Compares a file of parts with the list, and takes it in: all of it or nothing. What the list has
 * and the file has not, stays.
 */
@Service
class PartsIntake {
  private static final int AT_ONCE = 500;
  private static final int MOST_PROBLEMS = 200;
  private static final int MOST_CHANGES = 40;
  private static final int MOST_CARDS = 10;

  private final Parts parts;
  private final PartRepository rows;
  private final Catalogs catalogs;
  private final JdbcTemplate sql;

  PartsIntake(Parts parts, PartRepository rows, Catalogs catalogs, JdbcTemplate sql) {
    this.parts = parts;
    this.rows = rows;
    this.catalogs = catalogs;
    this.sql = sql;
  }

  /** A value of a part that would change. */
  public record Change(String number, String make, List<String> what) {}

  /**
   * What a file would do.
   *
   * @param problems the first of them, each with its line
   * @param allProblems how many there are
   * @param fresh parts that the list does not have
   * @param changed parts that it has otherwise
   * @param same parts that it has just so
   * @param changes some of those that would change
   * @param strangeCards ids of cards that nobody has here; the parts are taken all the same
   */
  public record Compared(
      List<String> problems,
      long allProblems,
      long fresh,
      long changed,
      long same,
      List<Change> changes,
      List<String> strangeCards) {
    /** Whether it may be taken in. */
    public boolean isSound() {
      return allProblems == 0;
    }
  }

  /**
   * How a file is read.
   *
   * @param layout which column tells what
   * @param decimalComma whether 41,50 is a price
   * @param family of the lines that tell none, empty where each does
   */
  record Told(PartsLayout layout, boolean decimalComma, String family) {}

  /** Compares a file with the list. */
  @Transactional(readOnly = true)
  Compared compare(PartsSent sent, Told told, LongConsumer progress) {
    Comparison comparison = new Comparison(known(), progress);
    read(sent, told, comparison);
    return comparison.compared();
  }

  private void read(PartsSent sent, Told told, PartsFile.Hearer hearer) {
    PartsFile.Known known = catalogs.now().partsKnown().of(told.family());
    try (Reader text = sent.open()) {
      PartsFile.read(text, told.layout(), known, told.decimalComma(), hearer);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The fingerprint of each part of the list, by its key. */
  private Map<String, String> known() {
    Map<String, String> known = new HashMap<>();
    sql.query(
        "select part_key, md5(body) from part",
        row -> {
          known.put(row.getString(1), row.getString(2));
        });
    return known;
  }

  static String fingerprint(String body) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("MD5").digest(body.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Hears a file and compares. */
  private final class Comparison implements PartsFile.Hearer {
    private final Map<String, String> known;
    private final LongConsumer progress;
    private final List<String> problems = new ArrayList<>();
    private final List<Change> changes = new ArrayList<>();
    private final Set<String> strange = new TreeSet<>();
    private final Map<String, Supersession.Link> links = new TreeMap<>();
    private long allProblems;
    private long fresh;
    private long changed;
    private long same;

    Comparison(Map<String, String> known, LongConsumer progress) {
      this.known = known;
      this.progress = progress;
    }

    @Override
    public void part(long line, Part part) {
      links.put(
          PartNumber.key(part.number()), new Supersession.Link(part.number(), part.supersededBy()));
      part.applications().stream()
          .map(a -> a.card())
          .filter(c -> !c.isEmpty() && catalogs.now().told(c).isEmpty())
          .forEach(strange::add);
      String before = known.get(part.key());
      if (before == null) {
        fresh++;
      } else if (before.equals(fingerprint(PartJson.write(part)))) {
        same++;
      } else {
        changed++;
        if (changes.size() < MOST_CHANGES) {
          rows.findByPartKey(part.key()).ifPresent(r -> changes.add(change(r, part)));
        }
      }
    }

    @Override
    public void problem(long line, String what) {
      allProblems++;
      if (problems.size() < MOST_PROBLEMS) {
        problems.add(line == 0 ? what : "Line %d: %s.".formatted(line, what));
      }
    }

    @Override
    public void read(long line) {
      progress.accept(line);
    }

    Compared compared() {
      sql.query(
          "select number, number_key, body from part where successor_key <> ''",
          row -> {
            if (!links.containsKey(row.getString(2))) {
              links.put(
                  row.getString(2),
                  new Supersession.Link(
                      row.getString(1), PartJson.read(row.getString(3)).supersededBy()));
            }
          });
      Supersession.circles(links.values())
          .forEach(
              c ->
                  problem(
                      0,
                      "These numbers would replace each other in a circle: %s."
                          .formatted(String.join(", ", c))));
      if (fresh + changed + same + allProblems == 0) {
        problem(0, "The file has no line below the names of its columns.");
      }
      return new Compared(
          problems,
          allProblems,
          fresh,
          changed,
          same,
          changes,
          strange.stream().limit(MOST_CARDS).toList());
    }
  }

  private static Change change(PartRow row, Part part) {
    Map<String, String> before = values("", PartJson.tree(row.body()));
    Map<String, String> after = values("", PartJson.tree(PartJson.write(part)));
    Set<String> names = new TreeSet<>(before.keySet());
    names.addAll(after.keySet());
    return new Change(
        part.number(),
        part.make(),
        names.stream()
            .filter(n -> !before.getOrDefault(n, "").equals(after.getOrDefault(n, "")))
            .map(n -> "%s: %s → %s".formatted(n, told(before.get(n)), told(after.get(n))))
            .toList());
  }

  private static String told(String value) {
    return value == null || value.isEmpty() ? "none" : value;
  }

  private static Map<String, String> values(String name, JsonNode tree) {
    Map<String, String> values = new TreeMap<>();
    if (tree.isObject()) {
      tree.properties()
          .forEach(
              p ->
                  values.putAll(
                      values(name.isEmpty() ? p.getKey() : name + " " + p.getKey(), p.getValue())));
    } else if (tree.isArray() && !tree.isEmpty() && tree.get(0).isObject()) {
      for (int i = 0; i < tree.size(); i++) {
        values.putAll(values(name + " " + (i + 1), tree.get(i)));
      }
    } else if (tree.isArray()) {
      values.put(
          name, tree.valueStream().map(JsonNode::asString).collect(Collectors.joining(", ")));
    } else if (!tree.isNull()) {
      values.put(name, tree.asString());
    }
    return values;
  }

  /**
   * Takes a file in that was found sound.
   *
   * @return how many parts were written
   */
  @Transactional
  public long take(PartsSent sent, Told told, String who, LongConsumer progress) {
    Taking taking = new Taking(known(), who, progress);
    read(sent, told, taking);
    taking.write();
    if (taking.written > 0) {
      parts.changed();
    }
    return taking.written;
  }

  /** Hears a file and writes what is new, some at once. */
  private final class Taking implements PartsFile.Hearer {
    private final Map<String, String> known;
    private final String who;
    private final LongConsumer progress;
    private final List<Part> waiting = new ArrayList<>();
    private long written;

    Taking(Map<String, String> known, String who, LongConsumer progress) {
      this.known = known;
      this.who = who;
      this.progress = progress;
    }

    @Override
    public void part(long line, Part part) {
      if (!fingerprint(PartJson.write(part)).equals(known.get(part.key()))) {
        waiting.add(part);
        if (waiting.size() >= AT_ONCE) {
          write();
        }
      }
    }

    @Override
    public void problem(long line, String what) {
      throw new IllegalStateException("line %d: %s".formatted(line, what));
    }

    @Override
    public void read(long line) {
      progress.accept(line);
    }

    void write() {
      if (!waiting.isEmpty()) {
        parts.write(waiting, who);
        written += waiting.size();
        waiting.clear();
      }
    }
  }
}
