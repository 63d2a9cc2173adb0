/**
 * The catalog as it is now: what ships, and the shop's own vehicle cards, which are kept with all
 * their revisions. Way in: {@link hopmend.app.catalog.Catalogs}, {@link hopmend.app.catalog.Cards}.
 */
package hopmend.app.catalog;
