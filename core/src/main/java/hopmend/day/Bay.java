package hopmend.day;

/** A place where a vehicle stands while it is worked on. */
public record Bay(String name, BayKind kind) {
  /** Whether a stage can be done there. */
  boolean serves(Stage stage) {
    return stage.standsIn().map(name::equals).orElse(stage.bays().contains(kind));
  }
}
