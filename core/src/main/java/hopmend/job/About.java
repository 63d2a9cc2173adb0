package hopmend.job;

/**
 * What an entry is about: the sensor at hand when it was made, and the knowledge with which it was
 * judged. An id of a check, a step or a site means nothing outside the sheet and the card named
 * here.
 *
 * @param family the sensor's family, empty while no code led to one
 * @param sheetRevision revision of the family's sheet, 0 if none
 * @param card id of the vehicle card, empty while the vehicle is not pinned down
 * @param cardRevision revision of that card, 0 if none
 * @param site id of the sensor's place on the card, empty if the card names none
 */
public record About(String family, int sheetRevision, String card, int cardRevision, String site) {
  /** Nothing is told, as in entries from before this was recorded. */
  public static final About NOTHING = new About("", 0, "", 0, "");

  public About {
    family = Said.idOrNone("family", family);
    card = Said.idOrNone("card", card);
    site = Said.idOrNone("site", site);
    Said.within("sheet revision", sheetRevision, 0, 1_000_000);
    Said.within("card revision", cardRevision, 0, 1_000_000);
  }

  /** Whether what was said about this holds for the sensor at hand; what is not told holds. */
  public boolean concerns(About target) {
    return agree(family, target.family) && agree(card, target.card) && agree(site, target.site);
  }

  /** The same at another site. */
  About at(String otherSite) {
    return new About(family, sheetRevision, card, cardRevision, otherSite);
  }

  private static boolean agree(String one, String other) {
    return one.isEmpty() || other.isEmpty() || one.equals(other);
  }
}
