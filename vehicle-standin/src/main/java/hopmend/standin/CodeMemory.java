package hopmend.standin;

import hopmend.fault.StatusByte;
import hopmend.fault.StatusByte.Bit;
import hopmend.fault.TroubleCode;
import hopmend.wire.Uds;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.function.Supplier;

/**
 * The codes of a controller with their status bits (ISO 14229-1). A test that fails makes a code
 * pending and keeps the conditions of that moment; failing in a second operation cycle confirms it
 * and asks for the lamp; confirmed codes become permanent, which clearing does not erase. A cycle
 * that ends with only passes drops the pending bit; three of them put the lamp out, forty warm-up
 * cycles without a failure erase the code. A permanent code goes when its test has passed in a trip
 * that met the general denominator. Counts by 13 CCR 1968.2 (from memory).
 */
final class CodeMemory {
  private static final int FAILING_CYCLES_TO_CONFIRM = 2;
  private static final int PASSING_CYCLES_FOR_LAMP = 3;
  private static final int WARM_UPS_TO_ERASE = 40;

  private final boolean keepsPermanent;
  private final Supplier<byte[]> conditions;
  private final Map<TroubleCode, Held> held = new TreeMap<>();
  private final Set<TroubleCode> permanent = new TreeSet<>();
  private final Set<TroubleCode> passedThisCycle = new HashSet<>();

  /** How often something else than a test changed what it holds. */
  private long changes;

  private static final class Held {
    private final EnumSet<Bit> bits =
        EnumSet.of(
            Bit.TEST_NOT_COMPLETED_SINCE_LAST_CLEAR, Bit.TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE);
    private int failingCycles;
    private int passingCycles;
    private int warmUps;
    private boolean failedThisCycle;
    private byte[] snapshot = new byte[0];
  }

  /**
   * @param conditions the snapshot to keep when a code is set, identifiers with their data
   */
  CodeMemory(boolean keepsPermanent, Supplier<byte[]> conditions) {
    this.keepsPermanent = keepsPermanent;
    this.conditions = conditions;
  }

  void test(TroubleCode code, boolean failed) {
    Held h = held.get(code);
    if (!failed) {
      passedThisCycle.add(code);
    } else {
      passedThisCycle.remove(code);
    }
    if (h == null) {
      if (!failed) {
        return;
      }
      h = new Held();
      h.snapshot = conditions.get();
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
    h.passingCycles = 0;
    h.warmUps = 0;
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

  /** Rises when what a test told must be told again. */
  long changes() {
    return changes;
  }

  void newOperationCycle() {
    changes++;
    for (Held h : held.values()) {
      boolean passed =
          !h.failedThisCycle && !h.bits.contains(Bit.TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE);
      if (passed) {
        h.bits.remove(Bit.PENDING);
        h.failingCycles = 0;
        h.passingCycles++;
        if (h.passingCycles >= PASSING_CYCLES_FOR_LAMP) {
          h.bits.remove(Bit.WARNING_INDICATOR_REQUESTED);
        }
      }
      h.failedThisCycle = false;
      h.bits.remove(Bit.TEST_FAILED_THIS_OPERATION_CYCLE);
      h.bits.add(Bit.TEST_NOT_COMPLETED_THIS_OPERATION_CYCLE);
    }
    passedThisCycle.clear();
  }

  /** A warm-up cycle was completed. */
  void warmedUp() {
    changes++;
    held.values().forEach(h -> h.warmUps += h.failedThisCycle ? 0 : 1);
    held.values()
        .removeIf(
            h ->
                h.warmUps >= WARM_UPS_TO_ERASE
                    && !h.bits.contains(Bit.WARNING_INDICATOR_REQUESTED));
  }

  /** Erases codes, but for permanent ones. */
  void clear(Predicate<TroubleCode> which) {
    changes++;
    held.keySet().removeIf(which);
    passedThisCycle.removeIf(which);
  }

  /** The trip met the general denominator: permanent codes whose tests have passed go. */
  void tripCompleted() {
    changes++;
    permanent.removeIf(c -> passedThisCycle.contains(c) && !isFailing(c));
  }

  private boolean isFailing(TroubleCode code) {
    return held.containsKey(code) && held.get(code).bits.contains(Bit.TEST_FAILED);
  }

  boolean hasFailedThisCycle(TroubleCode code) {
    return held.containsKey(code) && held.get(code).failedThisCycle;
  }

  List<Uds.StatusedCode> byStatus(int mask) {
    List<Uds.StatusedCode> codes = new ArrayList<>();
    held.forEach(
        (code, h) -> {
          StatusByte status = status(h);
          if ((status.bits() & mask) != 0) {
            codes.add(new Uds.StatusedCode(code, status));
          }
        });
    return codes;
  }

  private static StatusByte status(Held h) {
    return StatusByte.of(h.bits.toArray(Bit[]::new));
  }

  int statusBits(TroubleCode code) {
    return held.containsKey(code) ? status(held.get(code)).bits() : 0;
  }

  /** The conditions kept beside a code, empty if there are none. */
  byte[] snapshot(TroubleCode code) {
    return held.containsKey(code) ? held.get(code).snapshot.clone() : new byte[0];
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
