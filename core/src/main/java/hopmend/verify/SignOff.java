package hopmend.verify;

import java.util.List;

/**
 * Whether the fault is proven gone.
 *
 * @param missing what is still to be shown, in words; empty if proven
 */
public record SignOff(List<String> missing) {
  public SignOff {
    missing = List.copyOf(missing);
  }

  public boolean isProven() {
    return missing.isEmpty();
  }
}
