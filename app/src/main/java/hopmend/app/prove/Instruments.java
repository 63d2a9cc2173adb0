package hopmend.app.prove;

import hopmend.app.web.InputProblem;
import hopmend.app.web.TypedReading;
import hopmend.app.web.Words;
import hopmend.instrument.Asked;
import hopmend.instrument.Instrument;
import hopmend.instrument.Look;
import hopmend.job.Fact;
import hopmend.job.JobEntry;
import hopmend.job.Target;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.report.LoggerTable;
import hopmend.trace.Capture;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Puts an instrument before what a person gives it. */
@Component
class Instruments {
  private final Recordings recordings;
  private final RememberedColumns remembered;

  Instruments(Recordings recordings, RememberedColumns remembered) {
    this.recordings = recordings;
    this.remembered = remembered;
  }

  /**
   * What is given: the fields of a form, by name.
   *
   * @param who asks
   */
  record Given(long jobId, String who, Map<String, String> fields) {
    String of(String field) {
      return fields.getOrDefault(field, "").strip();
    }

    /** Samples a second; empty where the file's own time counts. */
    Optional<Double> perSecond() {
      String typed = of("perSecond");
      if (typed.isEmpty()) {
        return Optional.empty();
      }
      try {
        double rate = LoggerTable.number(typed);
        if (rate >= 1 && rate <= 1e9) {
          return Optional.of(rate);
        }
      } catch (NumberFormatException e) {
        // told below together with what is out of range
      }
      throw new InputProblem("perSecond", "Samples a second: a number from 1 to 1000000000.");
    }

    /** What was typed for each figure; nothing for those that were left empty. */
    Map<String, Reading> figures(Instrument kind) {
      Map<String, Reading> figures = new LinkedHashMap<>();
      for (Asked a : kind.asks()) {
        String typed = of("fig-" + a.id());
        if (!typed.isEmpty()) {
          figures.put(
              a.id(), TypedReading.of("fig-" + a.id(), typed, of("unit-" + a.id()), a.unit()));
        }
      }
      return figures;
    }

    private Map<String, String> picked(Instrument kind) {
      Map<String, String> picked = new HashMap<>();
      kind.roles().stream()
          .filter(r -> !of("col-" + r.id()).isEmpty())
          .forEach(r -> picked.put(r.id(), of("col-" + r.id())));
      return picked;
    }

    /** Whether somebody asks for a judgement, or one was given. */
    private boolean asksToJudge(Instrument kind) {
      return !of("judge").isEmpty()
          || kind.asks().stream().anyMatch(a -> !of("fig-" + a.id()).isEmpty());
    }
  }

  /**
   * The instrument with what was given; where a figure cannot be read, with what was typed.
   *
   * @throws InputProblem if a figure or the rate cannot be read
   */
  InstrumentView view(Target here, List<JobEntry> kept, Check check, Given given) {
    InstrumentView empty = unread(kept, check, given);
    Instrument kind = empty.kind();
    if (!kind.isForRecordings()) {
      return given.asksToJudge(kind)
          ? seeing(empty, Map.of(), Optional.empty(), here.look(check, given.figures(kind)))
          : empty;
    }
    if (empty.recording().isEmpty()) {
      return empty;
    }
    Recordings.Which which =
        new Recordings.Which(given.jobId(), empty.recording(), given.perSecond());
    return recordings
        .read(given.who(), which)
        .map(r -> looking(empty, here, which, r, given))
        .orElse(empty);
  }

  /** The same before anything is read. */
  InstrumentView unread(List<JobEntry> kept, Check check, Given given) {
    String wanted = given.of("recording");
    String recording = !wanted.isEmpty() || kept.isEmpty() ? wanted : kept.get(0).fact().keptText();
    return new InstrumentView(
        check, kept, recording, given.fields(), Optional.empty(), Map.of(), Optional.empty());
  }

  private InstrumentView looking(
      InstrumentView empty, Target here, Recordings.Which which, Capture.Read read, Given given) {
    Instrument kind = empty.kind();
    List<Capture.Channel> channels = read.capture().map(Capture::channels).orElse(List.of());
    Map<String, String> picked = given.picked(kind);
    if (picked.size() < kind.roles().size()) {
      remembered.of(kind, channels).forEach(picked::putIfAbsent);
    }
    Map<String, String> columns = kind.columns(channels, picked);
    Map<String, Reading> figures = given.figures(kind);
    Recordings.Put put =
        new Recordings.Put(which, empty.check(), here.limits(empty.check()), columns, figures);
    return seeing(
        empty,
        columns,
        read.capture(),
        recordings.look(
            given.who(), put, read, () -> here.look(empty.check(), read, picked, figures)));
  }

  private static InstrumentView seeing(
      InstrumentView empty, Map<String, String> columns, Optional<Capture> capture, Look look) {
    return new InstrumentView(
        empty.check(),
        empty.recordings(),
        empty.recording(),
        empty.picked(),
        capture,
        columns,
        Optional.of(look));
  }

  /** The answer that the instrument gives; the columns are remembered. */
  Fact.CheckAnswered answer(InstrumentView view, String name, Given given) {
    Look look =
        view.look().orElseThrow(() -> new InputProblem("given", "Nothing was given to judge."));
    if (look.sight().isEmpty()) {
      throw new InputProblem("given", Words.of(look.problems()));
    }
    view.capture().ifPresent(c -> remembered.keep(view.kind(), c.channels(), view.columns()));
    return new Fact.CheckAnswered(
        view.check().id(),
        view.outcome().orElseThrow().id(),
        null,
        null,
        null,
        !given.of("unsure").isEmpty(),
        view.capture().isPresent() ? traced(view, name, given) : null,
        given.figures(view.kind()));
  }

  private static Fact.Traced traced(InstrumentView view, String name, Given given) {
    List<String> columns = new ArrayList<>();
    view.kind().roles().forEach(r -> columns.add(view.columns().getOrDefault(r.id(), "")));
    return new Fact.Traced(
        view.recording(),
        name,
        columns.get(0),
        columns.subList(1, columns.size()),
        given.perSecond().orElse(null));
  }

  /**
   * What the last answer by an instrument shows; empty if none was given by one, and where it can
   * not be looked at just now.
   */
  Optional<InstrumentView> last(
      long jobId, String who, Target here, List<Fact.CheckAnswered> answers) {
    try {
      return answers.stream()
          .filter(Instruments::isByOne)
          .reduce((one, later) -> later)
          .flatMap(
              a ->
                  here.check(a.check())
                      .filter(c -> c.instrumented().isPresent())
                      .map(c -> view(here, List.of(), c, new Given(jobId, who, fields(c, a)))));
    } catch (InputProblem busyOrOfAnotherSheet) {
      return Optional.empty();
    }
  }

  /** Whether an answer was given by an instrument. */
  static boolean isByOne(Fact.CheckAnswered a) {
    return a.traced() != null || !a.toldFigures().isEmpty();
  }

  /** An answer as the fields that gave it. */
  private static Map<String, String> fields(Check check, Fact.CheckAnswered a) {
    Map<String, String> fields = new LinkedHashMap<>();
    Instrument kind = check.instrumented().orElseThrow().kind();
    fields.put("check", check.id());
    a.toldFigures()
        .forEach(
            (id, r) -> {
              fields.put("fig-" + id, Reading.number(r.value()));
              fields.put("unit-" + id, r.unit().symbol());
            });
    if (a.traced() != null) {
      fields.put("recording", a.traced().attachment());
      if (a.traced().perSecond() != null) {
        fields.put("perSecond", Reading.number(a.traced().perSecond()));
      }
      List<String> columns = new ArrayList<>(List.of(a.traced().signal()));
      columns.addAll(Optional.ofNullable(a.traced().others()).orElse(List.of()));
      for (int i = 0; i < Math.min(columns.size(), kind.roles().size()); i++) {
        fields.put(
            "col-" + kind.roles().get(i).id(),
            columns.get(i).isEmpty() ? Instrument.NO_COLUMN : columns.get(i));
      }
    }
    return fields;
  }
}
