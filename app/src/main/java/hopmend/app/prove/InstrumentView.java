package hopmend.app.prove;

import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.instrument.Asked;
import hopmend.instrument.Instrument;
import hopmend.instrument.Look;
import hopmend.instrument.Role;
import hopmend.instrument.Setting;
import hopmend.instrument.Sight;
import hopmend.job.JobEntry;
import hopmend.message.Message;
import hopmend.prove.Check;
import hopmend.prove.Outcome;
import hopmend.trace.Capture;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.json.JsonMapper;

/**
 * An instrument before a recording or figures, as its page shows it.
 *
 * @param recordings that the job keeps, the last first
 * @param recording the one that is looked at; empty for none
 * @param picked what stands in the fields, by name
 * @param capture of the recording
 * @param columns by role
 * @param look what it sees; empty before anything was given
 */
public record InstrumentView(
    Check check,
    List<JobEntry> recordings,
    String recording,
    Map<String, String> picked,
    Optional<Capture> capture,
    Map<String, String> columns,
    Optional<Look> look) {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** Marks that a picture carries at most. */
  private static final int MOST_MARKS = 1000;

  public Instrument kind() {
    return check.instrumented().map(Setting::kind).orElseThrow();
  }

  /** A signal and the column that it is. */
  public record Choice(Role role, Message name, String column) {}

  public List<Choice> choices() {
    return kind().roles().stream()
        .map(r -> new Choice(r, Instrument.roleName(r), columns.getOrDefault(r.id(), "")))
        .toList();
  }

  /** A figure that is asked for. */
  public record Field(Asked asked, Message name) {}

  public List<Field> fields() {
    return kind().asks().stream().map(a -> new Field(a, Instrument.figureName(a))).toList();
  }

  public List<String> channelNames() {
    return capture
        .map(c -> c.channels().stream().map(Capture.Channel::name).toList())
        .orElse(List.of());
  }

  public Optional<Sight> sight() {
    return look.flatMap(Look::sight);
  }

  public Optional<Outcome> outcome() {
    return sight().map(check::shownBy);
  }

  public Optional<Drawing> drawing() {
    return sight().flatMap(Sight::picture).map(p -> p.draw(Words.wording()));
  }

  /** Whether there is more to show than the reasons beside the outcome. */
  public boolean showsFigures() {
    boolean reasonsAreAll =
        outcome().isPresent()
            && sight().filter(s -> s.seen().isEmpty() && s.picture().isEmpty()).isPresent()
            && look.filter(l -> l.notes().isEmpty()).isPresent();
    return sight().isPresent() && !reasonsAreAll;
  }

  /** Columns that are drawn, in the order of their roles. */
  public List<String> drawn() {
    return kind().roles().stream()
        .map(r -> columns.getOrDefault(r.id(), ""))
        .filter(c -> !c.isEmpty())
        .toList();
  }

  /** What is marked in the picture of the recording, for its script. */
  public String marks() {
    List<Map<String, Object>> spans =
        sight().stream()
            .flatMap(s -> s.seen().stream())
            .flatMap(s -> s.at().stream())
            .limit(MOST_MARKS)
            .map(a -> Map.<String, Object>of("from", a.fromS(), "to", a.toS()))
            .toList();
    List<Map<String, Object>> levels =
        sight().stream().flatMap(s -> s.levels().stream()).map(this::level).toList();
    return JSON.writeValueAsString(Map.of("spans", spans, "levels", levels));
  }

  private Map<String, Object> level(Sight.Level l) {
    return Map.of(
        "column", columns.getOrDefault(l.role(), ""),
        "value", l.value(),
        "name", Words.of(l.name()));
  }
}
