package hopmend.app;

import hopmend.job.ShopSettings;
import java.time.Clock;
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
  ShopSettings shopSettings(ShopProperties properties) {
    return properties.settings();
  }
}
