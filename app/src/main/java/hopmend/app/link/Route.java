package hopmend.app.link;

import hopmend.wire.CodeFormat;
import java.net.InetSocketAddress;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * How a gateway is reached and spoken to.
 *
 * @param way by which wire; what follows is for gateways only
 * @param tls whether the connection is encrypted (ISO 13400-2:2019)
 * @param version of the protocol, as its frames tell it
 * @param tester the address of this tester
 * @param activation type of the routing activation
 * @param target the controller that is asked first; empty where it is found out
 * @param functional the address that every controller hears
 * @param untold how controllers write their codes that do not tell it, or have a layout of the
 *     maker's own; empty where such codes stay bytes
 */
record Route(
    Way way,
    InetSocketAddress address,
    boolean tls,
    int version,
    int tester,
    int activation,
    OptionalInt target,
    int functional,
    Optional<CodeFormat> untold) {}
