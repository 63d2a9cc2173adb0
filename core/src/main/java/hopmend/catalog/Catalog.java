package hopmend.catalog;

import hopmend.fault.CodeGroup;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodeRule;
import hopmend.fault.CodeWords;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.prove.Check;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
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
 */
public record Catalog(
    List<FamilySheet> sheets,
    List<VehicleCard> cards,
    List<CodeGroup> otherCodes,
    List<CodeRule> codeRules,
    CodeWords codeWords,
    Map<String, Caution> cautions,
    List<Symptom> symptoms) {
  public Catalog {
    sheets = List.copyOf(sheets);
    cards = List.copyOf(cards);
    otherCodes = List.copyOf(otherCodes);
    codeRules = List.copyOf(codeRules);
    cautions = Map.copyOf(cautions);
    symptoms = List.copyOf(symptoms);
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
    List<CodeGroup> known = Stream.concat(codeGroups().stream(), otherCodes.stream()).toList();
    return CodeMeaning.of(code, known, codeWords);
  }

  public Optional<Symptom> symptom(String id) {
    return symptoms.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  /** The work order of a sheet at a site of a card. */
  public WorkOrder workOrder(FamilySheet sheet, VehicleCard card, Site site) {
    Map<String, Fastener> fasteners = new LinkedHashMap<>();
    card.fasteners().forEach(f -> fasteners.put(f.id(), f));
    return WorkOrder.of(
        sheet.operations(),
        card.obstructions(),
        site.behind(),
        fasteners,
        card.fastener(site.fastener()),
        cautions);
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
    if (card.fastener(site.fastener()).isEmpty()) {
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
