package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class CatalogTest {
  private final Catalog catalog = CatalogReader.shipped();

  @Test
  void shippedFilesAgreeWithEachOther() {
    assertThat(catalog.problems()).isEmpty();
    assertThat(catalog.sheets()).isNotEmpty();
    assertThat(catalog.cards()).isNotEmpty();
  }
}
