package hopmend.app.part;

import de.siegmar.fastcsv.writer.CsvWriter;
import hopmend.app.catalog.Catalogs;
import hopmend.app.web.CsvCell;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.ListFilter;
import hopmend.app.web.ListOrder;
import hopmend.app.web.ListOrder.Column;
import hopmend.app.web.ListOrder.Kind;
import hopmend.app.web.Paged;
import hopmend.catalog.OldCardParts;
import hopmend.part.BenchTrait;
import hopmend.part.Part;
import hopmend.part.PartNumber;
import hopmend.part.PartsFile;
import hopmend.part.PartsLayout;
import hopmend.part.Supersession;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.Writer;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** The shop's list of parts: kept, searched, and taken out as CSV. */
@Service
public class Parts {
  private static final int AT_ONCE = 500;

  private static final ListOrder<PartRow> LISTED =
      new ListOrder<>(
          PartRow.class,
          "part",
          false,
          List.of(
              new Column<>("number", Kind.WORDS, PartRow::number),
              new Column<>("id", Kind.NUMBER, PartRow::id)),
          "small_key");

  /** Many at once; of each it tells the id, and whether it was there before. */
  private static final String WRITE =
      """
      insert into part (part_key, number, number_key, small_key, blurred, make, grade, family, name,
        successor_key, price, stock, shelf, body, search_text, changed_by, changed_at)
      select k, n, nk, sk, b, m, g, f, na, s, p, st, sh, bo, se, ?, ? from unnest(
        ?::text[], ?::text[], ?::text[], ?::text[], ?::text[], ?::text[], ?::text[], ?::text[],
        ?::text[], ?::text[], ?::float8[], ?::int[], ?::text[], ?::text[], ?::text[])
        as new (k, n, nk, sk, b, m, g, f, na, s, p, st, sh, bo, se)
      on conflict (part_key) do update set number = excluded.number,
        number_key = excluded.number_key, small_key = excluded.small_key, blurred = excluded.blurred, make = excluded.make,
        grade = excluded.grade, family = excluded.family, name = excluded.name,
        successor_key = excluded.successor_key, price = excluded.price, stock = excluded.stock,
        shelf = excluded.shelf, body = excluded.body, search_text = excluded.search_text,
        changed_by = excluded.changed_by, changed_at = excluded.changed_at
      returning id, part_key, xmax <> 0
      """;

  private final PartRepository parts;
  private final PartsAtHand atHand;
  private final JdbcTemplate sql;
  private final Catalogs catalogs;
  private final Clock clock;
  private final EntityManager database;

  Parts(
      PartRepository parts,
      PartsAtHand atHand,
      JdbcTemplate sql,
      Catalogs catalogs,
      Clock clock,
      EntityManager database) {
    this.parts = parts;
    this.atHand = atHand;
    this.sql = sql;
    this.catalogs = catalogs;
    this.clock = clock;
    this.database = database;
  }

  /**
   * A page of the list.
   *
   * @param family of which alone; empty for all
   */
  @Transactional(readOnly = true)
  public Paged<PartRow> list(ListAsked asked, String family) {
    ListFilter filter =
        family.isEmpty() ? ListFilter.NONE : new ListFilter("family = ?", List.of(family));
    return Paged.read(
        database,
        LISTED,
        new ListAsked(PartSearch.words(asked.words()), asked.after(), asked.before(), filter));
  }

  @Transactional(readOnly = true)
  public Optional<PartRow> row(long id) {
    return parts.findById(id);
  }

  /** The part of a key; empty if the list has none. */
  @Transactional(readOnly = true)
  public Optional<Part> part(String key) {
    return parts.findByPartKey(key).map(PartRow::part);
  }

  /**
   * Keeps a part, new or changed.
   *
   * @param id of the line to change, empty for a new one
   * @throws InputProblem if another line is the same part, or numbers replace each other in a
   *     circle
   */
  @Transactional
  public PartRow keep(Optional<Long> id, Part part, String who) {
    Optional<PartRow> same = parts.findByPartKey(part.key());
    if (same.isPresent() && !id.equals(same.map(PartRow::id))) {
      throw new InputProblem(
          "number",
          "%s of %s stands on the list already.".formatted(same.get().number(), part.make()));
    }
    requireNoCircle(part);
    PartRow row = id.flatMap(parts::findById).orElse(null);
    if (row == null) {
      row = parts.save(new PartRow(part, who, clock.instant()));
    } else {
      row.change(part, who, clock.instant());
      parts.save(row);
    }
    database.flush();
    uses(List.of(new Kept(row.id(), part)), List.of(row.id()));
    changed();
    return row;
  }

  private void requireNoCircle(Part part) {
    List<String> chain =
        part.superseded() ? Supersession.chain(part.supersededBy(), atHand.now()) : List.of();
    boolean closes =
        chain.stream().map(PartNumber::key).anyMatch(k -> k.equals(PartNumber.key(part.number())));
    if (closes) {
      throw new InputProblem(
          "superseded_by",
          "These numbers would replace each other in a circle: %s, %s."
              .formatted(part.number(), String.join(", ", chain)));
    }
  }

  @Transactional
  public void remove(long id) {
    parts
        .findById(id)
        .ifPresent(
            row -> {
              parts.delete(row);
              changed();
            });
  }

  /** Takes parts onto the list, in the place of those of their keys: all or none. */
  @Transactional
  public void take(List<Part> all, String who) {
    for (int i = 0; i < all.size(); i += AT_ONCE) {
      write(all.subList(i, Math.min(all.size(), i + AT_ONCE)), who);
    }
    changed();
  }

  /** Takes those onto the list that it does not have; what it has stays. */
  @Transactional
  public void takeNew(List<Part> all, String who) {
    Map<String, Part> fresh = new LinkedHashMap<>();
    all.forEach(p -> fresh.putIfAbsent(p.key(), p));
    fresh.keySet().removeIf(k -> parts.findByPartKey(k).isPresent());
    if (!fresh.isEmpty()) {
      take(List.copyOf(fresh.values()), who);
    }
  }

  /**
   * The list of parts was once a part of the cards: what they told of parts comes onto it, once.
   * The first start after the tables were brought up to date does it.
   */
  @EventListener
  @Order(-1)
  @Transactional
  public void moveFromCards(ApplicationReadyEvent started) {
    List<String> cards =
        sql.queryForList("select yaml from card_with_parts for update", String.class);
    if (!cards.isEmpty()) {
      takeNew(cards.stream().flatMap(y -> OldCardParts.of(y).stream()).toList(), "cards");
      sql.update("delete from card_with_parts");
    }
  }

  /** Writes a few parts at once, in the place of those of their keys. */
  void write(List<Part> few, String who) {
    Timestamp now = Timestamp.from(clock.instant());
    List<PartRow> rows = few.stream().map(p -> new PartRow(p, who, now.toInstant())).toList();
    List<Object> values = new ArrayList<>(List.of(who, now));
    values.add(texts(rows, PartRow::partKey));
    values.add(texts(rows, PartRow::number));
    values.add(texts(rows, PartRow::numberKey));
    values.add(texts(rows, PartRow::smallKey));
    values.add(texts(rows, PartRow::blurred));
    values.add(texts(rows, PartRow::make));
    values.add(texts(rows, r -> r.grade().name()));
    values.add(texts(rows, PartRow::family));
    values.add(texts(rows, PartRow::name));
    values.add(texts(rows, PartRow::successorKey));
    values.add(rows.stream().map(PartRow::price).toArray(Double[]::new));
    values.add(rows.stream().map(PartRow::stock).toArray(Integer[]::new));
    values.add(texts(rows, PartRow::shelf));
    values.add(texts(rows, PartRow::body));
    values.add(texts(rows, PartRow::searchText));
    Map<String, Long> ids = new HashMap<>();
    List<Long> before = new ArrayList<>();
    sql.query(
        WRITE,
        row -> {
          ids.put(row.getString(2), row.getLong(1));
          if (row.getBoolean(3)) {
            before.add(row.getLong(1));
          }
        },
        values.toArray());
    uses(few.stream().map(p -> new Kept(ids.get(p.key()), p)).toList(), before);
  }

  private static String[] texts(List<PartRow> rows, Function<PartRow, String> of) {
    return rows.stream().map(of).toArray(String[]::new);
  }

  /** A part and the id of its line. */
  private record Kept(long id, Part part) {}

  /**
   * Writes anew what parts are looked up by.
   *
   * @param before ids of those that were there before
   */
  private void uses(List<Kept> kept, List<Long> before) {
    if (!before.isEmpty()) {
      Object ids = before.toArray(Long[]::new);
      sql.update("delete from part_use where part_id = any (?)", ids);
      sql.update("delete from part_interchange where part_id = any (?)", ids);
    }
    sql.batchUpdate(
        "insert into part_use (part_id, family, card, engine) values (?, ?, ?, ?)"
            + " on conflict do nothing",
        kept.stream().flatMap(Parts::lines).toList());
    sql.batchUpdate(
        "insert into part_interchange (part_id, number_key) values (?, ?) on conflict do nothing",
        kept.stream()
            .flatMap(
                k ->
                    k.part().interchange().stream()
                        .map(n -> new Object[] {k.id(), PartNumber.key(n)}))
            .toList());
  }

  private static Stream<Object[]> lines(Kept k) {
    return k.part().applications().stream()
        .flatMap(
            a ->
                (a.engines().isEmpty() ? Stream.of("") : a.engines().stream())
                    .map(e -> new Object[] {k.id(), k.part().family(), a.card(), e}));
  }

  /** Tells every instance, once this transaction is committed, that the list is another. */
  void changed() {
    parts.changed();
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            atHand.changed();
          }
        });
  }

  /** Writes the list as CSV, in the order of the numbers. */
  @Transactional(readOnly = true)
  public void write(Writer out) throws IOException {
    List<BenchTrait> traits = catalogs.now().bench();
    try (CsvWriter csv = CsvWriter.builder().build(out);
        Stream<PartRow> all = parts.all()) {
      csv.writeRecord(PartsLayout.headings(traits));
      int written = 0;
      for (Iterator<PartRow> rows = all.iterator(); rows.hasNext(); ) {
        PartRow row = rows.next();
        for (List<String> line : PartsFile.lines(row.part(), traits)) {
          csv.writeRecord(new ArrayList<>(line.stream().map(CsvCell::write).toList()));
        }
        database.detach(row);
        if (++written % AT_ONCE == 0) {
          out.flush();
        }
      }
    }
  }
}
