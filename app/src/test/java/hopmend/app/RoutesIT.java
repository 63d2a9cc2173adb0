package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.request;

import hopmend.app.account.Accounts;
import hopmend.job.Role;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** The table of docs/ROUTES.md is what the application does: every route, method and role. */
class RoutesIT extends AppIT {
  private static final Path TABLE = Path.of("").toAbsolutePath().resolveSibling("docs/ROUTES.md");

  /** Served by filters of the security chain, not by a controller. */
  private static final Set<String> BY_FILTERS = Set.of("POST /sign-in", "POST /sign-out");

  private static final Map<String, String> WHO =
      Map.of("learner", "nils", "technician", "oskar", "lead", "marit");

  /** The job of all that changes nothing. */
  private static long untouched;

  @Autowired List<RequestMappingHandlerMapping> mappings;
  @Autowired Accounts accounts;

  /** A row of the table. */
  record Row(String method, String path, Map<String, String> expected) {
    @Override
    public String toString() {
      return method + " " + path;
    }
  }

  static List<Row> rows() throws Exception {
    List<Row> rows = new ArrayList<>();
    for (String line : Files.readAllLines(TABLE)) {
      String[] c = line.split("\\|");
      if (c.length >= 7 && c[1].strip().matches("GET|POST")) {
        rows.add(
            new Row(
                c[1].strip(),
                c[2].strip().replace("`", ""),
                Map.of(
                    "nobody",
                    c[3].strip(),
                    "learner",
                    c[4].strip(),
                    "technician",
                    c[5].strip(),
                    "lead",
                    c[6].strip())));
      }
    }
    return rows;
  }

  @BeforeAll
  static void theTableIsThere() throws Exception {
    assertThat(rows()).hasSizeGreaterThan(60);
  }

  /** A path as the table writes it: without the patterns of its variables. */
  private static String plain(String pattern) {
    return pattern
        .replaceAll("\\{hop:[^}]*\\}", "{hop}")
        .replaceAll("\\{(\\w+):[^}]*\\{[^}]*\\}\\}", "{$1}")
        .replaceAll("\\{(\\w+):[^}]*\\}", "{$1}");
  }

  @Test
  void everyRouteStandsInTheTableAndNoOther() throws Exception {
    Set<String> routes = new TreeSet<>(BY_FILTERS);
    for (RequestMappingHandlerMapping m : mappings) {
      m.getHandlerMethods()
          .forEach(
              (info, handler) ->
                  info.getPatternValues()
                      .forEach(
                          p -> {
                            Set<String> methods =
                                info.getMethodsCondition().getMethods().stream()
                                    .map(Enum::name)
                                    .collect(Collectors.toSet());
                            (methods.isEmpty() ? Set.of("GET", "POST") : methods)
                                .forEach(method -> routes.add(method + " " + plain(p)));
                          }));
    }
    Set<String> told = new TreeSet<>();
    rows().forEach(r -> told.add(r.toString()));
    assertThat(told).isEqualTo(routes);
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("rows")
  void everyRoleMeetsWhatTheTableSays(Row row) throws Exception {
    for (String role : List.of("nobody", "learner", "technician", "lead")) {
      assertThat(outcome(row, role)).as(role + ": " + row).isEqualTo(row.expected().get(role));
    }
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("rows")
  void noOtherMethodOpensAnything(Row row) throws Exception {
    URI address = address(row.path(), false);
    for (String method : List.of("PUT", "DELETE", "PATCH", "TRACE", "PROPFIND")) {
      MockHttpServletResponse answer =
          mvc.perform(
                  request(HttpMethod.valueOf(method), address)
                      .with(user("marit").roles("LEAD"))
                      .with(formToken()))
              .andReturn()
              .getResponse();
      assertThat(answer.getStatus()).as(method + " " + row.path()).isIn(400, 403, 404, 405);
    }
  }

  private URI address(String path, boolean changes) {
    if (untouched == 0) {
      untouched = newJob(camCode(), vehicleFact());
    }
    boolean own = changes && path.contains("{jobId}");
    long job = own ? newJob(camCode(), vehicleFact()) : untouched;
    return URI.create(
        path.replace("{jobId}", String.valueOf(job))
            .replace("{hop}", "prove")
            .replace("{family}", "knock")
            .replace("{check}", "resistance")
            .replace("{view}", "bay")
            .replace("{site}", "knock-1")
            .replace(
                "{id}", path.startsWith("/jobs/import") ? UUID.randomUUID().toString() : "999999")
            .replace("{number}", "1M8GDM9AXKP042788")
            .replace("{bytes}", "00000000"));
  }

  private String outcome(Row row, String role) throws Exception {
    MockHttpServletRequestBuilder send =
        request(HttpMethod.valueOf(row.method()), address(row.path(), row.method().equals("POST")));
    if (!role.equals("nobody")) {
      send.with(user(WHO.get(role)));
    }
    if (row.method().equals("POST")) {
      send.with(formToken());
      parameters().forEach(send::param);
    } else {
      send.param("spn", "3251").param("fmi", "2");
    }
    if (row.path().equals("/api/v1/scan") || row.path().endsWith("/trace")) {
      send.contentType("text/plain").content("P0340");
    } else if (row.path().startsWith("/api/v1/prove") && row.method().equals("POST")) {
      send.contentType("application/json").content("{\"code\":\"P0340\"}");
    } else if (row.path().equals("/api/v1/decode")) {
      send.contentType("application/json").content("{\"codes\":[\"P0340\"]}");
    }
    send.with(
        r -> {
          r.setRemoteAddr("10.77." + Math.floorMod(row.hashCode(), 250) + "." + role.length());
          return r;
        });
    MockHttpServletResponse answer = mvc.perform(send).andReturn().getResponse();
    String to = answer.getHeader("Location");
    if (answer.getStatus() == 403) {
      return "no";
    }
    if (to != null && to.matches("/sign-in(\\?to=.*)?") && !row.path().contains("first-account")) {
      return "sign-in";
    }
    if (answer.getStatus() == 422 && answer.getContentAsString().contains("Ask a technician")) {
      return "rule";
    }
    assertThat(answer.getStatus()).as(row + " as " + role).isLessThan(500);
    return "yes";
  }

  /** What forms of all sorts have in common; each route takes what it knows. */
  private Map<String, String> parameters() {
    String someone = "somebody";
    if (accounts.byLogin(someone).isEmpty()) {
      accounts.create(someone, "Somebody", Role.LEARNER);
    }
    return Map.ofEntries(
        Map.entry("token", UUID.randomUUID().toString()),
        Map.entry("seen", "9999"),
        Map.entry("sequence", "1"),
        Map.entry("reason", "a reason long enough"),
        Map.entry("words", "some words"),
        Map.entry("step", "key-out"),
        Map.entry("work", "hand-over-mechanical"),
        Map.entry("login", someone),
        Map.entry("role", "LEARNER"),
        Map.entry("username", someone),
        Map.entry("password", "wrong"),
        Map.entry("ownPassword", "grey-heron-at-dusk"),
        Map.entry("units", "METRIC"),
        Map.entry("reader", "FULL"),
        Map.entry("theme", "SYSTEM"),
        Map.entry("gateway", "999999"),
        Map.entry("by", "2027-01-15T10:00"),
        Map.entry("title", "A job"));
  }
}
