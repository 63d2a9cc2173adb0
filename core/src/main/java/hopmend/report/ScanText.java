package hopmend.report;

import hopmend.fault.CodeReadings;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.vehicle.VinReading;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A report of unknown layout (plain text, a table, CSV, JSON, HTML or XML), read: what was found,
 * and where. Nothing that looks like a code is dropped: what cannot be read for certain is listed
 * as doubtful.
 *
 * @param layout how the report is written, in one word
 * @param found codes in the order of the text, each place once
 * @param doubtful what may be something, to be asked
 * @param marks every place that was read, in the order of the text
 * @param vins the identification numbers found, each once
 * @param date the first date found that can be read in one way only
 * @param freezeFrame conditions named in the text, each the first time
 * @param saysNone whether it says somewhere that there are no faults
 */
public record ScanText(
    String layout,
    List<Found> found,
    List<Doubtful> doubtful,
    List<Mark> marks,
    List<VinReading> vins,
    Optional<Reading> odometer,
    Optional<LocalDate> date,
    List<FreezeFrameValue> freezeFrame,
    boolean saysNone) {

  /** A code at a place: characters {@code start} to {@code end} of the text, line from 1. */
  public record Found(ReadCode read, List<Message> slips, int line, int start, int end) {}

  /**
   * A stretch that may be something, and was not taken for it.
   *
   * @param reads the code that it probably is; empty where none can be said
   * @param mayBeCode whether it could be a code at all, and not a value
   * @param states how it is held, if it is a code
   * @param controlUnit what holds it then, empty if nothing tells
   * @param condition of which condition it is a value, if it is one
   * @param offers what else it may be, the likeliest first
   */
  public record Doubtful(
      String text,
      Message why,
      int line,
      String reads,
      boolean mayBeCode,
      Set<CodeState> states,
      String controlUnit,
      Optional<FreezeFrameValue.Condition> condition,
      List<Offer> offers) {
    public Doubtful {
      offers = List.copyOf(offers);
    }

    /** A stretch that is no code, and what it may be. */
    static Doubtful ofValue(String text, Message why, int line, List<Offer> offers) {
      return new Doubtful(text, why, line, "", false, Set.of(), "", Optional.empty(), offers);
    }

    Doubtful inLine(int other) {
      return new Doubtful(
          text, why, other, reads, mayBeCode, states, controlUnit, condition, offers);
    }

    /** Which of the doubts of a report it is. */
    public String place() {
      return "doubt " + line + " " + text;
    }
  }

  /** A place in the text and what was read there. */
  public record Mark(Kind kind, int start, int end, Message says) {
    /** What a mark says. */
    public enum Kind {
      CODE,
      DOUBT,
      STATE,
      UNIT,
      NUMBER,
      ODOMETER,
      DATE,
      CONDITION
    }
  }

  /** More text than this is refused. */
  public static final int MAX_CHARACTERS = 5_000_000;

  public ScanText {
    found = List.copyOf(found);
    doubtful = List.copyOf(doubtful);
    marks = List.copyOf(marks);
    vins = List.copyOf(vins);
    freezeFrame = List.copyOf(freezeFrame);
  }

  /** The first identification number. */
  public Optional<VinReading> vin() {
    return vins.stream().findFirst();
  }

  /** Whether it is a report without any code that says so. */
  public boolean isWithoutFaults() {
    return saysNone && found.isEmpty();
  }

  /** The codes, each once by every control unit that holds it, with all states told there. */
  public List<ReadCode> codes() {
    return CodeReadings.of(found.stream().map(Found::read).toList()).all();
  }

  /**
   * Reads the text.
   *
   * @param modelYearNow the present year, to bound the model year of the identification number
   * @param words how reports name things
   * @throws IllegalArgumentException if the text is longer than {@link #MAX_CHARACTERS}
   */
  public static ScanText read(String text, int modelYearNow, ReportWords words) {
    if (text.length() > MAX_CHARACTERS) {
      throw new IllegalArgumentException(
          "The report has %d characters; at most %d are read. Paste the part with the codes."
              .formatted(text.length(), MAX_CHARACTERS));
    }
    return SeveralReports.read(text, words, report -> alone(report, modelYearNow, words));
  }

  private static ScanText alone(String text, int modelYearNow, ReportWords words) {
    Composed report = Composed.of(text, words);
    // Behind every word something stands, so that nobody has to look whether the text ends there.
    String closed = report.text().endsWith("\n") ? report.text() : report.text() + "\n";
    return report.inReport(
        new ReportReader(Layout.of(closed, words), modelYearNow, words).read(), text);
  }
}
