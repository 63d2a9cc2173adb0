package hopmend.standin;

import hopmend.fault.StatusByte;
import hopmend.fault.StatusByte.Bit;
import hopmend.fault.TroubleCode;
import hopmend.wire.Uds;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The codes of a controller with their status bits (ISO 14229-1). A test that fails makes a code
 * pending; failing in a second operation cycle confirms it and asks for the lamp; confirmed codes
 * become permanent, which clearing does not erase. A cycle that ends with only passes drops the
 * pending bit.
 */
final class CodeMemory {
  private static final int FAILING_CYCLES_TO_CONFIRM = 2;

  private final boolean keepsPermanent;
  private final Map<TroubleCode, Held> held = new TreeMap<>();
  private final Set<TroubleCode> permanent = new TreeSet<>();

  private static final class Held {
    private final EnumSet<Bit> bits =
        EnumSet.of(
            Bit.TEST_NOT_COMPLETED_SINCE_LAST_CLEAR, Bit.TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE);
    private int failingCycles;
    private boolean failedThisCycle;
  }

  CodeMemory(boolean keepsPermanent) {
    this.keepsPermanent = keepsPermanent;
  }

  void test(TroubleCode code, boolean failed) {
    Held h = held.get(code);
    if (h == null) {
      if (!failed) {
        return;
      }
      h = new Held();
      held.put(code, h);
    }
    h.bits.remove(Bit.TEST_NOT_COMPLETED_SINCE_LAST_CLEAR);
    h.bits.remove(Bit.TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE);
    if (!failed) {
      h.bits.remove(Bit.TEST_FAILED);
      return;
    }
    h.bits.addAll(
        EnumSet.of(
            Bit.TEST_FAILED,
            Bit.TEST_FAILED_THIS_OPERATION_CYCLE,
            Bit.PENDING,
            Bit.TEST_FAILED_SINCE_LAST_CLEAR));
    if (!h.failedThisCycle) {
      h.failedThisCycle = true;
      h.failingCycles++;
    }
    if (h.failingCycles >= FAILING_CYCLES_TO_CONFIRM) {
      h.bits.add(Bit.CONFIRMED);
      h.bits.add(Bit.WARNING_INDICATOR_REQUESTED);
      if (keepsPermanent) {
        permanent.add(code);
      }
    }
  }

  void newOperationCycle() {
    for (Held h : held.values()) {
      if (!h.failedThisCycle && !h.bits.contains(Bit.TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE)) {
        h.bits.remove(Bit.PENDING);
        h.failingCycles = 0;
      }
      h.failedThisCycle = false;
      h.bits.remove(Bit.TEST_FAILED_THIS_OPERATION_CYCLE);
      h.bits.add(Bit.TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE);
    }
  }

  /** Erases all but permanent codes. */
  void clear() {
    held.clear();
  }

  /** A drive in which the tests ran and passed: permanent codes that do not fail any more go. */
  void passedDrive() {
    permanent.removeIf(c -> !isFailing(c));
  }

  private boolean isFailing(TroubleCode code) {
    return held.containsKey(code) && held.get(code).bits.contains(Bit.TEST_FAILED);
  }

  List<Uds.StatusedCode> byStatus(int mask) {
    List<Uds.StatusedCode> codes = new ArrayList<>();
    held.forEach(
        (code, h) -> {
          StatusByte status = StatusByte.of(h.bits.toArray(Bit[]::new));
          if ((status.bits() & mask) != 0) {
            codes.add(new Uds.StatusedCode(code, status));
          }
        });
    return codes;
  }

  List<Uds.StatusedCode> permanent() {
    return permanent.stream()
        .map(c -> new Uds.StatusedCode(c, StatusByte.of(Bit.CONFIRMED)))
        .toList();
  }

  boolean lampRequested() {
    return held.values().stream().anyMatch(h -> h.bits.contains(Bit.WARNING_INDICATOR_REQUESTED));
  }

  int confirmed() {
    return (int) held.values().stream().filter(h -> h.bits.contains(Bit.CONFIRMED)).count();
  }
}
