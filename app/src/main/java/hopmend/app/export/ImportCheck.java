package hopmend.app.export;

import hopmend.app.catalog.Catalogs;
import hopmend.app.job.JobCopy;
import hopmend.app.web.Words;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.job.About;
import hopmend.job.Fact;
import hopmend.job.JobEntry;
import hopmend.job.JobRules;
import hopmend.job.JobState;
import hopmend.job.Role;
import hopmend.job.ShopSettings;
import hopmend.job.Workup;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.springframework.stereotype.Component;

/**
 * Holds the entries of a file against the rules that a page obeys, one after the other as they were
 * made. An entry that was made with another revision of sheet or card is not judged by today's ids.
 */
@Component
class ImportCheck {
  private final Catalogs catalogs;
  private final ShopSettings shop;

  ImportCheck(Catalogs catalogs, ShopSettings shop) {
    this.catalogs = catalogs;
    this.shop = shop;
  }

  /**
   * @param checkedSoFar told how many entries were checked
   */
  void check(JobCopy copy, Problems problems, LongConsumer checkedSoFar) {
    List<JobEntry> before = new ArrayList<>();
    for (JobCopy.Entry e : copy.entries()) {
      if (problems.isFull()) {
        return;
      }
      if (isOfTheSameKnowledge(e.about())) {
        Workup workup = new Workup(JobState.of(before), catalogs.now(), shop);
        JobRules.Person author = JobRules.Person.elsewhere(e.who(), catalogs.now());
        JobRules.refuse(workup, e.fact(), Long.MAX_VALUE, author)
            .ifPresent(r -> problems.add("Entry " + e.sequence(), Words.of(r.says())));
      }
      String file = e.fact().keptText();
      if (!file.isEmpty() && copy.files().stream().noneMatch(f -> f.id().toString().equals(file))) {
        problems.add("Entry " + e.sequence(), "the file that it names is not in here");
      }
      before.add(new JobEntry(e.sequence(), e.at(), e.who(), e.fact(), e.about(), e.claim()));
      checkedSoFar.accept(before.size());
    }
  }

  /** What a fact names that the catalog here does not know, whatever stands before it. */
  Optional<String> unknownHere(Fact fact) {
    if (fact instanceof Fact.VehicleIdentified || fact instanceof Fact.SymptomsNoted) {
      Workup nothing = new Workup(JobState.of(List.of()), catalogs.now(), shop);
      return JobRules.refuse(nothing, fact, Long.MAX_VALUE, new JobRules.Person("", Role.LEAD))
          .map(r -> Words.of(r.says()));
    }
    return Optional.empty();
  }

  private boolean isOfTheSameKnowledge(About about) {
    return agree(
            about.family(),
            about.sheetRevision(),
            catalogs.now().sheet(about.family()).map(FamilySheet::revision).orElse(0))
        && agree(
            about.card(),
            about.cardRevision(),
            catalogs.now().card(about.card()).map(VehicleCard::revision).orElse(0));
  }

  private static boolean agree(String id, int told, int here) {
    return id.isEmpty() || told == here;
  }
}
