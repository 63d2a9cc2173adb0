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

/** What keeps pages quick, and is easily lost again. */
class PageVariablesTest {
  private static final Pattern EXPRESSION = Pattern.compile("[$@*~]\\{[^}]*\\}+");

  /** A tag that a loop repeats, with an expression that asks a bean: never compiled. */
  private static final Pattern BEAN_IN_LOOP =
      Pattern.compile("<[^>]*th:each=[^>]*\\$\\{[^}]*@[a-z][A-Za-z]*\\.");

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
    assertThat(3 * expressions.size()).isLessThan(PageVariables.MOST_EXPRESSIONS);
  }

  @Test
  void whatIsSaidIsAskedOfAVariable() throws IOException {
    assertThat(templates()).noneMatch(t -> t.contains("@words."));
    assertThat(templates().stream().filter(t -> BEAN_IN_LOOP.matcher(t).find()).count())
        .as("cautions ask who they are meant for")
        .isLessThanOrEqualTo(1);
  }
}
