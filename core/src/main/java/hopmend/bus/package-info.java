/**
 * What travels on a vehicle's CAN bus, as pure codecs without sockets: frames, messages in segments
 * (ISO 15765-2), the emissions services of SAE J1979, and the messages of SAE J1939. Old services
 * are answered as if they were those of ISO 14229-1, so that whoever asks needs to know one kind.
 * Way in: {@link hopmend.bus.CanFrame}, {@link hopmend.bus.EmissionsServices} and {@link
 * hopmend.bus.TruckServices}.
 */
package hopmend.bus;
