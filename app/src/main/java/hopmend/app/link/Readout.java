package hopmend.app.link;

import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import java.util.List;

/** What a vehicle said about its codes, and the conditions kept beside the first of them. */
public record Readout(
    String vin, List<ReadCode> codes, List<FreezeFrameValue> freezeFrame, byte[] readiness) {
  public Readout {
    codes = List.copyOf(codes);
    freezeFrame = List.copyOf(freezeFrame);
    readiness = readiness.clone();
  }

  @Override
  public byte[] readiness() {
    return readiness.clone();
  }
}
