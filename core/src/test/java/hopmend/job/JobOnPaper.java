package hopmend.job;

import static hopmend.message.English.WORDS;

import hopmend.catalog.Catalog;
import hopmend.catalog.DemoParts;
import hopmend.catalog.Shipped;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Sides;
import hopmend.message.Message;
import hopmend.part.Part;
import hopmend.part.PartRecord;
import hopmend.part.PartsShelf;
import hopmend.prove.CauseRecord;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.verify.InspectionRule;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** A job of a test, entry by entry, in an invented shop. */
abstract class JobOnPaper {
  static final Catalog CATALOG = Shipped.CATALOG;
  private static final PartsShelf PARTS = PartsShelf.of(DemoParts.read(CATALOG));
  static final ShopSettings SHOP = shop(68, 8, 40_000, List.of());
  static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");
  static final JobRules.Person ANN =
      new JobRules.Person(
          "ann",
          Role.LEAD,
          List.of(new Held("high-voltage", "the guild", LocalDate.of(2027, 5, 1))));

  /** A shop with prices and equipment of its own. */
  static ShopSettings shop(
      double labourPerHour, double discountPercent, double horizonKm, List<String> equipment) {
    return new ShopSettings(
        "crowns",
        labourPerHour,
        90,
        60,
        discountPercent,
        5,
        30,
        "",
        0.8,
        horizonKm,
        InspectionRule.BY_MODEL_YEAR,
        new Sides(VehicleSide.LEFT),
        equipment,
        List.of(),
        List.of(),
        PartRecord.NONE,
        CauseRecord.NONE,
        PARTS);
  }

  /** A part of the demo's list. */
  static Part part(String number) {
    return PARTS.numbered(number).get(0);
  }

  /** What core says, in English. */
  static String said(Message message) {
    return WORDS.of(message);
  }

  final List<JobEntry> entries = new ArrayList<>();

  /** What is known in that shop. */
  Catalog catalog() {
    return CATALOG;
  }

  void say(Fact fact) {
    entries.add(new JobEntry(entries.size() + 1, T0.plusSeconds(entries.size()), "ann", fact));
  }

  /** The same about one sensor. */
  void say(Fact fact, About about) {
    say(fact);
    entries.set(entries.size() - 1, entries.get(entries.size() - 1).withAbout(about));
  }

  static final LocalDate TODAY = LocalDate.of(2026, 11, 26);

  /** Why a lead's fact is refused, or that it is taken. */
  String refused(Fact fact) {
    return JobRules.refuse(workup(), fact, Long.MAX_VALUE, ANN)
        .map(r -> said(r.says()))
        .orElse("taken");
  }

  /** What a sign-off lacks where no drive was recorded. */
  List<String> missing() {
    return workup().signOff(List.of(), TODAY).missing().stream().map(JobOnPaper::said).toList();
  }

  Workup workup() {
    return workup(SHOP);
  }

  Workup workup(ShopSettings shop) {
    return new Workup(JobState.of(entries), catalog(), shop);
  }

  /** Codes that were typed, stored, on a vehicle of a card. */
  Workup on(String card, String... codes) {
    return onSwapped(card, "", null, codes);
  }

  /** The same with another engine in it and a build month. */
  Workup onSwapped(String card, String engineCard, YearMonth built, String... codes) {
    say(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            Stream.of(codes).map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.STORED)).toList(),
            List.of(),
            ""));
    say(
        new Fact.VehicleIdentified(
            "0HMWS3A07K1000342", card, engineCard, 2018, built, 100_000.0, Fact.Place.HOIST));
    return workup();
  }
}
