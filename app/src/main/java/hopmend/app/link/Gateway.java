package hopmend.app.link;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

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

  void move(String newHost, int newPort) {
    host = newHost;
    port = newPort;
  }

  void answered(String answering) {
    vin = answering;
  }
}
