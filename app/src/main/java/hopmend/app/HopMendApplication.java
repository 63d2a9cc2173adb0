package hopmend.app;

import hopmend.catalog.Catalog;
import hopmend.catalog.CatalogReader;
import hopmend.job.ShopSettings;
import java.nio.file.Path;
import java.time.Clock;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.annotation.EnableScheduling;

/** The application: stores entries, asks core, renders. */
@SpringBootApplication
@EnableScheduling
@EnableConfigurationProperties(ShopProperties.class)
public class HopMendApplication {
  public static void main(String[] args) {
    SpringApplication.run(HopMendApplication.class, args);
  }

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }

  @Bean
  Catalog catalog(@Value("${hopmend.catalog}") String folder) {
    return folder.isBlank()
        ? CatalogReader.shipped()
        : CatalogReader.shippedWith(Path.of(folder.strip()));
  }

  @Bean
  ShopSettings shopSettings(ShopProperties properties) {
    return properties.settings();
  }
}
