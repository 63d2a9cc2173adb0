package hopmend.catalog;

import hopmend.fault.CodeGroup;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodeRule;
import hopmend.fault.CodeWords;
import hopmend.fault.ControlUnit;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.prove.Check;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Operation;
import hopmend.swap.WorkOrder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * Sheets, cards and the rules beside them.
 *
 * @param otherCodes codes that stand beside a sensor's without being one's
 * @param circumstances in which a symptom shows
 * @param controlUnits how reports name them
 */
public record Catalog(
    List<FamilySheet> sheets,
    List<VehicleCard> cards,
    List<CodeGroup> otherCodes,
    List<CodeRule> codeRules,
    CodeWords codeWords,
    Map<String, Caution> cautions,
    List<Symptom> symptoms,
    List<Symptom> circumstances,
    List<ControlUnit> controlUnits) {
  public Catalog {
    sheets = List.copyOf(sheets);
    cards = List.copyOf(cards);
    otherCodes = List.copyOf(otherCodes);
    codeRules = List.copyOf(codeRules);
    cautions = Map.copyOf(cautions);
    symptoms = List.copyOf(symptoms);
    circumstances = List.copyOf(circumstances);
    controlUnits = List.copyOf(controlUnits);
  }

  public Optional<FamilySheet> sheet(String family) {
    return sheets.stream().filter(s -> s.family().equals(family)).findFirst();
  }

  /** The sheet whose codes include this one. */
  public Optional<FamilySheet> sheetOwning(TroubleCode code) {
    return sheets.stream().filter(s -> CodeGroup.owning(code, s.codes()).isPresent()).findFirst();
  }

  public Optional<VehicleCard> card(String id) {
    return cards.stream().filter(c -> c.id().equals(id)).findFirst();
  }

  public List<CodeGroup> codeGroups() {
    return sheets.stream().flatMap(s -> s.codes().stream()).toList();
  }

  public CodeMeaning meaning(TroubleCode code) {
    return meaning(code, List.of());
  }

  /**
   * @param own groups of the vehicle's card, which come first
   */
  public CodeMeaning meaning(TroubleCode code, List<CodeGroup> own) {
    List<CodeGroup> known = Stream.of(own, codeGroups(), otherCodes).flatMap(List::stream).toList();
    return CodeMeaning.of(code, known, codeWords);
  }

  /** The caution of this id; one that nobody wrote yet still warns, by its id. */
  public Caution caution(String id) {
    return Optional.ofNullable(cautions.get(id)).orElseGet(() -> Caution.unknown(id));
  }

  public Optional<Symptom> symptom(String id) {
    return symptoms.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  /** The work order of a sheet at a site of a card. */
  public WorkOrder workOrder(FamilySheet sheet, VehicleCard card, Site site) {
    Map<String, Fastener> fasteners = new LinkedHashMap<>();
    card.fasteners().forEach(f -> fasteners.put(f.id(), f));
    return WorkOrder.of(
        withCardCautions(sheet.operations(), card.cautions()),
        card.obstructions(),
        site.behind(),
        fasteners,
        card.fastener(site.fastener()),
        cautions);
  }

  /** What holds for any work on a vehicle stands at the first operation. */
  private static List<Operation> withCardCautions(
      List<Operation> operations, List<String> cautions) {
    if (cautions.isEmpty()) {
      return operations;
    }
    List<Operation> all = new ArrayList<>(operations);
    all.set(0, all.get(0).withCautions(cautions));
    return all;
  }

  /** Everything in which the files contradict themselves or each other; empty if sound. */
  public List<String> problems() {
    List<String> problems = new ArrayList<>();
    for (FamilySheet s : sheets) {
      for (Check c : s.checks()) {
        collect(problems, s.family(), () -> coherent(c, s));
      }
    }
    for (VehicleCard card : cards) {
      card.relearnAfter().values().stream()
          .flatMap(List::stream)
          .filter(r -> card.routine(r).isEmpty())
          .forEach(r -> problems.add(card.id() + ": no routine is called " + r));
      card.codes().stream()
          .filter(g -> sheet(g.family()).isEmpty())
          .forEach(
              g -> problems.add(card.id() + ": codes " + g.codes().text() + " are of no family"));
      card.cautions().stream()
          .filter(c -> !cautions.containsKey(c))
          .forEach(c -> problems.add(card.id() + ": no caution is called " + c));
      for (Site site : card.sites()) {
        siteProblems(card, site, problems);
      }
    }
    return problems;
  }

  private Object coherent(Check check, FamilySheet sheet) {
    check.requireCoherent(sheet.suspects());
    for (String looked : check.looksFor()) {
      if (sheet.suspects().stream().noneMatch(s -> s.id().equals(looked))) {
        throw new IllegalArgumentException(
            "Check %s looks for %s, which is no suspect".formatted(check.id(), looked));
      }
    }
    return check;
  }

  private void siteProblems(VehicleCard card, Site site, List<String> problems) {
    Optional<FamilySheet> sheet = sheet(site.family());
    if (sheet.isEmpty()) {
      problems.add("%s: site %s is of no known family".formatted(card.id(), site.id()));
      return;
    }
    if (site.isOutsideBay() && card.chassis() == null) {
      problems.add(
          "%s: site %s lies outside the bay, but the card has no plan of the vehicle"
              .formatted(card.id(), site.id()));
    }
    boolean tightens = sheet.get().operations().stream().anyMatch(o -> "site".equals(o.fastener()));
    if (tightens && card.fastener(site.fastener()).isEmpty()) {
      problems.add("%s: site %s names no fastener of the card".formatted(card.id(), site.id()));
    }
    collect(problems, card.id(), () -> workOrder(sheet.get(), card, site));
  }

  private static void collect(List<String> problems, String where, Supplier<Object> work) {
    try {
      work.get();
    } catch (RuntimeException e) {
      problems.add(where + ": " + e.getMessage());
    }
  }
}
