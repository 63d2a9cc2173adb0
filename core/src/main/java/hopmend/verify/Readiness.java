package hopmend.verify;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * Monitor readiness from the four bytes of PID 01 (SAE J1979 / ISO 15031-5).
 *
 * @param lampOn whether the warning lamp is commanded on
 * @param emissionCodes number of confirmed emission codes
 */
public record Readiness(
    boolean lampOn, int emissionCodes, Ignition ignition, List<Monitor> monitors) {
  private static final List<String> CONTINUOUS =
      List.of("Misfire", "Fuel system", "Comprehensive components");
  private static final List<String> SPARK =
      List.of(
          "Catalyst",
          "Heated catalyst",
          "Evaporative system",
          "Secondary air",
          "Particulate filter (petrol)",
          "Oxygen sensor",
          "Oxygen sensor heater",
          "Exhaust gas recirculation or variable valve timing");
  private static final List<String> COMPRESSION =
      List.of(
          "Hydrocarbon catalyst",
          "Nitrogen oxide aftertreatment",
          "",
          "Boost pressure",
          "",
          "Exhaust gas sensor",
          "Particulate filter",
          "Exhaust gas recirculation or variable valve timing");

  /** The monitors that an engine of a kind may have, in the order of the standard. */
  public static List<String> names(Ignition ignition) {
    return Stream.concat(
            CONTINUOUS.stream(),
            (ignition == Ignition.SPARK ? SPARK : COMPRESSION).stream().filter(n -> !n.isEmpty()))
        .toList();
  }

  /** As a tool shows it by the names of the monitors, each with whether it is ready. */
  public static Readiness seen(boolean lampOn, Map<String, Boolean> monitors) {
    boolean compression =
        monitors.keySet().stream().anyMatch(onlyOf(Ignition.COMPRESSION)::contains);
    return new Readiness(
        lampOn,
        0,
        compression ? Ignition.COMPRESSION : Ignition.SPARK,
        monitors.entrySet().stream()
            .map(m -> new Monitor(m.getKey(), CONTINUOUS.contains(m.getKey()), m.getValue()))
            .toList());
  }

  private static List<String> onlyOf(Ignition ignition) {
    return names(ignition).stream()
        .filter(
            n ->
                !names(ignition == Ignition.SPARK ? Ignition.COMPRESSION : Ignition.SPARK)
                    .contains(n))
        .toList();
  }

  /** How the engine ignites; bit 3 of byte B. */
  public enum Ignition {
    SPARK,
    COMPRESSION
  }

  /** A monitor that the vehicle has, and whether it has run. */
  public record Monitor(String name, boolean continuous, boolean ready) {}

  public Readiness {
    monitors = List.copyOf(monitors);
  }

  /**
   * Decodes bytes A to D. Only monitors that the vehicle supports are listed.
   *
   * @throws IllegalArgumentException unless there are four bytes
   */
  public static Readiness decode(byte[] abcd) {
    if (abcd.length != 4) {
      throw new IllegalArgumentException("Readiness has 4 bytes, not " + abcd.length);
    }
    Ignition ignition = (abcd[1] & 0x08) == 0 ? Ignition.SPARK : Ignition.COMPRESSION;
    List<Monitor> monitors = new ArrayList<>();
    for (int i = 0; i < CONTINUOUS.size(); i++) {
      add(monitors, CONTINUOUS.get(i), true, abcd[1] >> i, abcd[1] >> (i + 4));
    }
    List<String> names = ignition == Ignition.SPARK ? SPARK : COMPRESSION;
    for (int i = 0; i < names.size(); i++) {
      if (!names.get(i).isEmpty()) {
        add(monitors, names.get(i), false, abcd[2] >> i, abcd[3] >> i);
      }
    }
    return new Readiness((abcd[0] & 0x80) != 0, abcd[0] & 0x7F, ignition, monitors);
  }

  private static void add(
      List<Monitor> monitors, String name, boolean continuous, int supported, int notReady) {
    if ((supported & 1) == 1) {
      monitors.add(new Monitor(name, continuous, (notReady & 1) == 0));
    }
  }

  public List<Monitor> notReady() {
    return monitors.stream().filter(m -> !m.ready()).toList();
  }

  /**
   * Whether an inspection would take it: no lamp, and not more monitors open than allowed. 40 CFR
   * 85.2222 and EPA guidance: two for model years 1996 to 2000, one from 2001. Local rules differ.
   */
  public boolean acceptedWith(int notReadyAllowed) {
    return !lampOn && notReady().size() <= notReadyAllowed;
  }
}
