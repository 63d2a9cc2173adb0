package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.vehicle.VinReading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToIntFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/** What was recognised in one line, before it is tied to anything else. */
final class LineFinds {
  /**
   * A code.
   *
   * @param column the state that its column, its list or its sign has, null else
   * @param asked why it has to be asked whether it is one, null if it needs not; it has its unit
   *     and its states like any other, so that they are no neighbour's
   */
  record Code(
      TroubleCode code,
      List<Message> slips,
      int count,
      int start,
      int end,
      CodeState column,
      Doubt asked) {
    Code(TroubleCode code, List<Message> slips, int count, int start, int end, CodeState column) {
      this(code, slips, count, start, end, column, null);
    }

    /**
     * A code that a maker numbered, and none of the engine: "the tail lift has C1A09" names what
     * holds it, "the bike has P0420" may be the vehicle.
     */
    boolean isOfEquipment() {
      return code.scheme() == TroubleCode.Scheme.J2012
          ? code.letter() != 'P' && code.definer() > 0
          : code.base() >= FIRST_OF_MAKERS;
    }

    Code with(int type) {
      TroubleCode typed = new TroubleCode(code.scheme(), code.base(), type);
      return new Code(typed, slips, count, start, end, column, asked);
    }

    Code in(CodeState state) {
      return new Code(code, slips, count, start, end, state, asked);
    }

    Code ask(Doubt why) {
      return new Code(code, slips, count, start, end, column, why);
    }

    Code times(int counted) {
      return new Code(code, slips, counted, start, end, column, asked);
    }
  }

  /** SPNs from here on are numbered by makers (SAE J1939, from memory). */
  private static final int FIRST_OF_MAKERS = 516_096;

  /** Of which codes a state tells. */
  enum Reach {
    /** The one that it stands behind, and those of its run. */
    BESIDE,
    /** "Active: P0562, U0121": all behind it, until the next such name. */
    AHEAD,
    /** "The ABS stores C0035": the next one, and those of its run. */
    NEXT,
    /** "An old P0700, P0720 is current": the next one, whatever the rest of its run is. */
    OWN,
    /** "Both stored": all before it that have none. */
    ALL,
    /** "P0420 and P0430, the first is current": by its place among those of the run before. */
    FIRST,
    SECOND,
    THIRD,
    LAST,
    /** "The first two are current": the first ones of the run before. */
    FIRST_TWO,
    FIRST_THREE,
    /** "The last two are stored": the last one, and the one before it. */
    LAST_TWO,
    BEFORE_LAST,
    /** "P0420 is current, the others are stored": all before it of which nothing else is told. */
    REST
  }

  /**
   * A state.
   *
   * @param denying whether it was told as "not active"
   */
  record State(CodeState state, boolean denying, Reach reach, int start, int end) {
    static State beside(CodeState state, int start, int end) {
      return new State(state, false, Reach.BESIDE, start, end);
    }

    State reaching(Reach other) {
      return new State(state, denying, other, start, end);
    }
  }

  /** A value of a freeze frame, or an odometer's where there is no condition. */
  record Value(Condition condition, Reading reading, int start, int end) {}

  /**
   * A distance that may be the odometer's.
   *
   * @param count whether somebody tells it as a count, and not as a moment
   */
  record Distance(Value value, boolean count) {}

  /**
   * A value that nothing gives a unit: read where others of its freeze frame have one.
   *
   * @param reading in the unit that the report uses, null if nothing tells it
   */
  record Bare(Condition condition, double number, Reading reading, int start, int end) {}

  /** An identification number. */
  record Number(VinReading reading, int start, int end) {}

  /**
   * Something to ask.
   *
   * @param reads the code that it may be; null where it is a value and no code
   * @param condition of which condition it is a value; null where it is none
   * @param offers what value it may be
   */
  record Doubt(
      int start, int end, Message why, String reads, Condition condition, List<Offer> offers) {
    Doubt(int start, int end, Message why, String reads) {
      this(start, end, why, reads, null, List.of());
    }

    Doubt(int start, int end, String why, String reads) {
      this(start, end, Message.of("doubt." + why), reads);
    }

    /** A value that nobody takes for a code. */
    static Doubt ofValue(int start, int end, Message why, List<Offer> offers) {
      return new Doubt(start, end, why, null, null, offers);
    }

    /** A value of a condition, which may be one of several readings. */
    static Doubt ofCondition(
        int start, int end, Message why, Condition condition, Stream<Reading> readings) {
      List<Offer> offers =
          readings
              .filter(condition::isPossible)
              .distinct()
              .limit(MOST_OFFERS)
              .<Offer>map(r -> new Offer.OfCondition(new FreezeFrameValue(condition, r)))
              .toList();
      return new Doubt(start, end, why, null, condition, offers);
    }
  }

  /** Something that may tell one thing or another of a code of the line, by its number there. */
  record OfCode(int start, int end, Message why, int code, List<UnaryOperator<ReadCode>> tells) {}

  /** More than that nobody wants to choose from. */
  static final int MOST_OFFERS = 6;

  /** "DTC: -": a record without a code, whose unit and states are no other's; nothing to ask. */
  static final Doubt NO_CODE = new Doubt(-1, -1, Message.text(""), "");

  final List<Code> codes = new ArrayList<>(1);
  final List<State> states = new ArrayList<>(1);
  final List<Value> values = new ArrayList<>(0);
  final List<Bare> bare = new ArrayList<>(0);
  final List<Value> odometers = new ArrayList<>(0);

  /** "Odometer: 96 412 km", and not "with 96 412 km". */
  boolean odometerIsNamed;

  /** Distances of which nothing is told that is known here. */
  final List<Distance> distances = new ArrayList<>(0);

  final List<Number> vins = new ArrayList<>(0);
  final List<Doubt> doubts = new ArrayList<>(0);
  final List<OfCode> doubtsOfCodes = new ArrayList<>(0);

  /** The control unit, null if none is named; whether its words are all that stands there. */
  String unit;

  int unitStart = -1;
  int unitEnd = -1;
  boolean unitIsWhole;

  /** A name that nobody here knows; a known unit on the same line is more. */
  boolean unitIsUnknown;

  boolean unitIsLabelled;

  /** "Reported by: engine, gateway": more of them that hold the same. */
  final List<String> otherUnits = new ArrayList<>(0);

  /** "ECU ENGINE": it begins with the word for a unit. */
  boolean unitFollowsItsKind;

  /** "Where: gearbox": it is all that stands behind a sign. */
  boolean unitIsValue;

  /** "P0440 EVAP system: stored": below the name of a unit it says what is wrong. */
  boolean unitMayDescribe;

  /** "P0101 air mass, signal of engine": it stands among words of a description. */
  boolean unitIsAmongWords;

  /** The words before the first code that a gap parts from it, as in a column without a name. */
  String nameBefore = "";

  /** "All from the ECM": what it says is meant for every code above. */
  boolean speaksOfAll;

  /** "State of all: history". */
  boolean isFieldOfAll;

  /** The column of units is empty here: what stands above goes on. */
  boolean unitIsAsAbove;

  /** Units that are named in the middle of the line, each for the codes behind it. */
  final List<UnitAt> unitsWithin = new ArrayList<>(0);

  /** Units that are named behind codes: "P0420 in the engine, C0035 in the brakes". */
  final List<UnitAt> unitsBehind = new ArrayList<>(0);

  /**
   * The units of codes, by their numbers, as the order of their sentence tells them: several where
   * they hold the same, none where what the line names is not theirs.
   */
  final Map<Integer, List<UnitAt>> unitsOfSentence = new HashMap<>(0);

  /**
   * Codes, by their numbers, in whose place for a unit something stands that nobody here knows: its
   * name, or nothing where that describes a code.
   */
  final Map<Integer, List<UnitAt>> codesOfUnknown = new HashMap<>(0);

  /** The units of codes, by their numbers, where the line goes from unit to unit. */
  final Map<Integer, UnitAt> unitsOfList = new HashMap<>(0);

  /** Where the states of codes of such a list begin, by the codes' numbers, if not behind them. */
  final Map<Integer, Integer> statesBefore = new HashMap<>(0);

  /** Whether a state of such a list stands before its code. */
  boolean isBeforeItsCode(int state) {
    return !statesBefore.isEmpty()
        && state >= statesBefore.getOrDefault(codesBefore(state), Integer.MAX_VALUE);
  }

  /** "P0299 engine, P0715 gearbox": whatever else stands there. */
  boolean eachCodeHasItsUnit;

  /** "P0741 and P0700. P0741 in the gearbox ...": where each code is told last with its unit. */
  Map<TroubleCode, Integer> lastWithUnit() {
    Map<TroubleCode, Integer> last = new HashMap<>();
    unitsOfSentence.forEach(
        (code, units) -> {
          if (!units.isEmpty()) {
            last.merge(codes.get(code).code(), code, Math::max);
          }
        });
    return last;
  }

  /** Where it names its unit, or may name one that nobody here knows. */
  UnitSlot slot = UnitSlot.NONE;

  /** A control unit named at a place. */
  record UnitAt(String name, int start, int end) {}

  int type = -1;
  int count = -1;
  int spn = -1;
  int fmi = -1;
  int halfStart = -1;
  int halfEnd = -1;

  LocalDate date;
  int dateStart;
  int dateEnd;

  /** "No faults". */
  boolean none;

  /** "2 DTC": whether they were found or not. */
  boolean tellsSome;

  /** "No stored codes": there may be others. */
  boolean noneOfState;

  /** "1 current / 2 history": how many codes are held in which way, and not which. */
  boolean countsStates;

  /** "Active (3)": how many codes are held in the way that the line names; -1 if it says none. */
  int codesOfState = -1;

  /** "Battery 12.6 V". */
  boolean namesBattery;

  /** It says "codes", "faults": a state beside that is about a list. */
  boolean speaksOfCodes;

  /** To which run of codes each belongs: a state told once of a run is of all of them. */
  int[] runs = {};

  /** Where its sentences end, the last with the line. */
  final List<Integer> sentenceEnds = new ArrayList<>(1);

  boolean isStatusField;

  /** How often "status" stands there: once for each of several codes side by side. */
  int statusFields;

  boolean isKnownHead;
  boolean isMarkedHeading;

  /** A heading by a colon, brackets, a rule, and not by its capitals alone. */
  boolean isDecorated;

  /** How it is written, if it may head codes. */
  HeadingShape shape = HeadingShape.NONE;

  boolean isSentence;
  boolean hasValue;
  boolean mentionsTraffic;

  /** "Sporadic" was said: a report that parts faults so means by "permanent" those that stay. */
  boolean speaksOfPassing;

  /** "Not active" was said, but never "history". */
  boolean historyIsOnlyDenied;

  /** A word that ends its row, and may be how the code is held or the end of a description. */
  final List<State> atEnd = new ArrayList<>();

  /** The last word of the row tells a state, and no description. */
  boolean endsInState;

  /** The same right behind a code, before its description. */
  final List<State> atStart = new ArrayList<>();

  /** "Intermittent": such a word tells as well what is wrong. */
  boolean edgeIsPassing;

  /** What stands at the edges of the row describes nothing: it tells how the code is held. */
  void tellEdges() {
    states.addAll(atStart);
    states.addAll(atEnd);
    states.sort(Comparator.comparingInt(State::start));
    atStart.clear();
    atEnd.clear();
  }

  /** Words that nothing else accounts for. */
  int otherWords;

  /** How many of them are numbers. */
  int otherNumbers;

  String heading = "";

  /** Signs of a legend; what they say is told of their codes already. */
  List<State> signs = List.of();

  /** A control unit that is named at a place. */
  void names(String name, int start, int end, boolean whole) {
    if (hasCodes() && start > codes.get(0).start()) {
      unitsBehind.add(new LineFinds.UnitAt(name, start, end));
    }
    unit = name;
    unitStart = start;
    unitEnd = end;
    unitIsWhole |= whole;
  }

  /** What stood for the unit describes a code. */
  void namesNone() {
    unit = null;
    unitsBehind.clear();
    unitsOfSentence.clear();
  }

  /** Of several units that are named behind codes the next one, else the one in force. */
  String unitBehind(Code code, String inForce) {
    if (unitsBehind.size() < 2) {
      return inForce;
    }
    int next = countBefore(unitsBehind, UnitAt::start, code.start() + 1);
    return next < unitsBehind.size() ? unitsBehind.get(next).name() : inForce;
  }

  /** How many codes begin before a place. */
  int codesBefore(int place) {
    return countBefore(codes, Code::start, place);
  }

  /** What stands before its code is the name of a field, and no unit's. */
  void dropUnknownUnit() {
    unit = null;
    unitIsUnknown = false;
    unitIsWhole = false;
  }

  /** How many begin before a place, of what stands in the order of the line. */
  static <T> int countBefore(List<T> inOrder, ToIntFunction<T> start, int place) {
    int from = 0;
    int to = inOrder.size();
    while (from < to) {
      int middle = (from + to) >>> 1;
      if (start.applyAsInt(inOrder.get(middle)) < place) {
        from = middle + 1;
      } else {
        to = middle;
      }
    }
    return from;
  }

  /** "P0335 pending crankshaft sensor". */
  boolean beginsWithState() {
    return !states.isEmpty() && states.get(0).start() == codes.get(0).end() + 1;
  }

  boolean hasCodes() {
    return !codes.isEmpty();
  }

  String headingText() {
    return heading;
  }

  /** How often the last code occurred, or the one that follows; 127 is "not available". */
  void count(int value) {
    int counted = value == 127 ? 0 : value;
    if (codes.isEmpty()) {
      count = counted;
    } else {
      int last = codes.size() - 1;
      Code c = codes.get(last);
      codes.set(last, c.times(counted));
    }
  }

  /** All states; what was denied counts only if nothing else was said. */
  Set<CodeState> allStates() {
    EnumSet<CodeState> all = EnumSet.noneOf(CodeState.class);
    states.forEach(s -> all.add(s.state()));
    dropDenied(all);
    return all;
  }

  void dropDenied(Set<CodeState> told) {
    if (told.size() > 1 && historyIsOnlyDenied) {
      told.remove(CodeState.HISTORY);
    }
  }

  /** "Present, 14 times", and nothing else. */
  boolean isStateAndCount() {
    return !states.isEmpty() && unit == null && otherWords == 1 && otherNumbers == 1;
  }

  boolean isOnlyStates() {
    return !states.isEmpty() && otherWords == 0;
  }

  /** "Crane / stored", and no codes: a sign parts a name from states. */
  boolean statesStandApart;

  /** "Engine / zorbish": a sign parts a unit from words that nobody here knows. */
  boolean unitStandsApart;

  boolean statesAreStrong() {
    return otherWords <= 4;
  }
}
