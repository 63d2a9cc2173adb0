package hopmend.part;

import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A part of the shop's list.
 *
 * @param alsoCalled other names, for the search
 * @param applications for what it is made, one beside the other; none where nobody told
 * @param traits what can be compared of it, by the words of the bench: "reach into the bore" is
 *     "28.5 mm"
 * @param supersededBy the number that replaces this one, empty if the maker did not
 * @param interchange numbers that are the same part
 * @param software what has to be loaded for it: a control unit and the least version,
 *     "aftertreatment controller 4.12"; empty for nothing
 * @param source where all of this comes from
 */
public record Part(
    String number,
    String make,
    Grade grade,
    String name,
    List<String> alsoCalled,
    String family,
    List<Application> applications,
    Connector connector,
    Map<String, String> traits,
    String supersededBy,
    List<String> interchange,
    String software,
    Offer offer,
    String source) {
  private static final int LONGEST = 300;
  private static final int MOST = 200;

  public Part {
    number = text("number", number).strip();
    make = text("make", make);
    name = text("name", name);
    family = text("family", family);
    supersededBy = text("number that replaces it", supersededBy);
    software = text("software", software);
    source = text("source", source);
    grade = grade == null ? Grade.NOT_TOLD : grade;
    connector = connector == null ? Connector.NOT_TOLD : connector;
    offer = offer == null ? Offer.NOT_TOLD : offer;
    alsoCalled = few("other names", alsoCalled);
    applications = few("vehicles", applications);
    interchange = few("interchanged numbers", interchange);
    traits = traits == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(traits));
    few("traits", List.copyOf(traits.keySet()));
    if (number.isEmpty() || number.length() > PartNumber.LONGEST) {
      throw new IllegalArgumentException(
          "A part number has 1 to %d characters, not \"%s\"".formatted(PartNumber.LONGEST, number));
    }
    if (!supersededBy.isEmpty() && PartNumber.key(number).equals(PartNumber.key(supersededBy))) {
      throw new IllegalArgumentException(number + " cannot be superseded by itself");
    }
  }

  private static String text(String what, String value) {
    if (value != null && value.length() > LONGEST) {
      throw new IllegalArgumentException(
          "The %s of a part has %d characters; at most %d are kept"
              .formatted(what, value.length(), LONGEST));
    }
    return value == null ? "" : value;
  }

  private static <T> List<T> few(String what, List<T> values) {
    if (values != null && values.size() > MOST) {
      throw new IllegalArgumentException(
          "A part has %d %s; at most %d are kept".formatted(values.size(), what, MOST));
    }
    return values == null ? List.of() : List.copyOf(values);
  }

  /** A part that stands on no list: only what is printed on it is known. */
  public static Part typed(String number, String make, String family, Double price) {
    return new Part(
        number,
        make,
        Grade.NOT_TOLD,
        "",
        List.of(),
        family,
        List.of(),
        Connector.NOT_TOLD,
        Map.of(),
        "",
        List.of(),
        "",
        Offer.of(price),
        "typed by hand");
  }

  /**
   * What tells it from every other part of the list: its number, who made it, and whether it was in
   * a vehicle before. One number may stand on parts of two makers.
   */
  public String key() {
    String used = grade == Grade.USED ? " used" : "";
    return PartNumber.key(number) + "@" + make.strip().toLowerCase(Locale.ROOT) + used;
  }

  /** Keys of all numbers by which it goes. */
  public Set<String> numbers() {
    return Stream.concat(Stream.of(number), interchange.stream())
        .map(PartNumber::key)
        .collect(Collectors.toUnmodifiableSet());
  }

  public boolean superseded() {
    return !supersededBy.isEmpty();
  }

  /** The control unit that needs software for it; empty for none. */
  public Optional<String> softwareUnit() {
    int at = software.lastIndexOf(' ');
    return at <= 0 ? Optional.empty() : Optional.of(software.substring(0, at).strip());
  }

  /** The least version of it. */
  public String softwareVersion() {
    return software.substring(software.lastIndexOf(' ') + 1);
  }

  /** Whether an application names the card or the engine. */
  public boolean names(String card, String engine) {
    return applications.stream().anyMatch(a -> a.names(card, engine));
  }

  /** The same for other vehicles, engines and places. */
  Part with(List<Application> madeFor) {
    return copy(madeFor, connector, traits, source);
  }

  /** The same with another socket and with more of what can be compared of it. */
  public Part with(Connector socket, Map<String, String> compared) {
    return copy(applications, socket, compared, source);
  }

  /** The same with another source. */
  public Part from(String otherSource) {
    return copy(applications, connector, traits, otherSource);
  }

  /** The same for one more vehicle, engine or place. */
  public Part alsoFor(List<Application> more) {
    return with(Stream.concat(applications.stream(), more.stream()).distinct().toList());
  }

  private Part copy(
      List<Application> madeFor, Connector socket, Map<String, String> compared, String toldBy) {
    return new Part(
        number,
        make,
        grade,
        name,
        alsoCalled,
        family,
        madeFor,
        socket,
        compared,
        supersededBy,
        interchange,
        software,
        offer,
        toldBy);
  }
}
