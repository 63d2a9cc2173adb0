package hopmend.bus;

import hopmend.message.Message;
import hopmend.wire.WireException;
import hopmend.wire.WireWords;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** One line of words for a frame of a bus, for a person who looks at an exchange. */
public final class BusWords {
  private static final Map<Integer, String> OLD_SERVICES =
      Map.of(
          0x01, "live values",
          0x02, "frozen values",
          0x03, "stored codes",
          0x04, "clear codes",
          0x07, "pending codes",
          0x09, "what the vehicle is",
          0x0A, "permanent codes");

  private static final Map<Integer, String> GROUPS =
      Map.ofEntries(
          Map.entry(TruckServices.REQUEST, "request"),
          Map.entry(TruckServices.ACKNOWLEDGEMENT, "acknowledgement"),
          Map.entry(TruckServices.ADDRESS_CLAIMED, "address claimed"),
          Map.entry(TruckServices.ACTIVE_CODES, "DM1, active codes"),
          Map.entry(TruckServices.EARLIER_CODES, "DM2, earlier codes"),
          Map.entry(TruckServices.CLEAR_EARLIER, "DM3, clear earlier codes"),
          Map.entry(TruckServices.PENDING_CODES, "DM6, pending codes"),
          Map.entry(TruckServices.CLEAR_ACTIVE, "DM11, clear active codes"),
          Map.entry(TruckServices.PERMANENT_CODES, "DM28, permanent codes"),
          Map.entry(TruckServices.VEHICLE_NUMBER, "identification number"),
          Map.entry(TruckServices.COMPONENT, "component"),
          Map.entry(TruckServices.SOFTWARE, "software"),
          Map.entry(TruckTransport.CONNECTION, "transport, connection"),
          Map.entry(TruckTransport.PACKETS, "transport, packet"));

  private BusWords() {}

  /**
   * Says what sixteen bytes are.
   *
   * @param wording for the reasons of refusals
   */
  public static String of(byte[] sixteen, Function<Message, String> wording) {
    try {
      Optional<CanFrame> frame =
          sixteen.length == CanFrame.BYTES ? CanFrame.of(sixteen) : Optional.empty();
      return frame.map(f -> says(f, wording)).orElse("no frame with data");
    } catch (WireException e) {
      return "no frame";
    }
  }

  private static String says(CanFrame frame, Function<Message, String> wording) {
    boolean emissions =
        Arrays.stream(EmissionsAddress.values())
            .anyMatch(
                a ->
                    a.sender(frame).isPresent()
                        || frame.id() == a.everyone()
                        || a.isListened(frame));
    String id = "%X: ".formatted(frame.id());
    return id + (emissions ? segment(frame.data(), wording) : group(frame));
  }

  private static String segment(byte[] data, Function<Message, String> wording) {
    int control = data.length == 0 ? 0 : data[0] & 0xFF;
    return switch (control >> 4) {
      case 0 ->
          control == 0 || control >= data.length
              ? "an empty frame"
              : service(Arrays.copyOfRange(data, 1, 1 + control), wording);
      case 1 ->
          "begins %d bytes: %s"
              .formatted(
                  (control & 0xF) << 8 | data[1] & 0xFF,
                  service(Arrays.copyOfRange(data, 2, data.length), wording));
      case 2 -> "goes on, frame " + (control & 0xF);
      case 3 -> "may go on";
      default -> "no segment";
    };
  }

  private static String service(byte[] message, Function<Message, String> wording) {
    int first = message[0] & 0xFF;
    String old = OLD_SERVICES.get(first & 0x3F);
    if (old != null && first < 0x50) {
      return first >= 0x40 ? old + ", answer" : old;
    }
    return WireWords.service(message, wording);
  }

  private static String name(int group) {
    String values =
        Arrays.stream(TruckSignal.values())
            .filter(s -> s.group() == group)
            .map(s -> s.live().label())
            .collect(Collectors.joining(", "));
    return GROUPS.getOrDefault(group, values.isEmpty() ? "group " + group : values);
  }

  private static String group(CanFrame frame) {
    TruckId id = TruckId.of(frame.id());
    String name = name(id.group());
    byte[] data = frame.data();
    boolean asks = id.group() == TruckServices.REQUEST && data.length >= 3;
    int asked = asks ? data[0] & 0xFF | (data[1] & 0xFF) << 8 | (data[2] & 0xFF) << 16 : 0;
    String what = asks ? ": " + name(asked) : "";
    return "%s%s, from %d".formatted(name, what, id.from());
  }
}
