package hopmend.app;

import hopmend.job.ShopSettings;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/** The shop's settings as configured; checked by {@link ShopSettings} at start. */
@ConfigurationProperties("hopmend.shop")
record ShopProperties(
    String currency,
    double labourPerHour,
    double tow,
    double goodwill,
    double discountPercent,
    double verdictThreshold,
    double horizonKm,
    int notReadyAllowed,
    List<String> equipment) {
  ShopSettings settings() {
    return new ShopSettings(
        currency,
        labourPerHour,
        tow,
        goodwill,
        discountPercent,
        verdictThreshold,
        horizonKm,
        notReadyAllowed,
        equipment);
  }
}
