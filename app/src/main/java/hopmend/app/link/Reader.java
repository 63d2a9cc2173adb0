package hopmend.app.link;

import hopmend.app.web.Words;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.sensor.LiveSignal;
import hopmend.verify.SinceCleared;
import hopmend.wire.CodeFormat;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads everything that the controllers of a vehicle tell of their codes. What a controller refuses
 * or does not have is missing, with its reason; only a main controller that does not tell its codes
 * is a problem.
 */
final class Reader {
  private static final int FAILED_PENDING_CONFIRMED = 0x0D;
  private static final int LONGEST_NAME = 40;
  private static final HexFormat HEX = HexFormat.of().withUpperCase();

  private final VehicleLink link;
  private final Targets targets;
  private final List<String> missing = new ArrayList<>();
  private final List<FreezeFrameValue> frame = new ArrayList<>();
  private Optional<String> unsure = Optional.empty();

  Reader(VehicleLink link, Targets targets) {
    this.link = link;
    this.targets = targets;
  }

  Readout readout() {
    List<Controller> controllers = new ArrayList<>();
    for (int target : targets.all()) {
      controller(target).ifPresent(controllers::add);
    }
    if (controllers.stream().noneMatch(c -> c.address() == targets.main())) {
      throw new LinkProblem("The vehicle tells no codes. " + String.join(" ", missing));
    }
    return new Readout(
        targets.vin(), controllers, frame, readiness(), sinceCleared(), missing, unsure);
  }

  /** The codes of all controllers at this moment, without what belongs to them. */
  List<ReadCode> codesNow() {
    List<ReadCode> codes = new ArrayList<>();
    targets.all().forEach(t -> codes(t, Controller.written(t)).ifPresent(codes::addAll));
    if (missing.size() == targets.all().size()) {
      throw new LinkProblem(missing.get(0));
    }
    return codes;
  }

  /** A controller with its codes; empty if it does not tell them. */
  private Optional<Controller> controller(int target) {
    boolean only = targets.all().size() == 1;
    String address = Controller.written(target);
    try {
      String name = text(target, Uds.SYSTEM_NAME, "tell the name of " + address);
      String called = name.isEmpty() ? link.usualName(target).orElse(address) : name;
      Optional<List<ReadCode>> codes = codes(target, called);
      return codes.map(
          held ->
              new Controller(
                  target,
                  called,
                  text(target, Uds.SPARE_PART_NUMBER, "tell the part number of " + called),
                  text(target, Uds.SOFTWARE_VERSION, "tell the software of " + called),
                  only && name.isEmpty()
                      ? held
                      : held.stream().map(c -> c.withControlUnit(called)).toList()));
    } catch (LinkProblem e) {
      // One that falls silent does not take the others with it; a connection that is gone does.
      if (only || target == targets.main() || link.watch().isStopped()) {
        throw e;
      }
      missing.add(address + ": " + e.getMessage());
      unsure = Optional.of(address + " fell silent.");
      return Optional.empty();
    }
  }

  /** A text that a controller tells of itself; empty if it tells none that can be read. */
  private String text(int target, int identifier, String what) {
    return link.askIfKnown(target, Uds.readData(identifier), what)
        .map(a -> new String(Uds.dataOf(a, identifier), StandardCharsets.US_ASCII))
        .map(t -> t.replaceAll("[^ -~]", "").strip())
        .map(t -> t.length() > LONGEST_NAME ? t.substring(0, LONGEST_NAME) : t)
        .orElse("");
  }

  /** Codes by status and permanent ones; empty if the controller does not tell them. */
  private Optional<List<ReadCode>> codes(int target, String name) {
    Optional<Uds.Positive> told =
        told(target, Uds.readCodes(FAILED_PENDING_CONFIRMED), name, "codes");
    if (told.isEmpty()) {
      return Optional.empty();
    }
    List<Uds.SentCode> sent = Uds.codes(told.get(), Uds.CODES_BY_STATUS);
    List<Uds.SentCode> permanent =
        told(target, Uds.readPermanentCodes(), name, "permanent codes")
            .map(a -> Uds.codes(a, Uds.PERMANENT_CODES))
            .orElse(List.of());
    if (sent.isEmpty() && permanent.isEmpty()) {
      return Optional.of(List.of());
    }
    Optional<CodeFormat> format = format(target, name);
    Map<TroubleCode, Set<CodeState>> codes = new LinkedHashMap<>();
    sent.forEach(c -> decoded(c, format, name).ifPresent(code -> add(codes, code, states(c))));
    snapshot(target, name, sent);
    permanent.forEach(
        c ->
            decoded(c, format, name)
                .ifPresent(code -> add(codes, code, EnumSet.of(CodeState.PERMANENT))));
    List<ReadCode> read = new ArrayList<>();
    codes.forEach((code, states) -> read.add(new ReadCode(code, states, "")));
    return Optional.of(read);
  }

  private static void add(
      Map<TroubleCode, Set<CodeState>> codes, TroubleCode code, Set<CodeState> states) {
    codes.computeIfAbsent(code, k -> EnumSet.noneOf(CodeState.class)).addAll(states);
  }

  /** What a controller tells; where it refuses, that is missing with its reason. */
  private Optional<Uds.Positive> told(int target, byte[] request, String name, String what) {
    Uds.Answer answer = link.hear(target, request, "read its " + what + ": " + name);
    if (answer instanceof Uds.Negative refused) {
      missing.add("%s tells no %s (%s).".formatted(name, what, Words.of(refused.words())));
      return Optional.empty();
    }
    return Optional.of((Uds.Positive) answer);
  }

  /**
   * How the controller writes its codes, as it says itself; what the link was told where it says
   * nothing, or that the layout is the maker's own. Never guessed.
   */
  private Optional<CodeFormat> format(int target, String name) {
    Uds.Answer answer =
        link.hear(
            target,
            Uds.countCodes(FAILED_PENDING_CONFIRMED),
            "tell how its codes are written: " + name);
    Optional<CodeFormat> told =
        answer instanceof Uds.Positive p
            ? CodeFormat.of(Uds.codesHeld(p).format())
            : Optional.empty();
    return told.filter(f -> f != CodeFormat.OF_THE_MAKER).or(() -> link.route().untold());
  }

  private Optional<TroubleCode> decoded(Uds.SentCode c, Optional<CodeFormat> format, String name) {
    Optional<TroubleCode> code = format.flatMap(f -> f.decode(c.bytes()));
    if (code.isEmpty()) {
      missing.add(
          "%s has the code %06X, whose layout it does not tell in a published form; it is not taken. A lead can say under Links how this vehicle writes its codes."
              .formatted(name, c.bytes()));
      unsure = Optional.of("%s has a code that nobody here can read.".formatted(name));
    }
    return code;
  }

  private static Set<CodeState> states(Uds.SentCode c) {
    Set<CodeState> states = c.status().states();
    return states.isEmpty() ? EnumSet.of(CodeState.HISTORY) : states;
  }

  /** The conditions of the first code that has any; a vehicle need not keep them. */
  private void snapshot(int target, String name, List<Uds.SentCode> codes) {
    for (Uds.SentCode c : codes) {
      if (!frame.isEmpty()) {
        return;
      }
      Optional<Uds.Positive> answer =
          link.askIfKnown(
              target, Uds.readSnapshot(c.bytes()), "tell the conditions of its codes: " + name);
      if (answer.isEmpty()) {
        missing.add(name + " keeps no conditions beside its codes.");
        return;
      }
      Uds.Snapshot kept = Uds.snapshot(answer.get(), c.bytes(), LiveSignal::lengthOf);
      kept.values()
          .forEach(
              (id, data) ->
                  LiveSignal.byIdentifier(id)
                      .flatMap(s -> s.decode(data).flatMap(value -> FreezeFrameValue.of(s, value)))
                      .ifPresent(frame::add));
      if (kept.unread().length > 0) {
        missing.add(
            "%s keeps more conditions beside the code %06X, which nobody here can read: %s."
                .formatted(name, c.bytes(), HEX.formatHex(kept.unread())));
      }
    }
  }

  /** Readiness as four bytes; empty if the vehicle does not tell it. */
  private byte[] readiness() {
    Uds.Answer answer = link.hear(targets.main(), Uds.readData(Uds.READINESS), "tell its monitors");
    if (answer instanceof Uds.Negative refused) {
      missing.add("It does not tell its monitors (%s).".formatted(Words.of(refused.words())));
      return new byte[0];
    }
    byte[] readiness = Uds.dataOf((Uds.Positive) answer, Uds.READINESS);
    if (readiness.length != 4) {
      missing.add(
          "Its monitors came in %d bytes, not 4; they are left out.".formatted(readiness.length));
      return new byte[0];
    }
    return readiness;
  }

  /** Counters are optional: asked one by one, for a vehicle may refuse them together. */
  private Optional<SinceCleared> sinceCleared() {
    Map<SinceCleared.Counter, byte[]> told = new EnumMap<>(SinceCleared.Counter.class);
    for (SinceCleared.Counter c : SinceCleared.Counter.values()) {
      link.askIfKnown(
              targets.main(), Uds.readData(c.identifier()), "tell what it counts since clearing")
          .ifPresent(a -> told.put(c, Uds.dataOf(a, c.identifier())));
    }
    try {
      return SinceCleared.decode(told);
    } catch (WireException | IllegalArgumentException e) {
      missing.add("What it counts since clearing does not read: " + e.getMessage() + ".");
      return Optional.empty();
    }
  }
}
