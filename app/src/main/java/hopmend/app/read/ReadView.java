package hopmend.app.read;

import hopmend.app.fleet.Fleet;
import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.link.VehicleDesk;
import hopmend.catalog.Catalog;
import hopmend.fault.CodeDrawing;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
import hopmend.fault.CodeState;
import hopmend.fault.ScanText;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 1 shows. */
@Component
class ReadView implements HopView {
  private static final int SHOWN_TEXT = 30_000;
  private static final int SHOWN_ROWS = 60;

  private final Catalog catalog;
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final ScanIntake intake;
  private final Fleet fleet;

  ReadView(Catalog catalog, JobDesk desk, VehicleDesk vehicles, ScanIntake intake, Fleet fleet) {
    this.catalog = catalog;
    this.desk = desk;
    this.vehicles = vehicles;
    this.intake = intake;
    this.fleet = fleet;
  }

  /** A stretch of the pasted text; {@code kind} is empty where nothing was read. */
  public record Piece(String text, String kind, String says) {}

  @Override
  public Hop hop() {
    return Hop.READ;
  }

  @Override
  public void fill(Model model, JobPage page) {
    CodePicture picture = page.workup().picture();
    Map<TroubleCode, CodeMeaning> meanings = new LinkedHashMap<>();
    picture
        .nodes()
        .forEach(n -> meanings.put(n.read().code(), page.workup().meaning(n.read().code())));
    model.addAttribute("picture", picture);
    model.addAttribute("meanings", meanings);
    if (picture.nodes().size() > 1) {
      model.addAttribute("codeDrawing", CodeDrawing.draw(picture));
    }
    model.addAttribute("circumstances", catalog.circumstances());
    model.addAttribute("states", CodeState.values());
    model.addAttribute("noStates", Set.of());
    model.addAttribute("known", fleet.numbered(page.row().fleetNumber()).orElse(null));
    String vin = page.state().vehicle().map(v -> v.vin()).orElse("");
    model.addAttribute("history", desk.history(page.row(), vin));
    model.addAttribute("workOn", page.workup().workOn().orElse(null));
    model.addAttribute("cards", catalog.cards());
    model.addAttribute("symptoms", catalog.symptoms());
    page.state()
        .vehicle()
        .ifPresent(v -> model.addAttribute("vinReading", Vin.read(v.vin(), intake.year())));
    String attachment = lastPasted(page);
    desk.text(page.row().id(), attachment)
        .ifPresent(
            text -> {
              ScanText scan = intake.kept(attachment, text);
              model.addAttribute("scan", scan);
              model.addAttribute("pieces", pieces(text, scan));
              model.addAttribute("foundRows", scan.found().stream().limit(SHOWN_ROWS).toList());
              model.addAttribute("doubtful", scan.doubtful().stream().limit(SHOWN_ROWS).toList());
              model.addAttribute("foundVin", scan.vin().map(VinReading::number).orElse(""));
              scan.odometer().ifPresent(o -> model.addAttribute("foundOdometer", o));
            });
  }

  /** Where the text that was pasted last is kept; empty if there is none. */
  private static String lastPasted(JobPage page) {
    String attachment = "";
    for (JobEntry e : page.state().live()) {
      if (e.fact() instanceof Fact.CodesRead f && !f.attachment().isEmpty()) {
        attachment = f.attachment();
      }
    }
    return attachment;
  }

  private static List<Piece> pieces(String text, ScanText scan) {
    List<Piece> pieces = new ArrayList<>();
    int shown = Math.min(text.length(), SHOWN_TEXT);
    int at = 0;
    for (ScanText.Mark m : scan.marks()) {
      if (m.end() > shown) {
        break;
      }
      if (m.start() >= at) {
        pieces.add(new Piece(text.substring(at, m.start()), "", ""));
        String kind = m.kind().name().toLowerCase(Locale.ROOT);
        pieces.add(new Piece(text.substring(m.start(), m.end()), kind, m.says()));
        at = m.end();
      }
    }
    pieces.add(new Piece(text.substring(at, shown), "", ""));
    return pieces;
  }
}
