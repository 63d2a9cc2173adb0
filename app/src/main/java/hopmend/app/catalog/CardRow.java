package hopmend.app.catalog;

import hopmend.catalog.VehicleCard;
import hopmend.find.Site;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** The current revision of a card, as lists and searches need it. */
@Entity
@Table(name = "card")
public class CardRow {
  private static final int LONGEST_NAME = 140;

  @Id private String id;
  private int revision;
  private String name;

  @Column(name = "search_text")
  private String searchText;

  private boolean shipped;

  @Column(name = "changed_by")
  private String changedBy;

  @Column(name = "changed_at")
  private Instant changedAt;

  protected CardRow() {}

  CardRow(VehicleCard card, boolean shipped, String who, Instant now) {
    id = card.id();
    change(card, shipped, who, now);
  }

  final void change(VehicleCard card, boolean isShipped, String who, Instant now) {
    revision = card.revision();
    name = card.name().substring(0, Math.min(LONGEST_NAME, card.name().length()));
    shipped = isShipped;
    changedBy = who;
    changedAt = now;
    searchText = words(card);
  }

  /** Names, engine, each year, numbers of parts, and the names of its sensors. */
  private static String words(VehicleCard card) {
    String years =
        IntStream.rangeClosed(card.yearFrom(), Math.min(card.yearTo(), card.yearFrom() + 60))
            .mapToObj(String::valueOf)
            .collect(Collectors.joining(" "));
    return Stream.of(
            Stream.of(card.name(), card.id(), card.engine().code(), card.engine().name(), years),
            card.told().map(Site::name),
            card.told().map(Site::fittedPart).filter(Objects::nonNull))
        .flatMap(s -> s)
        .collect(Collectors.joining(" "))
        .toLowerCase(Locale.ROOT);
  }

  public String id() {
    return id;
  }

  public int revision() {
    return revision;
  }

  public String name() {
    return name;
  }

  public boolean shipped() {
    return shipped;
  }

  public String changedBy() {
    return changedBy;
  }

  public Instant changedAt() {
    return changedAt;
  }
}
