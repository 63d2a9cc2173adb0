package hopmend.app.card;

import hopmend.app.catalog.Cards;
import hopmend.app.picture.Pictures;
import hopmend.app.web.LongWork;
import hopmend.catalog.CardFile;
import hopmend.catalog.Catalog;
import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.catalog.OldCardParts;
import hopmend.part.Part;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * A file of cards that is being compared with those here, or was. Who sent it can leave and come
 * back.
 */
final class IncomingCards {
  private final String who;
  private final String name;
  private final CardBundle sent;
  private final Future<List<Cards.Incoming>> compared;
  private volatile int read;
  private volatile int of;

  IncomingCards(
      String who, String name, CardBundle sent, Catalog catalog, Cards cards, LongWork work) {
    this.who = who;
    this.name = name;
    this.sent = sent;
    this.compared =
        work.begin(() -> cards.compare(CardFile.read(sent.yaml(), catalog, this::heard)));
  }

  private void heard(int cards, int all) {
    read = cards;
    of = all;
  }

  String who() {
    return who;
  }

  String name() {
    return name;
  }

  int read() {
    return read;
  }

  int of() {
    return of;
  }

  /** Bytes that it takes to hold it. */
  int size() {
    return sent.size();
  }

  /** Its pictures, of those sensors that its cards have. */
  List<Pictures.OnCard> placedOn(List<Cards.Incoming> compared) {
    return sent.placedOn(compared.stream().map(Cards.Incoming::card).toList());
  }

  /** Parts that cards of an earlier version tell. */
  List<Part> parts() {
    return OldCardParts.of(sent.yaml());
  }

  Pictures.Carried picture(String id) {
    return sent.pictures().get(id);
  }

  /**
   * What it would change; empty while it is still read.
   *
   * @param patienceMillis how long to wait for it
   * @throws CatalogRefused if it cannot be taken in
   */
  Optional<List<Cards.Incoming>> within(long patienceMillis) {
    try {
      return Optional.of(compared.get(patienceMillis, TimeUnit.MILLISECONDS));
    } catch (TimeoutException e) {
      return Optional.empty();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return Optional.empty();
    } catch (ExecutionException e) {
      throw e.getCause() instanceof CatalogRefused r ? r : new IllegalStateException(e.getCause());
    }
  }
}
