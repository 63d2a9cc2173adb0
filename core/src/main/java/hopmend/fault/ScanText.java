package hopmend.fault;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A pasted scan text of unknown layout, read: what was found, and where. Nothing that looks like a
 * code is dropped: what cannot be read for certain is listed as doubtful.
 *
 * @param found codes in the order of the text, each place once
 * @param doubtful stretches that look like a code but may be words
 * @param vin the first identification number found
 * @param freezeFrame conditions named in the text
 */
public record ScanText(
    List<Found> found,
    List<Doubtful> doubtful,
    Optional<VinReading> vin,
    Optional<Reading> odometer,
    List<FreezeFrameValue> freezeFrame) {

  /** A code at a place: characters {@code start} to {@code end} of the text, line from 1. */
  public record Found(ReadCode read, List<String> slips, int line, int start, int end) {}

  /** A stretch that looks like a code but was not taken as one. */
  public record Doubtful(String text, String why, int line) {}

  /** More text than this is refused. */
  public static final int MAX_CHARACTERS = 5_000_000;

  private static final Pattern CODE =
      Pattern.compile(
          "(?<![A-Za-z0-9])([PpCcBbUu])[ ._-]?([0-9OoIl])[ ._-]?([0-9A-Fa-fOoIl]{3})"
              + "(?:(?:[:\\-] ?|[ ]?[(\\[])([0-9A-Fa-f]{2})[)\\]]?(?![0-9A-Za-z])|([0-9A-Fa-f]{2}))?"
              + "(?![A-Za-z0-9])");
  private static final Pattern VIN_LIKE =
      Pattern.compile("(?<![A-Za-z0-9])[A-Za-z0-9]{17}(?![A-Za-z0-9])");
  private static final Pattern ODOMETER =
      Pattern.compile(
          "(?:odometer|mileage|distance)[^0-9\\n]{0,20}(\\d[\\d ,.']{0,10}\\d|\\d)\\s*(km|mi|miles)\\b",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern STATUS_HEX =
      Pattern.compile("status[ :=]*(?:0x)([0-9A-F]{2})\\b", Pattern.CASE_INSENSITIVE);
  private static final String NUMBER = "[^0-9\\n-]{0,24}(-?\\d{1,6}(?:[.,]\\d{1,3})?)\\s*";
  private static final Map<FreezeFrameValue.Condition, Pattern> CONDITIONS = conditions();
  private static final Map<String, CodeState> STATE_WORDS = stateWords();

  public ScanText {
    found = List.copyOf(found);
    doubtful = List.copyOf(doubtful);
    freezeFrame = List.copyOf(freezeFrame);
  }

  /** The codes, each once, with the states of all its places together. */
  public List<ReadCode> codes() {
    Map<TroubleCode, ReadCode> merged = new LinkedHashMap<>();
    for (Found f : found) {
      merged.merge(f.read().code(), f.read(), ScanText::together);
    }
    return List.copyOf(merged.values());
  }

  private static ReadCode together(ReadCode a, ReadCode b) {
    Set<CodeState> states = EnumSet.noneOf(CodeState.class);
    states.addAll(a.states());
    states.addAll(b.states());
    return new ReadCode(a.code(), states, a.controlUnit());
  }

  /**
   * Reads the text line by line.
   *
   * @param modelYearNow the present year, to bound the model year of the identification number
   * @throws IllegalArgumentException if the text is longer than {@link #MAX_CHARACTERS}
   */
  public static ScanText read(String text, int modelYearNow) {
    if (text.length() > MAX_CHARACTERS) {
      throw new IllegalArgumentException(
          "The report has %d characters; at most %d are read. Paste the part with the codes."
              .formatted(text.length(), MAX_CHARACTERS));
    }
    List<Found> found = new ArrayList<>();
    List<Doubtful> doubtful = new ArrayList<>();
    Optional<VinReading> vin = Optional.empty();
    Optional<Reading> odometer = Optional.empty();
    Map<FreezeFrameValue.Condition, FreezeFrameValue> frame = new LinkedHashMap<>();
    int lineNumber = 0;
    int start = 0;
    while (start <= text.length()) {
      int end = text.indexOf('\n', start);
      end = end < 0 ? text.length() : end;
      String line = text.substring(start, end);
      lineNumber++;
      readCodes(line, lineNumber, start, found, doubtful);
      vin = vin.isPresent() ? vin : findVin(line, modelYearNow);
      odometer = odometer.isPresent() ? odometer : findOdometer(line);
      findConditions(line, frame);
      start = end + 1;
    }
    return new ScanText(found, doubtful, vin, odometer, List.copyOf(frame.values()));
  }

  private static void readCodes(
      String line, int number, int offset, List<Found> found, List<Doubtful> doubtful) {
    List<Found> here = new ArrayList<>();
    Matcher m = CODE.matcher(line);
    while (m.find()) {
      String digits = m.group(2) + m.group(3);
      long trueDigits = digits.chars().filter(Character::isDigit).count();
      if (trueDigits == 0) {
        continue;
      }
      String failure = m.group(4) != null ? m.group(4) : m.group(5);
      CodeText read = CodeText.read(m.group(1) + digits + (failure == null ? "" : "-" + failure));
      if (trueDigits < 2) {
        doubtful.add(new Doubtful(m.group(), "only one digit: a word or a code?", number));
      } else if (read instanceof CodeText.Decoded ok) {
        ReadCode code = new ReadCode(ok.code(), EnumSet.noneOf(CodeState.class), "");
        here.add(new Found(code, ok.slips(), number, offset + m.start(), offset + m.end()));
      } else if (read instanceof CodeText.Malformed bad) {
        doubtful.add(new Doubtful(m.group(), bad.why(), number));
      }
    }
    for (int i = 0; i < here.size(); i++) {
      int until = i + 1 < here.size() ? here.get(i + 1).start() - offset : line.length();
      int from = i == 0 ? 0 : here.get(i).end() - offset;
      found.add(withStates(here.get(i), states(line.substring(Math.min(from, until), until))));
    }
  }

  private static Found withStates(Found f, Set<CodeState> states) {
    return new Found(
        new ReadCode(f.read().code(), states, f.read().controlUnit()),
        f.slips(),
        f.line(),
        f.start(),
        f.end());
  }

  /** States by their words, one pass over the letters; a state's two words count as a phrase. */
  private static Set<CodeState> states(String stretch) {
    Set<CodeState> states = EnumSet.noneOf(CodeState.class);
    String before = "";
    int at = 0;
    while (at < stretch.length()) {
      int end = at;
      while (end < stretch.length() && Character.isLetter(stretch.charAt(end))) {
        end++;
      }
      if (end > at) {
        String word = stretch.substring(at, end).toLowerCase(Locale.ROOT);
        Optional.ofNullable(STATE_WORDS.get(word)).ifPresent(states::add);
        Optional.ofNullable(STATE_WORDS.get(before + " " + word)).ifPresent(states::add);
        before = word;
      }
      at = end + 1;
    }
    if (before.isEmpty()) {
      return states;
    }
    Matcher hex = STATUS_HEX.matcher(stretch);
    if (hex.find()) {
      states.addAll(new StatusByte(Integer.parseInt(hex.group(1), 16)).states());
    }
    return states;
  }

  private static Map<String, CodeState> stateWords() {
    Map<String, CodeState> words = new LinkedHashMap<>();
    for (CodeState state : CodeState.values()) {
      state.words().forEach(w -> words.put(w, state));
    }
    return words;
  }

  private static Optional<VinReading> findVin(String line, int modelYearNow) {
    Matcher m = VIN_LIKE.matcher(line);
    while (m.find()) {
      String candidate = m.group();
      VinReading reading = Vin.read(candidate, modelYearNow);
      if (reading.isUsable() && candidate.chars().filter(Character::isDigit).count() >= 4) {
        return Optional.of(reading);
      }
    }
    return Optional.empty();
  }

  private static Optional<Reading> findOdometer(String line) {
    Matcher m = ODOMETER.matcher(line);
    if (!m.find()) {
      return Optional.empty();
    }
    String digits = m.group(1).replaceAll("[^0-9]", "");
    MeasureUnit unit =
        m.group(2).toLowerCase(Locale.ROOT).startsWith("k")
            ? MeasureUnit.KILOMETRE
            : MeasureUnit.MILE;
    return digits.length() > 8
        ? Optional.empty()
        : Optional.of(Reading.of(Double.parseDouble(digits), unit));
  }

  private static Map<FreezeFrameValue.Condition, Pattern> conditions() {
    Map<FreezeFrameValue.Condition, Pattern> patterns = new LinkedHashMap<>();
    patterns.put(
        FreezeFrameValue.Condition.ENGINE_SPEED,
        insensitive("(?:engine (?:speed|rpm)|\\brpm)" + NUMBER + "(1/min|rpm|r/min)?"));
    patterns.put(
        FreezeFrameValue.Condition.LOAD,
        insensitive("(?:calculated load|engine load|load value|\\bload)" + NUMBER + "(%)"));
    patterns.put(
        FreezeFrameValue.Condition.COOLANT,
        insensitive("(?:coolant|\\bect)" + NUMBER + "(°C|°F|C|F|degC|degF)\\b"));
    patterns.put(
        FreezeFrameValue.Condition.SPEED,
        insensitive("(?:vehicle speed|road speed|\\bvss)" + NUMBER + "(km/h|kmh|kph|mph)"));
    return patterns;
  }

  private static Pattern insensitive(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE);
  }

  private static void findConditions(
      String line, Map<FreezeFrameValue.Condition, FreezeFrameValue> frame) {
    if (line.length() > 20_000) {
      return;
    }
    CONDITIONS.forEach(
        (condition, pattern) -> {
          Matcher m = pattern.matcher(line);
          if (!frame.containsKey(condition) && m.find()) {
            MeasureUnit unit =
                Optional.ofNullable(m.group(2))
                    .flatMap(MeasureUnit::bySymbol)
                    .orElse(MeasureUnit.PER_MINUTE);
            double value = Double.parseDouble(m.group(1).replace(',', '.'));
            frame.put(condition, new FreezeFrameValue(condition, Reading.of(value, unit)));
          }
        });
  }
}
