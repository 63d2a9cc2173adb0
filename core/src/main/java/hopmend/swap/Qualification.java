package hopmend.swap;

/** What a person must be qualified for before some work, from {@code qualifications.yaml}. */
public record Qualification(String id, String name, String meaning) {}
