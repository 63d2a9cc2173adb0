package hopmend.catalog;

import java.util.Arrays;
import java.util.Collection;
import java.util.Map;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.exc.ValueInstantiationException;

/** What is wrong with a value of a file, in words for whoever wrote it. */
final class YamlProblem {
  /** More of a value than this is not told again. */
  private static final int LONGEST_VALUE = 60;

  private YamlProblem() {}

  static String of(JacksonException e) {
    String field = name(e);
    if (e instanceof UnrecognizedPropertyException unknown) {
      return "%s is no name that belongs here; known are %s"
          .formatted(unknown.getPropertyName(), known(unknown));
    }
    if (e instanceof InvalidFormatException wrong) {
      return field + "\"" + cut(wrong.getValue()) + "\" is " + wanted(wrong.getTargetType());
    }
    if (e instanceof ValueInstantiationException made) {
      return told(made);
    }
    if (e instanceof MismatchedInputException other) {
      return field + mismatch(other);
    }
    return e.getOriginalMessage().lines().findFirst().orElse("unreadable");
  }

  private static String name(JacksonException e) {
    String last =
        e.getPath().isEmpty() ? null : e.getPath().get(e.getPath().size() - 1).getPropertyName();
    return last == null ? "" : last + ": ";
  }

  private static String cut(Object value) {
    String written = String.valueOf(value);
    return written.substring(0, Math.min(LONGEST_VALUE, written.length()));
  }

  private static String known(UnrecognizedPropertyException e) {
    return e.getKnownPropertyIds().stream()
        .map(String::valueOf)
        .sorted()
        .collect(Collectors.joining(", "));
  }

  private static String wanted(Class<?> type) {
    if (type.isEnum()) {
      return "none of " + names(type);
    }
    if (type == int.class || type == Integer.class || type == long.class) {
      return "no whole number";
    }
    if (type == double.class || type == Double.class) {
      return "no number";
    }
    return type == boolean.class || type == Boolean.class
        ? "neither true nor false"
        : "not what belongs here";
  }

  private static String names(Class<?> type) {
    return Arrays.stream(type.getEnumConstants())
        .map(c -> ((Enum<?>) c).name())
        .collect(Collectors.joining(", "));
  }

  private static String mismatch(MismatchedInputException e) {
    Class<?> type = e.getTargetType();
    if (type != null && type.isEnum()) {
      return "empty; one of " + names(type) + " belongs here";
    }
    if (type != null && Collection.class.isAssignableFrom(type)) {
      return "a list belongs here";
    }
    if (type != null && Map.class.isAssignableFrom(type)) {
      return "names with their values belong here";
    }
    return type == String.class ? "words belong here" : "a value of another kind belongs here";
  }

  /** What the thing itself says that is to be made of the values. */
  private static String told(ValueInstantiationException e) {
    Throwable cause = e.getCause();
    return cause instanceof IllegalArgumentException && cause.getMessage() != null
        ? cause.getMessage()
        : name(e) + "something that belongs here is missing";
  }
}
