package hopmend.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.thymeleaf.cache.StandardCacheManager;
import org.thymeleaf.spring6.SpringTemplateEngine;

/** What keeps pages quick, and is easily lost again. */
class PageVariablesTest {
  private static final Pattern EXPRESSION = Pattern.compile("[$@*~]\\{[^}]*\\}+");

  private static List<String> templates() throws IOException {
    try (Stream<Path> files = Files.walk(Path.of("src/main/resources/templates"))) {
      return files.filter(Files::isRegularFile).map(PageVariablesTest::text).toList();
    }
  }

  private static String text(Path file) {
    try {
      return Files.readString(file);
    } catch (IOException e) {
      throw new IllegalStateException(file.toString(), e);
    }
  }

  @Test
  void everyExpressionOfEveryPageIsKept() throws IOException {
    Set<String> expressions =
        templates().stream()
            .flatMap(t -> EXPRESSION.matcher(t).results().map(MatchResult::group))
            .collect(Collectors.toSet());
    assertThat(expressions).hasSizeGreaterThan(2_000);
    SpringTemplateEngine engine = new SpringTemplateEngine();
    new PageVariables(engine, new Words());
    assertThat(((StandardCacheManager) engine.getCacheManager()).getExpressionCacheMaxSize())
        .isGreaterThan(3 * expressions.size());
  }

  @Test
  void whatIsSaidIsAskedOfAVariable() throws IOException {
    assertThat(templates()).noneMatch(t -> t.contains("@words."));
  }
}
