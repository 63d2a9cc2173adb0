package hopmend.fault;

import java.util.List;

/** How a control unit holds a code; {@code words} are the spellings that reports use. */
public enum CodeState {
  CURRENT("current", List.of("current", "active", "present", "test failed", "failed now")),
  PENDING("pending", List.of("pending", "maturing")),
  STORED("stored", List.of("stored", "confirmed", "saved")),
  PERMANENT("permanent", List.of("permanent")),
  HISTORY("history", List.of("history", "historic", "intermittent", "passive", "inactive"));

  private final String label;
  private final List<String> words;

  CodeState(String label, List<String> words) {
    this.label = label;
    this.words = words;
  }

  public String label() {
    return label;
  }

  public List<String> words() {
    return words;
  }
}
