/**
 * Knowledge as data: family sheets and vehicle cards in YAML, read and checked. Way in: {@link
 * hopmend.catalog.CatalogReader#shipped}.
 */
package hopmend.catalog;
