package hopmend.app.job;

import hopmend.app.link.LinkState;
import hopmend.app.web.Words;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.Standing;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.message.Message;
import hopmend.swap.Caution;
import hopmend.swap.Ledger;
import hopmend.swap.Step;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;

/**
 * What the frame of every hop page shows: the hop line, and at the foot the link, what waits, what
 * is owed and the active cautions.
 *
 * @param token for the forms of this page
 * @param today the shop's day, for what is watched until a day
 */
public record JobPage(
    JobRow row,
    Workup workup,
    HopLine line,
    Hop hop,
    LinkState link,
    UUID token,
    Instant now,
    LocalDate today) {

  /**
   * A hop in the line, ready to be shown.
   *
   * @param look the words of its style sheet
   * @param sign its sign among the shapes of the layout
   * @param current "step" for the hop of this page, null for the others
   */
  public record Stone(
      String look,
      String path,
      String current,
      String sign,
      int number,
      String label,
      String kind,
      Message says,
      long secondsLeft) {}

  public List<Stone> stones() {
    return line.standings().stream().map(this::stone).toList();
  }

  private Stone stone(Standing s) {
    boolean here = s.hop() == hop;
    String kind = s.kind().name().toLowerCase(Locale.ROOT);
    return new Stone(
        "hop-" + kind + (here ? " hop-here" : ""),
        "/jobs/" + row.id() + "/" + s.hop().path(),
        here ? "step" : null,
        "#stone-" + kind,
        s.hop().number(),
        Words.of(s.hop()),
        Words.of(s.kind()) + ":",
        s.kind() == Standing.Kind.BLOCKED ? Message.of("hop.blocked", s.says()) : s.says(),
        s.kind() == Standing.Kind.WAITING ? s.secondsLeft() : 0);
  }

  public String hopName() {
    return Words.of(hop);
  }

  public JobState state() {
    return workup.state();
  }

  /** How fresh the vehicle's last answer is, empty before the first. */
  public String freshness() {
    return link.freshness(now);
  }

  /** The sensors of the job, if there are several. */
  public List<Target> targets() {
    return workup.targets().size() > 1 ? workup.targets() : List.of();
  }

  public long seen() {
    return state().lastSequence();
  }

  public Standing standing() {
    return line.at(hop);
  }

  public Ledger ledger() {
    return workup.ledger();
  }

  /** What waits, with the time left. */
  public List<Standing> waiting() {
    return line.standings().stream().filter(s -> s.kind() == Standing.Kind.WAITING).toList();
  }

  /** Whether nothing in the frame counts down or runs. */
  public boolean isStill() {
    return link.running().isEmpty()
        && line.standings().stream().allMatch(s -> s.secondsLeft() == 0);
  }

  /** Cautions of the step that comes next, while the swap is under way. */
  public List<Caution> activeCautions() {
    boolean swapping = line.at(Hop.SWAP).kind() == Standing.Kind.OPEN || hop == Hop.SWAP;
    Optional<Step> next = swapping ? workup.nextStep() : Optional.empty();
    return next.map(Step::cautions).orElse(List.of());
  }

  /** The last entry that can be taken back. */
  public Optional<JobEntry> undoable() {
    List<JobEntry> live = state().live();
    return live.isEmpty() ? Optional.empty() : Optional.of(live.get(live.size() - 1));
  }

  /** The hop to go to next, if it is another one; none once the job is signed off. */
  public Optional<Hop> onwards() {
    return Optional.of(line.next()).filter(h -> h != hop && state().signedOff().isEmpty());
  }
}
