package hopmend.find;

import hopmend.message.Message;
import hopmend.sensor.PlugWords;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * A place where a sensor sits, from a vehicle card.
 *
 * @param family the sensor family that sits there
 * @param bank 1 or 2; 0 where banks do not apply
 * @param position the sheet's word, "intake" or "exhaust" for camshafts
 * @param end the end of the engine
 * @param landmarks how a person recognises the place
 * @param wayIn from where it is reached first
 * @param behind ids of the card's obstructions that have to come off first
 * @param reach what to know about the reach, for example that it is blind
 * @param byFeel whether the hand finds it that way, and not the eye
 * @param otherWays from where else it is reached
 * @param connector the keying that the harness has there
 * @param colours of the wires at its plug, in the order of the cavities; empty where nobody told
 * @param fastener id of the card's fastener that holds the sensor
 * @param latch id of the latch drawing of its connector
 * @param spot its place in the bay where bank, position and end do not give it; null else
 * @param chassisSpot its place in the plan of the whole vehicle, null for a site in the bay
 * @param traits what sheets may ask about the sensor here: wires, cell, what lies near
 * @param level how high it sits, null where nobody has told it
 * @param traps what others wish they had known
 * @param minutes that the work took here, null where nobody has done it
 * @param fittedPart number of the part that the maker fitted, null where nobody has told it
 * @param typical whether it is only where such a sensor usually sits: nobody has told it of this
 *     vehicle; never so in a file
 * @param attested how well single values are known; what is not named is as good as the source
 */
public record Site(
    String id,
    String family,
    String name,
    int bank,
    String position,
    End end,
    List<String> landmarks,
    WayIn wayIn,
    List<String> behind,
    String reach,
    boolean byFeel,
    List<Way> otherWays,
    String connector,
    List<String> colours,
    String fastener,
    String latch,
    String fittedPart,
    Map<String, List<String>> traits,
    Spot spot,
    Spot chassisSpot,
    Level level,
    List<String> traps,
    Double minutes,
    boolean typical,
    List<Attested> attested,
    String source) {

  /** A point in millimetres, in the plan of the bay or of the vehicle. */
  public record Spot(double xMm, double yMm) {
    /** The nearest one of a plan of this size, in whole millimetres. */
    Spot within(double widthMm, double depthMm) {
      return new Spot(
          Math.round(Math.max(0, Math.min(widthMm, xMm))),
          Math.round(Math.max(0, Math.min(depthMm, yMm))));
    }
  }

  /** An end of the engine. */
  public enum End {
    PULLEY,
    FLYWHEEL
  }

  /** From where a site is reached, the easiest way first (common practice). */
  public enum WayIn {
    FROM_ABOVE,
    CABIN,
    WHEEL_WELL,
    FROM_BELOW,
    TANK_DOWN;

    /** The word beside a marker. */
    public Message shortly() {
      return Message.of("way." + name());
    }

    /** Whether the vehicle is raised for it. */
    public boolean isRaised() {
      return this == FROM_BELOW || this == WHEEL_WELL || this == TANK_DOWN;
    }
  }

  /**
   * A way in, with what it asks for.
   *
   * @param behind ids of the card's obstructions that have to come off first
   * @param reach what to know about it, empty for nothing
   * @param byFeel whether the hand finds the sensor, and not the eye
   */
  public record Way(WayIn from, List<String> behind, String reach, boolean byFeel) {
    public Way {
      behind = behind == null ? List.of() : List.copyOf(behind);
      reach = reach == null ? "" : reach;
    }

    /** One of which nothing more is told. */
    public static Way of(WayIn from) {
      return new Way(from, List.of(), "", false);
    }
  }

  public Site {
    landmarks = landmarks == null ? List.of() : List.copyOf(landmarks);
    traits = traits == null ? Map.of() : Map.copyOf(traits);
    behind = behind == null ? List.of() : List.copyOf(behind);
    reach = reach == null ? "" : reach;
    otherWays = otherWays == null ? List.of() : List.copyOf(otherWays);
    colours = colours == null ? List.of() : List.copyOf(colours);
    traps = traps == null ? List.of() : List.copyOf(traps);
    attested = attested == null ? List.of() : List.copyOf(attested);
    position = position == null ? "" : position;
    end = end == null ? End.FLYWHEEL : end;
    if (wayIn == null) {
      throw new IllegalArgumentException("Site " + id + " does not say its wayIn");
    }
    WayIn first = wayIn;
    if (otherWays.stream().anyMatch(w -> w.from() == first)) {
      throw new IllegalArgumentException("Site " + id + " is told twice as reached " + wayIn);
    }
  }

  /** To make it otherwise. */
  public SiteDraft but() {
    return new SiteDraft(this);
  }

  /** The way in that is told first. */
  public Way way() {
    return new Way(wayIn, behind, reach, byFeel);
  }

  /** All ways in, the one that is told first before the others. */
  public List<Way> ways() {
    return Stream.concat(Stream.of(way()), otherWays.stream()).toList();
  }

  /** The same with another of its ways first; as it is where it has no such way. */
  public Site by(WayIn from) {
    return otherWays.stream()
        .filter(w -> w.from() == from)
        .findFirst()
        .map(
            w ->
                but()
                    .way(w)
                    .otherWays(ways().stream().filter(o -> o.from() != from).toList())
                    .site())
        .orElse(this);
  }

  /** How well a value of it is known. */
  public Attested.State state(String of) {
    return attested.stream()
        .filter(a -> a.of().equals(of))
        .reduce((earlier, later) -> later)
        .map(Attested::state)
        .orElse(typical ? Attested.State.TYPICAL : Attested.State.CONFIRMED);
  }

  /** Whether it is the sensor of the same place, whatever either is called. */
  public boolean isTheSameAs(Site other) {
    return family.equals(other.family) && bank == other.bank && position.equals(other.position);
  }

  /** Whether a code that means this bank and position may mean it; 0 and empty mean any. */
  boolean suits(int wantedBank, String wantedPosition) {
    return (wantedBank == 0 || bank == 0 || bank == wantedBank)
        && (wantedPosition.isEmpty() || position.equals(wantedPosition));
  }

  /** The same at another place of its plan, reached another way. */
  public Site at(Spot place, WayIn from) {
    return but()
        .at(isOutsideBay() ? spot : place, isOutsideBay() ? place : chassisSpot)
        .way(new Way(from, behind, reach, byFeel))
        .otherWays(otherWays.stream().filter(w -> w.from() != from).toList())
        .site();
  }

  /** The cavities of its plug, where its words count them plainly. */
  public OptionalInt cavities() {
    return PlugWords.cavities(connector);
  }

  /** Whether it lies outside the engine bay. */
  public boolean isOutsideBay() {
    return chassisSpot != null;
  }
}
