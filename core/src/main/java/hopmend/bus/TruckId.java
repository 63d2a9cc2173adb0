package hopmend.bus;

/**
 * What the 29 bits of a frame say by SAE J1939-21 (from memory): priority, parameter group, to
 * whom, from whom. Groups whose format is below 240 are sent to one address, all others to
 * everybody.
 *
 * @param group number of the parameter group, 18 bits, without an address
 * @param to an address, or {@link #EVERYBODY}
 */
public record TruckId(int priority, int group, int to, int from) {
  public static final int EVERYBODY = 0xFF;

  /** Where service tools stand off the vehicle (J1939 base, from memory). */
  public static final int TOOL = 0xF9;

  public static TruckId of(int id) {
    int format = id >> 16 & 0xFF;
    boolean addressed = format < 0xF0;
    int page = id >> 8 & 0x30000;
    return new TruckId(
        id >> 26 & 0x7,
        page | format << 8 | (addressed ? 0 : id >> 8 & 0xFF),
        addressed ? id >> 8 & 0xFF : EVERYBODY,
        id & 0xFF);
  }

  public CanFrame frame(byte[] data) {
    boolean addressed = (group >> 8 & 0xFF) < 0xF0;
    int id = priority << 26 | group << 8 | (addressed ? to << 8 : 0) | from;
    return new CanFrame(id, true, data);
  }
}
