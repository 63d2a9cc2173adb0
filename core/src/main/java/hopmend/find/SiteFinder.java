package hopmend.find;

import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import java.util.List;
import java.util.Optional;

/**
 * Which site of the vehicle the code means.
 *
 * @param site the match
 * @param why how the code led there
 */
public record SiteFinder(Site site, Message why) {

  /** The site whose family, bank and position are those of the code's group; empty if none fits. */
  public static Optional<SiteFinder> find(
      TroubleCode code, String family, List<CodeGroup> groups, List<Site> sites) {
    return CodeGroup.owning(code, groups)
        .flatMap(
            group ->
                sites.stream()
                    .filter(s -> s.family().equals(family))
                    .filter(s -> group.bank() == 0 || s.bank() == 0 || s.bank() == group.bank())
                    .filter(
                        s -> group.position().isEmpty() || s.position().equals(group.position()))
                    .findFirst()
                    .map(s -> new SiteFinder(s, why(code, group))));
  }

  private static Message why(TroubleCode code, CodeGroup group) {
    return Message.of("site.of-the-code", code.text(), group.where());
  }
}
