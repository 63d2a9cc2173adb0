package hopmend.app.job;

import hopmend.day.Pace;
import org.springframework.stereotype.Component;

/** How long steps take in this shop, as its finished jobs tell. */
@Component
public class ShopPace {
  private final ShopMemory memory;

  ShopPace(ShopMemory memory) {
    this.memory = memory;
  }

  public Pace now() {
    return memory.pace();
  }
}
