package hopmend.app.picture;

/**
 * Whether bytes are a JPEG that holds its picture and nothing else: no place, no name, no second
 * picture, nothing behind its end. Markers after ITU-T T.81, table B.1 (from memory).
 */
final class PlainJpeg {
  private static final int START = 0xD8;
  private static final int END = 0xD9;
  private static final int SCAN = 0xDA;
  private static final int JFIF_BYTES = 16;

  private PlainJpeg() {}

  static boolean is(byte[] b) {
    if (b.length < 4 || marker(b, 0) != START) {
      return false;
    }
    int at = 2;
    while (at + 4 <= b.length) {
      int length = (b[at + 2] & 0xFF) << 8 | b[at + 3] & 0xFF;
      int kind = marker(b, at);
      if (!isOfThePicture(kind, length) || at + 2 + length > b.length) {
        return false;
      }
      at += 2 + length;
      if (kind == SCAN) {
        return endsWithItsScan(b, at);
      }
    }
    return false;
  }

  private static int marker(byte[] b, int at) {
    return (b[at] & 0xFF) == 0xFF ? b[at + 1] & 0xFF : -1;
  }

  /** The head of the format without a small picture, its tables, one plain frame, one scan. */
  private static boolean isOfThePicture(int kind, int length) {
    return switch (kind) {
      case 0xE0 -> length <= JFIF_BYTES;
      case 0xDB, 0xC0, 0xC4, 0xDD, SCAN -> length >= 2;
      default -> false;
    };
  }

  private static boolean endsWithItsScan(byte[] b, int from) {
    for (int i = from; i + 1 < b.length; i++) {
      int kind = marker(b, i);
      boolean isData = kind <= 0 || kind == 0xFF || kind >= 0xD0 && kind <= 0xD7;
      if (!isData) {
        return kind == END && i + 2 == b.length;
      }
    }
    return false;
  }
}
