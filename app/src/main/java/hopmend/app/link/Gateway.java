package hopmend.app.link;

import jakarta.persistence.Column;
import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.net.InetSocketAddress;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;

/** An address to which the application may connect. */
@Entity
public class Gateway {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String name;
  private String host;
  private int port;
  private String vin = "";

  @Column(name = "added_by")
  private String addedBy;

  @Column(name = "added_at")
  private Instant addedAt;

  @Embedded private Manner manner = Manner.USUAL;

  protected Gateway() {}

  Gateway(String name, String host, int port, String addedBy, Instant addedAt) {
    this.name = name;
    this.host = host;
    this.port = port;
    this.addedBy = addedBy;
    this.addedAt = addedAt;
  }

  public Long id() {
    return id;
  }

  public String name() {
    return name;
  }

  public String host() {
    return host;
  }

  public int port() {
    return port;
  }

  public String addedBy() {
    return addedBy;
  }

  /** Number of the vehicle that answered here last, empty if none did. */
  public String vin() {
    return vin;
  }

  public Manner manner() {
    return manner;
  }

  Route route() {
    return new Route(
        manner.way(),
        InetSocketAddress.createUnresolved(host, port),
        manner.tls(),
        manner.protocol(),
        manner.tester(),
        manner.activation(),
        manner.target() == null ? OptionalInt.empty() : OptionalInt.of(manner.target()),
        manner.functional(),
        Optional.ofNullable(manner.untold()));
  }

  void change(String newName, Manner newManner) {
    name = newName;
    manner = newManner;
  }

  void move(String newHost, int newPort) {
    host = newHost;
    port = newPort;
  }

  void answered(String answering) {
    vin = answering;
  }
}
