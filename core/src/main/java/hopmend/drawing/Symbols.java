package hopmend.drawing;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Drawings that pages use by name, and all of them as symbols of SVG. */
public final class Symbols {
  private final List<Sign> all;
  private final String svg;

  /**
   * @param prefix before the name of each, so that drawings of two kinds can stand on one page
   */
  public Symbols(String prefix, List<Sign> all) {
    this.all = List.copyOf(all);
    this.svg = all.stream().map(s -> s.symbol(prefix)).collect(Collectors.joining());
  }

  public List<Sign> all() {
    return all;
  }

  public Optional<Sign> named(String id) {
    return all.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  public String svg() {
    return svg;
  }
}
