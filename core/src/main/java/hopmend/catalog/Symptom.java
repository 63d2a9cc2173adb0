package hopmend.catalog;

/**
 * A symptom that a customer may describe, or a circumstance in which one shows.
 *
 * @param words as a person would say it
 */
public record Symptom(String id, String words, String source) {}
