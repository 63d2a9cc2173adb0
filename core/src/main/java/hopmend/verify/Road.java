package hopmend.verify;

/** Kinds of road, by the speed that is lawfully driven there at most, km/h; common practice. */
public enum Road {
  YARD(20),
  TOWN(50),
  COUNTRY(90),
  MOTORWAY(120);

  private final double topKmh;

  Road(double topKmh) {
    this.topKmh = topKmh;
  }

  public double topKmh() {
    return topKmh;
  }
}
