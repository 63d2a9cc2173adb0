package hopmend.app.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.DemoParts;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.clear.ClearedGroup;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.job.About;
import hopmend.job.Claim;
import hopmend.job.Fact;
import hopmend.job.FactJson;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.Bench;
import hopmend.part.Part;
import hopmend.part.seal.OldSeal;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import hopmend.swap.Operation;
import hopmend.verify.SensorProof;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * Records as they never should be: facts of every kind, of any family and card in any order, of ids
 * that nobody knows, about other sensors, struck and unstruck, taken in and unreadable.
 */
public final class AnyRecord {
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");
  private static final List<String> BROKEN =
      List.of(
          "null", "[]", "{}", "{\"step\":null}", "{\"code\":\"P9999999\"}", "{\"words\":7,", "x");

  private final Random random;
  private final Catalog catalog;
  private final List<TroubleCode> codes;
  private final List<Part> parts;

  public AnyRecord(Random random, Catalog catalog) {
    this.random = random;
    this.catalog = catalog;
    this.parts = DemoParts.read(catalog);
    this.codes =
        Stream.concat(
                catalog.codeGroups().stream().map(g -> g.codes().from()),
                Stream.of("P0301", "P0420", "U0100", "SPN 3251 FMI 2", "Flash 24", "C1234-1A")
                    .map(TroubleCode::parse))
            .toList();
  }

  /** A record of so many entries. */
  public List<JobEntry> entries(int count) {
    List<JobEntry> entries = new ArrayList<>();
    for (int i = 1; i <= count; i++) {
      Optional<Claim> claim =
          random.nextInt(6) == 0
              ? Optional.of(new Claim("ann", T0.minusSeconds(i), "0".repeat(64)))
              : Optional.empty();
      entries.add(new JobEntry(i, T0.plusSeconds(i), "p" + i % 2, fact(i), about(), claim));
    }
    if (random.nextInt(3) > 0) {
      putSensor(entries);
    }
    return entries;
  }

  /** Two of the entries lead to a sensor that the vehicle really has. */
  private void putSensor(List<JobEntry> entries) {
    VehicleCard card = cardWithSensors();
    var site = any(card.sites());
    var codesOfSite = any(catalog.sheet(site.family()).orElseThrow().codes()).codes();
    Fact vehicle =
        new Fact.VehicleIdentified(
            "0HMWS3A07K1000342", card.id(), 2019, null, 90_000, Fact.Place.HOIST);
    Fact read =
        new Fact.CodesRead(
            Fact.CodeSource.TYPED, List.of(ReadCode.of(codesOfSite.from())), List.of(), "");
    for (int i = 0; i < Math.min(2, entries.size()); i++) {
      JobEntry e = entries.get(i);
      entries.set(
          i,
          new JobEntry(
              e.sequence(), e.at(), e.who(), i == 0 ? vehicle : read, e.about(), e.claim()));
    }
  }

  public Fact fact(int sequence) {
    List<Supplier<Fact>> kinds =
        List.of(
            this::reading,
            this::reading,
            () -> new Fact.CodeSetAside(any(codes), "slip"),
            () -> new Fact.ConditionNoted(FreezeFrameValue.Condition.COOLANT, null),
            () ->
                new Fact.ConditionNoted(
                    FreezeFrameValue.Condition.SPEED, Reading.of(40, MeasureUnit.MILE_PER_HOUR)),
            () -> new Fact.CodeSetAside(any(codes), "", "brake control"),
            this::vehicle,
            this::vehicle,
            () -> new Fact.SymptomsNoted(List.of(id()), List.of(id()), null, "words"),
            () -> new Fact.WorkOnChosen(any(codes)),
            this::sensor,
            () -> new Fact.CardRevisionTaken(any(catalog.cards()).id(), 1 + random.nextInt(5)),
            () -> new Fact.TraitTold(any(catalog.traits()).trait(), id()),
            () -> new Fact.ClueTold(any(catalog.proving().clues()).id(), random.nextBoolean()),
            () -> new Fact.ProofSeen(id(), proof(), random.nextBoolean(), id()),
            () ->
                new Fact.ProofSeen(
                    id(),
                    proof(),
                    random.nextBoolean(),
                    "",
                    List.of(new Fact.FigureRead(id(), torque())),
                    id()),
            () -> new Fact.VerdictTaken(any(Remedy.values()), "", 0, "", any(catalog.works()).id()),
            this::answer,
            this::answer,
            this::answer,
            this::answer,
            this::answer,
            () -> new Fact.VerdictTaken(any(Remedy.values()), id(), random.nextDouble(), "", id()),
            () -> new Fact.WayInChosen(any(Site.WayIn.values())),
            () -> new Fact.SiteConfirmed(id()),
            () ->
                new Fact.SiteConfirmed(
                    id(), new Fact.Look(List.of(id()), 3, List.of("red"), null, ""), "because"),
            () ->
                new Fact.PlugWatched(
                    any(Fact.PlugAt.values()),
                    any(Fact.AskedBy.values()),
                    id(),
                    random.nextBoolean() ? null : torque(),
                    List.of(any(codes))),
            () -> new Fact.PictureTaken(id(), "ab".repeat(32), "words"),
            () -> new Fact.PictureMarked(id(), random.nextInt(1001), 3),
            () -> new Fact.PartChosen(any(parts), random.nextBoolean(), ""),
            () -> new Fact.PartChosen(partNumber(), random.nextBoolean(), "", null, null),
            () ->
                new Fact.SealMeasured(
                    any(List.of(OldSeal.Thumb.values())),
                    random.nextInt(2) * 80,
                    random.nextBoolean(),
                    any(List.of(OldSeal.Oil.values())),
                    0.5 + random.nextInt(300),
                    0.5 + random.nextInt(19),
                    12,
                    15,
                    random.nextInt(2) * 2,
                    random.nextBoolean() ? "coolant" : id(),
                    random.nextInt(200)),
            () -> new Fact.SealChosen(random.nextBoolean() ? "AS568-014" : id(), id()),
            () ->
                new Fact.OldNumberRead(
                    random.nextBoolean() ? partNumber() : id(),
                    any(List.of(Fact.NumberFrom.values()))),
            () ->
                new Fact.PartChosen(
                    partNumber(), new Fact.TypedPart("Ondrel", random.nextBoolean() ? 41.5 : null)),
            () ->
                new Fact.PartsCompared(
                    partNumber(),
                    partNumber(),
                    List.of(id()),
                    List.of(
                        new Bench.Held(
                            any(catalog.bench()).trait(),
                            random.nextBoolean() ? "20 mm" : "",
                            random.nextBoolean() ? "30 mm" : "x",
                            random.nextBoolean())),
                    random.nextBoolean() ? "L7" : ""),
            () -> new Fact.StepTicked(step(), random.nextBoolean() ? null : torque()),
            () -> new Fact.ReliedOn("high-voltage", "the guild", LocalDate.of(2027, 5, 1)),
            () -> new Fact.StepTicked(step(), null, random.nextBoolean() ? "" : "found off"),
            () ->
                new Fact.StepTicked(
                    step(),
                    null,
                    List.of("It clicks"),
                    Reading.of(random.nextInt(1, 90) / 10.0, MeasureUnit.LITRE)),
            () -> new Fact.StepLookedAt(step()),
            () ->
                new Fact.MishapMet(step(), "seized", random.nextBoolean() ? "soak" : "no such way"),
            () -> new Fact.PiecesLost("bolt, fell", random.nextInt(1, 9), "below the battery tray"),
            () -> new Fact.PiecesMoved(id(), random.nextBoolean() ? 2 : -3),
            () ->
                new Fact.RepairNoted(
                    "done", random.nextBoolean() ? null : LocalDate.of(2027, 1, 9)),
            () -> new Fact.GateOverruled(any(Hop.values()), "because of it"),
            () -> new Fact.CodesCleared("0HMWS3A07K1000342"),
            () -> new Fact.CodesCleared("0HMWS3A07K1000342", ClearedGroup.EMISSIONS),
            () -> new Fact.CodesCleared("", Fact.ClearedBy.BATTERY_OFF, 12, "none kept"),
            () -> new Fact.MonitorsSeen(List.of(new Fact.MonitorSeen(id(), true)), false),
            () -> new Fact.TaughtByHand(id(), "as written"),
            () -> new Fact.DriveTold(25, 18, List.of("idle")),
            () -> new Fact.RoutineStarted(routine(), random.nextInt(30)),
            () -> new Fact.RoutineEnded(routine(), any(RoutineState.values())),
            () -> new Fact.ReadinessRead("%08x".formatted(random.nextInt())),
            () ->
                new Fact.CountersRead(
                    any(List.of(Fact.AskedBy.values())), random.nextInt(256), null, 7),
            () ->
                new Fact.SoftwareNoted(
                    any(List.of(Fact.SoftwareStage.values())),
                    "soot module",
                    "4." + random.nextInt(20),
                    "",
                    ""),
            () -> new Fact.ScreenKept(any(List.of(Hop.values())), id(), "cd".repeat(32), "words"),
            () -> new Fact.DriveLogged(id(), "d.csv"),
            () -> new Fact.SegmentsLogged(id(), "teeth.csv"),
            () -> new Fact.LiveLogged(id(), "engine speed", random.nextInt(99)),
            () -> new Fact.NoteAdded("ä \uD83D\uDE80 <b>"),
            () -> new Fact.Appointed(Instant.parse("2026-11-18T07:00:00Z")),
            () -> new Fact.Promised(Instant.parse("2026-11-20T15:30:00Z")),
            () -> new Fact.DeliveryExpected(Instant.parse("2026-11-19T08:00:00Z"), "sensor"),
            () -> new Fact.BroughtTo(random.nextBoolean() ? "" : "hoist 1"),
            () -> new Fact.HandedOver("nils", "mind the clip"),
            () -> new Fact.SignedOff(random.nextBoolean(), "reason"),
            () -> new Fact.WaitBegun(random.nextBoolean() ? "soak" : id(), 30),
            () -> new Fact.CameBack("again", random.nextBoolean() ? null : 81_000.0),
            () -> new Fact.Struck(1 + random.nextInt(sequence + 2), ""),
            () -> new Fact.Struck(1 + random.nextInt(sequence + 2), ""),
            () -> FactJson.stored(any(List.copyOf(Fact.KINDS.keySet())), any(BROKEN)),
            () -> FactJson.stored("a-kind-of-tomorrow", "{\"a\":1}"));
    return any(kinds).get();
  }

  /** Cards that other tests began may have none yet. */
  private VehicleCard cardWithSensors() {
    return any(catalog.cards().stream().filter(c -> !c.sites().isEmpty()).toList());
  }

  private About about() {
    return switch (random.nextInt(4)) {
      case 0 -> About.NOTHING;
      case 1 -> new About("no-such-family", 9, "no-such-card", 9, "no-such-site");
      default -> {
        VehicleCard card = cardWithSensors();
        yield new About(any(catalog.sheets()).family(), 1, card.id(), 1, any(card.sites()).id());
      }
    };
  }

  private Fact reading() {
    List<ReadCode> read = new ArrayList<>();
    for (int i = random.nextInt(4); i >= 0; i--) {
      Set<CodeState> states = EnumSet.noneOf(CodeState.class);
      if (random.nextBoolean()) {
        states.add(any(CodeState.values()));
      }
      read.add(new ReadCode(any(codes), states, random.nextBoolean() ? "" : "engine", 0));
    }
    FreezeFrameValue.Condition c = any(FreezeFrameValue.Condition.values());
    return new Fact.CodesRead(
        any(Fact.CodeSource.values()),
        read,
        List.of(new FreezeFrameValue(c, Reading.of(random.nextInt(4000) - 100, c.unit()))),
        "");
  }

  private Fact vehicle() {
    String card = random.nextInt(8) == 0 ? "no-such-card" : any(catalog.cards()).id();
    String engine = random.nextInt(4) == 0 ? any(catalog.cards()).id() : "";
    return new Fact.VehicleIdentified(
        "0HMWS3A07K1000342",
        card,
        engine,
        random.nextBoolean() ? 0 : 2019,
        random.nextBoolean() ? null : YearMonth.of(2019, 4),
        random.nextInt(9) == 0 ? null : 1.0 * random.nextInt(300_000),
        any(Fact.Place.values()));
  }

  private Fact sensor() {
    VehicleCard card = cardWithSensors();
    return new Fact.SensorChosen(card.id(), random.nextInt(6) == 0 ? id() : any(card.sites()).id());
  }

  private Fact answer() {
    FamilySheet sheet = any(catalog.sheets());
    var check = any(sheet.checks());
    String outcome = random.nextInt(5) == 0 ? id() : any(check.outcomes()).id();
    Reading measured =
        random.nextBoolean()
            ? null
            : Reading.of(random.nextInt(2000) - 500, any(MeasureUnit.values()));
    Reading companion =
        random.nextBoolean()
            ? null
            : Reading.of(random.nextInt(2000) - 500, any(MeasureUnit.values()));
    Reading figure = Reading.of(random.nextInt(90), any(MeasureUnit.values()));
    return new Fact.CheckAnswered(
        random.nextInt(6) == 0 ? id() : check.id(),
        outcome,
        measured,
        companion,
        companion,
        random.nextBoolean(),
        random.nextInt(4) > 0 ? null : new Fact.Traced(id(), "a.csv", "x", List.of("y", ""), null),
        random.nextInt(4) > 0 ? null : Map.of("trim-idle", figure, id(), figure));
  }

  private String proof() {
    List<SensorProof> proofs = any(catalog.sheets()).proofs();
    return proofs.isEmpty() || random.nextInt(6) == 0 ? id() : any(proofs).id();
  }

  private String step() {
    FamilySheet sheet = any(catalog.sheets());
    Operation operation = any(sheet.operations());
    var obstructions = any(catalog.cards()).obstructions();
    return random.nextInt(3) == 0 && !obstructions.isEmpty()
        ? (random.nextBoolean() ? "off:" : "on:") + any(obstructions).id()
        : random.nextInt(8) == 0
            ? id()
            : operation.id()
                + (random.nextInt(5) == 0 ? "@" + any(cardWithSensors().sites()).id() : "");
  }

  private String partNumber() {
    return any(parts).number();
  }

  private String routine() {
    var routines = any(catalog.cards()).routines();
    return routines.isEmpty() ? id() : any(routines).id();
  }

  private static Reading torque() {
    return Reading.of(8, MeasureUnit.NEWTON_METRE);
  }

  private String id() {
    return any(List.of("sensor", "wiring", "bolt", "no-such-thing", "off:", "<script>", "%s{0}"));
  }

  private <T> T any(List<T> list) {
    return list.get(random.nextInt(list.size()));
  }

  private <T> T any(T[] values) {
    return values[random.nextInt(values.length)];
  }
}
