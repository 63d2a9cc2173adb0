package hopmend.clear;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * What clearing will do, told before it is done.
 *
 * @param lines what to expect of each code
 * @param losses what else is erased, and what that means
 */
public record ClearForecast(List<Line> lines, List<String> losses) {

  /** A code, and what to expect of it. */
  public record Line(TroubleCode code, boolean comesBack, String says) {}

  public ClearForecast {
    lines = List.copyOf(lines);
    losses = List.copyOf(losses);
  }

  /**
   * @param freezeFrameKept whether this job has recorded the conditions kept beside the code
   */
  public static ClearForecast of(
      List<ReadCode> codes, List<ClearReport.LoosePlug> plugs, boolean freezeFrameKept) {
    List<String> losses = new ArrayList<>();
    losses.add(
        freezeFrameKept
            ? "Freeze frame: erased in the vehicle, kept in this job."
            : "Freeze frame: erased, and this job has none. Read the codes from the vehicle first if it may hold one.");
    losses.add("Monitors: all not ready again; the drive in Verify has to run them.");
    return new ClearForecast(codes.stream().map(c -> expect(c, plugs)).toList(), losses);
  }

  private static Line expect(ReadCode read, List<ClearReport.LoosePlug> plugs) {
    TroubleCode code = read.code();
    for (ClearReport.LoosePlug plug : plugs) {
      if (plug.taken() && plug.explains(code)) {
        return new Line(code, true, "comes back: the %s is still off".formatted(plug.name()));
      }
    }
    if (read.states().equals(Set.of(CodeState.PERMANENT))) {
      return new Line(code, true, "stays: permanent, only its own test on a drive removes it");
    }
    return new Line(
        code,
        false,
        read.is(CodeState.PERMANENT)
            ? "goes, but its permanent copy stays until its own test has passed"
            : "goes; back at once means a live fault, back after a drive a rarer one");
  }
}
