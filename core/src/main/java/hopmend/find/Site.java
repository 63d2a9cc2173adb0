package hopmend.find;

import hopmend.message.Message;
import java.util.List;
import java.util.Map;

/**
 * A place where a sensor sits, from a vehicle card.
 *
 * @param family the sensor family that sits there
 * @param bank 1 or 2; 0 where banks do not apply
 * @param position the sheet's word, "intake" or "exhaust" for camshafts
 * @param end the end of the engine
 * @param landmarks how a person recognises the place
 * @param wayIn from where it is reached
 * @param behind ids of the card's obstructions that have to come off first
 * @param reach what to know about the reach, for example that it is blind
 * @param connector the keying that the harness has there
 * @param fastener id of the card's fastener that holds the sensor
 * @param latch id of the latch drawing of its connector
 * @param spot its place in the bay where bank, position and end do not give it; null else
 * @param chassisSpot its place in the plan of the whole vehicle, null for a site in the bay
 * @param traits what sheets may ask about the sensor here: wires, cell, what lies near
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
    String connector,
    String fastener,
    String latch,
    String fittedPart,
    Map<String, List<String>> traits,
    Spot spot,
    Spot chassisSpot,
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
  }

  public Site {
    landmarks = List.copyOf(landmarks);
    traits = traits == null ? Map.of() : Map.copyOf(traits);
    behind = behind == null ? List.of() : List.copyOf(behind);
    attested = attested == null ? List.of() : List.copyOf(attested);
    position = position == null ? "" : position;
    end = end == null ? End.FLYWHEEL : end;
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
  public Site at(Spot place, WayIn way) {
    return new Site(
        id,
        family,
        name,
        bank,
        position,
        end,
        landmarks,
        way,
        behind,
        reach,
        connector,
        fastener,
        latch,
        fittedPart,
        traits,
        isOutsideBay() ? spot : place,
        isOutsideBay() ? place : chassisSpot,
        typical,
        attested,
        source);
  }

  /** Whether it lies outside the engine bay. */
  public boolean isOutsideBay() {
    return chassisSpot != null;
  }
}
