package hopmend.report;

import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.measure.Reading;

/** What a doubtful stretch of a report may be: one tap says that it is. */
public sealed interface Offer {
  /**
   * It tells something of a code.
   *
   * @param was how the code was read without it
   * @param then how it is read with it
   */
  record OfCode(ReadCode was, ReadCode then) implements Offer {}

  /** It is what the vehicle has run. */
  record OfOdometer(Reading reading) implements Offer {}

  /** It is a value of the freeze frame. */
  record OfCondition(FreezeFrameValue value) implements Offer {}

  /** It is the vehicle's identification number. */
  record OfNumber(String number) implements Offer {}
}
