package hopmend.app.web;

import hopmend.job.Fact;

/**
 * What is asked of a list: words to search, which rows at all, and the place after or before which
 * its page lies. Too many words are cut; a place that is none is the beginning.
 */
public record ListAsked(String words, String after, String before, ListFilter filter) {
  /** The place behind the last row. */
  public static final String END = "end";

  private static final int LONGEST = 100;

  public ListAsked {
    words = storable(words.length() > LONGEST ? words.substring(0, LONGEST) : words);
    after = storable(after);
    before = storable(before);
  }

  public ListAsked(String words, String after, String before) {
    this(words, after, before, ListFilter.NONE);
  }

  /** The first page of what has these words. */
  public static ListAsked of(String words) {
    return new ListAsked(words, "", "");
  }

  private static String storable(String text) {
    return Fact.isStorable(text) ? text : "";
  }
}
