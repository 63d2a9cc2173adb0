package hopmend.bus;

import java.util.OptionalInt;

/**
 * Who speaks to whom on a bus by ISO 15765-4 (from memory): eight controllers with identifiers of
 * 11 bits, or any with 29, where the tester is 0xF1. A controller is named by the identifier to
 * which it listens.
 */
public enum EmissionsAddress {
  ELEVEN_BITS(0x7DF, false) {
    @Override
    int answersTo(int listens) {
      return listens + 8;
    }

    @Override
    OptionalInt listens(int id) {
      return id >= 0x7E8 && id <= 0x7EF ? OptionalInt.of(id - 8) : OptionalInt.empty();
    }
  },
  TWENTY_NINE_BITS(0x18DB33F1, true) {
    @Override
    int answersTo(int listens) {
      return 0x18DAF100 | listens >> 8 & 0xFF;
    }

    @Override
    OptionalInt listens(int id) {
      return (id & 0x1FFFFF00) == 0x18DAF100
          ? OptionalInt.of(0x18DA00F1 | (id & 0xFF) << 8)
          : OptionalInt.empty();
    }
  };

  private final int everyone;
  private final boolean extended;

  EmissionsAddress(int everyone, boolean extended) {
    this.everyone = everyone;
    this.extended = extended;
  }

  /** The identifier that every controller hears. */
  public int everyone() {
    return everyone;
  }

  abstract int answersTo(int listens);

  abstract OptionalInt listens(int id);

  /** A frame to a controller, or to {@link #everyone}. */
  public CanFrame to(int listens, byte[] data) {
    return new CanFrame(listens, extended, data);
  }

  /** A frame that a controller answers with. */
  public CanFrame from(int listens, byte[] data) {
    return new CanFrame(answersTo(listens), extended, data);
  }

  /** Whether a frame goes to one controller. */
  public boolean isListened(CanFrame frame) {
    int answer = answersTo(frame.id());
    return frame.extended() == extended
        && listens(answer).stream().anyMatch(listens -> listens == frame.id());
  }

  /** Which controller answers by a frame, empty where none does. */
  public OptionalInt sender(CanFrame frame) {
    return frame.extended() == extended ? listens(frame.id()) : OptionalInt.empty();
  }
}
