package hopmend.report;

import static java.util.stream.Collectors.groupingBy;
import static java.util.stream.Collectors.joining;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.report.ReportWords.Label;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * Reports that are put together by a grammar: ten languages, each in many layouts, with units,
 * states, descriptions and counts by turns. What each tells is known, and has to be read.
 */
class GeneratedReportsTest {
  private static final int OF_EACH = 120;
  private static final int OF_SPEECH = 600;
  private static final List<CodeState> STATES =
      List.of(CodeState.CURRENT, CodeState.STORED, CodeState.PENDING, CodeState.HISTORY);
  private static final List<String> CODES =
      List.of(
          "P0340", "P0171", "P0299", "P0562", "P0016", "P0401", "P2263", "P0730", "P0118", "C0035",
          "C0040", "C1511", "B1342", "B0012", "U0100", "U0121", "U0155");

  private static Grammar grammar;

  record Grammar(List<String> units, List<Label> labels, List<Language> languages) {}

  record Language(
      String language,
      List<String> units,
      List<String> labels,
      List<String> none,
      String faults,
      Map<CodeState, List<String>> states,
      List<String> texts,
      String silence,
      Speech speech) {
    Language withUnits(List<String> others) {
      return new Language(language, others, labels, none, faults, states, texts, silence, speech);
    }
  }

  /** How people tell codes: "in the engine I have P0335 active, and nothing in the ABS". */
  record Speech(
      List<String> placed,
      List<String> saying,
      List<String> equipment,
      String and,
      String nothing,
      String have,
      String has,
      String both,
      List<String> all) {
    /** "Zamiatarka" has it, and it is "w zamiatarce". */
    String asCalled(int unit, int which, int form) {
      String name = equipment.get(which);
      String[] said = (form < 3 ? placed : saying).get(unit).split(" ");
      return String.join(
          " ", Arrays.asList(said).subList(said.length - name.split(" ").length, said.length));
    }
  }

  /** A fault with all that a report may tell of it. */
  record Fault(int unit, String code, CodeState state, String said, String text, int times) {
    Fault of(String other) {
      return new Fault(unit, other, state, said, text, times);
    }
  }

  /**
   * What one report has to tell, with the words in which it does.
   *
   * @param equipment which of its units nobody knows, -1 if all are known
   */
  record Told(Language in, Map<Integer, List<Fault>> byUnit, int equipment, Random any) {
    /** Its codes are such as only its maker can explain. */
    Told withEquipment() {
      int which = byUnit.keySet().stream().skip(1).findFirst().orElseThrow();
      List<String> units = new ArrayList<>(in.units());
      units.set(which, upper(pick(in.speech().equipment())));
      Map<Integer, List<Fault>> faults = new LinkedHashMap<>(byUnit);
      int[] next = {10};
      faults.computeIfPresent(
          which, (unit, all) -> all.stream().map(f -> f.of("C1A" + next[0]++)).toList());
      return new Told(in.withUnits(units), faults, which, any);
    }

    String isOf(Fault f) {
      return f.unit() == equipment ? unit(f) : grammar.units().get(f.unit());
    }

    List<Fault> all() {
      return byUnit.values().stream().flatMap(List::stream).toList();
    }

    String unit(int unit) {
      return in.units().get(unit);
    }

    String unit(Fault f) {
      return unit(f.unit());
    }

    String name(Label label) {
      return in.labels().get(grammar.labels().indexOf(label));
    }

    String value(Label label, Fault f) {
      return switch (label) {
        case UNIT -> unit(f);
        case CODE -> f.code();
        case STATUS -> f.said();
        case TEXT -> f.text();
        default -> String.valueOf(f.times());
      };
    }

    <T> T pick(List<T> of) {
      return of.get(any.nextInt(of.size()));
    }

    /** Unit, code and state in any order, often with a description, now and then with a count. */
    List<Label> columns() {
      List<Label> columns = new ArrayList<>(List.of(Label.UNIT, Label.CODE, Label.STATUS));
      if (any.nextBoolean()) {
        columns.add(Label.TEXT);
      }
      if (any.nextInt(3) == 0) {
        columns.add(Label.COUNT);
      }
      Collections.shuffle(columns, any);
      return columns;
    }

    String row(Fault f) {
      String shape =
          pick(
              List.of(
                  "%1$s  %2$s  %3$s",
                  "%1$s - %2$s - %3$s",
                  "%1$s (%3$s) %2$s",
                  "%1$s %3$s",
                  "%3$s  %1$s  %2$s",
                  "%1$s: %2$s [%3$s]",
                  "%1$s | %2$s | %3$s",
                  "%1$s, %2$s, %3$s",
                  "%1$s %2$s (%3$s)",
                  "%1$s\t%3$s\t%2$s",
                  "%1$s x%4$d %3$s",
                  "%1$s/%3$s",
                  "%1$s; %2$s; %3$s; %4$d"));
      return shape.formatted(f.code(), f.text(), f.said(), f.times());
    }

    Map<CodeState, List<Fault>> byState(List<Fault> faults) {
      return faults.stream().collect(groupingBy(Fault::state, LinkedHashMap::new, toList()));
    }

    private static <T> java.util.stream.Collector<T, ?, List<T>> toList() {
      return java.util.stream.Collectors.toList();
    }
  }

  private enum Layout {
    UNITS_AS_HEADINGS(Layout::underUnits),
    TABLES(Layout::table),
    A_UNIT_A_LINE(Layout::unitALine),
    STATES_AS_HEADINGS(Layout::underStates),
    STATES_UNDER_UNITS(Layout::statesUnderUnits),
    FIELDS_BELOW_EACH_OTHER(Layout::records),
    STATES_BELOW_CODES(Layout::below),
    CROSSES(Layout::crosses),
    SENTENCES(Layout::sentences),
    RUNNING_LISTS(Layout::running),
    DATA(Layout::data),
    A_STATE_A_LINE(Layout::stateALine);

    private final Function<Told, String> writing;

    Layout(Function<Told, String> writing) {
      this.writing = writing;
    }

    private static String lines(Stream<String> lines) {
      return lines.collect(joining("\n", "", "\n"));
    }

    private static String underUnits(Told t) {
      String heading =
          t.pick(
              List.of(
                  "%1$s",
                  "%1$s:",
                  "[%1$s]",
                  "== %1$s ==",
                  "%1$s (%2$d)",
                  "%1$s: %2$d %3$s",
                  "* %1$s",
                  "# %1$s",
                  "--- %1$s ---",
                  "%4$d. %1$s",
                  "%4$02d %1$s",
                  "> %1$s",
                  "%1$s, %2$d %3$s"));
      String indent = t.pick(List.of("", "  ", "    ", " - ", "  * "));
      int seed = t.any().nextInt();
      List<String> lines = new ArrayList<>();
      t.byUnit()
          .forEach(
              (unit, faults) -> {
                lines.add(
                    heading.formatted(t.unit(unit), faults.size(), t.in().faults(), 1 + unit));
                faults.forEach(
                    f ->
                        lines.add(
                            indent + new Told(t.in(), t.byUnit(), -1, new Random(seed)).row(f)));
                if (faults.isEmpty()) {
                  lines.add(indent + t.pick(t.in().none()));
                }
              });
      return lines(lines.stream());
    }

    private static String table(Told t) {
      List<Label> columns = t.columns();
      String sign = t.pick(List.of(" | ", ";", ",", "\t", "   "));
      Stream<String> head = Stream.of(columns.stream().map(t::name).collect(joining(sign)));
      Stream<String> rows =
          t.all().stream()
              .map(f -> columns.stream().map(c -> t.value(c, f)).collect(joining(sign)));
      return lines(Stream.concat(head, rows));
    }

    private static String unitALine(Told t) {
      String shape = t.pick(List.of("%s (%s)", "%s %s", "%s [%s]"));
      String sign = t.pick(List.of(": ", " - "));
      return lines(
          t.byUnit().entrySet().stream()
              .map(
                  e ->
                      t.unit(e.getKey())
                          + sign
                          + (e.getValue().isEmpty()
                              ? t.pick(t.in().none())
                              : e.getValue().stream()
                                  .map(f -> shape.formatted(f.code(), f.said()))
                                  .collect(joining(", ")))));
    }

    private static String underStates(Told t) {
      String heading = t.pick(List.of("%s:", "[%s]", "== %s ==", "%s", "- %s -", "%s (%d)"));
      String row =
          t.pick(
              List.of(
                  "  %2$s %1$s",
                  "  %1$s - %2$s", "  %1$s (%2$s)", "  %2$s: %1$s", "  %1$s | %2$s | %3$s"));
      return lines(
          t.byState(t.all()).values().stream()
              .flatMap(
                  faults ->
                      Stream.concat(
                          Stream.of(heading.formatted(faults.get(0).said(), faults.size())),
                          faults.stream().map(f -> row.formatted(f.code(), t.unit(f), f.text())))));
    }

    private static String statesUnderUnits(Told t) {
      String sign = t.any().nextBoolean() ? ":" : "";
      boolean listed = t.any().nextBoolean();
      List<String> lines = new ArrayList<>();
      t.byUnit()
          .forEach(
              (unit, faults) -> {
                if (!faults.isEmpty()) {
                  lines.add(t.unit(unit) + sign);
                }
                t.byState(faults)
                    .values()
                    .forEach(
                        same -> {
                          String said = "  " + same.get(0).said();
                          String codes = same.stream().map(Fault::code).collect(joining(", "));
                          lines.add(listed ? said + ": " + codes : said + sign);
                          same.stream()
                              .filter(f -> !listed)
                              .forEach(f -> lines.add("    " + f.code() + " " + f.text()));
                        });
              });
      return lines(lines.stream());
    }

    private static String records(Told t) {
      List<Label> fields = t.columns();
      String sign = t.pick(List.of(": ", " = ", "  ", ".....: ", " : "));
      String gap = t.any().nextBoolean() ? "\n" : "";
      return lines(
          t.all().stream()
              .map(
                  f ->
                      fields.stream()
                          .map(c -> t.name(c) + sign + t.value(c, f))
                          .collect(joining("\n", "", gap))));
    }

    private static String below(Told t) {
      String status = t.any().nextBoolean() ? t.name(Label.STATUS) + ": " : "";
      return lines(
          t.byUnit().entrySet().stream()
              .filter(e -> !e.getValue().isEmpty())
              .flatMap(
                  e ->
                      Stream.concat(
                          Stream.of(t.unit(e.getKey())),
                          e.getValue().stream()
                              .map(
                                  f ->
                                      "  %s %s%n      %s%s"
                                          .formatted(f.code(), f.text(), status, f.said())))));
    }

    private static String crosses(Told t) {
      String sign = t.pick(List.of(";", " | ", "\t"));
      Map<CodeState, List<Fault>> byState = t.byState(t.all());
      String head =
          t.name(Label.UNIT)
              + sign
              + t.name(Label.CODE)
              + byState.values().stream().map(s -> sign + s.get(0).said()).collect(joining());
      return lines(
          Stream.concat(
              Stream.of(head),
              t.all().stream()
                  .map(
                      f ->
                          t.unit(f)
                              + sign
                              + f.code()
                              + byState.keySet().stream()
                                  .map(s -> sign + (s == f.state() ? "x" : "-"))
                                  .collect(joining()))));
    }

    private static String sentences(Told t) {
      String shape = t.pick(List.of("%s %s", "%s (%s)"));
      return t.byUnit().entrySet().stream()
          .map(
              e ->
                  t.unit(e.getKey())
                      + ": "
                      + (e.getValue().isEmpty()
                          ? t.pick(t.in().none())
                          : e.getValue().stream()
                              .map(f -> shape.formatted(f.code(), f.said()))
                              .collect(joining(", "))))
          .collect(joining(t.any().nextBoolean() ? ". " : "; ", "", ".\n"));
    }

    /** "Engine ok, gearbox: P0730 stored and P0700 active / ABS none", states before or behind. */
    private static String running(Told t) {
      String tie = t.pick(List.of(" ", ": ", " - "));
      String gap = t.pick(List.of("; ", ", ", ". ", " / "));
      String and = t.in().speech() == null ? " + " : " " + t.in().speech().and() + " ";
      String sign = gap.equals(", ") ? and : t.pick(List.of(", ", and, " + "));
      String shape = t.pick(List.of("%1$s %2$s", "%1$s (%2$s)", "%2$s %1$s"));
      return t.byUnit().entrySet().stream()
          .map(
              e ->
                  t.unit(e.getKey())
                      + tie
                      + (e.getValue().isEmpty()
                          ? t.pick(t.in().none())
                          : e.getValue().stream()
                              .map(f -> shape.formatted(f.code(), f.said()))
                              .collect(joining(sign))))
          .collect(joining(gap, "", "."));
    }

    private static String data(Told t) {
      boolean byState = t.any().nextBoolean();
      return byState
          ? t.byState(t.all()).values().stream()
              .map(
                  same ->
                      "\"%s\":{%s}"
                          .formatted(
                              same.get(0).said(),
                              same.stream()
                                  .collect(groupingBy(t::unit, TreeMap::new, Told.toList()))
                                  .entrySet()
                                  .stream()
                                  .map(
                                      e ->
                                          "\"%s\":[%s]".formatted(e.getKey(), quoted(e.getValue())))
                                  .collect(joining(","))))
              .collect(joining(",", "{", "}"))
          : t.byUnit().entrySet().stream()
              .map(
                  e ->
                      "\"%s\":[%s]"
                          .formatted(
                              t.unit(e.getKey()),
                              e.getValue().stream()
                                  .map(
                                      f ->
                                          "{\"dtc\":\"%s\",\"state\":\"%s\",\"text\":\"%s\"}"
                                              .formatted(f.code(), f.said(), f.text()))
                                  .collect(joining(","))))
              .collect(joining(",", "{", "}"));
    }

    private static String quoted(List<Fault> faults) {
      return faults.stream().map(f -> "\"" + f.code() + "\"").collect(joining(","));
    }

    private static String stateALine(Told t) {
      String shape = t.pick(List.of("%1$s (%2$s)", "%2$s %1$s"));
      return lines(
          t.byState(t.all()).values().stream()
              .map(
                  same ->
                      same.stream()
                          .map(f -> shape.formatted(f.code(), t.unit(f)))
                          .collect(joining(", ", same.get(0).said() + ": ", ""))));
    }
  }

  @BeforeAll
  static void read() throws IOException {
    try (InputStream in = GeneratedReportsTest.class.getResourceAsStream("/report-grammar.yaml")) {
      grammar = new YAMLMapper().readValue(in, Grammar.class);
    }
  }

  /** Two to four units, the first with a code at least; each state has one name in a report. */
  private static Told told(Random any) {
    Language in = grammar.languages().get(any.nextInt(grammar.languages().size()));
    List<Integer> units =
        new ArrayList<>(IntStream.range(0, grammar.units().size()).boxed().toList());
    Collections.shuffle(units, any);
    List<String> codes = new ArrayList<>(CODES);
    Collections.shuffle(codes, any);
    Map<CodeState, String> said = new TreeMap<>();
    in.states().forEach((state, names) -> said.put(state, names.get(any.nextInt(names.size()))));
    List<CodeState> states = List.copyOf(said.keySet());
    Map<Integer, List<Fault>> byUnit = new LinkedHashMap<>();
    for (int unit : units.subList(0, 2 + any.nextInt(3))) {
      int count = byUnit.isEmpty() ? 1 + any.nextInt(3) : any.nextInt(4);
      List<Fault> faults = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        String code = codes.remove(0);
        CodeState state = states.get(any.nextInt(states.size()));
        String text =
            code.startsWith("U") ? in.silence() : in.texts().get(any.nextInt(in.texts().size()));
        faults.add(new Fault(unit, code, state, said.get(state), text, 1 + any.nextInt(9)));
      }
      byUnit.put(unit, faults);
    }
    return new Told(in, byUnit, -1, any);
  }

  @ParameterizedTest
  @EnumSource
  void whatItTellsIsReadWhole(Layout layout) {
    assertThat(wrongOf(layout, false)).isEmpty();
  }

  /** Not in lists by states: a name behind its code is known there by others in its line alone. */
  @ParameterizedTest
  @EnumSource(
      mode = EnumSource.Mode.EXCLUDE,
      names = {"A_STATE_A_LINE", "STATES_AS_HEADINGS"})
  void equipmentThatNobodyKnowsKeepsItsCodes(Layout layout) {
    assertThat(wrongOf(layout, true)).isEmpty();
  }

  private static List<String> wrongOf(Layout layout, boolean withEquipment) {
    List<String> wrong = new ArrayList<>();
    for (int seed = 0; seed < OF_EACH; seed++) {
      Told told = told(new Random(seed));
      if (withEquipment && told.in().speech() == null) {
        continue;
      }
      told = withEquipment ? told.withEquipment() : told;
      String text = layout.writing.apply(told);
      Map<String, ReadCode> read = new TreeMap<>();
      ScanText.read(text, 2026, Shipped.CATALOG.reportWords())
          .found()
          .forEach(f -> read.put(f.read().code().text(), f.read()));
      for (Fault f : told.all()) {
        ReadCode code = read.get(f.code());
        if (code == null
            || !code.states().equals(Set.of(f.state()))
            || !code.controlUnit().equals(told.isOf(f))) {
          wrong.add(f + " read as " + code + " of\n" + text);
        }
      }
    }
    return wrong;
  }

  /**
   * A unit first or last, as a place, a name or who speaks; known ones and others; in one breath.
   */
  @Test
  void whatPeopleSayIsReadWhole() {
    assertThat(wrongOf(GeneratedReportsTest::spoken)).isEmpty();
  }

  /** "P0335 and P0340 in the engine, both stored. Active in the ABS: C0035 and C0040." */
  @Test
  void whatIsSaidOfSeveralIsOfThose() {
    assertThat(wrongOf(GeneratedReportsTest::saidOfSeveral)).isEmpty();
  }

  /**
   * @param spoken what is said, and keeps what that tells by the code
   */
  private static List<String> wrongOf(BiFunction<Random, Map<String, String>, String> spoken) {
    List<String> wrong = new ArrayList<>();
    for (int seed = 0; seed < OF_SPEECH; seed++) {
      Map<String, String> told = new TreeMap<>();
      String text = spoken.apply(new Random(seed), told);
      Map<String, String> read = new TreeMap<>();
      ScanText.read(text, 2026, Shipped.CATALOG.reportWords())
          .found()
          .forEach(f -> read.put(f.read().code().text(), told(f.read())));
      if (!read.equals(told)) {
        wrong.add(told + " read as " + read + " of\n" + text);
      }
    }
    return wrong;
  }

  private static String told(ReadCode code) {
    return code.states() + " " + code.controlUnit().toLowerCase(Locale.ROOT);
  }

  private static Language speaking(Random any) {
    List<Language> speak = grammar.languages().stream().filter(l -> l.speech() != null).toList();
    return speak.get(any.nextInt(speak.size()));
  }

  private static <T> List<T> shuffled(Stream<T> all, Random any) {
    List<T> shuffled = new ArrayList<>(all.toList());
    Collections.shuffle(shuffled, any);
    return shuffled;
  }

  /** None of a network: those name units, too. */
  private static List<String> codes(Random any) {
    return shuffled(CODES.stream().filter(c -> !c.startsWith("U")), any);
  }

  private static String saidOfSeveral(Random any, Map<String, String> told) {
    Speech speech = speaking(any).speech();
    List<String> codes = codes(any);
    List<String> sentences = new ArrayList<>();
    for (int unit :
        shuffled(IntStream.range(0, grammar.units().size()).boxed(), any).subList(0, 3)) {
      String one = codes.remove(0);
      String other = codes.remove(0);
      int which = any.nextInt(STATES.size());
      String state = speech.all().get(which);
      String place = speech.placed().get(unit);
      String both = one + " " + speech.and() + " " + other;
      sentences.add(
          switch (any.nextInt(3)) {
            case 0 -> "%s %s, %s %s.".formatted(both, place, speech.both(), state);
            case 1 -> "%s %s: %s.".formatted(upper(state), place, both);
            default -> "%s: %s (%s %s).".formatted(upper(place), both, speech.both(), state);
          });
      for (String code : List.of(one, other)) {
        told.put(code, Set.of(STATES.get(which)) + " " + grammar.units().get(unit));
      }
    }
    return String.join(" ", sentences);
  }

  private static String upper(String said) {
    return said.substring(0, 1).toUpperCase(Locale.ROOT) + said.substring(1);
  }

  private static String spoken(Random any, Map<String, String> told) {
    Language in = speaking(any);
    Speech speech = in.speech();
    List<Integer> units = shuffled(IntStream.range(0, speech.placed().size()).boxed(), any);
    List<String> codes = codes(any);
    String shape = any.nextBoolean() ? "%s %s" : "%s (%s)";
    int form = any.nextInt(4);
    List<String> clauses = new ArrayList<>();
    for (int unit : units.subList(0, 2 + any.nextInt(2))) {
      int equipment = unit - grammar.units().size();
      List<String> items = new ArrayList<>();
      for (int i = 0; i < (clauses.isEmpty() ? 1 + any.nextInt(2) : any.nextInt(3)); i++) {
        String code = equipment < 0 ? codes.remove(0) : "C1A" + (10 + told.size());
        List<CodeState> states = List.copyOf(in.states().keySet());
        CodeState state = states.get(any.nextInt(states.size()));
        List<String> names = in.states().get(state);
        items.add(shape.formatted(code, names.get(any.nextInt(names.size()))));
        String name =
            equipment < 0 ? grammar.units().get(unit) : speech.asCalled(unit, equipment, form);
        told.put(code, Set.of(state) + " " + name.toLowerCase(Locale.ROOT));
      }
      clauses.add(clause(speech, unit, String.join(" " + speech.and() + " ", items), form));
    }
    int last = clauses.size() - 1;
    return switch (any.nextInt(3)) {
      case 0 -> clauses.stream().map(c -> c + ".").collect(joining(" "));
      case 1 -> String.join(", ", clauses) + ".";
      default ->
          String.join(", ", clauses.subList(0, last))
              + ", %s %s.".formatted(speech.and(), clauses.get(last));
    };
  }

  private static String clause(Speech speech, int unit, String codes, int form) {
    String place = speech.placed().get(unit);
    if (codes.isEmpty()) {
      return speech.nothing() + " " + place;
    }
    return switch (form) {
      case 0 -> place + " " + speech.have() + " " + codes;
      case 1 -> codes + " " + place;
      case 2 -> place + ": " + codes;
      default -> speech.saying().get(unit) + " " + speech.has() + " " + codes;
    };
  }
}
