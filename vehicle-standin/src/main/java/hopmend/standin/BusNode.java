package hopmend.standin;

import hopmend.bus.CanFrame;
import java.util.List;

/** A controller on a bus: it hears every frame, and may answer with some. */
interface BusNode {
  /** What it says to a frame; the vehicle is held meanwhile. */
  List<CanFrame> hear(CanFrame frame);

  /**
   * What it says by itself.
   *
   * @param tenths of a second since the bus was switched on
   */
  List<CanFrame> byItself(long tenths);
}
