package hopmend.app.link;

import hopmend.wire.Addresses;
import hopmend.wire.CodeFormat;
import hopmend.wire.DoipFrame;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;

/**
 * How a gateway wants to be spoken to, as a lead has set it; see {@link Route}.
 *
 * @param target null where it is found out
 * @param untold null where codes of an unpublished layout stay bytes
 */
@Embeddable
public record Manner(
    @Enumerated(EnumType.STRING) Way way,
    int protocol,
    int tester,
    int activation,
    Integer target,
    int functional,
    boolean tls,
    @Enumerated(EnumType.STRING) CodeFormat untold) {
  /** Of most gateways. */
  static final Manner USUAL =
      new Manner(
          Way.GATEWAY,
          DoipFrame.VERSION,
          Addresses.FIRST_TESTER,
          0,
          null,
          Addresses.ALL_CONTROLLERS,
          false,
          null);

  /** Of a wire, as most vehicles want it. */
  static Manner of(Way way) {
    return new Manner(
        way,
        USUAL.protocol,
        USUAL.tester,
        USUAL.activation,
        USUAL.target,
        USUAL.functional,
        USUAL.tls,
        USUAL.untold);
  }

  /** {@code 0x0E00}. */
  public static String written(Integer address) {
    return address == null ? "" : Controller.written(address);
  }

  /** Whether nothing was set by hand. */
  public boolean isUsual() {
    return equals(USUAL);
  }
}
