package hopmend.standin;

import hopmend.fault.TroubleCode;
import java.io.InputStream;
import java.util.List;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * What a simulated vehicle is, from a YAML file.
 *
 * @param address logical address of ISO 13400-2
 * @param permanent whether confirmed codes become permanent
 */
public record VehicleSpec(
    String name,
    String vin,
    String address,
    double displacementLitres,
    int idlePerMinute,
    double ambientC,
    boolean permanent,
    List<Trouble> faults,
    List<Trouble> plugs,
    List<RoutineSpec> routines) {

  /** A fault that can be put in, or a plug that can be pulled, and the codes that follow. */
  public record Trouble(
      String id, String words, boolean needsEngine, boolean presentAtStart, List<String> codes) {
    public Trouble {
      codes = List.copyOf(codes);
    }

    List<TroubleCode> troubleCodes() {
      return codes.stream().map(TroubleCode::parse).toList();
    }
  }

  /** A routine of service 0x31. */
  public record RoutineSpec(int id, double seconds, double minCoolantC) {}

  public VehicleSpec {
    faults = List.copyOf(faults);
    plugs = List.copyOf(plugs);
    routines = List.copyOf(routines);
  }

  int logicalAddress() {
    return Integer.decode(address);
  }

  /** The vehicle of the demo. */
  public static VehicleSpec demo() {
    try (InputStream in = VehicleSpec.class.getResourceAsStream("/standin/sedge.yaml")) {
      return YAMLMapper.builder()
          .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .build()
          .readValue(in, VehicleSpec.class);
    } catch (java.io.IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }
}
