package hopmend.catalog;

/** A symptom that a customer may describe. */
public record Symptom(String id, String words, String source) {}
