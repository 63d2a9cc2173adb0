package hopmend.app.picture;

import hopmend.app.web.NotHere;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Shows a picture; under its id there is never another one. */
@Controller
class PictureController {
  private static final CacheControl FOREVER =
      CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable();

  private final Pictures pictures;

  PictureController(Pictures pictures) {
    this.pictures = pictures;
  }

  @GetMapping("/pictures/{id:[0-9a-f-]{36}}.jpg")
  ResponseEntity<byte[]> whole(@PathVariable String id) {
    return shown(id, false);
  }

  @GetMapping("/pictures/{id:[0-9a-f-]{36}}/small.jpg")
  ResponseEntity<byte[]> small(@PathVariable String id) {
    return shown(id, true);
  }

  private ResponseEntity<byte[]> shown(String id, boolean small) {
    return ResponseEntity.ok()
        .cacheControl(FOREVER)
        .contentType(MediaType.IMAGE_JPEG)
        .body(
            pictures
                .bytes(id, small)
                .orElseThrow(() -> new NotHere("There is no such picture here")));
  }
}
