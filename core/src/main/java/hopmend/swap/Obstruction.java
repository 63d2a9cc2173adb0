package hopmend.swap;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Something in the way of a site, from a vehicle card. Its removal and its refit become two steps
 * that are inverses of each other.
 *
 * @param pieces what comes off, with counts, beside its fasteners
 * @param under ids of obstructions that lie on top of this one and come off before it
 * @param plug a connector on it that must be plugged again, null if none
 * @param sensor id of the site whose sensor it is, null for anything else
 * @param supplies what is renewed when it goes back: gaskets, one-way clips, seals
 * @param confirms what is looked at when it is back, each by itself
 * @param fasteners ids of what holds it, with their counts, values and order; in the order in which
 *     they are tightened
 */
public record Obstruction(
    String id,
    String name,
    String offBrief,
    String offFull,
    String onBrief,
    String onFull,
    double offMinutes,
    double onMinutes,
    List<Operation.Debt> pieces,
    List<String> under,
    Plug plug,
    String sensor,
    List<String> tools,
    List<String> supplies,
    List<String> cautions,
    List<String> confirms,
    List<String> fasteners,
    String latch,
    String source) {

  /** A connector and the codes that the vehicle sets if it stays off, as ranges. */
  public record Plug(String name, String sets) {}

  public Obstruction {
    pieces = pieces == null ? List.of() : List.copyOf(pieces);
    under = under == null ? List.of() : List.copyOf(under);
    tools = tools == null ? List.of() : List.copyOf(tools);
    supplies = supplies == null ? List.of() : List.copyOf(supplies);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    confirms = confirms == null ? List.of() : List.copyOf(confirms);
    fasteners = fasteners == null ? List.of() : List.copyOf(fasteners);
    if (pieces.isEmpty()) {
      throw new IllegalArgumentException("Obstruction " + id + " has no pieces");
    }
  }

  /** The same for something that a person calls so: {@code {name}} is replaced. */
  public Obstruction called(String what) {
    String slug = what.strip().toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-");
    return new Obstruction(
        slug,
        put(name, what),
        put(offBrief, what),
        offFull,
        put(onBrief, what),
        onFull,
        offMinutes,
        onMinutes,
        pieces.stream()
            .map(d -> new Operation.Debt(put(d.item(), what), d.count(), d.renewed()))
            .toList(),
        under,
        plug,
        sensor,
        tools,
        supplies,
        cautions,
        confirms,
        fasteners,
        latch,
        source);
  }

  private static String put(String text, String what) {
    return text.replace("{name}", what.strip());
  }

  public Optional<Plug> connector() {
    return Optional.ofNullable(plug);
  }
}
