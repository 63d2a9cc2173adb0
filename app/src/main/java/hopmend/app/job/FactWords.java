package hopmend.app.job;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.Words;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.clear.ClearedGroup;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.job.About;
import hopmend.job.Fact;
import hopmend.job.FactCases;
import hopmend.job.JobEntry;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.part.Bench;
import hopmend.relearn.Procedure;
import hopmend.sensor.Trait;
import hopmend.swap.Fastener;
import hopmend.swap.Mishap;
import hopmend.swap.WorkPlan;
import hopmend.verify.SensorProof;
import java.time.Clock;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;

/**
 * An entry as a sentence for the record. What the catalog of today does not know stands there by
 * its id: no entry is without words.
 */
@Component
public class FactWords {
  private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  private final MessageSource messages;
  private final Catalogs catalogs;
  private final Clock clock;

  FactWords(MessageSource messages, Catalogs catalogs, Clock clock) {
    this.clock = clock;
    this.messages = messages;
    this.catalogs = catalogs;
  }

  public String of(JobEntry entry) {
    return entry.fact().to(new Sentence(entry.about()));
  }

  /** The sentence for each kind of fact. */
  private final class Sentence implements FactCases<String> {
    private final About about;

    Sentence(About about) {
      this.about = about;
    }

    @Override
    public String of(Fact.CodesRead f) {
      String codes = f.codes().isEmpty() ? "none" : String.join(", ", codes(f.codes()));
      String source = f.source().name().toLowerCase(Locale.ROOT).replace('_', ' ');
      return say(f, source, codes);
    }

    @Override
    public String of(Fact.CodeSetAside f) {
      return say(f, f.code().text() + suffix(f.controlUnit()), f.reason());
    }

    @Override
    public String of(Fact.ConditionNoted f) {
      return say(f, f.condition().label(), f.reading() == null ? "not told" : f.reading().text());
    }

    @Override
    public String of(Fact.VehicleIdentified f) {
      String card = cardName(f.card());
      String engine =
          f.engineCard().isEmpty() ? "" : " with the engine of " + cardName(f.engineCard());
      return say(
          f,
          card + engine,
          f.vin(),
          f.odometer().map(km -> Math.round(km) + " km").orElse("odometer not read"),
          f.modelYear());
    }

    @Override
    public String of(Fact.SymptomsNoted f) {
      List<String> picks =
          f.picks().stream()
              .map(p -> catalogs.now().symptom(p).map(s -> s.words()).orElse(p))
              .toList();
      List<String> when =
          catalogs.now().circumstances().stream()
              .filter(c -> f.when().contains(c.id()))
              .map(c -> c.words())
              .toList();
      String circumstances =
          Stream.concat(Stream.ofNullable(f.often()).map(Words::of), when.stream())
              .collect(Collectors.joining(", "));
      return say(
          f,
          String.join("; ", picks),
          circumstances.isEmpty() ? "" : " (" + circumstances + ")",
          f.words());
    }

    @Override
    public String of(Fact.WorkOnChosen f) {
      return say(f, f.code().text());
    }

    @Override
    public String of(Fact.SensorChosen f) {
      String name =
          catalogs
              .now()
              .card(f.card())
              .flatMap(c -> c.site(f.site()))
              .map(Site::name)
              .orElse(f.site());
      return say(f, name);
    }

    @Override
    public String of(Fact.ProofSeen f) {
      String name =
          Stream.concat(
                  sheets(about).flatMap(s -> s.proofs().stream()),
                  catalogs.now().works().stream().flatMap(w -> w.proofs().stream()))
              .filter(p -> p.id().equals(f.proof()))
              .map(SensorProof::name)
              .findFirst()
              .orElse(f.proof());
      String read =
          f.figures().stream().map(r -> r.value().text()).collect(Collectors.joining(", "));
      return say(f, name, f.held() ? "yes" : "no", suffix(f.words()) + suffix(read));
    }

    @Override
    public String of(Fact.CardRevisionTaken f) {
      return say(f, cardName(f.card()), f.revision());
    }

    @Override
    public String of(Fact.TraitTold f) {
      String asked =
          catalogs.now().traits().stream()
              .filter(t -> t.isAsked() && t.trait().equals(f.trait()))
              .map(Trait::asked)
              .findFirst()
              .orElse(f.trait());
      return say(f, asked, f.value());
    }

    @Override
    public String of(Fact.CheckAnswered f) {
      return answered(f, about);
    }

    @Override
    public String of(Fact.ClueTold f) {
      String words = catalogs.now().proving().clue(f.clue()).map(c -> c.words()).orElse(f.clue());
      return say(f, words, f.so() ? "yes" : "no");
    }

    @Override
    public String of(Fact.VerdictTaken f) {
      String what = Words.of(catalogs.now().named(f.work(), f.remedy()));
      String share = f.probability() > 0 ? ", " + Math.round(100 * f.probability()) + " %" : "";
      return say(f, what, share, suffix(f.reason()));
    }

    @Override
    public String of(Fact.WayInChosen f) {
      return say(f, Words.of(f.way()));
    }

    @Override
    public String of(Fact.SiteConfirmed f) {
      return say(f, site(f.site(), about), looked(f.look()), suffix(f.reason()));
    }

    @Override
    public String of(Fact.PlugWatched f) {
      List<String> codes = f.codes().stream().map(TroubleCode::text).toList();
      return messages
          .getMessage(
              "fact.plug-watched." + f.plug().name(),
              new Object[] {
                f.value() == null ? "no value" : f.value().text(),
                codes.isEmpty() ? "no code" : String.join(", ", codes),
                f.by() == Fact.AskedBy.OUR_LINK ? "the vehicle says" : "the own tool says"
              },
              Locale.ENGLISH)
          .strip();
    }

    @Override
    public String of(Fact.PictureTaken f) {
      return say(f, f.words().isBlank() ? "without words" : f.words());
    }

    @Override
    public String of(Fact.PictureMarked f) {
      return say(f);
    }

    @Override
    public String of(Fact.PartChosen f) {
      String typed = f.typed() == null ? "" : (" " + f.typed().make()).stripTrailing() + ", typed";
      return say(f, f.number() + typed, f.pair() ? ", and its twin" : "", suffix(f.reason()));
    }

    @Override
    public String of(Fact.PartsCompared f) {
      String differ =
          f.seen().stream()
              .filter(h -> !h.alike() || !h.old().isEmpty())
              .map(Sentence::held)
              .collect(Collectors.joining(", "));
      return say(
          f,
          f.oldNumber(),
          f.newNumber(),
          differ.isEmpty() ? "alike" : differ,
          suffix(f.batch().isEmpty() ? "" : "batch " + f.batch()));
    }

    private static String held(Bench.Held h) {
      return h.old().isEmpty()
          ? h.trait() + " differs"
          : "%s %s against %s".formatted(h.trait(), h.old(), h.fresh());
    }

    @Override
    public String of(Fact.SealMeasured f) {
      return say(
          f,
          Reading.number(f.insideMm()),
          Reading.number(f.sectionMm()),
          f.fluid(),
          Reading.number(f.hottestC()),
          Words.of(f.hardness()) + (f.cracked() ? ", cracked or flat" : ""));
    }

    @Override
    public String of(Fact.SealChosen f) {
      return say(f, f.size(), f.material());
    }

    @Override
    public String of(Fact.OldNumberRead f) {
      return say(f, f.number(), Words.of(f.from()));
    }

    @Override
    public String of(Fact.StepTicked f) {
      boolean byFeel = f.torque() == null && f.turnedDeg() == null && f.tightness() != null;
      String torque =
          f.torque() != null
              ? ", " + f.torque().text()
              : byFeel && f.foundSo().isEmpty() ? ", " + Words.of(f.tightness()) : "";
      String origin = f.origin() == null ? "" : " (" + Words.of(f.origin()) + ")";
      String drive =
          (f.drive().isEmpty() ? "" : ", took " + f.drive())
              + (f.turnedDeg() == null ? "" : ", " + Fastener.Turn.text(f.turnedDeg()) + " turn");
      String amount = f.amount() == null ? "" : ", " + f.amount().text();
      String wrench = f.wrench().isEmpty() ? "" : ", with the " + f.wrench();
      String looked =
          f.confirmed().isEmpty() ? "" : "; looked at: " + String.join("; ", f.confirmed());
      String learned = f.learned() ? ", by a learner" : "";
      String found = f.foundSo().isEmpty() ? "" : ", found so: " + f.foundSo();
      return say(
          f,
          step(f.step(), about),
          torque + wrench + origin + drive + amount + found + learned + looked);
    }

    @Override
    public String of(Fact.ReliedOn f) {
      return say(f, catalogs.now().qualification(f.qualification()), f.issuer(), f.until());
    }

    @Override
    public String of(Fact.StepLookedAt f) {
      return say(f, step(f.step(), about));
    }

    @Override
    public String of(Fact.MishapMet f) {
      Optional<Mishap> mishap = catalogs.now().mishap(f.mishap());
      return say(
          f,
          step(f.step(), about),
          mishap.map(Mishap::name).orElse(f.mishap()),
          mishap.flatMap(m -> m.way(f.way())).map(Mishap.Way::brief).orElse(f.way()));
    }

    @Override
    public String of(Fact.PiecesLost f) {
      return say(f, f.pieces(), f.item(), f.reason());
    }

    @Override
    public String of(Fact.PiecesMoved f) {
      return say(f, f.pieces() > 0 ? "off" : "back", Math.abs(f.pieces()), f.item());
    }

    @Override
    public String of(Fact.RepairNoted f) {
      return say(f, f.words(), f.until() == null ? "" : ", until " + f.until());
    }

    @Override
    public String of(Fact.GateOverruled f) {
      return say(f, Words.of(f.gate()), f.reason());
    }

    @Override
    public String of(Fact.CodesCleared f) {
      String how =
          f.by() == Fact.ClearedBy.OUR_LINK
              ? "acknowledged by " + f.vin()
              : Words.of(f.by()) + (f.minutes() > 0 ? " for " + f.minutes() + " min" : "");
      String which = f.group() == ClearedGroup.ALL ? "" : ", " + Words.of(f.group());
      String lost = f.frameLost().isEmpty() ? "" : ", no freeze frame: " + f.frameLost();
      return say(f, how, which + lost);
    }

    @Override
    public String of(Fact.MonitorsSeen f) {
      List<String> open =
          f.monitors().stream().filter(m -> !m.ready()).map(Fact.MonitorSeen::name).toList();
      return say(
          f,
          f.monitors().size(),
          open.isEmpty() ? "none" : String.join(", ", open),
          f.lampOn() ? "on" : "off");
    }

    @Override
    public String of(Fact.TaughtByHand f) {
      String name =
          catalogs.now().procedures().stream()
              .filter(p -> p.id().equals(f.what()))
              .map(Procedure::name)
              .findFirst()
              .orElseGet(() -> routine(f.what(), about));
      String failed =
          catalogs.now().procedures().stream()
              .filter(p -> p.id().equals(f.what()))
              .flatMap(p -> p.failure(f.failure()).stream())
              .map(Procedure.Failure::reason)
              .findFirst()
              .orElse(f.failure());
      return say(f, name, f.failure().isEmpty() ? f.words() : "failed: " + failed);
    }

    @Override
    public String of(Fact.WaitBegun f) {
      String what =
          catalogs.now().procedures().stream()
              .filter(p -> p.id().equals(f.what()))
              .map(Procedure::name)
              .findFirst()
              .orElseGet(() -> step(f.what(), about));
      return say(f, what, Math.round(f.minutes()));
    }

    @Override
    public String of(Fact.DriveTold f) {
      return say(f, Math.round(f.minutes()), Math.round(f.km()), f.met().size());
    }

    @Override
    public String of(Fact.RoutineStarted f) {
      return say(f, routine(f.routine(), about));
    }

    @Override
    public String of(Fact.RoutineEnded f) {
      return say(
          f,
          routine(f.routine(), about),
          f.result().name().toLowerCase(Locale.ROOT),
          suffix(f.bytes()));
    }

    @Override
    public String of(Fact.ReadinessRead f) {
      return say(f, f.bytes());
    }

    @Override
    public String of(Fact.CountersRead f) {
      return say(f, Words.of(f.by()), Words.of(Message.listing(f.since().says())));
    }

    @Override
    public String of(Fact.SoftwareNoted f) {
      String file = suffix(f.file()) + suffix(f.checksum());
      return say(f, Words.of(f.stage()), f.unit(), f.version(), file);
    }

    @Override
    public String of(Fact.ScreenKept f) {
      return say(f, Words.of(f.hop()), suffix(f.words()));
    }

    @Override
    public String of(Fact.DriveLogged f) {
      return say(f, f.name());
    }

    @Override
    public String of(Fact.SegmentsLogged f) {
      return say(f, f.name());
    }

    @Override
    public String of(Fact.LiveLogged f) {
      return say(f, f.signals(), f.samples());
    }

    @Override
    public String of(Fact.NoteAdded f) {
      return say(f, f.words());
    }

    @Override
    public String of(Fact.Appointed f) {
      return say(f, moment(f.at()));
    }

    @Override
    public String of(Fact.Promised f) {
      return say(f, moment(f.by()));
    }

    @Override
    public String of(Fact.DeliveryExpected f) {
      return say(f, moment(f.at()), f.what());
    }

    @Override
    public String of(Fact.BroughtTo f) {
      return say(f, f.bay().isEmpty() ? "outside" : f.bay());
    }

    @Override
    public String of(Fact.HandedOver f) {
      return say(f, f.to(), suffix(f.words()));
    }

    private String moment(Instant at) {
      return MOMENT.format(at.atZone(clock.getZone()));
    }

    @Override
    public String of(Fact.CameBack f) {
      String km =
          f.odometerKm() == null ? "" : Reading.of(f.odometerKm(), MeasureUnit.KILOMETRE).text();
      return say(f, f.words(), suffix(km));
    }

    @Override
    public String of(Fact.SignedOff f) {
      String day = f.followUp() == null ? "" : ", to be looked at again on " + f.followUp();
      return say(f, (f.proven() ? "proven" : "not proven" + suffix(f.reason())) + day);
    }

    @Override
    public String of(Fact.Struck f) {
      return say(f, f.sequence(), suffix(f.reason()));
    }

    @Override
    public String of(Fact.Unreadable f) {
      return messages.getMessage("fact.unreadable", new Object[] {f.kind()}, Locale.ENGLISH);
    }
  }

  private static String looked(Fact.Look look) {
    List<String> parts =
        Stream.of(
                String.join("; ", look.seen()),
                look.wires() == null ? "" : look.wires() + " wires",
                String.join(", ", look.colours()),
                look.cavities() == null ? "" : look.cavities() + " cavities",
                look.landmark())
            .filter(p -> !p.isBlank())
            .toList();
    return parts.isEmpty() ? "" : ", seen: " + String.join("; ", parts);
  }

  private String cardName(String id) {
    return id.isEmpty() ? "no card yet" : catalogs.now().card(id).map(c -> c.name()).orElse(id);
  }

  private String say(Fact fact, Object... arguments) {
    Object[] texts = new Object[arguments.length];
    for (int i = 0; i < arguments.length; i++) {
      texts[i] = String.valueOf(arguments[i]);
    }
    return messages.getMessage("fact." + fact.kind(), texts, Locale.ENGLISH).strip();
  }

  private static String suffix(String reason) {
    return reason == null || reason.isBlank() ? "" : " (" + reason + ")";
  }

  /** Each with its states; with its unit too where several hold it. */
  private static List<String> codes(List<ReadCode> codes) {
    return codes.stream()
        .map(
            c -> {
              String states = String.join("/", c.states().stream().map(s -> s.label()).toList());
              long holders = codes.stream().filter(o -> o.code().equals(c.code())).count();
              return c.code().text()
                  + (states.isEmpty() ? "" : " " + states)
                  + suffix(holders > 1 ? c.controlUnit() : "");
            })
        .toList();
  }

  private String answered(Fact.CheckAnswered f, About about) {
    String measured =
        (f.measured() == null ? "" : ", " + f.measured().text())
            + f.toldFigures().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .map(
                    e ->
                        ", "
                            + Words.of(Message.of("asked." + e.getKey()))
                            + " "
                            + e.getValue().text())
                .collect(Collectors.joining())
            + (f.traced() == null ? "" : ", " + f.traced().name())
            + (f.unsure() ? ", not sure" : "");
    return sheets(about)
        .flatMap(s -> s.check(f.check()).stream())
        .flatMap(
            c -> c.known(f.outcome()).map(o -> say(f, c.title(), o.label(), measured)).stream())
        .findFirst()
        .orElseGet(() -> say(f, f.check(), f.outcome(), measured));
  }

  /** The sheet of the entry's own family; all of them only where it is not told. */
  private Stream<FamilySheet> sheets(About about) {
    return about.family().isEmpty()
        ? catalogs.now().sheets().stream()
        : catalogs.now().sheet(about.family()).stream();
  }

  private Stream<VehicleCard> cards(About about) {
    return about.card().isEmpty()
        ? catalogs.now().cards().stream()
        : catalogs.now().card(about.card()).stream();
  }

  private String site(String id, About about) {
    return about.card().isEmpty()
        ? id
        : cards(about).flatMap(c -> c.site(id).stream()).map(s -> s.name()).findFirst().orElse(id);
  }

  /** What was done; at which of several sensors, where it was done to one of them. */
  private String step(String named, About about) {
    String place = WorkPlan.place(named);
    String done = operation(WorkPlan.operation(named), about);
    return place.isEmpty() ? done : done + " (" + site(place, about) + ")";
  }

  private String operation(String id, About about) {
    return Stream.concat(
            sheets(about).flatMap(s -> s.operations().stream()),
            Stream.concat(
                catalogs.now().works().stream().flatMap(w -> w.operations().stream()),
                catalogs.now().waysIn().operations().stream()))
        .filter(o -> o.id().equals(id))
        .map(o -> o.brief())
        .findFirst()
        .or(
            () ->
                cards(about)
                    .flatMap(c -> c.obstructions().stream())
                    .filter(o -> id.endsWith(":" + o.id()))
                    .map(o -> id.startsWith("off:") ? o.offBrief() : o.onBrief())
                    .findFirst())
        .orElse(id);
  }

  private String routine(String id, About about) {
    return cards(about)
        .flatMap(c -> c.routine(id).stream())
        .map(r -> r.name())
        .findFirst()
        .orElse(id);
  }
}
