package hopmend.find;

import java.util.Locale;

/** How one looks at the place of a sensor. */
public enum View {
  /** The engine bay in plan. */
  BAY,
  /** The whole vehicle from above. */
  VEHICLE,
  /** The whole vehicle from below, as one sees it who lies or stands under it. */
  BELOW,
  /** The whole vehicle from its left side: how high it sits. */
  SIDE,
  /** Near, with its neighbours, its plug and what looks like it. */
  CLOSE,
  /** The exhaust as a line with its stops. */
  EXHAUST;

  /** As it stands in an address. */
  public String path() {
    return name().toLowerCase(Locale.ROOT);
  }
}
