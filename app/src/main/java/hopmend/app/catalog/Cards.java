package hopmend.app.catalog;

import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.ListOrder;
import hopmend.app.web.ListOrder.Column;
import hopmend.app.web.ListOrder.Kind;
import hopmend.app.web.Paged;
import hopmend.catalog.CardDiff;
import hopmend.catalog.CardFile;
import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.catalog.VehicleCard;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** The shop's vehicle cards: kept with every revision, searched, taken out and in. */
@Service
public class Cards {
  /** Who made the revisions that ship. */
  public static final String SHIPPED_BY = "shipped";

  private static final ListOrder<CardRow> LISTED =
      new ListOrder<>(
          CardRow.class,
          "card",
          false,
          List.of(
              new Column<>("name", Kind.WORDS, CardRow::name),
              new Column<>("id", Kind.WORDS, CardRow::id)));

  private final CardRepository cards;
  private final CardRevisionRepository revisions;
  private final Catalogs catalogs;
  private final Clock clock;
  private final EntityManager database;

  Cards(
      CardRepository cards,
      CardRevisionRepository revisions,
      Catalogs catalogs,
      Clock clock,
      EntityManager database) {
    this.cards = cards;
    this.revisions = revisions;
    this.catalogs = catalogs;
    this.clock = clock;
    this.database = database;
  }

  /** Somebody else changed the card in the meantime. */
  public static final class ChangedMeanwhile extends InputProblem {
    private static final long serialVersionUID = 1L;

    ChangedMeanwhile(String who, int revision) {
      super(
          "seen",
          "%s changed this card to revision %d while you were at it. See what changed below; what you typed is still here. Send it again to add it to theirs."
              .formatted(who, revision));
    }
  }

  @Transactional(readOnly = true)
  public Paged<CardRow> list(ListAsked asked) {
    return Paged.read(database, LISTED, asked);
  }

  @Transactional(readOnly = true)
  public Optional<CardRow> row(String id) {
    return cards.findById(id);
  }

  /** All revisions of a card, the latest first. */
  @Transactional(readOnly = true)
  public List<CardRevision> revisions(String id) {
    return revisions.of(id);
  }

  /** An id that no card has yet, as near to the wanted one as can be. */
  @Transactional(readOnly = true)
  public String freeId(String wanted) {
    return Stream.iterate(1, n -> n + 1)
        .map(n -> n == 1 ? wanted : wanted + "-" + n)
        .filter(id -> cards.findById(id).isEmpty())
        .findFirst()
        .orElseThrow();
  }

  /**
   * Keeps a card as its next revision.
   *
   * @param seen the revision that was changed; 0 for a new card
   * @throws ChangedMeanwhile if another revision is current
   * @throws InputProblem if the card contradicts itself
   */
  @Transactional
  public VehicleCard keep(VehicleCard card, int seen, String why, String who) {
    Optional<CardRow> current = cards.lock(card.id());
    int revision = current.map(CardRow::revision).orElse(0);
    if (revision != seen) {
      throw new ChangedMeanwhile(current.map(CardRow::changedBy).orElse("Somebody"), revision);
    }
    requireSound(card);
    return put(card.revised(revision + 1), current, why, who, false);
  }

  /**
   * A later revision that ships for a card that the shop has changed; empty where none does, or
   * where it was taken already.
   */
  @Transactional(readOnly = true)
  public Optional<VehicleCard> shipsLater(String id) {
    if (cards.findById(id).filter(c -> !c.shipped()).isEmpty()) {
      return Optional.empty();
    }
    List<CardRevision> all = revisions.of(id);
    int known =
        all.stream()
            .filter(CardRevision::shipped)
            .mapToInt(CardRevision::revision)
            .max()
            .orElse(Integer.MAX_VALUE);
    return catalogs
        .shipped()
        .told(id)
        .filter(c -> c.revision() > known)
        .filter(c -> all.stream().noneMatch(r -> r.why().equals(asShipped(c))));
  }

  private static String asShipped(VehicleCard card) {
    return "as it ships in revision " + card.revision();
  }

  /**
   * Takes what ships instead of the shop's own; that stays as an earlier revision.
   *
   * @throws ChangedMeanwhile if another revision is current than the one that was seen
   */
  @Transactional
  public VehicleCard takeShipped(String id, int seen, String who) {
    VehicleCard ships =
        shipsLater(id)
            .orElseThrow(() -> new InputProblem("", "Nothing later ships for this card."));
    return keep(ships, seen, asShipped(ships), who);
  }

  /** What a card of a file would do here. */
  public enum Merge {
    /** No card here has this id. */
    NEW,
    /** It becomes the next revision. */
    CHANGES,
    /** The one here is of a later revision: it stays. */
    OLDER,
    SAME
  }

  /**
   * A card of a file beside the one here.
   *
   * @param seen the revision here, 0 if there is none
   * @param diff what would change here
   */
  public record Incoming(VehicleCard card, int seen, Merge merge, CardDiff diff) {}

  /** What taking in would do; nothing is changed. */
  public List<Incoming> compare(List<VehicleCard> file) {
    return file.stream().map(this::compare).toList();
  }

  private Incoming compare(VehicleCard card) {
    Optional<VehicleCard> here = catalogs.now().told(card.id());
    if (here.isEmpty()) {
      return new Incoming(card, 0, Merge.NEW, new CardDiff(List.of()));
    }
    CardDiff diff = CardDiff.of(here.get(), card);
    int revision = here.get().revision();
    Merge merge =
        diff.isEmpty() ? Merge.SAME : card.revision() < revision ? Merge.OLDER : Merge.CHANGES;
    return new Incoming(card, revision, merge, diff);
  }

  /**
   * Takes in what is new and what changes, all of it or nothing.
   *
   * @throws ChangedMeanwhile if a card is no longer as it was compared
   */
  @Transactional
  public void takeIn(List<Incoming> compared, String why, String who) {
    for (Incoming i : compared) {
      if (i.merge() == Merge.NEW || i.merge() == Merge.CHANGES) {
        Optional<CardRow> current = cards.lock(i.card().id());
        int revision = current.map(CardRow::revision).orElse(0);
        if (revision != i.seen()) {
          throw new ChangedMeanwhile(current.map(CardRow::changedBy).orElse("Somebody"), revision);
        }
        int next = Math.max(i.card().revision(), revision + 1);
        put(i.card().revised(next), current, why, who, false);
      }
    }
  }

  private VehicleCard put(
      VehicleCard card, Optional<CardRow> current, String why, String who, boolean shipped) {
    String yaml = CardFile.write(List.of(card));
    VehicleCard kept = CardFile.kept(yaml);
    revisions.save(
        new CardRevision(
            new CardRevision.Key(card.id(), card.revision()), yaml, why, shipped, who, now()));
    database.flush();
    CardRow row = current.orElseGet(() -> new CardRow(kept, shipped, who, now()));
    row.change(kept, shipped, who, now());
    cards.save(row);
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            catalogs.refresh();
          }
        });
    return kept;
  }

  private void requireSound(VehicleCard card) {
    try {
      CardFile.read(CardFile.write(List.of(card)), catalogs.shipped());
    } catch (CatalogRefused e) {
      throw new InputProblem("", e.getMessage());
    }
  }

  /**
   * What ships is kept too, so that a job that was planned with it finds it again. A card that the
   * shop has changed stays the shop's, whatever ships later. Instances that start at once do it one
   * after the other.
   */
  @EventListener(ApplicationReadyEvent.class)
  @Order(-1)
  @Transactional
  public void keepShipped() {
    database
        .createNativeQuery("select pg_advisory_xact_lock(hashtext('hopmend shipped cards'))")
        .getSingleResult();
    for (VehicleCard card : catalogs.shipped().cards()) {
      Optional<CardRow> current = cards.lock(card.id());
      if (current.filter(c -> !c.shipped()).isPresent()) {
        continue;
      }
      boolean known =
          revisions.findById(new CardRevision.Key(card.id(), card.revision())).isPresent();
      if (!known && current.map(CardRow::revision).orElse(0) < card.revision()) {
        put(card, current, "ships with the product", SHIPPED_BY, true);
      }
    }
  }

  private Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.MILLIS);
  }
}
