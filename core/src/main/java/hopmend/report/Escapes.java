package hopmend.report;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jsoup.parser.Parser;

/**
 * Signs that a program wrote in the place of others: colours of a terminal, mails whose letters are
 * numbers ("Steuerger=C3=A4t"), entities of markup, and text that was read in another encoding than
 * it was written in ("SteuergerÃ¤t").
 */
final class Escapes {
  /** ECMA-48: control sequences; the first sign is often lost, what it leads never stands alone. */
  private static final Pattern TERMINAL =
      Pattern.compile("\u001B?\\[[0-9;]*m|\u001B\\[[0-9;?]*[A-Za-z]");

  private static final String TERMINAL_RESET = "[0m";

  /** RFC 2045, 6.7: bytes by their numbers, and ends of lines that are none. */
  private static final Pattern MAIL = Pattern.compile("(?:=[0-9A-F]{2})+|(?<!=)=\\r?\\n");

  /** By what such a mail is known: letters of several bytes, its own sign, spaces at ends. */
  private static final Pattern MAIL_SIGNS =
      Pattern.compile("=(?:C[2-5EF]|D[01]|E[2F])=[89AB][0-9A-F]|=3D|=20\\r?\\n");

  private static final Pattern TAG =
      Pattern.compile(
          "<(?<slash>/?)(?<name>[A-Za-z][A-Za-z0-9]*)[^<>\\n]{0,200}>(?:[ \t]*(?<end>\\r?\\n))?");

  /** Tags that hold lines as they are: nothing is told by them. */
  private static final Set<String> WRAPPERS =
      Set.of("pre", "br", "html", "head", "title", "meta", "body", "code");

  /** Tags that may stand around "pre": each begins a line and ends one. */
  private static final Set<String> AROUND =
      Set.of("title", "h1", "h2", "h3", "h4", "p", "hr", "div");

  /** Markdown's signs around what is to stand out, and its links; and addresses. */
  private static final Pattern MARKDOWN =
      Pattern.compile(
          "\\[(?<link>[^\\[\\]\\n]{1,80}+)\\]\\([^()\\s]{1,300}+\\)"
              + "|(?<![\\w*`])(?<sign>\\*{1,3}|_{1,3}|`{1,3}|~~)(?=[\\p{L}\\d])"
              + "(?<held>[^\\n*_`~]{1,80}+)(?<=[\\p{L}\\d.:!?)%])\\k<sign>(?![\\w*`])");

  private static final Pattern ADDRESS = Pattern.compile("(?:https?://|www\\.)[^\\s\"'<>()\\]|]+");

  /** HTML's and XML's, and JSON's. */
  private static final Pattern ENTITY =
      Pattern.compile("&(?:[A-Za-z]{2,8}|#\\d{2,5}|#[xX][0-9A-Fa-f]{2,4});|\\\\u[0-9A-Fa-f]{4}");

  /** Signs up to here mean something to markup and data themselves. */
  private static final int LAST_PLAIN = 0x9F;

  private static final Charset WESTERN = Charset.forName("windows-1252");

  private static final String WESTERN_SIGNS = western();

  /** What letters look like whose two or three bytes were read as one sign each. */
  private static final Pattern TWO_ENCODINGS =
      Pattern.compile(
          "[\u00C2-\u00C5\u00CE-\u00D1][\u0080-\u00BF%1$s]|[\u00E2\u00EF][\u0080-\u00BF%1$s]{2}"
              .formatted(WESTERN_SIGNS));

  /** JSON that a program put into a string of JSON. */
  private static final Pattern DATA_WITHIN =
      Pattern.compile("(?<=[:,\\[]\\s{0,9})\"(?=\\[?\\s?\\{\\\\\")");

  private Escapes() {}

  /** {"body": "{\"code\": ...}"}: what stands in the string is data as well. */
  static Optional<Rewriting> ofDataWithin(String text) {
    Matcher within = DATA_WITHIN.matcher(text);
    if (!within.find()) {
      return Optional.empty();
    }
    Rewriting freed = new Rewriting(text);
    int from = 0;
    do {
      freed.keep(from, within.start());
      from = freed(text, within.end(), freed);
    } while (from < text.length() && within.find(from));
    freed.keep(from, text.length());
    return Optional.of(freed);
  }

  /** What a string holds, without its escapes, and where the text behind it begins. */
  private static int freed(String text, int start, Rewriting freed) {
    int i = start;
    while (i < text.length() && text.charAt(i) != '"') {
      boolean escaped = text.charAt(i) == '\\' && i + 1 < text.length();
      char sign = escaped ? text.charAt(i + 1) : text.charAt(i);
      char is = escaped && sign == 'n' ? '\n' : escaped && sign == 't' ? '\t' : sign;
      int behind = escaped ? i + 2 : i + 1;
      if (!escaped || sign != 'r') {
        freed.put(is, i, behind);
      }
      i = behind;
    }
    return Math.min(i + 1, text.length());
  }

  /** Signs of the encoding that stand for 0x80 to 0x9F. */
  private static String western() {
    byte[] bytes = new byte[0x20];
    IntStream.range(0, bytes.length).forEach(i -> bytes[i] = (byte) (0x80 + i));
    return new String(bytes, WESTERN).replace("\uFFFD", "");
  }

  static Optional<Rewriting> ofTerminal(String text) {
    return text.indexOf('\u001B') >= 0 || text.contains(TERMINAL_RESET)
        ? replaced(text, TERMINAL, m -> "")
        : Optional.empty();
  }

  static Optional<Rewriting> ofMail(String text) {
    return text.indexOf('=') < 0 || !MAIL_SIGNS.matcher(text).find()
        ? Optional.empty()
        : replaced(text, MAIL, m -> ofBytes(m.group()));
  }

  private static String ofBytes(String written) {
    if (written.endsWith("\n")) {
      return "";
    }
    byte[] bytes = HexFormat.of().parseHex(written.replace("=", ""));
    try {
      return StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
    } catch (CharacterCodingException e) {
      return new String(bytes, WESTERN);
    }
  }

  static Optional<Rewriting> ofMarkup(String text) {
    return text.indexOf('&') < 0 && !text.contains("\\u")
        ? Optional.empty()
        : replaced(text, ENTITY, m -> entity(m.group()));
  }

  /** What it stands for; itself where that means something, or is nothing. */
  private static String entity(String written) {
    String meant =
        written.startsWith("\\")
            ? String.valueOf((char) Integer.parseInt(written.substring(2), 16))
            : Parser.unescapeEntities(written, true);
    boolean letter =
        meant.length() == 1
            && (meant.charAt(0) > LAST_PLAIN || Character.isLetterOrDigit(meant.charAt(0)))
            && !Character.isSurrogate(meant.charAt(0));
    return letter ? meant : written;
  }

  static Optional<Rewriting> ofMarkdown(String text) {
    Matcher m = MARKDOWN.matcher(text);
    if ("*_`~".chars().allMatch(c -> text.indexOf(c) < 0) && !text.contains("](") || !m.find()) {
      return Optional.empty();
    }
    Rewriting anew = new Rewriting(text);
    int at = 0;
    do {
      String held = m.group("link") == null ? "held" : "link";
      anew.keep(at, m.start());
      anew.keep(m.start(held), m.end(held));
      at = m.end();
    } while (m.find());
    anew.keep(at, text.length());
    return Optional.of(anew);
  }

  /** Addresses tell nothing, whatever they are made of. */
  static Optional<Rewriting> ofAddresses(String text) {
    return text.contains("://") || text.contains("www.")
        ? replaced(text, ADDRESS, m -> "")
        : Optional.empty();
  }

  /** Plain lines within "pre", or with "br" at their ends. */
  static Optional<Rewriting> ofPreformatted(String text) {
    if (text.indexOf('<') < 0) {
      return Optional.empty();
    }
    boolean lines = false;
    boolean others = false;
    boolean pre = false;
    Matcher tag = TAG.matcher(text);
    while (tag.find()) {
      String name = tag.group("name").toLowerCase(Locale.ROOT);
      if (!WRAPPERS.contains(name) && !AROUND.contains(name)) {
        return Optional.empty();
      }
      others |= !WRAPPERS.contains(name);
      pre |= name.equals("pre");
      lines |= name.equals("br");
    }
    return pre || lines && !others ? replaced(text, TAG, Escapes::endOfLine) : Optional.empty();
  }

  /** Lines in which something stands out, and no other markup: "<b>P0</b>340". */
  static Optional<Rewriting> ofEmphasis(String text) {
    Matcher tag = TAG.matcher(text);
    boolean any = text.indexOf('<') >= 0 && tag.find();
    if (!any) {
      return Optional.empty();
    }
    do {
      if (!MarkupLayout.WITHIN_WORDS.contains(tag.group("name").toLowerCase(Locale.ROOT))) {
        return Optional.empty();
      }
    } while (tag.find());
    return replaced(text, TAG, Escapes::endOfLine);
  }

  private static String endOfLine(Matcher tag) {
    String name = tag.group("name").toLowerCase(Locale.ROOT);
    return tag.group("end") != null || name.equals("br") || AROUND.contains(name) ? "\n" : "";
  }

  static Optional<Rewriting> ofTwoEncodings(String text) {
    if (text.chars().noneMatch(c -> c >= 0xC2 && c <= 0xEF)) {
      return Optional.empty();
    }
    Optional<Rewriting> anew = replaced(text, TWO_ENCODINGS, m -> meant(m.group()));
    return anew.filter(Rewriting::shortens);
  }

  private static String meant(String written) {
    byte[] bytes = new byte[written.length()];
    for (int i = 0; i < bytes.length; i++) {
      char c = written.charAt(i);
      bytes[i] = c <= 0xFF ? (byte) c : written.substring(i, i + 1).getBytes(WESTERN)[0];
    }
    String meant = new String(bytes, StandardCharsets.UTF_8);
    return meant.length() == 1 && isUsed(meant.charAt(0)) ? meant : written;
  }

  /** Whether reports hold such a sign; others may be two that stand side by side ("É»"). */
  private static boolean isUsed(char c) {
    return c >= 0xA0 && c < 0x100
        || "ŁłĄąĆćĘęŃńŚśŹźŻżŞşİıĞğ".indexOf(c) >= 0
        || WESTERN_SIGNS.indexOf(c) >= 0
        || c >= 0x391 && c <= 0x44F
        || c >= 0x2000 && c < 0x2800
        || c >= 0xFEFF && c < 0xFFF0;
  }

  private static Optional<Rewriting> replaced(
      String text, Pattern what, Function<Matcher, String> by) {
    Matcher m = what.matcher(text);
    if (!m.find()) {
      return Optional.empty();
    }
    Rewriting anew = new Rewriting(text);
    int at = 0;
    do {
      anew.keep(at, m.start());
      anew.put(by.apply(m), m.start(), m.end());
      at = m.end();
    } while (m.find());
    anew.keep(at, text.length());
    return Optional.of(anew);
  }
}
