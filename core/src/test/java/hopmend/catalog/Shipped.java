package hopmend.catalog;

/** The shipped catalog, read once for all tests: it never changes. */
public final class Shipped {
  public static final Catalog CATALOG = CatalogReader.shipped();

  private Shipped() {}
}
