package hopmend.find;

import java.time.LocalDate;

/**
 * How well a value of a card is known, and from whom.
 *
 * @param of the name of the value: wayIn, torqueNm, drive
 * @param by who said so, empty where nobody did
 * @param job number of the job in which it was met, empty where none
 * @param on the day, null where nobody said it
 */
public record Attested(String of, State state, Origin origin, String by, String job, LocalDate on) {
  /** How far a value may be trusted. */
  public enum State {
    /** What is usual for the family: nobody has looked at this vehicle. */
    TYPICAL,
    CONFIRMED,
    /** Two sources say different things. */
    DISPUTED
  }

  /** Where a value comes from, the least sure first. */
  public enum Origin {
    COMMON_PRACTICE,
    SHOP,
    MEASURED,
    /** The maker's manual that the shop is licensed to use. */
    MAKER;

    /** Whether another one does not settle what this one says. */
    public boolean isAsGoodAs(Origin other) {
      return compareTo(other) >= 0;
    }
  }

  public Attested {
    origin = origin == null ? Origin.SHOP : origin;
    by = by == null ? "" : by;
    job = job == null ? "" : job;
  }

  /** What nobody has looked at yet. */
  public static Attested typical(String of) {
    return new Attested(of, State.TYPICAL, Origin.COMMON_PRACTICE, "", "", null);
  }
}
