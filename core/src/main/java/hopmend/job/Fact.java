package hopmend.job;

import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;

/** What an entry of a job says. Facts only; every judgement is computed from them. */
public sealed interface Fact {

  /** From where codes were read. */
  enum CodeSource {
    PASTED,
    TYPED,
    VEHICLE
  }

  /** Where the work is done; it decides about hot work and lifting. */
  enum Place {
    HOIST,
    STANDS,
    GROUND
  }

  /**
   * Codes were read.
   *
   * @param attachment id of the kept scan text, empty if none
   */
  record CodesRead(
      CodeSource source,
      List<ReadCode> codes,
      List<FreezeFrameValue> freezeFrame,
      String attachment)
      implements Fact {
    public CodesRead {
      codes = List.copyOf(codes);
      freezeFrame = freezeFrame == null ? List.of() : List.copyOf(freezeFrame);
      attachment = attachment == null ? "" : attachment;
    }
  }

  /** A code that was read wrongly is taken out of the job. */
  record CodeSetAside(TroubleCode code, String reason) implements Fact {}

  /**
   * The vehicle was pinned down.
   *
   * @param card id of the body's card
   * @param engineCard id of the card whose engine is in there, where it was swapped; else empty
   * @param built null if unknown
   */
  record VehicleIdentified(
      String vin,
      String card,
      String engineCard,
      int modelYear,
      YearMonth built,
      double odometerKm,
      Place place)
      implements Fact {
    public VehicleIdentified {
      engineCard = engineCard == null ? "" : engineCard;
    }

    /** A vehicle with the engine that it was built with. */
    public VehicleIdentified(
        String vin, String card, int modelYear, YearMonth built, double odometerKm, Place place) {
      this(vin, card, "", modelYear, built, odometerKm, place);
    }

    /** Id of the card that tells about the engine. */
    public String cardOfEngine() {
      return engineCard.isEmpty() ? card : engineCard;
    }
  }

  /** How often a symptom shows. */
  enum HowOften {
    ALWAYS("always"),
    OFTEN("often"),
    SOMETIMES("sometimes"),
    ONCE("once");

    private final String label;

    HowOften(String label) {
      this.label = label;
    }

    public String label() {
      return label;
    }
  }

  /**
   * Symptoms: ids of the catalog and the customer's own words.
   *
   * @param when ids of the catalog's circumstances: cold, hot, idle
   * @param often null if not told
   */
  record SymptomsNoted(List<String> picks, List<String> when, HowOften often, String words)
      implements Fact {
    public SymptomsNoted {
      picks = List.copyOf(picks);
      when = when == null ? List.of() : List.copyOf(when);
    }

    public SymptomsNoted(List<String> picks, String words) {
      this(picks, List.of(), null, words);
    }
  }

  /** The technician works on this code first. */
  record WorkOnChosen(TroubleCode code) implements Fact {}

  /** A check was answered; readings are null where nothing was measured. */
  record CheckAnswered(String check, String outcome, Reading measured, Reading companion)
      implements Fact {}

  /**
   * A verdict was taken.
   *
   * @param reason why, where it goes against the computation; else empty
   */
  record VerdictTaken(Remedy remedy, String suspect, double probability, String reason)
      implements Fact {}

  /** The technician stands before the right sensor. */
  record SiteConfirmed(String site) implements Fact {}

  record PartChosen(String number, boolean pair, String reason) implements Fact {}

  /** Old and new lay side by side; {@code differences} are the traits that were seen to differ. */
  record PartsCompared(String oldNumber, String newNumber, List<String> differences)
      implements Fact {
    public PartsCompared {
      differences = List.copyOf(differences);
    }
  }

  /** A step was done; torque is null where nothing was tightened. */
  record StepTicked(String step, Reading torque) implements Fact {}

  /** Pieces taken off (positive) or put back (negative) beside the plan. */
  record PiecesMoved(String item, int pieces) implements Fact {
    public PiecesMoved {
      if (pieces == 0 || Math.abs(pieces) > 999) {
        throw new IllegalArgumentException("1 to 999 pieces can be moved, not " + pieces);
      }
    }
  }

  /** A repair without a new part: what was done. */
  record RepairNoted(String words) implements Fact {}

  /** A hard gate was passed for a reason. */
  record GateOverruled(Hop gate, String reason) implements Fact {}

  /** The vehicle acknowledged clearing. */
  record CodesCleared(String vin) implements Fact {}

  record RoutineStarted(String routine, double minutes) implements Fact {}

  record RoutineEnded(String routine, RoutineState result) implements Fact {}

  /** The four bytes of readiness as eight hexadecimal digits. */
  record ReadinessRead(String bytes) implements Fact {}

  /** A drive log was kept as an attachment. */
  record DriveLogged(String attachment, String name) implements Fact {}

  /**
   * Live values were kept as an attachment.
   *
   * @param signals their names
   */
  record LiveLogged(String attachment, String signals, int samples) implements Fact {}

  record NoteAdded(String words) implements Fact {}

  /** The job was signed off; {@code reason} is empty if it was proven. */
  record SignedOff(boolean proven, String reason) implements Fact {}

  /** An earlier entry is taken back. */
  record Struck(long sequence, String reason) implements Fact {}

  /** Every kind of fact by the name under which it is stored. */
  Map<String, Class<? extends Fact>> KINDS =
      Map.ofEntries(
          Map.entry("codes-read", CodesRead.class),
          Map.entry("code-set-aside", CodeSetAside.class),
          Map.entry("vehicle-identified", VehicleIdentified.class),
          Map.entry("symptoms-noted", SymptomsNoted.class),
          Map.entry("work-on-chosen", WorkOnChosen.class),
          Map.entry("check-answered", CheckAnswered.class),
          Map.entry("verdict-taken", VerdictTaken.class),
          Map.entry("site-confirmed", SiteConfirmed.class),
          Map.entry("part-chosen", PartChosen.class),
          Map.entry("parts-compared", PartsCompared.class),
          Map.entry("step-ticked", StepTicked.class),
          Map.entry("pieces-moved", PiecesMoved.class),
          Map.entry("repair-noted", RepairNoted.class),
          Map.entry("gate-overruled", GateOverruled.class),
          Map.entry("codes-cleared", CodesCleared.class),
          Map.entry("routine-started", RoutineStarted.class),
          Map.entry("routine-ended", RoutineEnded.class),
          Map.entry("readiness-read", ReadinessRead.class),
          Map.entry("drive-logged", DriveLogged.class),
          Map.entry("live-logged", LiveLogged.class),
          Map.entry("note-added", NoteAdded.class),
          Map.entry("signed-off", SignedOff.class),
          Map.entry("struck", Struck.class));

  /** The name under which this fact is stored. */
  default String kind() {
    return KINDS.entrySet().stream()
        .filter(e -> e.getValue() == getClass())
        .map(Map.Entry::getKey)
        .findFirst()
        .orElseThrow(() -> new IllegalStateException("No kind for " + getClass()));
  }
}
