package hopmend.app.live;

import hopmend.app.job.JobDesk;
import hopmend.app.link.VehicleDesk;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.Words;
import hopmend.bus.BusWords;
import hopmend.wire.Capture;
import hopmend.wire.WireWords;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/**
 * What goes over the wire for a job: said while it goes, shown frame by frame, saved as a capture.
 */
@Controller
class WireController {
  private static final int SHOWN = 300;
  private static final MediaType PCAP = MediaType.parseMediaType("application/vnd.tcpdump.pcap");

  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final SecurityEvents events;

  WireController(JobDesk desk, VehicleDesk vehicles, SecurityEvents events) {
    this.desk = desk;
    this.events = events;
    this.vehicles = vehicles;
  }

  /** A frame as the page shows it. */
  public record Line(Instant at, boolean fromVehicle, String says, String bytes) {}

  @GetMapping("/jobs/{jobId:\\d{1,15}}/wire")
  String page(@PathVariable long jobId, Model model) {
    List<Capture.Packet> packets = vehicles.packets(jobId);
    List<Line> lines = new ArrayList<>();
    for (Capture.Packet p : packets.subList(Math.max(0, packets.size() - SHOWN), packets.size())) {
      String hex = HexFormat.ofDelimiter(" ").withUpperCase().formatHex(p.bytes());
      lines.add(
          new Line(
              p.at(),
              p.fromVehicle(),
              says(p),
              hex.length() > 240 ? hex.substring(0, 240) + " …" : hex));
    }
    model.addAttribute("job", desk.look(jobId).row());
    model.addAttribute("lines", lines);
    model.addAttribute("all", packets.size());
    return "live/wire";
  }

  private static String says(Capture.Packet p) {
    return p.wire() == Capture.Wire.BUS
        ? BusWords.of(p.bytes(), Words::of)
        : WireWords.of(p.bytes(), Words::of);
  }

  /** What the vehicle is asked just now: a part of the page that waits for it. */
  @GetMapping("/jobs/{jobId:\\d{1,15}}/link")
  String now(@PathVariable long jobId, Model model) {
    model.addAttribute("job", desk.look(jobId).row());
    model.addAttribute("watch", vehicles.watch(jobId).orElse(null));
    return "live/now";
  }

  /** Ends what is asked just now; the request that waits for it says so. */
  @PostMapping("/jobs/{jobId:\\d{1,15}}/link/stop")
  ResponseEntity<Void> stop(@PathVariable long jobId) {
    desk.look(jobId);
    vehicles.stop(jobId);
    return ResponseEntity.noContent().build();
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/wire.pcap")
  ResponseEntity<byte[]> pcap(@PathVariable long jobId, HttpServletRequest request) {
    desk.look(jobId);
    events.note(request, Kind.TAKEN_OUT, "capture of job " + jobId);
    return ResponseEntity.ok()
        .contentType(PCAP)
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=job-" + jobId + ".pcap")
        .body(Capture.pcap(vehicles.packets(jobId)));
  }
}
