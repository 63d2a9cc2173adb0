package hopmend.app.read;

import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.link.VehicleDesk;
import hopmend.catalog.Catalog;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
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
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 1 shows. */
@Component
class ReadView implements HopView {
  private static final int SHOWN_TEXT = 30_000;

  private final Catalog catalog;
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final ScanIntake intake;

  ReadView(Catalog catalog, JobDesk desk, VehicleDesk vehicles, ScanIntake intake) {
    this.catalog = catalog;
    this.desk = desk;
    this.vehicles = vehicles;
    this.intake = intake;
  }

  /** A stretch of the pasted text, marked if it was read as a code. */
  public record Piece(String text, boolean code) {}

  @Override
  public Hop hop() {
    return Hop.READ;
  }

  @Override
  public void fill(Model model, JobPage page) {
    CodePicture picture = page.workup().picture();
    Map<TroubleCode, CodeMeaning> meanings = new LinkedHashMap<>();
    picture.nodes().forEach(n -> meanings.put(n.read().code(), catalog.meaning(n.read().code())));
    model.addAttribute("picture", picture);
    model.addAttribute("meanings", meanings);
    model.addAttribute("workOn", page.workup().workOn().orElse(null));
    model.addAttribute("cards", catalog.cards());
    model.addAttribute("symptoms", catalog.symptoms());
    model.addAttribute("gateways", vehicles.gateways());
    page.state()
        .vehicle()
        .ifPresent(v -> model.addAttribute("vinReading", Vin.read(v.vin(), intake.year())));
    pastedText(page)
        .ifPresent(
            text -> {
              ScanText scan = ScanText.read(text, intake.year());
              model.addAttribute("pieces", pieces(text, scan));
              model.addAttribute("doubtful", scan.doubtful());
              model.addAttribute("foundVin", scan.vin().map(VinReading::number).orElse(""));
              scan.odometer().ifPresent(o -> model.addAttribute("foundOdometer", o));
            });
  }

  private Optional<String> pastedText(JobPage page) {
    String attachment = "";
    for (JobEntry e : page.state().live()) {
      if (e.fact() instanceof Fact.CodesRead f && !f.attachment().isEmpty()) {
        attachment = f.attachment();
      }
    }
    return attachment.isEmpty() ? Optional.empty() : desk.text(page.row().id(), attachment);
  }

  private static List<Piece> pieces(String text, ScanText scan) {
    List<Piece> pieces = new ArrayList<>();
    int shown = Math.min(text.length(), SHOWN_TEXT);
    int at = 0;
    for (ScanText.Found f : scan.found()) {
      if (f.end() > shown) {
        break;
      }
      pieces.add(new Piece(text.substring(at, f.start()), false));
      pieces.add(new Piece(text.substring(f.start(), f.end()), true));
      at = f.end();
    }
    pieces.add(new Piece(text.substring(at, shown), false));
    return pieces;
  }
}
