package hopmend.app.day;

import hopmend.app.job.ShopPace;
import hopmend.app.needs.Items;
import hopmend.job.Remaining;
import org.springframework.stereotype.Component;

/** What the shop has at hand for its jobs, as its finished jobs and its list of tools tell. */
@Component
class ShopAtHand {
  private final ShopPace pace;
  private final Items items;

  ShopAtHand(ShopPace pace, Items items) {
    this.pace = pace;
    this.items = items;
  }

  Remaining.AtHand now() {
    return new Remaining.AtHand(pace.now(), items.borrowed());
  }
}
