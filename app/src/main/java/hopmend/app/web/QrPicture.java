package hopmend.app.web;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.util.Map;

/**
 * A text that a camera reads: the path of the dark fields, one unit a field.
 *
 * @param size fields of a side
 */
public record QrPicture(String path, int size) {
  /**
   * @param text up to about 2000 characters
   */
  public static QrPicture of(String text) {
    try {
      BitMatrix fields =
          new QRCodeWriter()
              .encode(text, BarcodeFormat.QR_CODE, 0, 0, Map.of(EncodeHintType.MARGIN, 0));
      StringBuilder path = new StringBuilder();
      for (int y = 0; y < fields.getHeight(); y++) {
        for (int x = 0; x < fields.getWidth(); x++) {
          path.append(fields.get(x, y) ? "M%d %dh1v1h-1z".formatted(x, y) : "");
        }
      }
      return new QrPicture(path.toString(), fields.getWidth());
    } catch (WriterException e) {
      throw new IllegalArgumentException("Too long for a picture: " + text.length(), e);
    }
  }
}
