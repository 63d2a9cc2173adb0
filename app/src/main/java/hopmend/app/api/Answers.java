package hopmend.app.api;

import hopmend.app.web.Words;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodeState;
import hopmend.fault.CodeText;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.J1939Code;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.instrument.Asked;
import hopmend.instrument.Instrument;
import hopmend.instrument.Role;
import hopmend.instrument.Setting;
import hopmend.instrument.Sight;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.Outcome;
import hopmend.prove.Plan;
import hopmend.prove.Verdict;
import hopmend.report.Offer;
import hopmend.report.ScanText;
import hopmend.sensor.Band;
import hopmend.vehicle.VinReading;
import hopmend.verify.Readiness;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** The shapes of the answers; a code is its text, a reading its value with its unit. */
final class Answers {
  private Answers() {}

  record Value(double value, String unit) {
    static Value of(Reading r) {
      return new Value(r.value(), r.unit().symbol());
    }
  }

  /**
   * A check of a sheet.
   *
   * @param unit in which it is measured; empty where it is not
   * @param instrument that looks at it; empty for none
   */
  record CheckOfSheet(
      String id,
      String title,
      String unit,
      String instrument,
      List<String> signals,
      List<String> figures,
      List<Result> results) {
    static CheckOfSheet of(Check c) {
      Optional<Instrument> kind = c.instrumented().map(Setting::kind);
      return new CheckOfSheet(
          c.id(),
          c.title(),
          c.measured().map(m -> m.unit().symbol()).orElse(""),
          kind.map(Enum::name).orElse(""),
          kind.map(k -> k.roles().stream().map(Role::id).toList()).orElse(List.of()),
          kind.map(k -> k.asks().stream().map(Asked::id).toList()).orElse(List.of()),
          c.outcomes().stream().map(Result::of).toList());
    }
  }

  /** A result of a check, and whether it points at what the check looks for. */
  record Result(String id, String label, boolean finds) {
    static Result of(Outcome o) {
      return new Result(o.id(), o.label(), o.finds());
    }
  }

  /**
   * A judged value.
   *
   * @param low null where no value is too low
   * @param high null where no value is too high
   * @param meant what would be right in another unit, where the value is far outside
   */
  record JudgedValue(
      Result result,
      Double low,
      Double high,
      String unit,
      String says,
      String source,
      Value meant) {
    static JudgedValue of(Outcome o, Band band, Reading value, Optional<Reading> meant) {
      return new JudgedValue(
          Result.of(o),
          Double.isInfinite(band.low()) ? null : band.low(),
          Double.isInfinite(band.high()) ? null : band.high(),
          band.unit().symbol(),
          Words.of(band.judge(value).says()),
          band.source(),
          meant.map(Value::of).orElse(null));
    }
  }

  /** Something that an instrument found, and where in the recording, seconds. */
  record Finding(String finding, String says, List<Sight.Span> at) {}

  /** What an instrument sees, and the result that it means. */
  record Seen(
      Result result,
      List<Finding> findings,
      Map<String, Double> figures,
      List<String> says,
      List<String> notes) {
    static Seen of(Check check, Sight sight, List<Message> notes) {
      return new Seen(
          Result.of(check.shownBy(sight)),
          sight.seen().stream()
              .map(s -> new Finding(s.finding().name(), Words.of(s.says()), s.at()))
              .toList(),
          sight.figures(),
          sight.says().stream().map(Words::of).toList(),
          notes.stream().map(Words::of).toList());
    }
  }

  /** A suspect with its probability. */
  record Standing(String suspect, String name, String remedy, double probability) {}

  /** A step with its cost now and the expected cost to a proven repair, in the shop's money. */
  record Next(
      String action, String title, boolean repair, double cost, double minutes, double total) {}

  /**
   * A plan.
   *
   * @param verdict empty where none is proven
   * @param total expected cost to a proven repair
   */
  record Planned(
      String verdict,
      double probability,
      List<Standing> suspects,
      List<Next> steps,
      double total,
      double handOver,
      Map<String, String> leftOut) {
    static Planned of(Diagnosis d, Verdict v, Plan plan) {
      Map<String, String> leftOut = new LinkedHashMap<>();
      plan.leftOut().forEach(l -> leftOut.put(l.check().id(), Words.of(l.why())));
      return new Planned(
          v.remedy().map(Enum::name).orElse(""),
          v.probability(),
          d.standings().stream()
              .map(
                  s ->
                      new Standing(
                          s.suspect().id(),
                          s.suspect().name(),
                          s.suspect().remedy().name(),
                          s.posterior()))
              .toList(),
          plan.options().stream()
              .map(
                  o ->
                      new Next(
                          o.action().id(),
                          o.action().title(),
                          o.repair().isPresent(),
                          o.cost(),
                          o.minutes(),
                          o.total()))
              .toList(),
          plan.total(),
          plan.handOver(),
          leftOut);
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

  /**
   * What may be something.
   *
   * @param states how it is held, if it is a code
   * @param controlUnit what holds it then, empty if nothing tells
   * @param offers what else it may be
   */
  record Doubtful(
      String text,
      String why,
      int line,
      String reads,
      boolean mayBeCode,
      List<String> states,
      String controlUnit,
      List<Offered> offers) {
    static Doubtful of(ScanText.Doubtful d) {
      return new Doubtful(
          d.text(),
          Words.of(d.why()),
          d.line(),
          d.reads(),
          d.mayBeCode(),
          d.states().stream().map(CodeState::label).toList(),
          d.controlUnit(),
          d.offers().stream().map(Offered::of).toList());
    }
  }

  /** What a doubtful stretch may be: one of these, the others null. */
  record Offered(OfCode code, Value odometer, Condition condition, String identificationNumber) {
    /** A code as it was read, and as it is if the stretch belongs to it. */
    record OfCode(Held was, Held then) {}

    record Held(String code, List<String> states, String controlUnit, int occurrences) {
      static Held of(ReadCode r) {
        return new Held(
            r.code().text(),
            r.states().stream().map(CodeState::label).toList(),
            r.controlUnit(),
            r.occurrences());
      }
    }

    static Offered of(Offer offer) {
      if (offer instanceof Offer.OfCode o) {
        return new Offered(new OfCode(Held.of(o.was()), Held.of(o.then())), null, null, null);
      }
      if (offer instanceof Offer.OfOdometer o) {
        return new Offered(null, Value.of(o.reading()), null, null);
      }
      if (offer instanceof Offer.OfCondition o) {
        return new Offered(null, null, Condition.of(o.value()), null);
      }
      return new Offered(null, null, null, ((Offer.OfNumber) offer).number());
    }
  }

  record Condition(String name, Value value) {
    static Condition of(FreezeFrameValue v) {
      return new Condition(v.condition().label(), Value.of(v.reading()));
    }
  }

  /** A code among others; {@code next} says what to do about it. */
  record Node(String code, String role, String reason, String headline, String next) {}

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
