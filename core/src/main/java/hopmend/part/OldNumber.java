package hopmend.part;

import hopmend.fault.Bulletin;
import java.util.List;

/**
 * What the number on the old part tells.
 *
 * @param read as it was typed, or as the module told it
 * @param meant parts of the list that go by it
 * @param chain the numbers from it on to the present one
 * @param slips parts whose numbers a slip or a worn print makes like it, where none goes by it
 * @param bulletins that speak of this number or of one that replaced it
 */
public record OldNumber(
    String read,
    Kind kind,
    List<Part> meant,
    List<String> chain,
    List<Part> slips,
    List<Bulletin> bulletins) {
  private static final int MOST_SLIPS = 5;

  /** What stands behind a number. */
  public enum Kind {
    /** The maker's own, and sold today. */
    PRESENT,
    /** Replaced by another number. */
    SUPERSEDED,
    /** Of a part for another place or vehicle: somebody fitted the wrong one. */
    ELSEWHERE,
    /** Nobody knows it, but it looks like one that is known. */
    SLIP,
    UNKNOWN
  }

  public OldNumber {
    meant = List.copyOf(meant);
    chain = List.copyOf(chain);
    slips = List.copyOf(slips);
    bulletins = List.copyOf(bulletins);
  }

  /**
   * @param need what the place takes, as far as the vehicle tells it, without this number
   * @param bulletins of the vehicle
   */
  public static OldNumber of(String read, Need need, PartsShelf shelf, List<Bulletin> bulletins) {
    List<Part> meant = shelf.numbered(read);
    List<Part> slips =
        meant.isEmpty() ? shelf.alike(read).stream().limit(MOST_SLIPS).toList() : List.of();
    List<String> chain = Supersession.chain(read, shelf);
    String key = PartNumber.key(read);
    return new OldNumber(
        read,
        kind(meant, need, chain, !slips.isEmpty()),
        meant,
        chain,
        slips,
        bulletins.stream()
            .filter(
                b -> b.parts().stream().anyMatch(n -> Supersession.orOlder(n, shelf).contains(key)))
            .toList());
  }

  private static Kind kind(List<Part> meant, Need need, List<String> chain, boolean slips) {
    if (meant.isEmpty()) {
      return slips ? Kind.SLIP : Kind.UNKNOWN;
    }
    if (meant.stream().noneMatch(p -> isFor(p, need))) {
      return Kind.ELSEWHERE;
    }
    return chain.size() > 1 ? Kind.SUPERSEDED : Kind.PRESENT;
  }

  /** That it is no longer sold does not make it the wrong one. */
  private static boolean isFor(Part part, Need need) {
    return part.family().equals(need.family())
        && Fit.of(part, need).criteria().stream()
            .filter(c -> !c.name().key().equals("fit.on.order"))
            .noneMatch(c -> c.says() == Fit.Says.DOES_NOT_FIT);
  }

  /** The number to order today. */
  public String present() {
    return chain.get(chain.size() - 1);
  }

  /** Whether it is known to be right for the place. */
  public boolean isRight() {
    return kind == Kind.PRESENT || kind == Kind.SUPERSEDED;
  }
}
