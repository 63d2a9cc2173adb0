package hopmend.app.account;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.HeldAtHand;
import hopmend.job.Held;
import hopmend.sensor.Traits;
import hopmend.swap.Caution;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Who looks at the page, as far as the catalog asks: cautions may be meant for some only. */
@Component("readerAtHand")
class ReaderAtHand {
  private final Catalogs catalogs;
  private final HttpServletRequest request;

  ReaderAtHand(Catalogs catalogs, HttpServletRequest request) {
    this.catalogs = catalogs;
    this.request = request;
  }

  /** Whether the caution is meant for the person; where nobody is known, every caution is. */
  public boolean isMeant(Caution caution) {
    if (caution.condition().asks().findAny().isEmpty()) {
      return true;
    }
    return Optional.ofNullable((Account) request.getAttribute(SignedInFilter.PERSON))
        .map(p -> catalogs.now().isMeantFor(caution, traits(p)))
        .orElse(true);
  }

  private Traits traits(Account person) {
    return Traits.UNKNOWN
        .with("reads", person.reader().name().toLowerCase(Locale.ROOT))
        .with("qualified for", HeldAtHand.of(request).stream().map(Held::qualification).toList());
  }
}
