package hopmend.standin;

import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import java.nio.ByteBuffer;
import java.util.Random;

/**
 * The lock of a simulated controller, by security access of ISO 14229-1: the key to a seed is the
 * seed with every bit of a fixed pattern turned over. After three wrong keys it waits ten seconds.
 */
final class SeedLock {
  private static final int PATTERN = 0x5A5A5A5A;
  private static final int LEVEL = 1;
  private static final int MOST_WRONG = 3;
  private static final long WAIT_NANOS = 10_000_000_000L;

  private final Random seeds;
  private boolean open;
  private int seed;
  private int wrong;
  private long shutAt;

  SeedLock(long start) {
    seeds = new Random(start);
  }

  boolean isOpen() {
    return open;
  }

  void shut() {
    open = false;
    seed = 0;
  }

  byte[] answer(byte[] request) {
    if (request.length < 2) {
      return refuse(Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    if (wrong >= MOST_WRONG) {
      if (System.nanoTime() - shutAt < WAIT_NANOS) {
        return refuse(Refusal.TIME_DELAY_NOT_EXPIRED);
      }
      wrong = 0;
    }
    return switch (request[1]) {
      case LEVEL -> seed(request);
      case LEVEL + 1 -> key(request);
      default -> refuse(Refusal.SUB_FUNCTION_NOT_SUPPORTED);
    };
  }

  private byte[] seed(byte[] request) {
    if (request.length != 2) {
      return refuse(Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    seed = open ? 0 : 1 + seeds.nextInt(Integer.MAX_VALUE);
    return Uds.positive(
        Uds.SECURITY_ACCESS, ByteBuffer.allocate(5).put((byte) LEVEL).putInt(seed).array());
  }

  private byte[] key(byte[] request) {
    if (request.length != 6) {
      return refuse(Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    if (seed == 0) {
      return refuse(Refusal.REQUEST_SEQUENCE_ERROR);
    }
    boolean right = ByteBuffer.wrap(request, 2, 4).getInt() == (seed ^ PATTERN);
    seed = 0;
    if (right) {
      open = true;
      wrong = 0;
      return Uds.positive(Uds.SECURITY_ACCESS, new byte[] {LEVEL + 1});
    }
    wrong++;
    shutAt = System.nanoTime();
    return refuse(wrong >= MOST_WRONG ? Refusal.TOO_MANY_ATTEMPTS : Refusal.INVALID_KEY);
  }

  private static byte[] refuse(Refusal why) {
    return Uds.negative(Uds.SECURITY_ACCESS, why.code());
  }
}
