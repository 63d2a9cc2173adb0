package hopmend.part;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;

/**
 * What a column of a list of parts can tell. Other names by which suppliers' lists call it are
 * common practice.
 */
public enum PartColumn {
  NUMBER(
      "number",
      "part number",
      "part no",
      "article",
      "article number",
      "item",
      "artikelnummer",
      "teilenummer",
      "reference",
      "referencia"),
  MAKE("make", "maker", "manufacturer", "brand", "hersteller", "marke", "fabricante", "fabricant"),
  GRADE("grade", "quality", "class"),
  NAME("name", "description", "designation", "bezeichnung", "descripcion"),
  ALSO_CALLED("also called", "other names", "synonyms"),
  FAMILY("family", "group", "product group", "warengruppe"),
  CARD("card", "vehicle card", "vehicle", "fahrzeug"),
  ENGINES("engines", "engine", "engine code", "motorcode", "motor"),
  BANK("bank"),
  POSITIONS("positions", "position", "place", "einbauort"),
  BUILT_FROM("built from", "from date", "date from", "baujahr von"),
  BUILT_UNTIL("built until", "until date", "date to", "date until", "baujahr bis"),
  SERIAL_FROM("serial from", "chassis from", "vehicle number from"),
  SERIAL_UNTIL("serial until", "chassis until", "vehicle number until"),
  REGIONS("regions", "region", "market"),
  CAVITIES("cavities", "pins", "poles", "polzahl"),
  KEYING("keying", "key", "coding", "kodierung"),
  LATCH("latch"),
  SOFTWARE("software", "software needed"),
  SUPERSEDED_BY("superseded by", "replaced by", "successor", "ersetzt durch"),
  INTERCHANGE("interchange", "same as", "equivalent", "cross reference", "vergleichsnummer"),
  PRICE("price", "list price", "net price", "unit price", "preis", "precio", "prix"),
  DISCOUNT("discount percent", "discount", "rabatt"),
  DEPOSIT("deposit", "core deposit", "core charge", "pfand"),
  STOCK("stock", "on hand", "quantity", "bestand"),
  SHELF("shelf", "bin", "location", "lagerplatz"),
  LEAD_DAYS("lead days", "lead time", "delivery days", "lieferzeit"),
  SUPPLIER("supplier", "vendor", "lieferant"),
  SOURCE("source", "origin");

  private final String heading;
  private final List<String> others;

  PartColumn(String heading, String... others) {
    this.heading = heading;
    this.others = List.of(others);
  }

  /** Its name in a file of our own. */
  public String heading() {
    return heading.replace(' ', '_');
  }

  boolean isCalled(String name) {
    return heading.equals(name) || others.contains(name);
  }

  /** A heading in small letters, without accents, with a space for everything between words. */
  static String plain(String heading) {
    return Normalizer.normalize(heading, Normalizer.Form.NFKD)
        .replaceAll("\\p{M}", "")
        .toLowerCase(Locale.ROOT)
        .replaceAll("[^a-z0-9]+", " ")
        .strip();
  }
}
