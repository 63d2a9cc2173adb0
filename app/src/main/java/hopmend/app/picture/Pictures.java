package hopmend.app.picture;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.job.JobRules;
import hopmend.job.JobState;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.multipart.MultipartFile;

/** Keeps pictures of sensors. What is large is only moved when somebody looks at it. */
@Service
public class Pictures {
  private static final Pattern ID = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}");

  private final JdbcTemplate sql;
  private final HeavyWork heavy;
  private final Clock clock;

  Pictures(JdbcTemplate sql, HeavyWork heavy, Clock clock) {
    this.sql = sql;
    this.heavy = heavy;
    this.clock = clock;
  }

  record Size(int width, int height) {}

  private record Place(String card, String site) {}

  /** What is kept under an id never changes. */
  private final Cache<String, Size> sizes = Caffeine.newBuilder().maximumSize(2000).build();

  /** What another instance puts on a card is seen here half a minute later. */
  private final Cache<Place, List<SensorPicture>> onCards =
      Caffeine.newBuilder().maximumSize(500).expireAfterWrite(Duration.ofSeconds(30)).build();

  /**
   * Takes a picture in and keeps it.
   *
   * @throws InputProblem in the field "picture" if there is none, or it cannot be read
   */
  TakenPicture take(MultipartFile file, String who) {
    if (file == null || file.isEmpty()) {
      throw new InputProblem("picture", "Pick a picture first.");
    }
    byte[] sent;
    try {
      sent = file.getBytes();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    TakenPicture taken = heavy.few("picture", who, sent.length, () -> TakenPicture.of(sent));
    keep(taken, who);
    return taken;
  }

  private void keep(TakenPicture taken, String who) {
    sql.update(
        "insert into picture (id, sha256, width, height, content, small, taken_by, taken_at)"
            + " values (?, ?, ?, ?, ?, ?, ?, ?) on conflict (id) do nothing",
        taken.id(),
        taken.sha256(),
        taken.width(),
        taken.height(),
        taken.content(),
        taken.small(),
        who,
        Timestamp.from(clock.instant()));
  }

  /** A picture that came in a file, as this application once wrote it. */
  public static final class Carried {
    private final TakenPicture taken;

    private Carried(TakenPicture taken) {
      this.taken = taken;
    }

    /**
     * Looks through it.
     *
     * @throws InputProblem in the field "file" if it is none of ours
     */
    public static Carried of(byte[] content) {
      return new Carried(TakenPicture.kept(content));
    }

    public String id() {
      return taken.id().toString();
    }

    public String sha256() {
      return taken.sha256();
    }

    /** Bytes that it takes to hold it. */
    public int size() {
      return taken.content().length + taken.small().length;
    }
  }

  /** Keeps what came in a file; what is here already stays. */
  public void keep(Carried carried, String who) {
    keep(carried.taken, who);
  }

  public boolean keeps(String id) {
    return size(id).isPresent();
  }

  /** The whole picture that is kept under an id; empty where it is not kept here. */
  public Optional<byte[]> whole(String id) {
    return bytes(id, false);
  }

  /** What is kept under an id, the whole picture or its small copy. */
  Optional<byte[]> bytes(String id, boolean small) {
    return one(
        "select " + (small ? "small" : "content") + " from picture where id = ?",
        (row, n) -> row.getBytes(1),
        id);
  }

  Optional<Size> size(String id) {
    return Optional.ofNullable(
        sizes.get(
            id,
            i ->
                one(
                        "select width, height from picture where id = ?",
                        (row, n) -> new Size(row.getInt(1), row.getInt(2)),
                        i)
                    .orElse(null)));
  }

  private <T> Optional<T> one(String query, RowMapper<T> mapper, String id) {
    return ID.matcher(id).matches()
        ? sql.query(query, mapper, UUID.fromString(id)).stream().findFirst()
        : Optional.empty();
  }

  /** Pictures of the sensor at hand of a job, the job's own first. */
  public List<SensorPicture> of(JobState state) {
    return SensorPicture.of(state, this);
  }

  // Those of a card

  /** One on a sensor of a card, as a file carries it. */
  public record OnCard(
      String card, String site, String picture, String words, Integer x, Integer y) {}

  /** All that are on a card, by sensor. */
  public List<OnCard> ofCard(String card) {
    return sql.query(
        "select site, picture_id, words, x, y from card_picture"
            + " where card_id = ? and put_away_at is null order by site, added_at, picture_id",
        (row, n) ->
            new OnCard(
                card,
                row.getString(1),
                row.getString(2),
                row.getString(3),
                row.getObject(4, Integer.class),
                row.getObject(5, Integer.class)),
        card);
  }

  /**
   * Puts one that came in a file on its card.
   *
   * @throws InputProblem in the field "picture" if the sensor has as many as it takes
   */
  @Transactional
  public void putOnCard(OnCard one, Carried carried, String who) {
    keep(carried, who);
    TakenPicture t = carried.taken;
    putOnCard(
        one.card(),
        one.site(),
        new SensorPicture(
            one.picture(), one.words(), t.width(), t.height(), one.x(), one.y(), 0, who),
        who);
  }

  /** Pictures of a sensor of a card, the first first. */
  public List<SensorPicture> ofCard(String card, String site) {
    return card.isEmpty()
        ? List.of()
        : onCards.get(new Place(card, site), p -> keptOnCard(card, site));
  }

  private List<SensorPicture> keptOnCard(String card, String site) {
    return sql.query(
        "select c.picture_id, c.words, p.width, p.height, c.x, c.y, c.added_by"
            + " from card_picture c join picture p on p.id = c.picture_id"
            + " where c.card_id = ? and c.site = ? and c.put_away_at is null"
            + " order by c.added_at, c.picture_id",
        (row, n) ->
            new SensorPicture(
                row.getString(1),
                row.getString(2),
                row.getInt(3),
                row.getInt(4),
                row.getObject(5, Integer.class),
                row.getObject(6, Integer.class),
                0,
                row.getString(7)),
        card,
        site);
  }

  /**
   * Puts a kept picture on a card; one that was put away comes back.
   *
   * @throws InputProblem in the field "picture" if the sensor has as many as it takes
   */
  @Transactional
  public void putOnCard(String card, String site, SensorPicture picture, String who) {
    // Two who add at once are counted one after the other.
    sql.query(
        "select pg_advisory_xact_lock(hashtext(?))", row -> {}, "pictures " + card + "/" + site);
    List<SensorPicture> there = keptOnCard(card, site);
    if (there.stream().noneMatch(p -> p.id().equals(picture.id()))
        && there.size() >= JobRules.MOST_PICTURES) {
      throw new InputProblem(
          "picture",
          "A sensor takes %d pictures. Put one away that says less."
              .formatted(JobRules.MOST_PICTURES));
    }
    sql.update(
        "insert into card_picture (card_id, site, picture_id, words, x, y, added_by, added_at)"
            + " values (?, ?, ?, ?, ?, ?, ?, ?) on conflict (card_id, site, picture_id) do update"
            + " set words = excluded.words, x = excluded.x, y = excluded.y, put_away_at = null,"
            + " put_away_by = null",
        card,
        site,
        UUID.fromString(picture.id()),
        picture.words(),
        picture.x(),
        picture.y(),
        who,
        Timestamp.from(clock.instant()));
    changed(card, site);
  }

  private void changed(String card, String site) {
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            onCards.invalidate(new Place(card, site));
          }
        });
  }

  @Transactional
  void markOnCard(String card, String site, String picture, int x, int y) {
    if (ID.matcher(picture).matches()) {
      sql.update(
          "update card_picture set x = ?, y = ? where card_id = ? and site = ? and picture_id = ?",
          x,
          y,
          card,
          site,
          UUID.fromString(picture));
      changed(card, site);
    }
  }

  @Transactional
  void putAway(String card, String site, String picture, String who) {
    if (ID.matcher(picture).matches()) {
      sql.update(
          "update card_picture set put_away_by = ?, put_away_at = ? where card_id = ? and site = ?"
              + " and picture_id = ? and put_away_at is null",
          who,
          Timestamp.from(clock.instant()),
          card,
          site,
          UUID.fromString(picture));
      changed(card, site);
    }
  }
}
