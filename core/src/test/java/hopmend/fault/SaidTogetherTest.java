package hopmend.fault;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

/**
 * What an experienced technician would say first of a set of codes (common practice): on which to
 * work, and words that the sentence or a reason must have. A state stands behind its code.
 */
class SaidTogetherTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  @ParameterizedTest
  @CsvFileSource(resources = "/reports/said-together.csv", numLinesToSkip = 1)
  void whatTheCodesSayTogether(String codes, String workOn, String words) {
    List<ReadCode> read =
        Stream.of(codes.split(" *; *"))
            .map(
                c -> {
                  String[] parts = c.split(" (?=CURRENT$|PENDING$|STORED$|HISTORY$)");
                  CodeState state =
                      parts.length > 1 ? CodeState.valueOf(parts[1]) : CodeState.STORED;
                  return ReadCode.of(TroubleCode.parse(parts[0]), state);
                })
            .toList();
    CodePicture picture = CodePicture.of(read, CATALOG.knownCodes());
    assertThat(picture.workOn().map(TroubleCode::text).orElse("-")).as(codes).isEqualTo(workOn);
    String all =
        said(picture.says())
            + picture.nodes().stream()
                .map(n -> n.read().code().text() + " " + n.role() + " " + said(n.reason()))
                .toList();
    for (String word : words.split(" *; *")) {
      assertThat(all).as(codes).contains(word);
    }
  }
}
