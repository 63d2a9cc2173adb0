package hopmend.find;

import hopmend.message.Message;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The sensor that is most easily taken for another one, and why it is not: one of its kind, else
 * one near it.
 *
 * @param site the one that it is not
 * @param because how one tells them apart
 */
public record Lookalike(Site site, Message because) {
  private static final double NEAR_MM = 450;

  /**
   * @param all sites of the vehicle, {@code chosen} among them or not
   */
  static Optional<Lookalike> of(Site chosen, List<Site> all, Places places) {
    Comparator<Site> byDistance = Comparator.comparingDouble(s -> places.betweenMm(chosen, s));
    Stream<Site> others = all.stream().filter(s -> !s.id().equals(chosen.id()));
    return others
        .filter(
            s -> isOfItsKind(chosen, s) || !s.typical() && places.betweenMm(chosen, s) < NEAR_MM)
        .min(
            Comparator.comparing((Site s) -> !isOfItsKind(chosen, s))
                .thenComparing(byDistance)
                .thenComparing(Site::id))
        .map(s -> new Lookalike(s, because(chosen, s, places)));
  }

  private static boolean isOfItsKind(Site chosen, Site other) {
    return other.family().equals(chosen.family());
  }

  private static Message because(Site chosen, Site other, Places places) {
    Message where =
        Message.of(
            "lookalike.where",
            (int) Math.max(5, Math.round(places.betweenMm(chosen, other) / 50) * 5),
            places.from(chosen, other));
    if (!isOfItsKind(chosen, other)) {
      boolean told = chosen.cavities().isPresent() && other.cavities().isPresent();
      return told && chosen.cavities().getAsInt() != other.cavities().getAsInt()
          ? Message.of("lookalike.other-plug", other.cavities().getAsInt(), where)
          : Message.of("lookalike.other-kind", where);
    }
    if (other.bank() != chosen.bank() && other.bank() > 0) {
      return Message.of("lookalike.other-bank", other.bank(), where);
    }
    return other.position().isEmpty() || other.position().equals(chosen.position())
        ? Message.of("lookalike.elsewhere", where)
        : Message.of("lookalike.other-position", other.position(), where);
  }
}
