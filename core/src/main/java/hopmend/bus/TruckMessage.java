package hopmend.bus;

import java.util.Arrays;

/**
 * A whole message of SAE J1939.
 *
 * @param group number of its parameter group
 * @param to an address, or {@link TruckId#EVERYBODY}
 */
public record TruckMessage(int group, int to, int from, byte[] data) {
  public TruckMessage {
    data = data.clone();
  }

  @Override
  public byte[] data() {
    return data.clone();
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof TruckMessage m
        && m.group == group
        && m.to == to
        && m.from == from
        && Arrays.equals(m.data, data);
  }

  @Override
  public int hashCode() {
    return 31 * (31 * group + from) + Arrays.hashCode(data);
  }
}
