package hopmend.instrument;

import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.trace.Capture;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** An instrument that a family sheet can set. */
public enum Instrument {
  TONE_RING(new RingPanel()),
  CAM_TO_CRANK(new CamPanel()),
  SHAFTS(new ShaftPanel()),
  SWITCHING_CELL(new SwitchingCell()),
  CELL_BEHIND(new CellBehind()),
  WIDEBAND_CELL(new WidebandCell()),
  WAKE(new WakePanel()),
  HEATER(new HeaterPanel()),
  AIR_FLOW(new AirPanel()),
  TRIMS(new TrimPanel()),
  SOAK(new SoakPanel()),
  WARM_UP(new WarmUpPanel()),
  SWEEP(new SweepPanel()),
  TRANSFER(new TransferPanel()),
  HOLD(new HoldPanel()),
  KNOCK(new KnockPanel()),
  SOOT_CYCLE(new SootPanel()),
  DROP(new DropPanel()),
  WIRE(new WirePanel()),
  WIGGLE(new WigglePanel());

  /** Picked for a signal that the recording does not have. */
  public static final String NO_COLUMN = "-";

  private final Panel panel;

  Instrument(Panel panel) {
    this.panel = panel;
  }

  public List<Role> roles() {
    return panel.roles();
  }

  public List<Asked> asks() {
    return panel.asks();
  }

  public Set<String> limits() {
    return panel.limits();
  }

  public Set<Finding> finds() {
    return panel.finds();
  }

  /** Whether it looks at a recording; else figures are all that it needs. */
  public boolean isForRecordings() {
    return !panel.roles().isEmpty();
  }

  /**
   * Which column is which signal: what a person picked, else one that is called so, else the only
   * one that is left for the only signal that is needed, or the first where any one will do.
   *
   * @param picked columns by role; blank or missing where nobody picked one
   */
  public Map<String, String> columns(List<Capture.Channel> channels, Map<String, String> picked) {
    Map<String, String> columns = new LinkedHashMap<>();
    for (Role role : roles()) {
      String mine = picked.getOrDefault(role.id(), "").strip();
      if (!mine.equals(NO_COLUMN)) {
        named(channels, mine)
            .or(() -> role.among(channels))
            .filter(c -> !columns.containsValue(c))
            .ifPresent(c -> columns.put(role.id(), c));
      }
    }
    List<String> needed = roles().stream().filter(Role::needed).map(Role::id).toList();
    List<String> wanted =
        !needed.isEmpty()
            ? needed
            : columns.isEmpty() && picked.isEmpty() ? List.of(roles().get(0).id()) : List.of();
    List<String> open = wanted.stream().filter(r -> !columns.containsKey(r)).toList();
    List<String> left =
        channels.stream()
            .map(Capture.Channel::name)
            .filter(c -> !columns.containsValue(c))
            .toList();
    if (open.size() == 1 && left.size() == 1) {
      columns.put(open.get(0), left.get(0));
    }
    return columns;
  }

  private static Optional<String> named(List<Capture.Channel> channels, String name) {
    return channels.stream().map(Capture.Channel::name).filter(name::equalsIgnoreCase).findFirst();
  }

  /**
   * Looks at a recording.
   *
   * @param columns by role, see {@link #columns}
   * @param figures what a person told besides
   * @param limits see {@link Setting#limits}
   */
  public Look look(
      Capture capture,
      Map<String, String> columns,
      Map<String, Reading> figures,
      Map<String, Double> limits) {
    List<Message> missing = new ArrayList<>(missing(figures));
    Map<String, Capture.Channel> channels = new HashMap<>();
    for (Role role : roles()) {
      Optional<Capture.Channel> channel =
          Optional.ofNullable(columns.get(role.id()))
              .flatMap(
                  c -> capture.channels().stream().filter(k -> k.name().equals(c)).findFirst());
      channel.ifPresent(c -> channels.put(role.id(), c));
      if (channel.isEmpty() && role.needed()) {
        missing.add(
            Message.of(
                "instrument.which-column",
                roleName(role),
                Message.listed(capture.channels().stream().map(Capture.Channel::name).toList())));
      }
    }
    return missing.isEmpty()
        ? panel.look(new Taken(capture.timeS(), channels, figures, limits))
        : Look.unfit(missing);
  }

  /** Looks at figures alone. */
  public Look look(Map<String, Reading> figures, Map<String, Double> limits) {
    List<Message> missing = missing(figures);
    return missing.isEmpty()
        ? panel.look(new Taken(new double[0], Map.of(), figures, limits))
        : Look.unfit(missing);
  }

  private List<Message> missing(Map<String, Reading> figures) {
    List<Message> missing = new ArrayList<>();
    for (Asked a : asks()) {
      Reading told = figures.get(a.id());
      if (told == null && a.needed()) {
        missing.add(Message.of("instrument.needs", figureName(a)));
      } else if (told != null && !a.takes(told)) {
        missing.add(
            Message.of(
                "instrument.cannot-be",
                figureName(a),
                told,
                Reading.of(a.low(), a.unit()),
                Reading.of(a.high(), a.unit())));
      }
    }
    return missing;
  }

  /** What a signal is called. */
  public static Message roleName(Role role) {
    return Message.of("role." + role.id());
  }

  /** What a figure is called. */
  public static Message figureName(Asked asked) {
    return Message.of("asked." + asked.id());
  }
}
