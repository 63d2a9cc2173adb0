package hopmend.clear;

import hopmend.fault.CodeRange;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Before and after clearing, code by code. */
public record ClearReport(List<Line> lines) {

  /** What became of a code; the worst comes last. */
  public enum Fate {
    GONE,
    NEVER_HELD,
    PERMANENT_WAITS,
    LEFT_ALONE,
    CAME_BACK_PENDING,
    UNPLUGGED_BY_US,
    OF_ANOTHER_UNIT,
    NEW_SINCE,
    CAME_BACK
  }

  /** Fates after which there is nothing to do but wait. */
  public static final Set<Fate> SETTLED =
      EnumSet.of(Fate.GONE, Fate.NEVER_HELD, Fate.PERMANENT_WAITS, Fate.LEFT_ALONE);

  /** A code with its fate and the explanation. */
  public record Line(TroubleCode code, Fate fate, Message because) {
    private static Line of(TroubleCode code, Fate fate, String key, Object... said) {
      return new Line(code, fate, Message.of("fate." + key, said));
    }
  }

  /**
   * A connector on the way to the site and the codes it sets while it is off.
   *
   * @param taken whether the ledger says that it is off
   */
  public record LoosePlug(String name, List<CodeRange> sets, boolean taken) {
    boolean explains(TroubleCode code) {
      return sets.stream().anyMatch(r -> r.contains(code));
    }
  }

  /**
   * What happened around the clearing.
   *
   * @param plugs connectors that this job opened
   * @param trails work that was done, and what it can leave behind
   * @param clearedBefore what the vehicle counted since an earlier clearing, where somebody had
   *     cleared shortly before it came
   * @param afterDrive whether the vehicle was driven between clearing and the reading
   * @param group which codes were to be cleared
   */
  public record Meanwhile(
      List<LoosePlug> plugs,
      List<Aftermath.Trail> trails,
      Optional<Message> clearedBefore,
      boolean afterDrive,
      ClearedGroup group) {
    public Meanwhile {
      plugs = List.copyOf(plugs);
      trails = List.copyOf(trails);
    }

    /**
     * Whether a code is none of the group that was cleared. Codes of body, chassis and network are
     * not of the emissions system (SAE J2012); of those of the powertrain the vehicle alone knows
     * it, and a code that stays is taken as one that came back.
     */
    private boolean leavesAlone(TroubleCode code) {
      return group == ClearedGroup.EMISSIONS
          && code.scheme() == TroubleCode.Scheme.J2012
          && !code.text().startsWith("P");
    }
  }

  public ClearReport {
    lines = List.copyOf(lines);
  }

  /**
   * Explains every code of the readings before and after.
   *
   * @param named all codes of the job, wherever they were read
   * @param before read before clearing
   * @param after read after clearing
   * @param meanwhile what happened around the clearing
   */
  public static ClearReport of(
      List<ReadCode> named, List<ReadCode> before, List<ReadCode> after, Meanwhile meanwhile) {
    Set<String> units =
        Stream.of(named, before)
            .flatMap(List::stream)
            .map(ReadCode::controlUnit)
            .filter(u -> !u.isEmpty())
            .collect(Collectors.toSet());
    TreeSet<TroubleCode> all = new TreeSet<>();
    // A code that was typed without its failure type is the vehicle's own with it.
    named.stream()
        .map(ReadCode::code)
        .filter(c -> Stream.of(before, after).flatMap(List::stream).noneMatch(r -> alike(r, c)))
        .forEach(all::add);
    before.forEach(r -> all.add(r.code()));
    after.forEach(r -> all.add(r.code()));
    List<Line> lines = new ArrayList<>();
    for (TroubleCode code : all) {
      List<ReadCode> now = after.stream().filter(r -> r.code().equals(code)).toList();
      boolean wasThere = before.stream().anyMatch(r -> r.code().equals(code));
      lines.add(
          now.isEmpty()
              ? absent(code, wasThere, meanwhile)
              : explain(code, wasThere, now, units, meanwhile));
    }
    lines.sort(Comparator.comparing((Line l) -> l.fate()).reversed().thenComparing(Line::code));
    return new ClearReport(lines);
  }

  private static boolean alike(ReadCode read, TroubleCode code) {
    return read.code().scheme() == code.scheme() && read.code().base() == code.base();
  }

  private static Line absent(TroubleCode code, boolean wasThere, Meanwhile meanwhile) {
    if (wasThere) {
      return Line.of(code, Fate.GONE, "gone");
    }
    return meanwhile
        .clearedBefore()
        .map(counted -> Line.of(code, Fate.NEVER_HELD, "cleared-before", counted))
        .orElseGet(() -> Line.of(code, Fate.NEVER_HELD, "never-held"));
  }

  private static Line explain(
      TroubleCode code,
      boolean wasThere,
      List<ReadCode> now,
      Set<String> units,
      Meanwhile meanwhile) {
    ReadCode read = now.stream().reduce(ReadCode::together).orElseThrow();
    boolean live = read.is(CodeState.CURRENT) || read.is(CodeState.STORED);
    Optional<LoosePlug> plug = meanwhile.plugs().stream().filter(p -> p.explains(code)).findFirst();
    if (plug.isPresent() && (live || read.is(CodeState.PENDING))) {
      String key = plug.get().taken() ? "unplugged" : "plugged-by-the-ledger";
      return Line.of(code, Fate.UNPLUGGED_BY_US, key, plug.get().name());
    }
    if (wasThere && meanwhile.leavesAlone(code)) {
      return Line.of(code, Fate.LEFT_ALONE, "left-alone");
    }
    boolean elsewhere =
        !units.isEmpty()
            && now.stream()
                .map(ReadCode::controlUnit)
                .noneMatch(unit -> unit.isEmpty() || units.contains(unit));
    Optional<Aftermath.Trail> trail =
        meanwhile.trails().stream().filter(t -> t.explains(code)).findFirst();
    if (!wasThere && trail.isPresent() && (live || read.is(CodeState.PENDING))) {
      return Line.of(
          code, Fate.NEW_SINCE, "left-behind", trail.get().done(), trail.get().leaves().says());
    }
    if (live && !wasThere && elsewhere) {
      return Line.of(code, Fate.OF_ANOTHER_UNIT, "another-unit", read.controlUnit());
    }
    if (live && !wasThere) {
      return Line.of(code, Fate.NEW_SINCE, "new-since");
    }
    if (live) {
      return Line.of(
          code, Fate.CAME_BACK, meanwhile.afterDrive() ? "set-after-drive" : "set-again");
    }
    if (read.is(CodeState.PENDING)) {
      return Line.of(code, Fate.CAME_BACK_PENDING, "pending");
    }
    if (read.is(CodeState.PERMANENT)) {
      return Line.of(code, Fate.PERMANENT_WAITS, "permanent");
    }
    return Line.of(code, Fate.CAME_BACK_PENDING, "no-state");
  }

  /**
   * Whether a second reading contradicts an acknowledged clearing: there were codes that a tool can
   * erase, and every one is held as before. Order does not count, nor permanent codes, nor what is
   * pending or fails at this moment: a fault that is there sets its code anew as that.
   */
  public static boolean contradicts(List<ReadCode> before, List<ReadCode> after) {
    Set<ReadCode> held = held(before);
    return !held.isEmpty() && held.equals(held(after));
  }

  private static Set<ReadCode> held(List<ReadCode> codes) {
    Set<CodeState> erasable = EnumSet.of(CodeState.STORED, CodeState.HISTORY);
    return codes.stream()
        .map(
            r -> {
              Set<CodeState> states = EnumSet.noneOf(CodeState.class);
              r.states().stream().filter(erasable::contains).forEach(states::add);
              return new ReadCode(r.code(), states, r.controlUnit());
            })
        .filter(r -> !r.states().isEmpty())
        .collect(Collectors.toSet());
  }

  /** Whether nothing but waiting is left. */
  public boolean isClean() {
    return lines.stream().map(Line::fate).allMatch(SETTLED::contains);
  }
}
