package hopmend.standin;

import hopmend.bus.EmissionsAddress;
import java.util.Optional;

/** How the controllers of a simulated vehicle speak on its bus. */
public enum BusKind {
  /** Services of SAE J1979, identifiers of 11 bits. */
  OLD_ELEVEN_BITS(EmissionsAddress.ELEVEN_BITS),
  /** The same with 29 bits. */
  OLD_TWENTY_NINE_BITS(EmissionsAddress.TWENTY_NINE_BITS),
  /** Services of ISO 14229-1, identifiers of 11 bits. */
  NEW_ELEVEN_BITS(EmissionsAddress.ELEVEN_BITS),
  /** The same with 29 bits. */
  NEW_TWENTY_NINE_BITS(EmissionsAddress.TWENTY_NINE_BITS),
  /** SAE J1939. */
  TRUCK(null);

  private final EmissionsAddress addresses;

  BusKind(EmissionsAddress addresses) {
    this.addresses = addresses;
  }

  Optional<EmissionsAddress> addresses() {
    return Optional.ofNullable(addresses);
  }

  boolean isOld() {
    return this == OLD_ELEVEN_BITS || this == OLD_TWENTY_NINE_BITS;
  }
}
