package hopmend.app.job;

import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.Standing;
import hopmend.job.Workup;
import hopmend.message.Message;
import hopmend.message.MessageJson;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;

/** The row of a job: who and what, and the projection that the list shows. */
@Entity
@Table(name = "job")
public class JobRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String title;

  @Column(name = "fleet_number")
  private String fleetNumber;

  private String customer;

  @Column(name = "created_by")
  private String createdBy;

  @Column(name = "created_at")
  private Instant createdAt;

  @Column(name = "creation_token")
  private UUID creationToken;

  @Column(name = "last_sequence")
  private long lastSequence;

  private String code = "";
  private String vehicle = "";
  private String vin = "";

  /** Of the vehicle as it was built; empty where it has none, or another engine. */
  private String card = "";

  @Enumerated(EnumType.STRING)
  @Column(name = "next_hop")
  private Hop nextHop = Hop.READ;

  @Column(name = "next_says")
  private String nextSays = "";

  private String standings = "";
  private int owed;
  private String part = "";
  private String outcome = "";

  @Column(name = "waiting_until")
  private Instant waitingUntil;

  @Column(name = "promised_at")
  private Instant promisedAt;

  @Column(name = "look_again")
  private LocalDate lookAgain;

  @Column(name = "signed_off")
  private boolean signedOff;

  @Column(name = "updated_at")
  private Instant updatedAt;

  @Column(name = "last_by")
  private String lastBy = "";

  @Column(name = "search_text")
  private String searchText = "";

  @Column(name = "taken_from")
  private String takenFrom;

  @Column(name = "claimed_by")
  private String claimedBy;

  @Column(name = "claimed_at")
  private Instant claimedAt;

  protected JobRow() {}

  JobRow(
      String title,
      String fleetNumber,
      String customer,
      String createdBy,
      Instant createdAt,
      UUID creationToken) {
    this.title = title;
    this.fleetNumber = fleetNumber;
    this.customer = customer;
    this.createdBy = createdBy;
    this.createdAt = createdAt;
    this.creationToken = creationToken;
    this.updatedAt = createdAt;
  }

  /** The sequence for the next entry. */
  long nextSequence() {
    return ++lastSequence;
  }

  /** So many entries were written at once. */
  void gave(int sequences) {
    lastSequence = sequences;
  }

  /** It came from a file, in which it was opened by somebody elsewhere. */
  void takenFrom(String fileSha256, String openedBy, Instant openedAt) {
    takenFrom = fileSha256;
    claimedBy = openedBy;
    claimedAt = openedAt;
  }

  /** From where a job was taken in. */
  public record Origin(String fileSha256, String openedBy, Instant openedAt) {}

  /** The file from which it was taken in; empty for a job that was opened here. */
  public Optional<Origin> origin() {
    return Optional.ofNullable(takenFrom).map(f -> new Origin(f, claimedBy, claimedAt));
  }

  /** Writes the projection anew from what the job's facts add up to. */
  void project(Workup workup, Instant now) {
    JobState state = workup.state();
    HopLine line = HopLine.of(workup, now);
    Standing next = line.at(line.next());
    code = workup.workOn().map(c -> c.text()).orElse("");
    vehicle = shortened(workup.bodyCard().map(c -> c.name()).orElse(""), 120);
    vin = state.vehicle().map(v -> v.vin()).orElse("");
    card = state.vehicle().filter(v -> v.engineCard().isEmpty()).map(v -> v.card()).orElse("");
    nextHop = line.next();
    nextSays = MessageJson.write(next.says());
    standings = String.join(",", line.standings().stream().map(s -> s.kind().name()).toList());
    owed = workup.ledger().owed();
    waitingUntil =
        line.standings().stream()
            .filter(s -> s.kind() == Standing.Kind.WAITING)
            .map(s -> now.plusSeconds(s.secondsLeft()))
            .findFirst()
            .orElse(null);
    part = shortened(state.part().map(p -> p.number()).orElse(""), 60);
    outcome =
        state
            .signedOff()
            .map(o -> Message.of(o.proven() ? "outcome.proven" : "outcome.with-reason"))
            .or(() -> state.verdict().map(v -> Message.named(v.remedy())))
            .map(MessageJson::write)
            .orElse("");
    promisedAt = state.promised().orElse(null);
    lookAgain = state.toLookAtAgain(ZoneId.systemDefault()).orElse(null);
    signedOff = state.signedOff().isPresent();
    lastBy = holder(state);
    updatedAt = now;
    String codes = String.join(" ", state.codes().stream().map(c -> c.code().text()).toList());
    searchText =
        String.join(" ", title, fleetNumber, customer, vehicle, vin, codes, part)
            .toLowerCase(Locale.ROOT);
  }

  /** Who made the last entry; where it handed the job over, who took it over. */
  private String holder(JobState state) {
    if (state.entries().isEmpty()) {
      return createdBy;
    }
    JobEntry last = state.entries().get(state.entries().size() - 1);
    return last.fact() instanceof Fact.HandedOver h ? h.to() : last.who();
  }

  private static String shortened(String text, int longest) {
    return text.length() <= longest ? text : text.substring(0, longest);
  }

  UUID creationToken() {
    return creationToken;
  }

  public Long id() {
    return id;
  }

  public String title() {
    return title;
  }

  public String fleetNumber() {
    return fleetNumber;
  }

  public String customer() {
    return customer;
  }

  public String createdBy() {
    return createdBy;
  }

  public Instant createdAt() {
    return createdAt;
  }

  public long lastSequence() {
    return lastSequence;
  }

  public String code() {
    return code;
  }

  public String vehicle() {
    return vehicle;
  }

  public String vin() {
    return vin;
  }

  public Hop nextHop() {
    return nextHop;
  }

  public Message nextSays() {
    return MessageJson.read(nextSays);
  }

  /** Where each hop stands, in order; empty before the first entry. */
  public List<Standing.Kind> standings() {
    return standings.isEmpty()
        ? List.of()
        : Arrays.stream(standings.split(",")).map(Standing.Kind::valueOf).toList();
  }

  /** Number of the part that was chosen, empty if none. */
  public String part() {
    return part;
  }

  /** How it ended, or the verdict so far; empty before. */
  public String outcome() {
    return outcome;
  }

  public int owed() {
    return owed;
  }

  public Optional<Instant> waitingUntil() {
    return Optional.ofNullable(waitingUntil);
  }

  /** The day on which somebody has to look at it again. */
  public Optional<LocalDate> lookAgain() {
    return Optional.ofNullable(lookAgain);
  }

  public boolean signedOff() {
    return signedOff;
  }

  /** Who made its last entry, and so has it in hand. */
  public String lastBy() {
    return lastBy;
  }

  /** How long it has been open, or was: {@code 40 min}, {@code 3 h}, {@code 12 days}. */
  public String age(Instant now) {
    Duration age = Duration.between(createdAt, signedOff ? updatedAt : now);
    if (age.toHours() < 1) {
      return Math.max(0, age.toMinutes()) + " min";
    }
    return age.toDays() < 1
        ? age.toHours() + " h"
        : age.toDays() + (age.toDays() == 1 ? " day" : " days");
  }

  public Instant updatedAt() {
    return updatedAt;
  }
}
