/**
 * The bytes on the wire: ISO 13400-2 frames and ISO 14229-1 services, as pure codecs without
 * sockets. Way in: {@link hopmend.wire.DoipFrame} and {@link hopmend.wire.Uds}.
 */
package hopmend.wire;
