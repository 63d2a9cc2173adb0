package hopmend.app.account;

/** Where the simulated vehicle's workbench page is; a bean only in the demo. */
public interface BenchAddress {
  String url();
}
