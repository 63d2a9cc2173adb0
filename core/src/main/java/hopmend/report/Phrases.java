package hopmend.report;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Phrases of one or several words, each with what it means; the longest one counts. */
final class Phrases<T> {
  private final Map<String, Phrases<T>> next = new HashMap<>();
  private T meaning;

  /** A phrase found: what it means and how many words it has. */
  record Match<T>(T meaning, int words) {}

  /** Of two meanings of one phrase the first stays. */
  void add(String phrase, T means) {
    Phrases<T> at = this;
    for (Word w : Word.of(phrase)) {
      at = at.next.computeIfAbsent(w.text(), k -> new Phrases<>());
    }
    if (at.meaning == null && at != this) {
      at.meaning = means;
    }
  }

  void addAll(Collection<String> phrases, T means) {
    phrases.forEach(p -> add(p, means));
  }

  /** The longest phrase that begins at a word; null if none does, so that no object is made. */
  Match<T> at(List<Word> words, int first) {
    Phrases<T> at = next.get(words.get(first).text());
    Match<T> longest = null;
    for (int i = first + 1; at != null; i++) {
      if (at.meaning != null) {
        longest = new Match<>(at.meaning, i - first);
      }
      at = i < words.size() ? at.next.get(words.get(i).text()) : null;
    }
    return longest;
  }

  boolean begins(List<Word> words, int first) {
    return at(words, first) != null;
  }

  /** The meaning of all the words together. */
  Optional<T> whole(List<Word> words) {
    if (words.isEmpty()) {
      return Optional.empty();
    }
    Match<T> match = at(words, 0);
    return match != null && match.words() == words.size()
        ? Optional.of(match.meaning())
        : Optional.empty();
  }
}
