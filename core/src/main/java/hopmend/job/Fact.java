package hopmend.job;

import hopmend.clear.ClearedGroup;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Attested;
import hopmend.find.Site;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Odometer;
import hopmend.measure.Reading;
import hopmend.part.Bench;
import hopmend.part.Part;
import hopmend.part.seal.Gland;
import hopmend.part.seal.OldSeal;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import hopmend.sensor.SignalModel;
import hopmend.swap.Fastener;
import hopmend.swap.Operation;
import hopmend.swap.Step;
import hopmend.verify.SinceCleared;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What an entry of a job says. Facts only; every judgement is computed from them. */
public sealed interface Fact {
  /** Hands this to what has a case for every kind. */
  <R> R to(FactCases<R> cases);

  /** Most codes that one job holds; more than any vehicle has. */
  int MOST_CODES = 500;

  /** A fact that cannot be; the message says in plain words what is wrong. */
  final class Improper extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    Improper(String message) {
      super(message);
    }
  }

  /** From where codes were read. */
  enum CodeSource {
    PASTED,
    TYPED,
    VEHICLE,
    /** What the technician's own tool showed after clearing, pasted or typed. */
    OWN_TOOL;

    /** Whether it says how the vehicle stands after clearing. */
    public boolean isAReadingAfterwards() {
      return this == VEHICLE || this == OWN_TOOL;
    }
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
      Said.given("source of the codes", source);
      codes = Said.list("codes", codes, MOST_CODES);
      freezeFrame = Said.list("freeze-frame values", freezeFrame, 60);
      attachment = Said.idOrNone("kept text", attachment);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A code that was read wrongly is taken out of the job.
   *
   * @param controlUnit whose reading it was; empty for that of all
   */
  record CodeSetAside(TroubleCode code, String reason, String controlUnit) implements Fact {
    public CodeSetAside {
      Said.given("code", code);
      reason = Said.text("reason", reason, 500);
      controlUnit = Said.text("control unit", controlUnit, ReadCode.LONGEST_UNIT);
    }

    public CodeSetAside(TroubleCode code, String reason) {
      this(code, reason, "");
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A condition of the freeze frame, as it is.
   *
   * @param reading null where the report told none
   */
  record ConditionNoted(FreezeFrameValue.Condition condition, Reading reading) implements Fact {
    public ConditionNoted {
      Said.given("condition", condition);
      if (reading != null) {
        reading = new FreezeFrameValue(condition, reading).reading();
      }
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * The vehicle was pinned down.
   *
   * @param card id of the body's card, empty where it has none yet
   * @param engineCard id of the card whose engine is in there, where it was swapped; else empty
   * @param built null if unknown
   * @param odometerKm null until somebody has read it
   */
  record VehicleIdentified(
      String vin,
      String card,
      String engineCard,
      int modelYear,
      YearMonth built,
      Double odometerKm,
      Place place)
      implements Fact {
    public VehicleIdentified {
      if (vin == null || !vin.matches("[0-9A-Z]{17}")) {
        throw new Improper("An identification number has 17 letters and digits.");
      }
      card = Said.idOrNone("vehicle card", card);
      engineCard = Said.idOrNone("card of the engine", engineCard);
      if (modelYear != 0) {
        Said.within("model year", modelYear, 1950, 2100);
      }
      if (built != null) {
        Said.within("year of building", built.getYear(), 1950, 2100);
      }
      if (odometerKm != null) {
        Said.within("odometer in km", odometerKm, 0, Odometer.MOST_KM);
      }
      Said.given("place of the work", place);
    }

    /** A vehicle with the engine that it was built with. */
    public VehicleIdentified(
        String vin, String card, int modelYear, YearMonth built, double odometerKm, Place place) {
      this(vin, card, "", modelYear, built, odometerKm, place);
    }

    /** The same vehicle, with its odometer read after all. */
    public VehicleIdentified withOdometer(double km) {
      return new VehicleIdentified(vin, card, engineCard, modelYear, built, km, place);
    }

    /** The same vehicle, with the card that was begun for it. */
    public VehicleIdentified withCard(String itsCard) {
      return new VehicleIdentified(vin, itsCard, engineCard, modelYear, built, odometerKm, place);
    }

    public Optional<Double> odometer() {
      return Optional.ofNullable(odometerKm);
    }

    /** Id of the card that tells about the engine. */
    public String cardOfEngine() {
      return engineCard.isEmpty() ? card : engineCard;
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** How often a symptom shows. */
  enum HowOften {
    ALWAYS,
    OFTEN,
    SOMETIMES,
    ONCE
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
      picks = Said.ids("symptoms", picks, 60);
      when = Said.ids("circumstances", when, 60);
      words = Said.text("customer's words", words, 1000);
    }

    public SymptomsNoted(List<String> picks, String words) {
      this(picks, List.of(), null, words);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** The technician works on this code first. */
  record WorkOnChosen(TroubleCode code) implements Fact {
    public WorkOnChosen {
      Said.given("code", code);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A check was answered; readings are null where nothing was measured.
   *
   * @param unsure whether who answered would not swear to it
   * @param traced the recording that tells it; null where none does
   * @param figures what an instrument was told besides, by the id of its figure; null for nothing
   */
  record CheckAnswered(
      String check,
      String outcome,
      Reading measured,
      Reading companion,
      Reading besides,
      boolean unsure,
      Traced traced,
      Map<String, Reading> figures)
      implements Fact {
    /** A sure answer in words. */
    public CheckAnswered(String check, String outcome) {
      this(check, outcome, null, null, null, false, null, null);
    }

    /** A sure answer with what was read. */
    public CheckAnswered(
        String check, String outcome, Reading measured, Reading companion, Reading besides) {
      this(check, outcome, measured, companion, besides, false, null, null);
    }

    public CheckAnswered {
      check = Said.id("check", check);
      outcome = Said.id("result", outcome);
      figures = figures == null || figures.isEmpty() ? null : Map.copyOf(figures);
      if (figures != null) {
        figures.keySet().forEach(f -> Said.id("figure", f));
      }
    }

    /** What an instrument was told besides. */
    public Map<String, Reading> toldFigures() {
      return figures == null ? Map.of() : figures;
    }

    /** What was read beside the value. */
    public SignalModel.Told told() {
      return new SignalModel.Told(companion, besides);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A recording that is kept, and how it was read.
   *
   * @param attachment the kept text
   * @param name of the file
   * @param signal the column of the instrument's first signal; empty where it has none
   * @param others the columns of its other signals, in their order, empty where one has none; null
   *     where no other has one
   * @param perSecond samples a second; null where the file tells the time
   */
  record Traced(
      String attachment, String name, String signal, List<String> others, Double perSecond) {
    public Traced {
      attachment = Said.id("kept text", attachment);
      name = Said.text("file's name", name, 200);
      signal = Said.text("column", signal, 100);
      others = others == null || others.isEmpty() ? null : List.copyOf(others);
      if (others != null) {
        others.forEach(c -> Said.text("column", c, 100));
      }
      if (perSecond != null) {
        Said.within("samples a second", perSecond, 1e-3, 1e9);
      }
    }
  }

  /**
   * What somebody knows of the fault beside what is measured.
   *
   * @param clue id of the catalog's clue
   * @param so whether it is so; false sets aside what the facts of the job would tell
   */
  record ClueTold(String clue, boolean so) implements Fact {
    public ClueTold {
      clue = Said.id("clue", clue);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** The job works on the sensor at this site of a card now, whatever its codes. */
  record SensorChosen(String card, String site) implements Fact {
    public SensorChosen {
      card = Said.id("vehicle card", card);
      site = Said.id("site", site);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * What had to be seen of a sensor after the work, and whether it was so.
   *
   * @param site of which sensor; empty where the card names none
   * @param words what was seen; may be empty
   * @param figures by which it was judged; none where somebody looked
   * @param log id of the kept log that told them; empty where they were typed
   */
  record ProofSeen(
      String site, String proof, boolean held, String words, List<FigureRead> figures, String log)
      implements Fact {
    private static final int LONGEST_WORDS = 500;

    /** One at which somebody looked. */
    public ProofSeen(String site, String proof, boolean held, String words) {
      this(site, proof, held, words, List.of(), "");
    }

    public ProofSeen {
      site = Said.idOrNone("site", site);
      proof = Said.id("proof", proof);
      words = Said.text("words", words, LONGEST_WORDS);
      figures = Said.list("figures", figures, 12);
      log = Said.idOrNone("kept log", log);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** A figure of a proof as an instrument showed it, or a log told it. */
  record FigureRead(String figure, Reading value) {
    public FigureRead {
      figure = Said.id("figure", figure);
      Said.given("reading", value);
    }
  }

  /** What only the person who works can tell of the job: rust, place, the school that is chosen. */
  record TraitTold(String trait, String value) implements Fact {
    public TraitTold {
      trait = Said.id("trait", trait);
      value = Said.id("value", value);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A verdict was taken.
   *
   * @param reason why, where it goes against the computation; else empty
   * @param work id of the work that carries it out; empty in records from before works were planned
   */
  record VerdictTaken(Remedy remedy, String suspect, double probability, String reason, String work)
      implements Fact {
    /** A verdict without a planned work: what was done is only written down. */
    public VerdictTaken(Remedy remedy, String suspect, double probability, String reason) {
      this(remedy, suspect, probability, reason, "");
    }

    public VerdictTaken {
      Said.given("verdict", remedy);
      work = Said.idOrNone("work", work == null ? "" : work);
      suspect = Said.idOrNone("suspect", suspect);
      // Sums of shares may pass 1 by rounding.
      Said.within("probability", probability, -1e-9, 1 + 1e-9);
      reason = Said.text("reason", reason, 500);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** In this job the sensor is reached this way. */
  record WayInChosen(Site.WayIn way) implements Fact {
    public WayInChosen {
      Said.given("way in", way);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * The technician stands before the right sensor.
   *
   * @param look what was seen of it
   * @param reason why it is this one, where the look goes against the card; else empty
   */
  record SiteConfirmed(String site, Look look, String reason) implements Fact {
    /** One of which nothing was noted. */
    public SiteConfirmed(String site) {
      this(site, Look.NOTHING, "");
    }

    public SiteConfirmed {
      site = Said.id("site", site);
      look = look == null ? Look.NOTHING : look;
      reason = Said.text("reason", reason, 500);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * What somebody saw who stood before a sensor.
   *
   * @param seen landmarks that were there
   * @param wires that end in its plug, null where nobody counted
   * @param colours of the wires, in the order of the cavities
   * @param cavities of the plug, with and without a wire; null where nobody counted
   * @param landmark one more by which it is found; may be empty
   */
  record Look(
      List<String> seen, Integer wires, List<String> colours, Integer cavities, String landmark) {
    /** Nothing was noted. */
    public static final Look NOTHING = new Look(List.of(), null, List.of(), null, "");

    public Look {
      seen = Said.list("landmarks", seen, 12);
      seen.forEach(l -> Said.text("landmark", l, 200));
      colours = Said.list("colours", colours, 12);
      colours.forEach(c -> Said.id("colour", c));
      if (wires != null) {
        Said.within("number of wires", wires, 1, 12);
      }
      if (cavities != null) {
        Said.within("number of cavities", cavities, 1, 24);
      }
      landmark = Said.text("landmark", landmark, 200);
    }
  }

  /** Where the plug of the sensor is while its value is watched. */
  enum PlugAt {
    STILL_IN,
    OUT,
    IN_AGAIN
  }

  /** By what the vehicle was asked. */
  enum AskedBy {
    OUR_LINK,
    OWN_TOOL
  }

  /**
   * The plug was watched: what the vehicle said with the plug in, out or in again.
   *
   * @param signal name of the live signal, empty where the family has none
   * @param value null where the vehicle said none, or nobody noted it
   * @param codes that it held at that moment
   */
  record PlugWatched(PlugAt plug, AskedBy by, String signal, Reading value, List<TroubleCode> codes)
      implements Fact {
    public PlugWatched {
      Said.given("place of the plug", plug);
      Said.given("tool", by);
      signal = Said.idOrNone("signal", signal);
      codes = Said.list("codes", codes, MOST_CODES);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A picture of the sensor was taken in.
   *
   * @param picture id under which it is kept
   * @param sha256 of what is kept, so that it cannot be another one later
   */
  record PictureTaken(String picture, String sha256, String words) implements Fact {
    public PictureTaken {
      picture = Said.id("picture", picture);
      sha256 = Said.sha256(sha256);
      words = Said.text("words", words, 200);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** The sensor is at this place of a picture, in thousandths of its width and height. */
  record PictureMarked(String picture, int x, int y) implements Fact {
    public PictureMarked {
      picture = Said.id("picture", picture);
      Said.within("place across", x, 0, 1000);
      Said.within("place down", y, 0, 1000);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * From here on the job works with another revision of a card than the one with which it was
   * planned.
   */
  record CardRevisionTaken(String card, int revision) implements Fact {
    public CardRevisionTaken {
      card = Said.id("vehicle card", card);
      Said.within("card revision", revision, 1, 1_000_000);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A part was chosen; {@code pair} says that the sensor's twin is renewed too.
   *
   * @param typed what stands on a part that no list knows, null for one of the list
   * @param part as the list had it then, null for one of no list, and in older records
   */
  record PartChosen(String number, boolean pair, String reason, TypedPart typed, Part part)
      implements Fact {
    public PartChosen {
      number = Said.id("part number", number);
      reason = Said.text("reason", reason, 500);
      if (part != null && !part.number().equals(number)) {
        throw new Improper("The part has the number %s, not %s.".formatted(part.number(), number));
      }
    }

    /** A part of the list. */
    public PartChosen(Part part, boolean pair, String reason) {
      this(part.number(), pair, reason, null, part);
    }

    /** A part of no list. */
    public PartChosen(String number, TypedPart typed) {
      this(number, false, "", typed, null);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * What a person tells of a part that no card knows.
   *
   * @param price in the shop's currency, null where nobody said it
   */
  record TypedPart(String make, Double price) {
    public TypedPart {
      make = Said.text("make", make, 80);
      if (price != null) {
        Said.within("price", price, 0, 1_000_000);
      }
    }
  }

  /** From where the number of the old part is. */
  enum NumberFrom {
    /** It stands on the part. */
    PART,
    /** The module told it through the link. */
    MODULE
  }

  /** The number of the part that is in the vehicle, or came out of it. */
  record OldNumberRead(String number, NumberFrom from) implements Fact {
    public OldNumberRead {
      number = Said.id("number of the old part", number);
      Said.given("place of the number", from);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A ring was looked at and measured.
   *
   * @param shoreA of a durometer, 0 where only the thumb was there
   * @param insideMm inside diameter of the old ring, or of one that fits
   * @param grooveMm bottom of its groove, boreMm of what it seals in, widthMm of the groove; 0
   *     where nobody measured them
   * @param fluid in which it lives, and its hottest in degrees Celsius
   */
  record SealMeasured(
      OldSeal.Thumb hardness,
      double shoreA,
      boolean cracked,
      OldSeal.Oil oil,
      double insideMm,
      double sectionMm,
      double grooveMm,
      double boreMm,
      double widthMm,
      String fluid,
      double hottestC)
      implements Fact {
    public SealMeasured {
      Said.given("hardness", hardness);
      Said.given("place of the oil", oil);
      Said.within("hardness in Shore A", shoreA, 0, 100);
      Said.within("inside diameter in mm", insideMm, 0.5, 500);
      Said.within("section in mm", sectionMm, 0.5, 20);
      Said.within("bottom of the groove in mm", grooveMm, 0, 600);
      Said.within("bore in mm", boreMm, 0, 600);
      Said.within("width of the groove in mm", widthMm, 0, 50);
      fluid = Said.id("fluid", fluid);
      Said.within("hottest temperature in degrees", hottestC, -50, 400);
      if (grooveMm > 0 != boreMm > 0) {
        throw new Improper("Groove and bore are measured both, or neither.");
      }
      if (grooveMm > 0 && boreMm <= grooveMm) {
        throw new Improper("The bore is wider than the bottom of the groove.");
      }
    }

    /** Its groove, where it was measured. */
    public Optional<Gland> gland() {
      return grooveMm > 0 ? Optional.of(new Gland(grooveMm, boreMm, widthMm)) : Optional.empty();
    }

    /** What the old ring says. */
    public OldSeal old() {
      return new OldSeal(hardness, shoreA, cracked, oil);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Which ring goes in. */
  record SealChosen(String size, String material) implements Fact {
    public SealChosen {
      size = Said.id("size", size);
      material = Said.id("material", material);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * Old and new lay side by side.
   *
   * @param differences traits that were seen to differ, where older records tell no more
   * @param held trait by trait what was seen
   * @param batch serial number or batch of the new one, empty where it bears none
   */
  record PartsCompared(
      String oldNumber,
      String newNumber,
      List<String> differences,
      List<Bench.Held> held,
      String batch)
      implements Fact {
    public PartsCompared {
      oldNumber = Said.idOrNone("number of the old part", oldNumber);
      newNumber = Said.id("number of the new part", newNumber);
      differences = Said.ids("differences", differences, 60);
      held = Said.list("traits", held, 60);
      for (Bench.Held h : held) {
        Said.id("trait", h.trait());
        Said.idOrNone("old one's value", h.old());
        Said.idOrNone("new one's value", h.fresh());
      }
      batch = Said.text("batch", batch, 60);
    }

    /** What was seen, in older records too. */
    public List<Bench.Held> seen() {
      return Stream.concat(
              held.stream(), differences.stream().map(t -> new Bench.Held(t, "", "", false)))
          .toList();
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A step was done, or was found done when the vehicle came.
   *
   * @param torque null where nothing was tightened, or nobody knows a value
   * @param foundSo why nothing was to do: "shield already off on arrival"; empty where it was done
   * @param origin from where the torque is, where the card has none; else null
   * @param drive the size that really fitted, where it was another than the card's; else empty
   * @param turnedDeg how far it was turned past finger-tight, degrees; else null
   * @param wrench the torque wrench of the shop's list that it was done with; empty for none
   * @param confirmed what was looked at with it, by the step's own words
   * @param amount what ran out or went in, a volume; else null
   * @param learned whether a learner did it where somebody looks at a learner's work
   * @param tightness by what its tightness was told; null where nothing is tightened
   */
  record StepTicked(
      String step,
      Reading torque,
      String foundSo,
      Attested.Origin origin,
      String drive,
      Double turnedDeg,
      String wrench,
      List<String> confirmed,
      Reading amount,
      boolean learned,
      Fastener.Kind tightness)
      implements Fact {
    /** A step in which nothing was turned by an angle. */
    public StepTicked(
        String step, Reading torque, String foundSo, Attested.Origin origin, String drive) {
      this(step, torque, foundSo, origin, drive, null);
    }

    /** A step with nothing to confirm, and no fluid. */
    public StepTicked(
        String step,
        Reading torque,
        String foundSo,
        Attested.Origin origin,
        String drive,
        Double turnedDeg) {
      this(step, torque, foundSo, origin, drive, turnedDeg, "", List.of(), null, false, null);
    }

    /** A step with all that was looked at, and what was measured of a fluid. */
    public StepTicked(String step, Reading torque, List<String> confirmed, Reading amount) {
      this(step, torque, "", null, "", null, "", confirmed, amount, false, null);
    }

    /** A step that was done just as it is planned, all that is asked of it told. */
    public static StepTicked asPlanned(Step step) {
      return new StepTicked(
          step.id(),
          step.fastener().flatMap(Fastener::torque).orElse(null),
          "",
          null,
          "",
          step.fastener().map(Fastener::turn).map(Fastener.Turn::fromDeg).orElse(null),
          "",
          step.confirms(),
          step.amount().map(Operation.Amount::planned).orElse(null),
          false,
          step.fastener().map(Fastener::kind).orElse(null));
    }

    /** A step that asks for nothing but its value. */
    public StepTicked(String step, Reading torque) {
      this(step, torque, "");
    }

    /** A step that was found done. */
    public StepTicked(String step, Reading torque, String foundSo) {
      this(step, torque, foundSo, null, "");
    }

    public StepTicked {
      step = Said.id("step", step);
      drive = Said.idOrNone("size", drive);
      foundSo = Said.text("reason", foundSo == null ? "" : foundSo, 200);
      if (torque != null && torque.unit().quantity() != MeasureUnit.Quantity.TORQUE) {
        throw new Improper("A tightness is a torque, not " + torque.text() + ".");
      }
      if (turnedDeg != null) {
        Said.within("turn past finger-tight in degrees", turnedDeg, 1, 720);
      }
      wrench = Said.idOrNone("wrench", wrench);
      confirmed = confirmed == null ? List.of() : Said.ids("what was looked at", confirmed, 20);
      if (amount != null && amount.unit().quantity() != MeasureUnit.Quantity.VOLUME) {
        throw new Improper("A fluid is measured as a volume, not as " + amount.text() + ".");
      }
    }

    /**
     * The same as it is kept.
     *
     * @param owesALook whether a learner did it where somebody looks at it
     * @param by by what its tightness was told; null where nothing is tightened
     */
    StepTicked kept(boolean owesALook, Fastener.Kind by) {
      return new StepTicked(
          step, torque, foundSo, origin, drive, turnedDeg, wrench, confirmed, amount, owesALook,
          by);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Somebody looked at a step that was done, and found it right. */
  record StepLookedAt(String step) implements Fact {
    public StepLookedAt {
      step = Said.id("step", step);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * Something went wrong at a step: it is seized, broken, rounded, fallen.
   *
   * @param mishap by its id
   * @param way by which it is dealt with, by its id
   */
  record MishapMet(String step, String mishap, String way) implements Fact {
    public MishapMet {
      step = Said.id("step", step);
      mishap = Said.id("mishap", mishap);
      way = Said.id("way", way);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Pieces that fell and that nobody found, with where they may lie and why they can stay. */
  record PiecesLost(String item, int pieces, String reason) implements Fact {
    public PiecesLost {
      item = Said.id("piece", item);
      reason = Said.text("reason", reason, 300);
      if (pieces < 1 || pieces > 999) {
        throw new Improper("1 to 999 pieces can be lost, not " + pieces + ".");
      }
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Pieces taken off (positive) or put back (negative) beside the plan. */
  record PiecesMoved(String item, int pieces) implements Fact {
    public PiecesMoved {
      item = Said.id("piece", item);
      if (pieces == 0 || Math.abs(pieces) > 999) {
        throw new Improper("1 to 999 pieces can be moved, not " + pieces + ".");
      }
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * What was done, found or is watched, in words.
   *
   * @param until the day until which it is watched; null for anything else
   */
  record RepairNoted(String words, LocalDate until) implements Fact {
    public RepairNoted(String words) {
      this(words, null);
    }

    public RepairNoted {
      words = Said.text("repair", words, 2000);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** A hard gate was passed for a reason. */
  record GateOverruled(Hop gate, String reason) implements Fact {
    public GateOverruled {
      Said.given("gate", gate);
      reason = Said.text("reason", reason, 500);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** What the engine did while the codes were cleared. */
  enum ClearedWhile {
    ENGINE_OFF,
    /** Cleared, run, and cleared once more. */
    RUN_BETWEEN,
    /** Cleared twice, key off between. */
    TWICE
  }

  /** By what the codes were cleared. */
  enum ClearedBy {
    /** The vehicle acknowledged it over our link. */
    OUR_LINK,
    /** The technician's own tool said so. */
    OWN_TOOL,
    /** The battery was off: the controllers have forgotten. */
    BATTERY_OFF
  }

  /**
   * The codes were cleared.
   *
   * @param vin of the vehicle that acknowledged; of the job where nobody asked the vehicle, and
   *     empty where the job does not know it
   * @param minutes that the battery was off; 0 for anything else
   * @param frameLost why the conditions kept beside the codes were not recorded first; empty where
   *     they were, or our link read them
   * @param engine what the engine did meanwhile
   * @param group which codes were to be cleared; all where our link was not used
   */
  record CodesCleared(
      String vin,
      ClearedBy by,
      int minutes,
      String frameLost,
      ClearedWhile engine,
      ClearedGroup group)
      implements Fact {
    /** All codes. */
    public CodesCleared(
        String vin, ClearedBy by, int minutes, String frameLost, ClearedWhile engine) {
      this(vin, by, minutes, frameLost, engine, ClearedGroup.ALL);
    }

    /** Key on, engine off. */
    public CodesCleared(String vin, ClearedBy by, int minutes, String frameLost) {
      this(vin, by, minutes, frameLost, ClearedWhile.ENGINE_OFF);
    }

    /** The vehicle acknowledged it. */
    public CodesCleared(String vin) {
      this(vin, ClearedGroup.ALL);
    }

    /** The vehicle acknowledged that a group was cleared. */
    public CodesCleared(String vin, ClearedGroup group) {
      this(vin, ClearedBy.OUR_LINK, 0, "", ClearedWhile.ENGINE_OFF, group);
    }

    public CodesCleared {
      group = group == null ? ClearedGroup.ALL : group;
      by = by == null ? ClearedBy.OUR_LINK : by;
      engine = engine == null ? ClearedWhile.ENGINE_OFF : engine;
      vin =
          by == ClearedBy.OUR_LINK
              ? Said.id("identification number", vin)
              : Said.idOrNone("identification number", vin);
      Said.within("minutes without battery", minutes, 0, 100_000);
      frameLost = Said.text("reason", frameLost, 500);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** A monitor as the technician's own tool shows it. */
  record MonitorSeen(String name, boolean ready) {
    public MonitorSeen {
      name = Said.id("monitor", name);
    }
  }

  /**
   * Monitors and lamp as the technician's own tool shows them; one that is not there is left out.
   */
  record MonitorsSeen(List<MonitorSeen> monitors, boolean lampOn) implements Fact {
    public MonitorsSeen {
      monitors = Said.list("monitors", monitors, 20);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * Something was taught to a controller without our link, or was tried: by the technician's own
   * tool, or by hand.
   *
   * @param what id of the card's routine, or of a procedure
   * @param words with what, and how it ended
   * @param failure id of the procedure's reason why it failed; empty where it is taught
   * @param confirmed names of the signals whose conditions the person says that they held
   */
  record TaughtByHand(String what, String words, String failure, List<String> confirmed)
      implements Fact {
    /** It is taught. */
    public TaughtByHand(String what, String words) {
      this(what, words, "", List.of());
    }

    public TaughtByHand {
      what = Said.id("what was taught", what);
      words = Said.text("words", words, 500);
      failure = Said.idOrNone("reason", failure);
      confirmed = Said.ids("conditions", confirmed, 12);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A wait began: the vehicle stands, or does something by itself.
   *
   * @param what {@link #SOAK}, or id of the procedure
   */
  record WaitBegun(String what, double minutes) implements Fact {
    /** The vehicle stands until it is cold. */
    public static final String SOAK = "soak";

    public WaitBegun {
      what = Said.id("what is waited for", what);
      Said.within("minutes of waiting", minutes, 1, 2880);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A drive that nothing recorded: what the driver says of it.
   *
   * @param met ids of the requirements that it met, as {@code DriveProof} has them
   */
  record DriveTold(double minutes, double km, List<String> met) implements Fact {
    public DriveTold {
      Said.within("minutes of driving", minutes, 1, 1440);
      Said.within("kilometres", km, 0, 2000);
      met = Said.ids("requirements", met, 12);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** The vehicle acknowledged the start of a routine. */
  record RoutineStarted(String routine, double minutes) implements Fact {
    public RoutineStarted {
      routine = Said.id("routine", routine);
      Said.within("time of a routine in minutes", minutes, 0, 1440);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * The vehicle told how a routine ended.
   *
   * @param bytes its status record as hexadecimal digits; empty where it gave none
   */
  record RoutineEnded(String routine, RoutineState result, String bytes) implements Fact {
    /** One without a status record. */
    public RoutineEnded(String routine, RoutineState result) {
      this(routine, result, "");
    }

    public RoutineEnded {
      routine = Said.id("routine", routine);
      Said.given("result of the routine", result);
      bytes = bytes == null ? "" : bytes;
      if (!bytes.matches("([0-9A-F]{2}){0,128}")) {
        throw new Improper(
            "A status record is hexadecimal digits, two for each of up to 128 bytes.");
      }
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** The four bytes of readiness as eight hexadecimal digits. */
  record ReadinessRead(String bytes) implements Fact {
    public ReadinessRead {
      if (bytes == null || !bytes.matches("[0-9A-Fa-f]{8}")) {
        throw new Improper("Readiness is four bytes as eight hexadecimal digits.");
      }
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * What a controller counts since its codes were cleared, as {@link SinceCleared} has it.
   *
   * @param by whether the vehicle told it over our link, or the technician's own tool showed it
   */
  record CountersRead(AskedBy by, Integer warmUps, Integer km, Integer minutes) implements Fact {
    public CountersRead {
      Said.given("tool", by);
      if (warmUps == null && km == null && minutes == null) {
        throw new Improper("Say at least one of the counters.");
      }
      try {
        since(warmUps, km, minutes);
      } catch (IllegalArgumentException e) {
        throw new Improper(e.getMessage());
      }
    }

    private static SinceCleared since(Integer warmUps, Integer km, Integer minutes) {
      return new SinceCleared(warmUps, km, minutes);
    }

    public SinceCleared since() {
      return since(warmUps, km, minutes);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Whether software was there before the work, or was loaded by it. */
  enum SoftwareStage {
    FOUND,
    LOADED
  }

  /**
   * A control unit's software, as a tool shows it.
   *
   * @param file the file that was loaded; empty where none was
   * @param checksum of that file as its publisher writes it, hexadecimal digits; empty where nobody
   *     compared it
   */
  record SoftwareNoted(
      SoftwareStage stage, String unit, String version, String file, String checksum)
      implements Fact {
    public SoftwareNoted {
      Said.given("stage of the software", stage);
      unit = Said.text("control unit", unit, 60);
      version = Said.text("version of the software", version, 60);
      file = Said.text("name of the file", file, 200);
      checksum =
          checksum == null ? "" : checksum.replaceAll("[\\s:-]", "").toUpperCase(Locale.ROOT);
      if (!checksum.matches("|[0-9A-F]{4}|[0-9A-F]{8}|[0-9A-F]{32}|[0-9A-F]{40}|[0-9A-F]{64}")) {
        throw new Improper(
            "A checksum is 4, 8, 32, 40 or 64 hexadecimal digits, not " + checksum.length() + ".");
      }
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A photo of what the technician's own tool, or the lamp, showed at a hop.
   *
   * @param picture id of the kept picture
   * @param words what one sees in it
   */
  record ScreenKept(Hop hop, String picture, String sha256, String words) implements Fact {
    public ScreenKept {
      Said.given("hop", hop);
      picture = Said.id("picture", picture);
      sha256 = Said.sha256(sha256);
      words = Said.text("words", words, 200);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** A drive log was kept as an attachment. */
  record DriveLogged(String attachment, String name) implements Fact {
    public DriveLogged {
      attachment = Said.id("kept log", attachment);
      name = Said.text("name of the log", name, 200);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Times of the segments of the crankshaft's ring were kept as an attachment. */
  record SegmentsLogged(String attachment, String name) implements Fact {
    public SegmentsLogged {
      attachment = Said.id("kept trace", attachment);
      name = Said.text("name of the trace", name, 200);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * Live values were kept as an attachment.
   *
   * @param signals their names
   */
  record LiveLogged(String attachment, String signals, int samples) implements Fact {
    public LiveLogged {
      attachment = Said.id("kept log", attachment);
      signals = Said.text("names of the signals", signals, 1000);
      Said.within("number of samples", samples, 0, 10_000_000);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Words for the record. */
  record NoteAdded(String words) implements Fact {
    public NoteAdded {
      words = Said.text("note", words, 2000);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** By when the vehicle was promised to its owner. */
  record Promised(Instant by) implements Fact {
    public Promised {
      by = Said.given("the promised time", by);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** When the vehicle is brought to the shop. */
  record Appointed(Instant at) implements Fact {
    public Appointed {
      at = Said.given("the time of the appointment", at);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** When something that the job needs is here. */
  record DeliveryExpected(Instant at, String what) implements Fact {
    public DeliveryExpected {
      at = Said.given("the time of the delivery", at);
      what = Said.text("what is delivered", what, 120);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** The bay into which the vehicle was brought; empty for none: it stands outside. */
  record BroughtTo(String bay) implements Fact {
    public BroughtTo {
      bay = Said.text("bay", bay, 60);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * The job passed to another person.
   *
   * @param to login
   * @param words what the other one has to know besides the record
   */
  record HandedOver(String to, String words) implements Fact {
    public HandedOver {
      to = Said.id("who takes over", to);
      words = Said.text("what to know", words, 2000);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** The job was signed off; {@code reason} is empty if it was proven. */
  record SignedOff(boolean proven, String reason, LocalDate followUp) implements Fact {
    /** One after which nobody has to look again. */
    public SignedOff(boolean proven, String reason) {
      this(proven, reason, null);
    }

    public SignedOff {
      reason = Said.text("reason", reason, 500);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A job that was signed off came back: the repair did not hold.
   *
   * @param words what the customer says
   * @param odometerKm null where nobody read it
   */
  record CameBack(String words, Double odometerKm) implements Fact {
    public CameBack {
      words = Said.text("words", words, 1000);
      if (odometerKm != null) {
        Said.within("odometer in km", odometerKm, 0, Odometer.MOST_KM);
      }
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** An earlier entry is taken back. */
  record Struck(long sequence, String reason) implements Fact {
    public Struck {
      Said.within("number of the entry", sequence, 1, 1_000_000_000);
      reason = Said.text("reason", reason, 200);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /**
   * A stored entry that does not read any more: of an unknown kind, or of a shape that cannot be.
   * It stays in the record as it is and changes nothing.
   *
   * @param kind the name under which it is stored
   * @param body its stored JSON
   */
  record Unreadable(String kind, String body) implements Fact {
    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Under which qualification the work of this person with a danger stands from here on. */
  record ReliedOn(String qualification, String issuer, LocalDate until) implements Fact {
    public ReliedOn {
      qualification = Said.id("qualification", qualification);
      issuer = Said.text("issuer", issuer, 120);
      Said.given("last day of the qualification", until);
    }

    @Override
    public <R> R to(FactCases<R> cases) {
      return cases.of(this);
    }
  }

  /** Every kind of fact by the name under which it is stored. */
  Map<String, Class<? extends Fact>> KINDS =
      Map.ofEntries(
          Map.entry("codes-read", CodesRead.class),
          Map.entry("code-set-aside", CodeSetAside.class),
          Map.entry("condition-noted", ConditionNoted.class),
          Map.entry("vehicle-identified", VehicleIdentified.class),
          Map.entry("symptoms-noted", SymptomsNoted.class),
          Map.entry("work-on-chosen", WorkOnChosen.class),
          Map.entry("sensor-chosen", SensorChosen.class),
          Map.entry("trait-told", TraitTold.class),
          Map.entry("card-revision-taken", CardRevisionTaken.class),
          Map.entry("proof-seen", ProofSeen.class),
          Map.entry("check-answered", CheckAnswered.class),
          Map.entry("clue-told", ClueTold.class),
          Map.entry("verdict-taken", VerdictTaken.class),
          Map.entry("way-in-chosen", WayInChosen.class),
          Map.entry("site-confirmed", SiteConfirmed.class),
          Map.entry("plug-watched", PlugWatched.class),
          Map.entry("picture-taken", PictureTaken.class),
          Map.entry("picture-marked", PictureMarked.class),
          Map.entry("part-chosen", PartChosen.class),
          Map.entry("parts-compared", PartsCompared.class),
          Map.entry("old-number-read", OldNumberRead.class),
          Map.entry("seal-measured", SealMeasured.class),
          Map.entry("seal-chosen", SealChosen.class),
          Map.entry("step-ticked", StepTicked.class),
          Map.entry("step-looked-at", StepLookedAt.class),
          Map.entry("mishap-met", MishapMet.class),
          Map.entry("pieces-moved", PiecesMoved.class),
          Map.entry("pieces-lost", PiecesLost.class),
          Map.entry("repair-noted", RepairNoted.class),
          Map.entry("gate-overruled", GateOverruled.class),
          Map.entry("codes-cleared", CodesCleared.class),
          Map.entry("monitors-seen", MonitorsSeen.class),
          Map.entry("taught-by-hand", TaughtByHand.class),
          Map.entry("wait-begun", WaitBegun.class),
          Map.entry("drive-told", DriveTold.class),
          Map.entry("routine-started", RoutineStarted.class),
          Map.entry("routine-ended", RoutineEnded.class),
          Map.entry("readiness-read", ReadinessRead.class),
          Map.entry("counters-read", CountersRead.class),
          Map.entry("software-noted", SoftwareNoted.class),
          Map.entry("screen-kept", ScreenKept.class),
          Map.entry("drive-logged", DriveLogged.class),
          Map.entry("segments-logged", SegmentsLogged.class),
          Map.entry("live-logged", LiveLogged.class),
          Map.entry("note-added", NoteAdded.class),
          Map.entry("appointed", Appointed.class),
          Map.entry("promised", Promised.class),
          Map.entry("delivery-expected", DeliveryExpected.class),
          Map.entry("brought-to", BroughtTo.class),
          Map.entry("handed-over", HandedOver.class),
          Map.entry("signed-off", SignedOff.class),
          Map.entry("came-back", CameBack.class),
          Map.entry("relied-on", ReliedOn.class),
          Map.entry("struck", Struck.class));

  /** Whether it speaks about one sensor, so that it does not count for another of the same job. */
  default boolean concernsOneSensor() {
    return this instanceof CheckAnswered
        || this instanceof VerdictTaken
        || this instanceof WayInChosen
        || this instanceof SiteConfirmed
        || this instanceof PlugWatched
        || this instanceof PictureTaken
        || this instanceof PictureMarked
        || this instanceof ProofSeen
        || this instanceof PartChosen
        || this instanceof PartsCompared
        || this instanceof OldNumberRead
        || this instanceof SealMeasured
        || this instanceof SealChosen
        || this instanceof StepTicked
        || this instanceof StepLookedAt
        || this instanceof MishapMet
        || this instanceof RepairNoted;
  }

  /** Id of the text that was kept with it, empty if none was. */
  default String keptText() {
    if (this instanceof CodesRead f) {
      return f.attachment();
    } else if (this instanceof DriveLogged f) {
      return f.attachment();
    } else if (this instanceof CheckAnswered f && f.traced() != null) {
      return f.traced().attachment();
    } else if (this instanceof SegmentsLogged f) {
      return f.attachment();
    } else if (this instanceof LiveLogged f) {
      return f.attachment();
    }
    return "";
  }

  /** A picture that is kept, and the sum by which it is known again. */
  record KeptPicture(String id, String sha256) {}

  /** The picture that was kept with it, if one was. */
  default Optional<KeptPicture> keptPicture() {
    if (this instanceof PictureTaken f) {
      return Optional.of(new KeptPicture(f.picture(), f.sha256()));
    }
    return this instanceof ScreenKept f
        ? Optional.of(new KeptPicture(f.picture(), f.sha256()))
        : Optional.empty();
  }

  /** Whether a text can be recorded: it holds no NUL and no half of a pair of characters. */
  static boolean isStorable(String text) {
    return Said.isStorable(text);
  }

  /** Whether a vehicle said it; then nobody typed it. */
  default boolean wasToldByVehicle() {
    return this instanceof CodesRead f && f.source() == CodeSource.VEHICLE
        || this instanceof PlugWatched p && p.by() == AskedBy.OUR_LINK
        || this instanceof CodesCleared c && c.by() == ClearedBy.OUR_LINK
        || this instanceof RoutineStarted
        || this instanceof RoutineEnded
        || this instanceof CountersRead r && r.by() == AskedBy.OUR_LINK
        || this instanceof ReadinessRead;
  }

  /**
   * Whether a person typed the same twice. Where the text is kept and what was computed beside it
   * is not typed; what a vehicle told is the same if it is of one kind.
   */
  default boolean wasTypedLike(Fact other) {
    if (this instanceof PlugWatched p && other instanceof PlugWatched o && p.plug() != o.plug()) {
      return false;
    }
    if (wasToldByVehicle() && other.wasToldByVehicle()) {
      return getClass() == other.getClass();
    }
    return typed(this).equals(typed(other));
  }

  private static Fact typed(Fact fact) {
    if (fact instanceof CodesRead f) {
      return new CodesRead(f.source(), f.codes(), f.freezeFrame(), "");
    } else if (fact instanceof DriveLogged f) {
      return new DriveLogged("kept", f.name());
    } else if (fact instanceof CheckAnswered f && f.traced() != null) {
      Traced t = f.traced();
      return new CheckAnswered(
          f.check(),
          f.outcome(),
          null,
          null,
          null,
          f.unsure(),
          new Traced("kept", t.name(), t.signal(), t.others(), t.perSecond()),
          f.figures());
    } else if (fact instanceof SegmentsLogged f) {
      return new SegmentsLogged("kept", f.name());
    } else if (fact instanceof LiveLogged f) {
      return new LiveLogged("kept", f.signals(), f.samples());
    } else if (fact instanceof StepTicked f) {
      return f.kept(false, null);
    } else if (fact instanceof VerdictTaken f) {
      return new VerdictTaken(f.remedy(), "", 0, f.reason(), f.work());
    }
    return fact;
  }

  /** Whether somebody turns the job to another sensor by it. */
  default boolean choosesTheSensor() {
    return this instanceof WorkOnChosen || this instanceof SensorChosen;
  }

  /** Whether it can change which sensor the job is about. */
  default boolean mayChangeTheSensor() {
    return this instanceof CodesRead
        || this instanceof CodeSetAside
        || this instanceof VehicleIdentified
        || choosesTheSensor()
        || this instanceof Struck;
  }

  /** The name under which this fact is stored. */
  default String kind() {
    return KINDS.entrySet().stream()
        .filter(e -> e.getValue() == getClass())
        .map(Map.Entry::getKey)
        .findFirst()
        .orElseThrow(() -> new IllegalStateException("No kind for " + getClass()));
  }
}
