package hopmend.app.web;

/**
 * What is asked of a list: words to search, and a page from 0. Too many words are cut, a page that
 * is no number is the first.
 */
public record ListAsked(String words, int page) {
  private static final int LONGEST = 100;

  public static ListAsked of(String words, String page) {
    return new ListAsked(
        words.length() > LONGEST ? words.substring(0, LONGEST) : words,
        page.matches("\\d{1,6}") ? Integer.parseInt(page) : 0);
  }
}
