package hopmend.app.api;

import hopmend.app.web.Words;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodeText;
import hopmend.fault.J1939Code;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.report.ScanText;
import hopmend.trace.ToneRing;
import hopmend.vehicle.VinReading;
import hopmend.verify.Readiness;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.Stream;

/** The shapes of the answers; a code is its text, a reading its value with its unit. */
final class Answers {
  private Answers() {}

  record Value(double value, String unit) {
    static Value of(Reading r) {
      return new Value(r.value(), r.unit().symbol());
    }
  }

  /** Something that is wrong with a ring; tooth from 1 behind the gap, 0 for none in particular. */
  record Spot(String kind, int tooth, double value) {}

  /**
   * A tone ring.
   *
   * @param errors of each tooth behind the gap, late is positive, shares of the pitch
   */
  record Ring(
      int places,
      int missing,
      int turns,
      double perMinute,
      List<Double> errors,
      List<Spot> spots,
      List<String> says) {
    static Ring of(ToneRing r, List<Message> notes) {
      return new Ring(
          r.teeth(),
          r.missing(),
          r.turns(),
          r.meanPerMinute(),
          Arrays.stream(r.errors()).mapToObj(e -> Double.isNaN(e) ? null : e).toList(),
          r.spots().stream().map(s -> new Spot(s.kind().name(), s.tooth(), s.value())).toList(),
          Stream.concat(r.says().stream(), notes.stream()).map(Words::of).toList());
    }
  }

  record Meaning(
      String headline,
      List<CodeMeaning.Part> parts,
      String accuses,
      String doesNotAccuse,
      boolean known) {
    static Meaning of(CodeMeaning m) {
      return new Meaning(m.headline(), m.parts(), m.accuses(), m.doesNotAccuse(), m.known());
    }
  }

  /**
   * One typed code.
   *
   * @param code empty if it could not be read; then {@code problem} says why
   * @param bytes the three bytes of ISO 14229-1 or the four of SAE J1939-73, empty for flash codes
   */
  record Decoded(
      String typed,
      String code,
      String bytes,
      int occurrences,
      List<String> slips,
      Meaning meaning,
      String problem) {
    static Decoded of(String typed, Function<TroubleCode, CodeMeaning> meanings) {
      CodeText read = CodeText.read(typed);
      if (read instanceof CodeText.Malformed bad) {
        return new Decoded(bad.typed(), "", "", 0, List.of(), null, Words.of(bad.why()));
      }
      CodeText.Decoded ok = (CodeText.Decoded) read;
      return new Decoded(
          typed,
          ok.code().text(),
          bytes(ok),
          ok.occurrences(),
          Words.each(ok.slips()),
          Meaning.of(meanings.apply(ok.code())),
          "");
    }

    private static String bytes(CodeText.Decoded d) {
      return switch (d.code().scheme()) {
        case J2012 -> "%06X".formatted(d.code().threeBytes());
        case J1939 ->
            "%08X"
                .formatted(
                    new J1939Code(d.code().base(), d.code().failureType(), d.occurrences(), false)
                        .encode());
        case FLASH -> "";
      };
    }
  }

  record Found(
      String code,
      List<String> states,
      String controlUnit,
      int occurrences,
      int line,
      int start,
      int end,
      List<String> slips) {
    static Found of(ScanText.Found f) {
      ReadCode r = f.read();
      return new Found(
          r.code().text(),
          r.states().stream().map(s -> s.label()).toList(),
          r.controlUnit(),
          r.occurrences(),
          f.line(),
          f.start(),
          f.end(),
          Words.each(f.slips()));
    }
  }

  record Doubtful(String text, String why, int line, String reads, boolean mayBeCode) {
    static Doubtful of(ScanText.Doubtful d) {
      return new Doubtful(d.text(), Words.of(d.why()), d.line(), d.reads(), d.mayBeCode());
    }
  }

  record Condition(String name, Value value) {}

  record Node(String code, String role, String reason, String headline) {}

  /** A report, read, and what its codes say together. */
  record Report(
      String layout,
      List<Found> found,
      List<Doubtful> doubtful,
      String identificationNumber,
      List<String> identificationNumbers,
      Value odometer,
      String date,
      List<Condition> freezeFrame,
      boolean saysNone,
      List<Node> picture,
      String workOn,
      String sentence) {}

  record IdentificationNumber(
      String number,
      boolean usable,
      boolean checkDigitRight,
      List<Integer> modelYears,
      List<String> problems,
      List<String> warnings,
      List<String> offers) {
    static IdentificationNumber of(VinReading v) {
      return new IdentificationNumber(
          v.number(),
          v.isUsable(),
          v.checkDigitRight(),
          v.modelYears(),
          Words.each(v.problems()),
          Words.each(v.warnings()),
          v.offers());
    }
  }

  record Monitors(
      boolean lampOn, int emissionCodes, String ignition, List<Readiness.Monitor> monitors) {
    static Monitors of(Readiness r) {
      return new Monitors(
          r.lampOn(),
          r.emissionCodes(),
          r.ignition().name().toLowerCase(Locale.ROOT),
          r.monitors());
    }
  }

  record HeavyCode(
      int spn,
      int fmi,
      int occurrences,
      boolean oldConversion,
      String bytes,
      String code,
      Meaning meaning) {
    static HeavyCode of(J1939Code c, Function<TroubleCode, CodeMeaning> meanings) {
      return new HeavyCode(
          c.spn(),
          c.fmi(),
          c.occurrences(),
          c.oldConversion(),
          "%08X".formatted(c.encode()),
          c.code().text(),
          Meaning.of(meanings.apply(c.code())));
    }
  }
}
