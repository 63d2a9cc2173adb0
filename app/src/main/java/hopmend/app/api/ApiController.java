package hopmend.app.api;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Words;
import hopmend.fault.CodePicture;
import hopmend.fault.J1939Code;
import hopmend.fault.TroubleCode;
import hopmend.report.ScanText;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import hopmend.verify.Readiness;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HexFormat;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Stateless computations of hop 1 for other programs. Nothing is kept. */
@RestController
@RequestMapping(path = "/api/v1", produces = MediaType.APPLICATION_JSON_VALUE)
@Tag(name = "Read", description = "Codes, reports, identification numbers, readiness")
class ApiController {
  private static final int MOST_CODES = 1000;

  /** More finds than this nobody reads; the codes themselves are all in the picture. */
  private static final int MOST_FOUND = 10_000;

  /** What a stranger may have read at once takes less than a second of the processor. */
  private static final int MOST_CHARACTERS = 500_000;

  private final Catalogs catalogs;
  private final HeavyWork heavy;
  private final Clock clock;

  ApiController(Catalogs catalogs, HeavyWork heavy, Clock clock) {
    this.catalogs = catalogs;
    this.heavy = heavy;
    this.clock = clock;
  }

  /** Codes as people type them. */
  record Typed(List<String> codes) {}

  @PostMapping("/decode")
  @Operation(summary = "Up to 1000 typed codes: code, bytes, slips and meaning of each")
  List<Answers.Decoded> decode(@RequestBody Typed typed) {
    if (typed.codes() == null || typed.codes().isEmpty() || typed.codes().size() > MOST_CODES) {
      throw new InputProblem("codes", "Send 1 to " + MOST_CODES + " codes in \"codes\".");
    }
    return typed.codes().stream().map(c -> Answers.Decoded.of(c, catalogs.now()::meaning)).toList();
  }

  @PostMapping(path = "/scan", consumes = MediaType.TEXT_PLAIN_VALUE)
  @Operation(
      summary =
          "A report of any layout, up to 500 000 characters: what was found, where, and what to work on first")
  Answers.Report scan(@RequestBody String text, HttpServletRequest request) {
    if (text.length() > MOST_CHARACTERS) {
      throw new InputProblem(
          "text",
          "At most "
              + MOST_CHARACTERS
              + " characters are read at once; sign in to have more read.");
    }
    return heavy.few("text", request.getRemoteAddr(), text.length(), () -> report(text));
  }

  private Answers.Report report(String text) {
    ScanText scan = ScanText.read(text, year(), catalogs.now().reportWords());
    CodePicture picture =
        CodePicture.of(
            scan.codes().stream().limit(MOST_CODES).toList(), catalogs.now().knownCodes());
    return new Answers.Report(
        scan.layout(),
        scan.found().stream().limit(MOST_FOUND).map(Answers.Found::of).toList(),
        scan.doubtful().stream().limit(MOST_FOUND).map(Answers.Doubtful::of).toList(),
        scan.vin().map(VinReading::number).orElse(""),
        scan.vins().stream().map(VinReading::number).limit(MOST_FOUND).toList(),
        scan.odometer().map(Answers.Value::of).orElse(null),
        scan.date().map(LocalDate::toString).orElse(""),
        scan.freezeFrame().stream().map(Answers.Condition::of).toList(),
        scan.saysNone(),
        picture.nodes().stream().map(this::node).toList(),
        picture.workOn().map(TroubleCode::text).orElse(""),
        Words.wording().of(picture.says()));
  }

  private Answers.Node node(CodePicture.Node n) {
    TroubleCode code = n.read().code();
    return new Answers.Node(
        code.text(),
        Words.of(n.role()),
        Words.of(n.reason()),
        catalogs.now().meaning(code).headline(),
        n.next().map(Words::of).orElse(""));
  }

  @GetMapping("/identification/{number}")
  @Operation(summary = "A vehicle identification number: check digit, model years, likely slips")
  Answers.IdentificationNumber identification(@PathVariable String number) {
    if (number.length() > 40) {
      throw new InputProblem("number", "An identification number has 17 characters.");
    }
    return Answers.IdentificationNumber.of(Vin.read(number, year()));
  }

  @GetMapping("/readiness/{bytes}")
  @Operation(summary = "Monitor readiness from bytes A to D of PID 01, eight hexadecimal digits")
  Answers.Monitors readiness(@PathVariable String bytes) {
    return Answers.Monitors.of(Readiness.decode(HexFormat.of().parseHex(eightDigits(bytes))));
  }

  @GetMapping("/spn-fmi/{bytes}")
  @Operation(summary = "SPN, FMI and count from the four bytes of SAE J1939-73")
  Answers.HeavyCode fromBytes(@PathVariable String bytes) {
    return Answers.HeavyCode.of(
        J1939Code.decode(Integer.parseUnsignedInt(eightDigits(bytes), 16)),
        catalogs.now()::meaning);
  }

  @GetMapping("/spn-fmi")
  @Operation(summary = "The four bytes of an SPN, an FMI and a count")
  Answers.HeavyCode toBytes(
      @RequestParam int spn, @RequestParam int fmi, @RequestParam(defaultValue = "0") int count) {
    try {
      return Answers.HeavyCode.of(new J1939Code(spn, fmi, count, false), catalogs.now()::meaning);
    } catch (IllegalArgumentException e) {
      throw new InputProblem(
          "spn", "An SPN lies in 0 to 524287, an FMI in 0 to 31, a count in 0 to 127.");
    }
  }

  private static String eightDigits(String bytes) {
    if (!bytes.matches("[0-9A-Fa-f]{8}")) {
      throw new InputProblem("bytes", "Send four bytes as eight hexadecimal digits.");
    }
    return bytes;
  }

  private int year() {
    return clock.instant().atZone(ZoneOffset.UTC).getYear();
  }
}
