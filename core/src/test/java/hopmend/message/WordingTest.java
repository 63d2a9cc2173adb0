package hopmend.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.clear.ClearReport;
import hopmend.clear.ClearedGroup;
import hopmend.fault.CodePicture;
import hopmend.fault.FlashCount;
import hopmend.find.Attested;
import hopmend.find.Level;
import hopmend.find.Site;
import hopmend.find.View;
import hopmend.find.Wiring;
import hopmend.instrument.Instrument;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.Standing;
import hopmend.job.Wanted;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.Bench;
import hopmend.part.Fit;
import hopmend.part.Grade;
import hopmend.part.OldNumber;
import hopmend.part.seal.OldSeal;
import hopmend.part.seal.SealMaterial;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import hopmend.sensor.SignalModel;
import hopmend.swap.Fastener;
import hopmend.swap.Phase;
import hopmend.swap.ThreadState;
import hopmend.trace.Finding;
import hopmend.trace.ToneRing;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.VinReading;
import hopmend.verify.DriveLog;
import hopmend.verify.InspectionRule;
import hopmend.verify.Road;
import hopmend.wire.CodeFormat;
import hopmend.wire.HeaderFault;
import hopmend.wire.MessageFault;
import hopmend.wire.PowerMode;
import hopmend.wire.Refusal;
import hopmend.wire.RoutingAnswer;
import java.io.IOException;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.MessageFormat;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Properties;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordingTest {
  private static final Path ROOT = Path.of("").toAbsolutePath().getParent();
  private static final Wording ENGLISH = English.WORDS;

  private static Properties bundle() throws IOException {
    Properties words = new Properties();
    Path file = ROOT.resolve("core/src/main/resources/hopmend/words.properties");
    try (Reader in = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
      words.load(in);
    }
    return words;
  }

  private static String sources() throws IOException {
    StringBuilder all = new StringBuilder();
    for (String module : new String[] {"core", "app"}) {
      try (Stream<Path> files = Files.walk(ROOT.resolve(module + "/src/main/java"))) {
        for (Path f : files.filter(p -> p.toString().endsWith(".java")).toList()) {
          all.append(Files.readString(f));
        }
      }
    }
    return all.toString();
  }

  private static final List<Class<? extends Enum<?>>> SETS =
      List.of(
          Hop.class,
          hopmend.day.BayKind.class,
          Standing.Kind.class,
          Remedy.class,
          Grade.class,
          Fit.Says.class,
          OldNumber.Kind.class,
          Bench.Says.class,
          Wanted.Kind.class,
          OldSeal.Says.class,
          OldSeal.Thumb.class,
          OldSeal.Oil.class,
          SealMaterial.Suits.class,
          Phase.class,
          Fact.HowOften.class,
          Fact.ClearedBy.class,
          Fact.AskedBy.class,
          Fact.NumberFrom.class,
          Fact.SoftwareStage.class,
          RoutineState.class,
          Refusal.class,
          RoutingAnswer.class,
          MessageFault.class,
          HeaderFault.class,
          CodeFormat.class,
          PowerMode.class,
          ThreadState.class,
          Fastener.Kind.class,
          CodePicture.Role.class,
          Wiring.Kind.class,
          ClearReport.Fate.class,
          ClearedGroup.class,
          Site.WayIn.class,
          Level.class,
          View.class,
          EngineLayout.Arrangement.class,
          EngineLayout.Orientation.class,
          EngineLayout.VehicleSide.class,
          SignalModel.Companion.class,
          FlashCount.Rhythm.class,
          DriveLog.Column.class,
          Road.class,
          Fact.ClearedWhile.class,
          InspectionRule.class,
          Attested.State.class,
          Attested.Origin.class,
          VinReading.Region.class,
          Finding.class,
          Instrument.class,
          ToneRing.Unseen.class);

  private static Set<String> names() {
    return SETS.stream()
        .flatMap(s -> Arrays.stream(s.getEnumConstants()))
        .map(e -> Message.named(e).key())
        .collect(Collectors.toSet());
  }

  /** Pages of many people are worded at once. */
  @Test
  void manyAskForTheSameWordsAtOnce() {
    Wording shared = Wording.of(Locale.ENGLISH);
    assertThat(
            IntStream.range(2, 5_000)
                .parallel()
                .mapToObj(i -> shared.of(Message.of("hop.work-on-code", i, "P" + i)))
                .toList())
        .isEqualTo(
            IntStream.range(2, 5_000)
                .mapToObj(i -> String.format(Locale.ENGLISH, "%,d codes, work on P%d", i, i))
                .toList());
  }

  /** A key is written whole, or behind the word of its kind: "refused." + "signed-off". */
  @Test
  void everyWordingIsForSomethingThatIsSaid() throws IOException {
    String said = sources();
    Set<String> names = names();
    Stream.of(Hop.values()).map(h -> h.question().key()).forEach(names::add);
    Stream.of(Site.WayIn.values()).map(w -> w.shortly().key()).forEach(names::add);
    Stream.of(SignalModel.Companion.values()).map(c -> c.within().key()).forEach(names::add);
    assertThat(bundle().stringPropertyNames())
        .allSatisfy(
            key -> {
              String own = key.substring(key.indexOf('.') + 1);
              String last = key.substring(key.lastIndexOf('.') + 1);
              assertThat(names.contains(key) || isSaid(said, key, own, last)).as(key).isTrue();
            });
  }

  private static boolean isSaid(String sources, String... ways) {
    return Stream.of(ways).anyMatch(w -> sources.contains('"' + w + '"'));
  }

  private static Set<String> literals(String source, String pattern) {
    return Pattern.compile('"' + pattern + '"')
        .matcher(source)
        .results()
        .map(m -> m.group(1))
        .collect(Collectors.toSet());
  }

  /** The keys behind a call by which one file makes its messages. */
  private static Set<String> made(String file, String call) throws IOException {
    Set<String> keys =
        Pattern.compile(call + "\"([a-z]+(?:-[a-z]+)*)\"")
            .matcher(source(file))
            .results()
            .map(m -> m.group(1))
            .collect(Collectors.toSet());
    assertThat(keys).as(file).isNotEmpty();
    return keys;
  }

  private static String source(String file) throws IOException {
    return Files.readString(ROOT.resolve("core/src/main/java/hopmend/" + file));
  }

  /** Whole keys anywhere; the parts behind "hop." and "refused." where those two are made. */
  @Test
  void everythingThatIsSaidHasItsWords() throws IOException {
    String kinds =
        "(?:hop|doubt|refused|reason|missing|band|fastener|slip|outcome|list|codes|lost|expected|beside|site|bay|chassis|dial|companion|way|slipped|number|log|flashes)";
    Set<String> said = literals(sources(), "(" + kinds + "\\.[a-z-]*[a-z])");
    literals(source("job/HopLine.java"), "([a-z]+(?:-[a-z]+)*)").forEach(k -> said.add("hop." + k));
    literals(source("job/JobRules.java"), "([a-z]+(?:-[a-z]+)+)")
        .forEach(k -> said.add("refused." + k));
    literals(source("part/Fit.java"), "([a-z]+(?:-[a-z]+)+)")
        .forEach(k -> said.add(k.equals("build-date") ? "fit.on." + k : "fit." + k));
    literals(source("clear/ClearReport.java"), "([a-z]+(?:-[a-z]+)*)")
        .forEach(k -> said.add("fate." + k));
    made("fault/CodePicture.java", "\\bas\\(Role\\.[A-Z]+, ").forEach(k -> said.add("tie." + k));
    made("verify/DriveProof.java", "unless\\([^\"]*").forEach(k -> said.add("driven." + k));
    made("verify/DriveProof.java", "(?:timed|new Requirement)\\(\\s*")
        .forEach(k -> said.addAll(List.of("drive." + k, "trace." + k)));
    made("fault/CodeDrawing.java", "(?:drawn\\(|Role\\.[A-Z]+, )")
        .forEach(k -> said.add("drawn." + k));
    made("fault/CodeText.java", "as\\([^,]*,\\s*").forEach(k -> said.add("typed." + k));
    for (String finder : List.of("CodeFinder", "DeniedCodes", "HeavyFinder")) {
      made("report/" + finder + ".java", "Doubt\\([^\"]*").forEach(k -> said.add("doubt." + k));
    }
    made("report/CodeScanner.java", "doubt\\(limit, ").forEach(k -> said.add("doubt." + k));
    said.addAll(names());
    assertThat(said).hasSizeGreaterThan(250);
    assertThat(bundle().stringPropertyNames()).containsAll(said);
  }

  @Test
  void everyWordingCanBeWorded() throws IOException {
    for (String key : bundle().stringPropertyNames()) {
      String pattern = bundle().getProperty(key);
      assertThat(
              new MessageFormat(pattern, Locale.ENGLISH)
                  .format(new Object[] {1, 1, 1, 1, 1, 1, 1, 1}))
          .as(key)
          .doesNotContain("{", "}");
      assertThat(pattern.replace("''", "")).as("a lone apostrophe in %s", key).doesNotContain("'");
    }
  }

  @ParameterizedTest
  @CsvSource({
    "1, 0, 1 step",
    "12, 0, 12 steps",
    "1, 3, '1 step, 3 owed'",
    "12, 1, '12 steps, 1 owed'"
  })
  void oneAndManyAreSaidAsPeopleSayThem(int steps, int owed, String said) {
    assertThat(ENGLISH.of(Message.of("hop.steps", steps, owed))).isEqualTo(said);
  }

  @Test
  void whatOneMessageSaysMayBePartOfAnother() {
    Message by = Message.of("hop.by", "Read");
    assertThat(ENGLISH.of(Message.of("hop.blocked", by))).isEqualTo("blocked by Read");
  }

  @Test
  void aSecondLanguageIsAFileAndWhatItLacksIsSaidInEnglish() {
    Wording dutch = Wording.of(Locale.forLanguageTag("nl"));
    assertThat(dutch.of(Message.of("hop.steps", 12, 2))).isEqualTo("12 stappen, 2 terug te zetten");
    assertThat(dutch.of(Message.of("hop.compare"))).isEqualTo("compare old and new");
  }

  @Test
  void whatNoBundleKnowsIsStillSaid() {
    assertThat(ENGLISH.of(Message.of("hop.of-tomorrow", "cam", 3)))
        .isEqualTo("hop.of-tomorrow cam 3");
  }

  @Test
  void aMessageIsTheSameAfterItWasKept() {
    Message whole =
        Message.of(
            "a",
            "text \"with\" {braces}",
            7L,
            0.25,
            Reading.of(4.98, MeasureUnit.VOLT),
            LocalDate.of(2026, 11, 26),
            Message.of("b", 1L));
    assertThat(MessageJson.read(MessageJson.write(whole))).isEqualTo(whole);
    assertThat(ENGLISH.of(MessageJson.read(""))).isEmpty();
    assertThatThrownBy(() -> Message.of("a", new StringBuilder("x")))
        .hasMessageContaining("cannot say");
  }
}
