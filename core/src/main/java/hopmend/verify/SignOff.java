package hopmend.verify;

import hopmend.message.Message;
import java.util.List;

/**
 * Whether the fault is proven gone.
 *
 * @param missing what is still to be shown; empty if proven
 */
public record SignOff(List<Message> missing) {
  public SignOff {
    missing = List.copyOf(missing);
  }

  public boolean isProven() {
    return missing.isEmpty();
  }
}
