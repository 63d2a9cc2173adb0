package hopmend.app.part;

import hopmend.part.Grade;
import hopmend.part.Part;
import hopmend.part.PartNumber;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Locale;

/** A part of the list, as lists show it; what it is in full stands in its body. */
@Entity
@Table(name = "part")
public class PartRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Column(name = "part_key")
  private String partKey;

  private String number;

  @Column(name = "number_key")
  private String numberKey;

  @Column(name = "small_key")
  private String smallKey;

  private String blurred;
  private String make;

  @Enumerated(EnumType.STRING)
  private Grade grade;

  private String family;
  private String name;

  @Column(name = "successor_key")
  private String successorKey;

  private Double price;
  private Integer stock;
  private String shelf;
  private String body;

  @Column(name = "search_text")
  private String searchText;

  @Column(name = "changed_by")
  private String changedBy;

  @Column(name = "changed_at")
  private Instant changedAt;

  protected PartRow() {}

  PartRow(Part part, String who, Instant at) {
    change(part, who, at);
  }

  final void change(Part part, String who, Instant at) {
    partKey = part.key();
    number = part.number();
    numberKey = PartNumber.key(part.number());
    smallKey = numberKey.toLowerCase(Locale.ROOT);
    blurred = new PartNumber(part.number()).blurred();
    make = part.make();
    grade = part.grade();
    family = part.family();
    name = part.name();
    successorKey = PartNumber.key(part.supersededBy());
    price = part.offer().price();
    stock = part.offer().stock();
    shelf = part.offer().shelf();
    body = PartJson.write(part);
    searchText = PartSearch.text(part);
    changedBy = who;
    changedAt = at;
  }

  public long id() {
    return id;
  }

  public String number() {
    return number;
  }

  public String make() {
    return make;
  }

  public Grade grade() {
    return grade;
  }

  public String family() {
    return family;
  }

  public String name() {
    return name;
  }

  public Double price() {
    return price;
  }

  public Integer stock() {
    return stock;
  }

  public String shelf() {
    return shelf;
  }

  public boolean superseded() {
    return !successorKey.isEmpty();
  }

  public String changedBy() {
    return changedBy;
  }

  public Instant changedAt() {
    return changedAt;
  }

  public Part part() {
    return PartJson.read(body);
  }

  String partKey() {
    return partKey;
  }

  String numberKey() {
    return numberKey;
  }

  String smallKey() {
    return smallKey;
  }

  String blurred() {
    return blurred;
  }

  String successorKey() {
    return successorKey;
  }

  String body() {
    return body;
  }

  String searchText() {
    return searchText;
  }
}
