package hopmend.catalog;

import hopmend.clear.Aftermath;
import hopmend.drawing.Sign;
import hopmend.fault.CodeGroup;
import hopmend.fault.CodeRange;
import hopmend.find.Site;
import hopmend.find.Wiring;
import hopmend.part.TraitRule;
import hopmend.prove.Check;
import hopmend.prove.Clue;
import hopmend.prove.Measurement;
import hopmend.prove.Outcome;
import hopmend.prove.Planner;
import hopmend.prove.Remedy;
import hopmend.prove.SetUp;
import hopmend.prove.Suspect;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.sensor.Conditional;
import hopmend.sensor.Trait;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Mishap;
import hopmend.swap.Obstruction;
import hopmend.swap.Operation;
import hopmend.swap.Qualification;
import hopmend.swap.School;
import hopmend.swap.Work;
import hopmend.verify.ProofFigure;
import hopmend.verify.SensorProof;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Everything in which the files of a catalog contradict themselves or each other, all at once: a
 * name that nothing has, a name that two have, a removal that nothing undoes, one code in two
 * sheets.
 */
final class CatalogCheck {
  private final Catalog catalog;
  private final List<CatalogProblem> problems = new ArrayList<>();

  private CatalogCheck(Catalog catalog) {
    this.catalog = catalog;
  }

  /** Each with the file that it is about; empty if the catalog is sound. */
  static List<CatalogProblem> problems(Catalog catalog) {
    CatalogCheck check = new CatalogCheck(catalog);
    check.once("family", "sheet", catalog.sheets(), FamilySheet::family);
    check.once("latches.yaml", "latch", catalog.latches(), Sign::id);
    check.once("signs.yaml", "pictogram", catalog.signs().all(), Sign::id);
    check.once("eye.yaml", "drawing", catalog.eye().all(), Sign::id);
    check.once("works.yaml", "work", catalog.works(), Work::id);
    catalog.cautions().values().forEach(check::caution);
    catalog.works().forEach(w -> check.operations("works.yaml", w.operations()));
    catalog.works().forEach(w -> check.proofs("works.yaml", w.proofs()));
    check.everyRemedyHasAWork();
    check.once("obstructions.yaml", "obstruction", catalog.usualObstructions(), Obstruction::id);
    catalog
        .usualObstructions()
        .forEach(o -> check.cautions("obstructions.yaml", o.id(), o.cautions()));
    check.procedures();
    check.proving();
    check.access();
    check.aftermath();
    check.schools();
    check.mishaps();
    catalog.sheets().forEach(check::sheet);
    check.codesOfOneSheetOnly();
    catalog.cards().forEach(check::card);
    return List.copyOf(check.problems);
  }

  /** Those of one card. */
  static List<CatalogProblem> problems(Catalog catalog, VehicleCard card) {
    CatalogCheck check = new CatalogCheck(catalog);
    check.card(card);
    return List.copyOf(check.problems);
  }

  private void say(String where, String what, Object... named) {
    problems.add(CatalogProblem.of(where, what, named));
  }

  private <T> void once(String where, String what, Collection<T> things, Function<T, String> name) {
    Set<String> seen = new HashSet<>();
    things.stream()
        .map(name)
        .filter(n -> !seen.add(n))
        // Named twice, so that the place of the second is told.
        .forEach(n -> say(where, "two %2$ss are called %1$s", n, what, n));
  }

  private void cautions(String where, String what, List<String> ids) {
    ids.stream()
        .filter(id -> !catalog.cautions().containsKey(id))
        .forEach(id -> say(where, "%s: no caution is called %s", what, id));
  }

  private void trait(String where, String what, String name, List<String> values) {
    Optional<Trait> trait =
        catalog.traits().stream().filter(t -> t.trait().equals(name)).findFirst();
    if (trait.isEmpty()) {
      say(where, "%s: no trait is called %s, only %s", what, name, names(catalog.traits()));
      return;
    }
    values.stream()
        .filter(v -> !trait.get().values().contains(v))
        .forEach(
            v -> say(where, "%s: %s is never %s, only %s", what, name, v, trait.get().values()));
  }

  private void condition(String where, String what, Conditional asking) {
    asking
        .condition()
        .asks()
        .filter(catalog::isOfPerson)
        .filter(t -> !(asking instanceof Caution))
        .forEach(
            t ->
                say(
                    where,
                    "%s: %s tells about who looks; only a caution may ask for it, as the work is the same whoever looks",
                    what,
                    t));
    asking.condition().when().forEach((t, values) -> trait(where, what, t, values));
    asking.condition().unless().forEach((t, values) -> trait(where, what, t, values));
  }

  private static List<String> names(List<Trait> traits) {
    return traits.stream().map(Trait::trait).toList();
  }

  private void latch(String where, String what, String latch, boolean siteMayBe) {
    boolean known = catalog.latch(latch).isPresent() || siteMayBe && "site".equals(latch);
    if (latch != null && !known) {
      List<String> drawn = catalog.latches().stream().map(Sign::id).toList();
      say(where, "%s: there is no drawing of a latch %s, only of %s", what, latch, drawn);
    }
  }

  private void caution(Caution c) {
    condition("cautions.yaml", c.id(), c);
    List<String> known = catalog.qualifications().stream().map(Qualification::id).toList();
    if (c.binds() && !known.contains(c.demands())) {
      say(
          "cautions.yaml",
          "%s: no qualification is called %s, only %s",
          c.id(),
          c.demands(),
          known);
    }
    List<String> signs = catalog.signs().all().stream().map(Sign::id).toList();
    if (!signs.contains(c.sign())) {
      say("cautions.yaml", "%s: there is no pictogram %s, only %s", c.id(), c.sign(), signs);
    }
  }

  private void sheet(FamilySheet s) {
    String where = "family/" + s.family() + ".yaml";
    s.operations().stream()
        .map(Operation::id)
        .filter(catalog.waysIn().order()::contains)
        .forEach(o -> say(where, "%s is the name of an operation of access.yaml", o));
    s.always().forEach((t, values) -> trait(where, "always", t, values));
    once(where, "suspect", s.suspects(), Suspect::id);
    once(where, "check", s.checks(), Check::id);
    int most = Planner.MOST_ACTIONS - catalog.works().size();
    if (s.checks().size() > most) {
      say(where, "%d checks are more than a plan can rank, %d", s.checks().size(), most);
    }
    once(where, "operation", s.operations(), Operation::id);
    for (Check c : s.checks()) {
      cautions(where, c.id(), c.cautions());
      c.looksFor().stream()
          .filter(looked -> s.suspects().stream().noneMatch(x -> x.id().equals(looked)))
          .forEach(looked -> say(where, "%s looks for %s, which is no suspect", c.id(), looked));
      c.needs().forEach(n -> setUp(where, c.id(), n));
      condition(where, c.id(), c);
      c.outcomes().forEach(o -> condition(where, c.id() + ", " + o.id(), o));
      for (Outcome o : c.outcomes()) {
        o.looks().stream()
            .filter(l -> catalog.seenAs(l).isEmpty())
            .forEach(l -> say(where, "%s, %s: nothing is drawn as %s", c.id(), o.id(), l));
      }
      c.measurements().forEach(m -> condition(where, c.id() + ", " + m.what(), m));
    }
    s.suspects().forEach(x -> suspect(where, s, x));
    s.traits().forEach(x -> condition(where, x.trait(), x));
    s.traits().stream()
        .map(TraitRule::trait)
        .filter(t -> catalog.bench().stream().noneMatch(b -> b.trait().equals(t)))
        .forEach(t -> say(where, "%s is compared, of which bench.yaml does not tell how", t));
    typical(where, s);
    operations(where, s.operations());
    proofs(where, s.proofs());
  }

  private void proofs(String where, List<SensorProof> proofs) {
    once(where, "proof", proofs, SensorProof::id);
    for (SensorProof p : proofs) {
      condition(where, p.id(), p);
      cautions(where, p.id(), p.cautions());
      once(where, "figure of " + p.id(), p.figures(), ProofFigure::id);
      p.figures().forEach(f -> condition(where, p.id() + ", " + f.id(), f.right()));
    }
  }

  private void typical(String where, FamilySheet s) {
    Typical usual = s.typical();
    once(where, "seat", usual.seats(), seat -> seat.id(s.family()));
    usual.seats().forEach(seat -> condition(where, seat.id(s.family()), seat));
    usual.traits().forEach((t, values) -> trait(where, "typical", t, values));
    latch(where, "typical", usual.latch(), false);
    for (CodeGroup group : s.codes()) {
      if (usual.seats().stream().noneMatch(seat -> seat.isMeantBy(group))) {
        say(where, "typical: no seat for the codes %s", group.codes().text());
      }
    }
  }

  private void suspect(String where, FamilySheet sheet, Suspect s) {
    condition(where, s.id(), s);
    if (s.like() != null && sheet.suspects().stream().noneMatch(o -> o.id().equals(s.like()))) {
      say(where, "%s is like %s, which is no suspect", s.id(), s.like());
    }
    if (s.work() != null
        && catalog.work(s.work()).filter(w -> w.remedy() == s.remedy()).isEmpty()) {
      List<String> known =
          catalog.works().stream().filter(w -> w.remedy() == s.remedy()).map(Work::id).toList();
      say(where, "%s: no work of this remedy is called %s, only %s", s.id(), s.work(), known);
    }
  }

  private void operations(String where, List<Operation> operations) {
    for (Operation o : operations) {
      condition(where, o.id(), o);
      cautions(where, o.id(), o.cautions());
      latch(where, o.id(), o.latch(), true);
      if (o.debt().isPresent() && operations.stream().noneMatch(x -> o.id().equals(x.undoes()))) {
        say(where, "nothing undoes %s, which takes off %s", o.id(), o.debt().get().item());
      }
      if (o.amount() != null
          && o.undoes() == null
          && operations.stream().noneMatch(x -> o.id().equals(x.undoes()) && x.amount() != null)) {
        say(
            where,
            "nothing fills up what runs out with %s, which is %s",
            o.id(),
            o.amount().fluid());
      }
      if (o.undoes() != null && operations.stream().noneMatch(x -> x.id().equals(o.undoes()))) {
        say(where, "%s undoes %s, which is no operation", o.id(), o.undoes());
      }
    }
  }

  private void proving() {
    String where = "prove.yaml";
    once(where, "set-up", catalog.proving().setUps(), SetUp::id);
    once(where, "clue", catalog.proving().clues(), Clue::id);
    for (SetUp s : catalog.proving().setUps()) {
      condition(where, s.id(), s);
      Stream.concat(s.brings().stream(), s.ends().stream())
          .forEach(other -> setUp(where, s.id(), other));
    }
    Set<String> suspects =
        catalog.sheets().stream()
            .flatMap(s -> s.suspects().stream())
            .map(Suspect::id)
            .collect(Collectors.toSet());
    for (Clue c : catalog.proving().clues()) {
      c.odds().keySet().stream()
          .filter(s -> !suspects.contains(s))
          .forEach(s -> say(where, "%s moves %s, which is no suspect", c.id(), s));
      c.families().stream()
          .filter(f -> catalog.sheet(f).isEmpty())
          .forEach(f -> say(where, "%s is meant for %s, which is no family", c.id(), f));
    }
  }

  private void setUp(String where, String of, String id) {
    if (catalog.proving().setUps().stream().noneMatch(s -> s.id().equals(id))) {
      say(where, "%s needs or ends %s, which is no set-up", of, id);
    }
  }

  private void procedures() {
    String where = "procedures.yaml";
    once(where, "procedure", catalog.procedures(), Procedure::id);
    for (Procedure p : catalog.procedures()) {
      condition(where, p.id(), p);
      cautions(where, p.id(), p.cautions());
      p.after().stream()
          .filter(a -> !a.equals(Procedure.BATTERY_OFF) && catalog.sheet(a).isEmpty())
          .forEach(a -> say(where, "%s follows %s, which is no family", p.id(), a));
    }
  }

  private void aftermath() {
    String where = "aftermath.yaml";
    Set<String> known =
        operations().map(Operation::id).collect(Collectors.toCollection(HashSet::new));
    catalog.sheets().forEach(s -> known.add(s.family()));
    for (Aftermath a : catalog.aftermath()) {
      a.after().stream()
          .filter(x -> !known.contains(x))
          .forEach(x -> say(where, "%s come after %s, no family, no operation", a.sets(), x));
    }
  }

  private void schools() {
    String where = "schools.yaml";
    once(where, "school", catalog.schools(), School::id);
    for (School s : catalog.schools()) {
      condition(where, s.id(), s);
      trait(where, s.id(), s.id(), s.options().stream().map(School.Option::value).toList());
      s.advice().forEach(a -> condition(where, s.id() + ", " + a.value(), a));
      s.options()
          .forEach(o -> o.barred().forEach(b -> condition(where, s.id() + ", " + o.value(), b)));
    }
  }

  private void mishaps() {
    String where = "mishaps.yaml";
    once(where, "mishap", catalog.mishaps(), Mishap::id);
    for (Mishap m : catalog.mishaps()) {
      condition(where, m.id(), m);
      once(where, "way of " + m.id(), m.ways(), Mishap.Way::id);
      m.ways().forEach(w -> cautions(where, m.id() + ", " + w.id(), w.cautions()));
    }
  }

  private Stream<Operation> operations() {
    return Stream.concat(
        catalog.waysIn().operations().stream(),
        catalog.sheets().stream().flatMap(s -> s.operations().stream()));
  }

  private void access() {
    String where = "access.yaml";
    operations(where, catalog.waysIn().operations());
    for (WaysIn.Throughout t : catalog.waysIn().throughout()) {
      condition(where, t.caution(), t);
      cautions(where, "throughout", List.of(t.caution()));
    }
  }

  private void everyRemedyHasAWork() {
    Stream.of(Remedy.values())
        .filter(r -> catalog.works().stream().noneMatch(w -> w.remedy() == r))
        .forEach(r -> say("works.yaml", "no work carries out %s", r));
  }

  private void codesOfOneSheetOnly() {
    List<FamilySheet> sheets = catalog.sheets();
    for (int i = 0; i < sheets.size(); i++) {
      for (int j = i + 1; j < sheets.size(); j++) {
        for (CodeGroup a : sheets.get(i).codes()) {
          for (CodeGroup b : sheets.get(j).codes()) {
            if (overlap(a.codes(), b.codes())) {
              say(
                  "family/" + sheets.get(j).family() + ".yaml",
                  "codes %s belong to the sheet %s too, as %s",
                  b.codes().text(),
                  sheets.get(i).family(),
                  a.codes().text());
            }
          }
        }
      }
    }
  }

  private static boolean overlap(CodeRange a, CodeRange b) {
    return a.contains(b.from()) || b.contains(a.from());
  }

  private void card(VehicleCard card) {
    String where = "vehicle/" + card.id() + ".yaml";
    once(where, "site", card.sites(), Site::id);
    once(where, "obstruction", card.obstructions(), Obstruction::id);
    once(where, "fastener", card.fasteners(), Fastener::id);
    once(where, "routine", card.routines(), Routine::id);
    cautions(where, "the card", card.cautions());
    card.routines().forEach(r -> cautions(where, r.id(), r.cautions()));
    card.routines().forEach(r -> condition(where, r.id(), r));
    card.relearnAfter().forEach((family, routines) -> relearn(where, card, family, routines));
    card.codes().stream()
        .filter(g -> catalog.sheet(g.family()).isEmpty())
        .forEach(g -> say(where, "codes %s are of no family", g.codes().text()));
    card.limits().keySet().stream()
        .filter(c -> catalog.sheets().stream().noneMatch(s -> s.check(c).isPresent()))
        .filter(c -> figuresOfProofs().noneMatch(c::equals))
        .forEach(c -> say(where, "a limit is for %s, no check and no figure of a proof", c));
    card.teach().keySet().stream()
        .filter(f -> !f.equals(Procedure.BATTERY_OFF) && catalog.sheet(f).isEmpty())
        .forEach(f -> say(where, "it teaches after %s, which is no family", f));
    card.obstructions().forEach(o -> obstruction(where, card, o));
    card.sites().forEach(s -> site(where, card, s));
    once(where, "wiring", card.wiring(), Wiring::id);
    for (Wiring w : card.wiring()) {
      w.sites().stream()
          .filter(s -> card.site(s).isEmpty())
          .forEach(s -> say(where, "wiring %s feeds %s, which is no site", w.id(), s));
    }
  }

  private Stream<String> figuresOfProofs() {
    return Stream.concat(
            catalog.sheets().stream().flatMap(s -> s.proofs().stream()),
            catalog.works().stream().flatMap(w -> w.proofs().stream()))
        .flatMap(p -> p.figures().stream().map(p::limit));
  }

  /** What a part is like may be anything, but what sheets ask for is one of its values. */
  private void relearn(String where, VehicleCard card, String family, List<String> routines) {
    boolean operation = operations().anyMatch(o -> o.id().equals(family));
    if (catalog.sheet(family).isEmpty() && !operation) {
      say(where, "relearning after %s, which is no family and no operation", family);
    }
    routines.stream()
        .filter(r -> card.routine(r).isEmpty())
        .forEach(r -> say(where, "no routine is called %s", r));
  }

  private void obstruction(String where, VehicleCard card, Obstruction o) {
    cautions(where, o.id(), o.cautions());
    latch(where, o.id(), o.latch(), false);
    o.under().stream()
        .filter(above -> card.obstructions().stream().noneMatch(x -> x.id().equals(above)))
        .forEach(above -> say(where, "%s lies under %s, which is nothing here", o.id(), above));
    o.fasteners().stream()
        .filter(f -> card.fastener(f).isEmpty())
        .forEach(f -> say(where, "%s names no fastener of the card: %s", o.id(), f));
  }

  private void site(String where, VehicleCard card, Site site) {
    Optional<FamilySheet> sheet = catalog.sheet(site.family());
    if (sheet.isEmpty()) {
      say(where, "site %s is of no known family", site.id());
      return;
    }
    if (site.typical()) {
      say(where, "site %s is typical: what is usual follows from the sheet", site.id());
    }
    if (site.isOutsideBay() && card.chassis() == null) {
      say(
          where,
          "site %s lies outside the bay, but the card has no plan of the vehicle",
          site.id());
    }
    FamilySheet variant = catalog.variant(sheet.get(), catalog.traits(card, site));
    boolean tightens = variant.operations().stream().anyMatch(o -> "site".equals(o.fastener()));
    if (tightens && card.fastener(site.fastener()).isEmpty()) {
      say(where, "site %s names no fastener of the card", site.id());
    }
    latch(where, site.id(), site.latch(), false);
    card.traits(site).values().forEach((t, values) -> trait(where, site.id(), t, values));
    variant.checks().forEach(c -> attempt(where, () -> c.requireCoherent(variant.suspects())));
    variant.checks().stream()
        .flatMap(c -> c.measured().stream())
        .filter(m -> m.figure() == null && m.cardFigure() != null)
        .map(Measurement::cardFigure)
        // A card that was begun at a vehicle does without: whoever measures compares by the maker.
        .filter(figure -> !card.partial() && card.figure(figure).isEmpty())
        .forEach(figure -> say(where, "site %s needs the figure %s", site.id(), figure));
    // What a card adds to an order depends on how far the work opens, not on which work it is.
    Set<Work.Opens> opened = EnumSet.noneOf(Work.Opens.class);
    catalog.works().stream()
        .filter(w -> w.suits(variant.operations()) && opened.add(w.opens()))
        .forEach(
            w ->
                site.ways()
                    .forEach(
                        way ->
                            attempt(where, () -> catalog.workOrder(card, site.by(way.from()), w))));
  }

  private void attempt(String where, Runnable work) {
    try {
      work.run();
    } catch (RuntimeException e) {
      problems.add(new CatalogProblem(where, e.getMessage(), CatalogProblem.names(e.getMessage())));
    }
  }
}
