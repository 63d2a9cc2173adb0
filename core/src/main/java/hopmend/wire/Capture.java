package hopmend.wire;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A recorded exchange as a capture file in the classic pcap format (version 2.4, link type 1,
 * microseconds), which general protocol analysers open. The frames travel in made-up but valid
 * Ethernet, IPv4 and TCP headers, each connection a stream of its own: tester 10.0.0.1, vehicle
 * 10.0.0.2 at port 13400, the port of ISO 13400-2, whatever port was really used, so that an
 * analyser knows the protocol. Frames of a CAN bus travel as they are (link type 227). A file holds
 * one kind: where a job had both, that of the latest.
 */
public final class Capture {
  private static final int MAGIC = 0xA1B2C3D4;

  /** By which wire bytes went; its link type in a capture. */
  public enum Wire {
    IP(1),
    BUS(227);

    private final int linkType;

    Wire(int linkType) {
      this.linkType = linkType;
    }
  }

  private static final int SNAP_LENGTH = 262_144;
  private static final int LONGEST_SEGMENT = 60_000;
  private static final int TESTER_PORT = 50_000;
  private static final int VEHICLE_PORT = 13_400;
  private static final byte[] TESTER_IP = {10, 0, 0, 1};
  private static final byte[] VEHICLE_IP = {10, 0, 0, 2};
  private static final byte[] TESTER_MAC = {2, 0, 0, 0, 0, 1};
  private static final byte[] VEHICLE_MAC = {2, 0, 0, 0, 0, 2};

  /**
   * Bytes that went one way at a time.
   *
   * @param connection by which they went, counted from 1
   */
  public record Packet(Instant at, Wire wire, int connection, boolean fromVehicle, byte[] bytes) {
    public Packet {
      bytes = bytes.clone();
    }

    @Override
    public byte[] bytes() {
      return bytes.clone();
    }
  }

  /** How far each side of a connection has come. */
  private static final class Stream {
    private int testerSequence = 1;
    private int vehicleSequence = 1;
  }

  private final Map<Integer, Stream> streams = new HashMap<>();

  private Capture() {}

  /** The whole file. */
  public static byte[] pcap(List<Packet> packets) {
    Wire latest = packets.isEmpty() ? Wire.IP : packets.get(packets.size() - 1).wire();
    return new Capture().file(packets.stream().filter(p -> p.wire() == latest).toList(), latest);
  }

  private byte[] file(List<Packet> packets, Wire wire) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(
        ByteBuffer.allocate(24)
            .putInt(MAGIC)
            .putShort((short) 2)
            .putShort((short) 4)
            .putInt(0)
            .putInt(0)
            .putInt(SNAP_LENGTH)
            .putInt(wire.linkType)
            .array());
    for (Packet p : packets) {
      byte[] bytes = p.bytes();
      for (int at = 0; at < bytes.length; at += LONGEST_SEGMENT) {
        int length = Math.min(LONGEST_SEGMENT, bytes.length - at);
        byte[] frame = wire == Wire.BUS ? bytes : ethernet(p, bytes, at, length);
        out.writeBytes(
            ByteBuffer.allocate(16)
                .putInt((int) p.at().getEpochSecond())
                .putInt(p.at().getNano() / 1000)
                .putInt(frame.length)
                .putInt(frame.length)
                .array());
        out.writeBytes(frame);
      }
    }
    return out.toByteArray();
  }

  private byte[] ethernet(Packet packet, byte[] bytes, int at, int length) {
    boolean fromVehicle = packet.fromVehicle();
    byte[] tcp = tcp(packet, bytes, at, length);
    ByteBuffer frame = ByteBuffer.allocate(14 + 20 + tcp.length).order(ByteOrder.BIG_ENDIAN);
    frame.put(fromVehicle ? TESTER_MAC : VEHICLE_MAC);
    frame.put(fromVehicle ? VEHICLE_MAC : TESTER_MAC);
    frame.putShort((short) 0x0800);
    byte[] ip =
        ByteBuffer.allocate(20)
            .put((byte) 0x45)
            .put((byte) 0)
            .putShort((short) (20 + tcp.length))
            .putInt(0)
            .put((byte) 64)
            .put((byte) 6)
            .putShort((short) 0)
            .put(fromVehicle ? VEHICLE_IP : TESTER_IP)
            .put(fromVehicle ? TESTER_IP : VEHICLE_IP)
            .array();
    put(ip, 10, checksum(ip, 0));
    return frame.put(ip).put(tcp).array();
  }

  private byte[] tcp(Packet packet, byte[] bytes, int at, int length) {
    boolean fromVehicle = packet.fromVehicle();
    int tester = TESTER_PORT + packet.connection() % 10_000;
    Stream stream = streams.computeIfAbsent(packet.connection(), c -> new Stream());
    int sequence = fromVehicle ? stream.vehicleSequence : stream.testerSequence;
    int acknowledged = fromVehicle ? stream.testerSequence : stream.vehicleSequence;
    ByteBuffer segment =
        ByteBuffer.allocate(20 + length)
            .putShort((short) (fromVehicle ? VEHICLE_PORT : tester))
            .putShort((short) (fromVehicle ? tester : VEHICLE_PORT))
            .putInt(sequence)
            .putInt(acknowledged)
            .put((byte) 0x50)
            .put((byte) 0x18)
            .putShort((short) 0xFFFF)
            .putInt(0)
            .put(bytes, at, length);
    if (fromVehicle) {
      stream.vehicleSequence += length;
    } else {
      stream.testerSequence += length;
    }
    byte[] tcp = segment.array();
    int pseudo = sum(TESTER_IP) + sum(VEHICLE_IP) + 6 + tcp.length;
    put(tcp, 16, checksum(tcp, pseudo));
    return tcp;
  }

  private static void put(byte[] bytes, int at, int value) {
    bytes[at] = (byte) (value >> 8);
    bytes[at + 1] = (byte) value;
  }

  private static int sum(byte[] bytes) {
    int sum = 0;
    for (int i = 0; i < bytes.length; i += 2) {
      int low = i + 1 < bytes.length ? bytes[i + 1] & 0xFF : 0;
      sum += (bytes[i] & 0xFF) << 8 | low;
    }
    return sum;
  }

  /** The Internet checksum (RFC 1071). */
  private static int checksum(byte[] bytes, int start) {
    long sum = Integer.toUnsignedLong(start) + Integer.toUnsignedLong(sum(bytes));
    while (sum >> 16 != 0) {
      sum = (sum & 0xFFFF) + (sum >> 16);
    }
    return (int) ~sum & 0xFFFF;
  }
}
