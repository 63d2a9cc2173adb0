package hopmend.job;

import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.prove.Remedy;
import hopmend.swap.Work;
import java.util.ArrayList;
import java.util.List;

/**
 * A fact that another one brings with it, about another sensor.
 *
 * @param about the sensor
 */
public record Following(About about, Fact fact) {
  /** Why the twin is renewed, and the part, where the one that was chosen fits it too. */
  static List<Following> pair(Target here, Target twin, Fact.PartChosen chosen, Wording words) {
    Work work = twin.catalog().usual(Remedy.REPLACE_SENSOR);
    String reason = words.of(Message.of("reason.pair", here.name()));
    List<Following> following = new ArrayList<>();
    following.add(
        new Following(
            twin.about(), new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "", 0, reason, work.id())));
    twin.partChoice()
        .flatMap(c -> c.byKey(chosen.part() == null ? "" : chosen.part().key()))
        .filter(c -> c.fit().goesIn())
        .ifPresent(
            c ->
                following.add(
                    new Following(twin.about(), new Fact.PartChosen(c.part(), false, reason))));
    return List.copyOf(following);
  }
}
