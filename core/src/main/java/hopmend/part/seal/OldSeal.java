package hopmend.part.seal;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;

/**
 * What the old ring says.
 *
 * @param hardness as the thumb or the durometer tells it
 * @param shoreA of a durometer, 0 where none was used
 * @param cracked whether it is cracked, cut or flat
 * @param oil where fluid was found
 */
public record OldSeal(Thumb hardness, double shoreA, boolean cracked, Oil oil) {
  /** What a thumb nail tells. */
  public enum Thumb {
    GIVES,
    HARD
  }

  /** Where fluid was found at the ring. */
  public enum Oil {
    NONE,
    BELOW,
    ABOVE
  }

  /** What follows from it, worst first. */
  public enum Says {
    /** It failed, and a new one is the repair. */
    FAILED,
    /** It did its job so far; now that it is out a new one goes in. */
    OLD,
    /** It did its job: what leaks or is wrong comes from elsewhere. */
    SOUND
  }

  public OldSeal {
    if (!(shoreA >= 0 && shoreA <= 100)) {
      throw new IllegalArgumentException("Shore A lies in 0 to 100, not " + shoreA);
    }
  }

  private boolean isHard(SealLimits limits) {
    return shoreA > 0 ? shoreA >= limits.hardOld() : hardness == Thumb.HARD;
  }

  public Says says(SealLimits limits) {
    if (oil == Oil.ABOVE || cracked) {
      return Says.FAILED;
    }
    return isHard(limits) || shoreA > limits.hardNew() ? Says.OLD : Says.SOUND;
  }

  /** Why. */
  public List<Message> reasons(SealLimits limits) {
    List<Message> reasons = new ArrayList<>();
    if (oil == Oil.ABOVE) {
      reasons.add(Message.of("seal.oil-above"));
    } else if (oil == Oil.BELOW) {
      reasons.add(Message.of("seal.oil-below"));
    }
    if (cracked) {
      reasons.add(Message.of("seal.cracked"));
    }
    if (shoreA > 0) {
      reasons.add(
          Message.of(isHard(limits) ? "seal.shore-hard" : "seal.shore", shoreA, limits.hardOld()));
    } else {
      reasons.add(Message.of(hardness == Thumb.HARD ? "seal.thumb-hard" : "seal.thumb-gives"));
    }
    return reasons;
  }
}
