package hopmend.app.api;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** The page on which the open interface can be tried, and its description. */
@Controller
class ApiPage {
  @GetMapping("/api")
  String page() {
    return "api/page";
  }

  @Configuration
  static class Description {
    @Bean
    OpenAPI description() {
      return new OpenAPI()
          .info(
              new Info()
                  .title("Hop Mend, hops 1 and 2")
                  .version("1")
                  .description(
                      "Decodes trouble codes, reports of any layout, identification numbers and"
                          + " readiness; judges values, recordings and figures of a sensor, ranks the"
                          + " next checks. Stateless; nothing that is sent is kept. Errors are"
                          + " problem details (RFC 9457)."));
    }
  }
}
