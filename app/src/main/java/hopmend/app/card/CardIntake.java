package hopmend.app.card;

import hopmend.app.catalog.Cards;
import hopmend.app.part.Parts;
import hopmend.app.picture.Pictures;
import hopmend.app.web.InputProblem;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes cards and their pictures in from a file, and the parts that an older one tells: all of it,
 * or nothing.
 */
@Service
class CardIntake {
  private final Cards cards;
  private final Pictures pictures;
  private final Parts parts;

  CardIntake(Cards cards, Pictures pictures, Parts parts) {
    this.parts = parts;
    this.cards = cards;
    this.pictures = pictures;
  }

  /**
   * @throws Cards.ChangedMeanwhile if a card is no longer as it was compared
   * @throws InputProblem if a sensor would have more pictures than it takes
   */
  @Transactional
  void take(IncomingCards incoming, List<Cards.Incoming> compared, String who) {
    cards.takeIn(compared, "from the file " + incoming.name(), who);
    parts.takeNew(incoming.parts(), who);
    for (Pictures.OnCard p : incoming.placedOn(compared)) {
      pictures.putOnCard(p, incoming.picture(p.picture()), who);
    }
  }
}
