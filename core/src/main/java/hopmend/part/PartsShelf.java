package hopmend.part;

import java.util.List;

/** The shop's list of parts, as far as a job asks it. It does not change while a job is judged. */
public interface PartsShelf {
  /** A shop without a list. */
  PartsShelf EMPTY = of(List.of());

  /**
   * Parts of a family that name the vehicle or its engine, in the order of their keys.
   *
   * @param card empty where the vehicle has none
   */
  List<Part> made(String family, String card, String engine);

  /** Parts that go by a number, in any spelling, their own before those interchanged. */
  List<Part> numbered(String number);

  /** Parts of other numbers that a slip or a worn print makes like this one. */
  List<Part> alike(String number);

  /** Parts that were superseded by this number. */
  List<Part> supersededBy(String number);

  /** A list that is held in memory. */
  static PartsShelf of(List<Part> parts) {
    return new PartsInMemory(parts);
  }
}
