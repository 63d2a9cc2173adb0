package hopmend.fault;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** The status byte of a code, bits as ISO 14229-1 (annex D) numbers them. */
public record StatusByte(int bits) {

  /** One bit; the ordinal is its number. */
  public enum Bit {
    TEST_FAILED,
    TEST_FAILED_THIS_OPERATION_CYCLE,
    PENDING,
    CONFIRMED,
    TEST_NOT_COMPLETED_SINCE_LAST_CLEAR,
    TEST_FAILED_SINCE_LAST_CLEAR,
    TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE,
    WARNING_INDICATOR_REQUESTED;

    public int mask() {
      return 1 << ordinal();
    }
  }

  public StatusByte {
    if (bits < 0 || bits > 0xFF) {
      throw new IllegalArgumentException("A status is one byte, not " + bits);
    }
  }

  public static StatusByte of(Bit... bits) {
    return new StatusByte(Arrays.stream(bits).mapToInt(Bit::mask).reduce(0, (a, b) -> a | b));
  }

  public boolean has(Bit bit) {
    return (bits & bit.mask()) != 0;
  }

  public List<Bit> set() {
    return Arrays.stream(Bit.values()).filter(this::has).toList();
  }

  /** The states that a person cares about. */
  public Set<CodeState> states() {
    Set<CodeState> states = EnumSet.noneOf(CodeState.class);
    if (has(Bit.TEST_FAILED)) {
      states.add(CodeState.CURRENT);
    }
    if (has(Bit.CONFIRMED)) {
      states.add(CodeState.STORED);
    } else if (has(Bit.PENDING)) {
      states.add(CodeState.PENDING);
    }
    if (states.isEmpty() && has(Bit.TEST_FAILED_SINCE_LAST_CLEAR)) {
      states.add(CodeState.HISTORY);
    }
    return states;
  }
}
