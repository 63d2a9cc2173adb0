package hopmend.clear;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import java.util.List;
import java.util.Set;

/**
 * What clearing will do, told before it is done.
 *
 * @param lines what to expect of each code
 * @param losses what else is erased, and what that means
 */
public record ClearForecast(List<Line> lines, List<Message> losses) {

  /** A code, and what to expect of it. */
  public record Line(TroubleCode code, boolean comesBack, Message says) {}

  public ClearForecast {
    lines = List.copyOf(lines);
    losses = List.copyOf(losses);
  }

  /**
   * @param freezeFrameKept whether this job has recorded the conditions kept beside the code
   */
  public static ClearForecast of(
      List<ReadCode> codes, List<ClearReport.LoosePlug> plugs, boolean freezeFrameKept) {
    List<Message> losses =
        List.of(
            Message.of(freezeFrameKept ? "lost.frame-kept" : "lost.frame"),
            Message.of("lost.monitors"));
    return new ClearForecast(codes.stream().map(c -> expect(c, plugs)).toList(), losses);
  }

  private static Line expect(ReadCode read, List<ClearReport.LoosePlug> plugs) {
    TroubleCode code = read.code();
    for (ClearReport.LoosePlug plug : plugs) {
      if (plug.taken() && plug.explains(code)) {
        return new Line(code, true, Message.of("expected.still-off", plug.name()));
      }
    }
    if (read.states().equals(Set.of(CodeState.PERMANENT))) {
      return new Line(code, true, Message.of("expected.permanent"));
    }
    return new Line(
        code,
        false,
        Message.of(read.is(CodeState.PERMANENT) ? "expected.copy-stays" : "expected.goes"));
  }
}
