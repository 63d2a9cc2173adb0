package hopmend.app.web;

import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** A list that is taken out as CSV. */
public final class CsvAnswer {
  private CsvAnswer() {}

  /**
   * @param name of the file, without its ending
   */
  public static ResponseEntity<byte[]> of(String csv, String name) {
    return ResponseEntity.ok()
        .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=" + name + ".csv")
        .body(csv.getBytes(StandardCharsets.UTF_8));
  }
}
