package hopmend.day;

/** What one can do at a place where a vehicle stands. */
public enum BayKind {
  OUTSIDE,
  GROUND,
  PIT,
  HOIST
}
