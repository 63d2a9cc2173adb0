package hopmend.app.day;

import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import hopmend.app.account.Account;
import hopmend.app.account.Accounts;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.Sent;
import hopmend.day.BayKind;
import hopmend.day.DayLists;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.Date;
import java.util.LinkedHashMap;
import java.util.stream.Collectors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** The board of the day: now, next, waiting; and what it rests on. */
@Controller
@RequestMapping("/day")
class BoardController {
  private static final MediaType CALENDAR = MediaType.parseMediaType("text/calendar;charset=UTF-8");

  private final DayPlanner planner;
  private final ShopDay shop;
  private final Accounts accounts;
  private final Clock clock;

  BoardController(DayPlanner planner, ShopDay shop, Accounts accounts, Clock clock) {
    this.planner = planner;
    this.shop = shop;
    this.accounts = accounts;
    this.clock = clock;
  }

  private BoardView view() {
    return new BoardView(planner.board(), clock.getZone());
  }

  /**
   * The board.
   *
   * @param job of which it is shown who does what is left
   */
  @GetMapping
  String board(@RequestParam(defaultValue = "0") String job, Model model) {
    model.addAttribute("chosen", job.matches("\\d{1,15}") ? Long.parseLong(job) : 0);
    model.addAttribute("board", view());
    return "day/board";
  }

  /** What must stand overnight, what must be cold, who begins with what: to print. */
  @GetMapping("/lists")
  String lists(Model model) {
    DayPlanner.Board board = planner.board();
    model.addAttribute("zone", clock.getZone());
    model.addAttribute(
        "lists", DayLists.of(board.day(), board.schedule(), board.begins(), clock.getZone()));
    return "day/lists";
  }

  /** Appointments, promises and deliveries for a calendar: iCalendar, RFC 5545. */
  @GetMapping("/day.ics")
  ResponseEntity<String> calendar() {
    ICalendar calendar = new ICalendar();
    calendar.setProductId("-//Hop Mend//day//EN");
    for (DayPlanner.OnBoard job : planner.board().jobs().values()) {
      long id = job.row().id();
      job.state()
          .appointed()
          .ifPresent(
              at -> calendar.addEvent(event(id, "arrival", "Comes: " + job.row().title(), at)));
      job.state()
          .promised()
          .ifPresent(
              at -> calendar.addEvent(event(id, "promise", "Promised: " + job.row().title(), at)));
      job.state()
          .delivery()
          .ifPresent(
              d ->
                  calendar.addEvent(
                      event(
                          id,
                          "delivery",
                          "Delivery: %s, for %s".formatted(d.what(), job.row().title()),
                          d.at())));
    }
    return ResponseEntity.ok()
        .contentType(CALENDAR)
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"hop-mend-day.ics\"")
        .body(Biweekly.write(calendar).go());
  }

  private static VEvent event(long job, String kind, String says, Instant at) {
    VEvent event = new VEvent();
    event.setUid("%s-%d@hopmend".formatted(kind, job));
    event.setSummary(says);
    event.setDateStart(Date.from(at));
    event.setDateEnd(Date.from(at));
    event.setUrl(
        ServletUriComponentsBuilder.fromCurrentContextPath()
            .path("/jobs/{id}")
            .buildAndExpand(job)
            .toUriString());
    return event;
  }

  /** Settles by hand who does a stage. */
  record Settled(String stage, String login) {}

  @PostMapping("/settle")
  String settle(@Sent Settled sent, HttpServletRequest request) {
    shop.settle(sent.stage(), sent.login(), request.getUserPrincipal().getName());
    String job = sent.stage().substring(0, sent.stage().indexOf(':'));
    return "redirect:/day?job=" + job + "#job-" + job;
  }

  // What it rests on

  @GetMapping("/set-up")
  String setUp(Model model) {
    model.addAttribute("bays", shop.bays());
    model.addAttribute("kinds", BayKind.values());
    model.addAttribute("hours", shop.hours());
    model.addAttribute("absences", shop.absences());
    model.addAttribute(
        "names",
        accounts.all().stream()
            .filter(Account::active)
            .collect(
                Collectors.toMap(Account::login, Account::name, (a, b) -> a, LinkedHashMap::new)));
    model.addAttribute("zone", clock.getZone());
    return "day/set-up";
  }

  record BayTold(String name, @NotNull(message = "Pick what kind of bay it is.") BayKind kind) {}

  @PostMapping("/set-up/bays")
  String addBay(@Sent BayTold sent) {
    shop.addBay(sent.name(), sent.kind());
    return "redirect:/day/set-up";
  }

  record BayGone(String name) {}

  @PostMapping("/set-up/bays/remove")
  String removeBay(@Sent BayGone sent) {
    shop.removeBay(sent.name());
    return "redirect:/day/set-up";
  }

  record HoursTold(String login, String days, String hours) {}

  @PostMapping("/set-up/hours")
  String setHours(@Sent HoursTold sent) {
    shop.setHours(sent.login(), sent.days(), sent.hours());
    return "redirect:/day/set-up#hours";
  }

  record AwayTold(String login, String from, String until) {}

  @PostMapping("/set-up/away")
  String noteAway(@Sent AwayTold sent) {
    shop.noteAway(
        sent.login(), moment("from", sent.from(), clock), moment("until", sent.until(), clock));
    return "redirect:/day/set-up#away";
  }

  record AwayGone(long id) {}

  @PostMapping("/set-up/away/remove")
  String removeAway(@Sent AwayGone sent) {
    shop.removeAway(sent.id());
    return "redirect:/day/set-up#away";
  }

  /** A day and a time by the clock of the shop, as a page sends it. */
  static Instant moment(String field, String typed, Clock clock) {
    try {
      return LocalDateTime.parse(typed.strip().replace(' ', 'T'))
          .atZone(clock.getZone())
          .toInstant();
    } catch (DateTimeException e) {
      throw new InputProblem(field, "Tell day and time, for example 2026-12-01 15:30.");
    }
  }

  /** What will not do is shown where it was typed. */
  @ExceptionHandler(InputProblem.class)
  String again(
      InputProblem e, Model model, HttpServletRequest request, HttpServletResponse response) {
    e.show(model, response);
    boolean settingUp = request.getRequestURI().contains("/set-up");
    return NotHere.or(() -> settingUp ? setUp(model) : board("0", model), model, response);
  }
}
