package hopmend.app.catalog;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.catalog.CardFile;
import hopmend.catalog.Catalog;
import hopmend.catalog.CatalogReader;
import hopmend.catalog.VehicleCard;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The catalog as it is now: what ships, with the shop's own cards in their current revisions. It is
 * kept in memory and never changes; when a card changes, here or at another instance, another one
 * takes its place.
 */
@Component
public class Catalogs {
  private static final int PINNED = 500;

  private final CardRepository cards;
  private final CardRevisionRepository revisions;
  private final Catalog shipped;
  private final Cache<CardRevision.Key, Optional<VehicleCard>> earlier =
      Caffeine.newBuilder().maximumSize(PINNED).build();
  private volatile Snapshot now;

  /**
   * @param version rises with each change
   * @param revisions of the cards that came from the database
   */
  private record Snapshot(long version, Catalog catalog, Map<String, Integer> revisions) {}

  Catalogs(
      CardRepository cards,
      CardRevisionRepository revisions,
      @Value("${hopmend.catalog}") String folder) {
    this.cards = cards;
    this.revisions = revisions;
    this.shipped =
        folder.isBlank()
            ? CatalogReader.shipped()
            : CatalogReader.shippedWith(Path.of(folder.strip()));
    this.now = new Snapshot(0, shipped, Map.of());
    refresh();
  }

  public Catalog now() {
    return now.catalog();
  }

  /** Rises whenever a card changes. */
  public long version() {
    return now.version();
  }

  /** What ships, without the shop's own cards. */
  Catalog shipped() {
    return shipped;
  }

  /** Takes in the cards whose revision is not the one at hand. */
  final synchronized void refresh() {
    List<CardRow> rows = cards.findAll();
    Set<String> there = rows.stream().map(CardRow::id).collect(Collectors.toSet());
    // A card that is gone, as after a database was brought back, takes the others with it.
    boolean anew = !there.containsAll(now.revisions().keySet());
    Map<String, Integer> known = anew ? new HashMap<>() : new HashMap<>(now.revisions());
    List<VehicleCard> changed = new ArrayList<>();
    for (CardRow row : rows) {
      if (!Integer.valueOf(row.revision()).equals(known.get(row.id()))) {
        known.put(row.id(), row.revision());
        stored(new CardRevision.Key(row.id(), row.revision())).ifPresent(changed::add);
      }
    }
    if (anew || !changed.isEmpty()) {
      // A revision that was asked for in vain may be there by now.
      earlier.invalidateAll();
      Catalog base = anew ? shipped : now.catalog();
      now = new Snapshot(now.version() + 1, base.with(changed), Map.copyOf(known));
    }
  }

  /** A revision of a card, as it was told; empty if there is none. */
  public Optional<VehicleCard> revision(String cardId, int revision) {
    Optional<VehicleCard> current = now().told(cardId).filter(c -> c.revision() == revision);
    return current.isPresent()
        ? current
        : earlier.get(new CardRevision.Key(cardId, revision), this::stored);
  }

  private Optional<VehicleCard> stored(CardRevision.Key key) {
    return revisions.findById(key).map(r -> CardFile.kept(r.yaml()));
  }

  /** The catalog with some cards in earlier revisions: those with which a job was planned. */
  public Catalog with(Map<String, Integer> pinned) {
    List<VehicleCard> others =
        pinned.entrySet().stream()
            .filter(
                p -> now().told(p.getKey()).filter(c -> c.revision() != p.getValue()).isPresent())
            .flatMap(p -> revision(p.getKey(), p.getValue()).stream())
            .toList();
    return others.isEmpty() ? now() : now().with(others);
  }
}
