package hopmend.app.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockMultipartFile;

/** What people type into searches and send as files. */
class TypedWordsTest {

  @Test
  void everyWordIsAConditionAndSignsStandForThemselves() {
    assertThat(WordSearch.of("  Van  14 ").patterns()).containsExactly("%van%", "%14%");
    assertThat(WordSearch.of("100%_\\").patterns()).containsExactly("%100\\%\\_\\\\%");
    assertThat(WordSearch.of("a b").all()).isEqualTo("search_text like ?1 and search_text like ?2");
    assertThat(WordSearch.of("a b c d e f g h i").patterns()).as("bounded").hasSize(6);
  }

  @Test
  void filesAreReadByTheirMarkElseAsUtf8ElseAsLatin1() {
    assertThat(UploadedText.of(null)).isEmpty();
    assertThat(UploadedText.of(file(new byte[0]))).isEmpty();
    for (String mark : new String[] {"", "\uFEFF"}) {
      assertThat(UploadedText.of(file((mark + "88 °C").getBytes(StandardCharsets.UTF_8))))
          .contains("88 °C");
    }
    for (Charset wide : new Charset[] {StandardCharsets.UTF_16BE, StandardCharsets.UTF_16LE}) {
      assertThat(UploadedText.of(file("\uFEFF88 °C".getBytes(wide)))).contains("88 °C");
    }
    assertThat(UploadedText.of(file("88 °C".getBytes(StandardCharsets.ISO_8859_1))))
        .contains("88 °C");
  }

  @Test
  void aFileThatIsNoTextOrTooLargeIsRefusedAndNothingIsLeftOutSilently() {
    assertThatThrownBy(() -> UploadedText.of(file("88\0 °C".getBytes(StandardCharsets.UTF_8))))
        .isInstanceOf(InputProblem.class)
        .hasMessageContaining("NUL");
    assertThatThrownBy(() -> UploadedText.of(file(new byte[20_200_000])))
        .isInstanceOf(InputProblem.class)
        .hasMessage("The file has 20.2 MB; at most 20 MB are read.");
  }

  private static MockMultipartFile file(byte[] bytes) {
    return new MockMultipartFile("file", "f.txt", "text/plain", bytes);
  }

  @Test
  void aProblemKnowsItsFieldAndOffersNothingByItself() {
    InputProblem p = new InputProblem("vin", "wrong");
    assertThat(List.of(p.field(), p.getMessage())).containsExactly("vin", "wrong");
    assertThat(p.offeredNumber()).isEmpty();
  }
}
