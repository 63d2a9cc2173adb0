package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ControlUnit;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.MeasureUnit;
import hopmend.sensor.LiveSignal;
import java.time.Month;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** How reports name things in all languages together: {@code report-words.yaml}. */
public final class ReportWords {
  /** What a column or a field is about. */
  public enum Label {
    CODE,
    TYPE,
    STATUS,
    UNIT,
    ADDRESS,
    SPN,
    FMI,
    SPN_FMI,
    COUNT,
    ODOMETER,
    DATE,
    IDENTIFICATION,
    TEXT,
    OTHER
  }

  /** The words of one language, as the file has them. */
  public record Language(
      String language,
      String decimal,
      Map<CodeState, List<String>> states,
      Map<Label, List<String>> labels,
      Map<Condition, List<String>> conditions,
      List<String> none,
      List<String> not,
      List<String> denied,
      List<String> affirmed,
      List<String> heads,
      List<String> beside,
      List<String> fill,
      List<String> from,
      List<String> runs,
      List<String> odometerWith,
      List<String> endings) {}

  /** The file. */
  public record File(
      List<Language> languages,
      List<String> beside,
      List<String> ambiguous,
      List<String> every,
      List<String> storing,
      List<String> counts,
      List<String> articles,
      List<String> the,
      List<String> locatives,
      List<String> things,
      List<String> and,
      List<String> joining,
      List<String> nothing,
      List<String> exceptions,
      List<String> past,
      List<String> then,
      List<String> now,
      List<String> notFound,
      Map<CodeState, List<String>> comings,
      List<String> spans,
      List<String> more,
      Map<String, List<String>> apart,
      List<String> healthy,
      List<String> being,
      List<String> only,
      List<String> as,
      List<String> descriptions,
      List<String> same,
      List<String> faulty,
      List<String> batteries,
      List<String> relative,
      List<String> singular,
      List<String> alone,
      List<String> onlyAccented,
      List<String> neverAccented,
      List<String> asides,
      List<String> results,
      List<String> tellers,
      List<String> trips,
      List<String> demanded,
      List<String> since,
      List<String> asNew,
      List<String> showOdometer,
      List<String> about,
      List<String> moments,
      List<String> momentsBehind,
      List<String> inside,
      List<String> blank,
      List<String> eachTime,
      List<String> changedParts,
      List<String> otherDistances,
      List<String> times,
      List<String> scanned,
      List<String> compounds,
      List<String> holds,
      List<String> cases,
      List<String> thousand,
      List<String> tenKilometres,
      List<String> codeMessages,
      List<String> plainDegrees,
      List<String> passing,
      List<String> of,
      List<String> traffic,
      Map<LineFinds.Reach, List<String>> places,
      List<String> two,
      List<String> three,
      Map<CodeState, List<String>> columns,
      Map<LiveSignal, List<String>> signals,
      Map<String, List<String>> units) {}

  /** A state as a phrase has it; denied where the phrase says "not active". */
  record Said(CodeState state, boolean denying) {}

  /** Words of the name of a field, at most. */
  private static final int LONGEST_LABEL = 5;

  /** Letters of what a word in one piece may end in, at least (our own bound). */
  private static final int SHORTEST_THING = 5;

  /** Letters of words that have no endings: most of them are cut short ("stat", "best"). */
  private static final int LONGEST_SHORT = 4;

  /** Letters of a word that can be told though one of them is lost, at least (our own bound). */
  private static final int SHORTEST_WORD = 3;

  private static final Pattern LETTERS = Pattern.compile("\\p{L}+");

  private final Phrases<Said> states = new Phrases<>();
  private final Phrases<Label> labels = new Phrases<>();
  private final Phrases<Condition> conditions = new Phrases<>();
  private final Phrases<LiveSignal> signals = new Phrases<>();
  private final Phrases<ControlUnit> units = new Phrases<>();
  private final Phrases<Boolean> none = new Phrases<>();
  private final Phrases<Boolean> asides = new Phrases<>();
  private final Phrases<Boolean> results = new Phrases<>();
  private final Phrases<Boolean> heads = new Phrases<>();
  private final Phrases<Boolean> beside = new Phrases<>();
  private final MonthNames months;
  private final Phrases<Boolean> notFound = new Phrases<>();
  private final Phrases<Boolean> comings = new Phrases<>();
  private final Set<String> spans = new HashSet<>();
  private final Set<String> more = new HashSet<>();
  private final Phrases<Boolean> blank = new Phrases<>();
  private final Phrases<Boolean> eachTime = new Phrases<>();
  private final Phrases<Boolean> changedParts = new Phrases<>();
  private final Phrases<Boolean> otherDistances = new Phrases<>();
  private final Set<String> not = new HashSet<>();
  private final Set<String> denied = new HashSet<>();
  private final Set<String> affirmed = new HashSet<>();
  private final Set<String> fill = new HashSet<>();
  private final Set<String> from = new HashSet<>();
  private final Set<String> runs = new HashSet<>();
  private final Set<String> first = new HashSet<>();
  private final Set<String> besideNames = new HashSet<>();
  private final Set<String> thousand = new HashSet<>();
  private final Set<String> tenKilometres = new HashSet<>();
  private final Set<String> codeMessages = new HashSet<>();
  private final Set<String> plainDegrees = new HashSet<>();
  private final Set<String> passing = new HashSet<>();
  private final Set<String> of = new HashSet<>();
  private final Set<String> scanned = new HashSet<>();
  private final Set<String> holds = new HashSet<>();
  private final Set<String> trips = new HashSet<>();
  private final Set<String> tellers = new HashSet<>();
  private final Set<String> demanded = new HashSet<>();
  private final Set<String> asNew = new HashSet<>();
  private final Set<String> showOdometer;
  private final Set<String> since = new HashSet<>();
  private final Set<String> odometerWith = new HashSet<>();
  private final Set<String> about = new HashSet<>();
  private final Set<String> moments = new HashSet<>();
  private final Set<String> momentsBehind = new HashSet<>();
  private final Set<String> inside = new HashSet<>();
  private final Set<String> times = new HashSet<>();
  private final Set<String> every = new HashSet<>();
  private final Set<String> storing = new HashSet<>();
  private final Set<String> counts = new HashSet<>();
  private final Set<String> articles = new HashSet<>();
  private final Set<String> the = new HashSet<>();
  private final Set<String> locatives = new HashSet<>();
  private final Set<String> things = new HashSet<>();
  private final Set<String> and = new HashSet<>();
  private final Set<String> joining = new HashSet<>();
  private final Set<String> kinds = new HashSet<>();
  private final Set<String> nothing = new HashSet<>();
  private final Set<String> exceptions = new HashSet<>();
  private final Map<String, Set<String>> apart = new HashMap<>();
  private final Set<String> past = new HashSet<>();
  private final Set<String> then = new HashSet<>();
  private final Set<String> now = new HashSet<>();
  private final Set<String> healthy = new HashSet<>();
  private final Set<String> being = new HashSet<>();
  private final Set<String> only = new HashSet<>();
  private final Set<String> as = new HashSet<>();
  private final Set<String> faulty = new HashSet<>();
  private final Set<String> batteries = new HashSet<>();
  private final Set<String> onlyAccented = new HashSet<>();
  private final Set<String> neverAccented = new HashSet<>();
  private final Set<String> same = new HashSet<>();
  private final Set<String> descriptions = new HashSet<>();
  private final Set<String> relative = new HashSet<>();
  private final Set<String> singular = new HashSet<>();
  private final Set<String> alone = new HashSet<>();
  private final Set<String> ambiguous = new HashSet<>();
  private final List<String> traffic;
  private final Map<String, LineFinds.Reach> places = new HashMap<>();
  private final Set<String> two = new HashSet<>();
  private final Set<String> three = new HashSet<>();
  private final Map<String, CodeState> columns = new HashMap<>();
  private final Set<String> unitNames = new HashSet<>();
  private final Set<String> commaWords = new HashSet<>();
  private final Map<String, ControlUnit> addresses = new HashMap<>();
  private final Map<String, MeasureUnit> measures = new HashMap<>();
  private final Map<String, String> accented = new HashMap<>();

  /**
   * @param controlUnits how reports name them, and where they answer
   */
  public ReportWords(File file, List<ControlUnit> controlUnits) {
    months = new MonthNames(file.languages().stream().map(Language::language).toList());
    words(file.beside(), besideNames);
    words(file.ambiguous(), ambiguous);
    words(file.every(), every);
    words(file.storing(), storing);
    words(file.counts(), counts);
    words(file.articles(), articles);
    words(file.the(), the);
    words(file.locatives(), locatives);
    words(file.things(), things);
    words(file.and(), and);
    words(file.joining(), joining);
    file.compounds().forEach(c -> kinds.add(small(c)));
    words(file.nothing(), nothing);
    words(file.exceptions(), exceptions);
    file.apart().forEach((word, verbs) -> apart.put(word, Set.copyOf(verbs)));
    words(file.past(), past);
    words(file.then(), then);
    words(file.now(), now);
    notFound.addAll(file.notFound(), true);
    words(file.spans(), spans);
    words(file.more(), more);
    words(file.healthy(), healthy);
    words(file.being(), being);
    words(file.only(), only);
    words(file.as(), as);
    words(file.descriptions(), descriptions);
    words(file.same(), same);
    words(file.faulty(), faulty);
    words(file.batteries(), batteries);
    words(file.onlyAccented(), onlyAccented);
    words(file.neverAccented(), neverAccented);
    words(file.relative(), relative);
    words(file.singular(), singular);
    words(file.alone(), alone);
    words(file.since(), since);
    words(file.trips(), trips);
    words(file.tellers(), tellers);
    words(file.demanded(), demanded);
    words(file.asNew(), asNew);
    showOdometer = Set.copyOf(file.showOdometer());
    trips.addAll(since);
    words(file.about(), about);
    words(file.moments(), moments);
    words(file.momentsBehind(), momentsBehind);
    words(file.inside(), inside);
    asides.addAll(file.asides(), true);
    begins(file.asides());
    results.addAll(file.results(), true);
    begins(file.results());
    blank.addAll(file.blank(), true);
    eachTime.addAll(file.eachTime(), true);
    changedParts.addAll(file.changedParts(), true);
    otherDistances.addAll(file.otherDistances(), true);
    words(file.times(), times);
    words(file.scanned(), scanned);
    words(file.holds(), holds);
    words(file.thousand(), thousand);
    words(file.tenKilometres(), tenKilometres);
    words(file.codeMessages(), codeMessages);
    words(file.passing(), passing);
    words(file.of(), of);
    file.plainDegrees().forEach(d -> plainDegrees.add(small(d)));
    traffic = List.copyOf(file.traffic());
    file.places()
        .forEach((place, names) -> names.forEach(n -> places.putIfAbsent(small(n), place)));
    words(file.two(), two);
    words(file.three(), three);
    file.columns().forEach((state, names) -> names.forEach(n -> columns.put(small(n), state)));
    file.signals().forEach((signal, names) -> signals.addAll(names, signal));
    for (Language l : file.languages()) {
      words(l.not(), not);
      words(l.denied(), denied);
      words(l.affirmed(), affirmed);
      words(l.fill(), fill);
      words(l.from(), from);
      words(l.runs(), runs);
      words(l.odometerWith(), odometerWith);
    }
    file.comings()
        .forEach(
            (state, told) -> {
              comings.addAll(told, true);
              begins(told);
              states.addAll(told, new Said(state, false));
            });
    for (Language l : file.languages()) {
      l.states().forEach((s, ws) -> ws.forEach(w -> state(w, s, l.endings())));
      l.labels().forEach((label, ws) -> labels.addAll(ws, label));
      l.conditions().forEach((c, ws) -> conditions.addAll(ws, c));
      none.addAll(l.none(), true);
      l.heads().forEach(h -> heads.addAll(List.of(h), isOfCodes(h, l)));
      beside.addAll(l.beside(), true);
      if (l.decimal().equals(",")) {
        l.states().values().forEach(this::ofCommaLanguage);
        l.conditions().values().forEach(this::ofCommaLanguage);
        l.labels().values().forEach(this::ofCommaLanguage);
      }
    }
    // What is a word of English as well tells nothing.
    Language english = file.languages().get(0);
    english.states().values().forEach(ws -> ws.forEach(w -> commaWords.removeAll(texts(w))));
    english.conditions().values().forEach(ws -> ws.forEach(w -> commaWords.removeAll(texts(w))));
    english.labels().values().forEach(ws -> ws.forEach(w -> commaWords.removeAll(texts(w))));
    for (Language l : file.languages()) {
      l.labels().values().forEach(this::begins);
      l.conditions().values().forEach(this::begins);
      begins(l.none());
    }
    controlUnits.forEach(u -> begins(u.words()));
    first.addAll(not);
    first.addAll(denied);
    first.addAll(affirmed);
    first.addAll(fill);
    first.addAll(counts);
    first.addAll(from);
    accented(file);
    for (ControlUnit u : controlUnits) {
      units.addAll(u.words(), u);
      accented(u.words());
      for (String w : u.words()) {
        file.compounds().stream().filter(c -> !w.contains(" ")).forEach(c -> compound(u, w + c));
        Stream.of(file.cases(), file.locatives())
            .flatMap(List::stream)
            .filter(c -> w.length() > 3)
            .forEach(c -> compound(u, w + c));
      }
      unitNames.add(u.name());
      u.addresses().forEach(a -> addresses.put(a.toLowerCase(Locale.ROOT), u));
    }
    for (MeasureUnit u : MeasureUnit.values()) {
      measures.put(u.symbol().toLowerCase(Locale.ROOT), u);
    }
    file.units()
        .forEach(
            (symbol, spellings) -> {
              MeasureUnit unit = MeasureUnit.bySymbol(symbol).orElseThrow();
              spellings.forEach(s -> measures.putIfAbsent(small(s), unit));
            });
  }

  /** All words of a part of the file that have letters which other encodings lose. */
  private void accented(Object words) {
    if (words instanceof String phrase) {
      LETTERS
          .matcher(phrase.toLowerCase(Locale.ROOT))
          .results()
          .map(MatchResult::group)
          .filter(word -> word.length() >= SHORTEST_WORD)
          .forEach(
              word -> LostLetters.lost(word).ifPresent(left -> accented.putIfAbsent(left, word)));
    } else if (words instanceof Collection<?> all) {
      all.forEach(this::accented);
    } else if (words instanceof Map<?, ?> byName) {
      byName.values().forEach(this::accented);
    } else if (words instanceof Language l) {
      accented(
          List.of(
              l.states(),
              l.labels(),
              l.conditions(),
              l.none(),
              l.beside(),
              l.fill(),
              l.not(),
              l.from(),
              l.denied(),
              l.affirmed(),
              l.runs(),
              l.heads()));
    } else if (words instanceof File f) {
      accented(
          List.of(
              f.languages(),
              f.things(),
              f.counts(),
              f.every(),
              f.scanned(),
              f.healthy(),
              f.holds(),
              f.past(),
              f.now(),
              f.then(),
              f.traffic()));
    }
  }

  /**
   * "steuerger?t": the word of which this is left, the first of several; empty if there is none.
   */
  String meant(String rest) {
    return accented.getOrDefault(rest, "");
  }

  /**
   * As words, inflected, and as a field of data writes them: testFailed. Short ones are not: "best"
   * says how a code is held, and "Beste Grüße" does not.
   */
  private void state(String phrase, CodeState state, List<String> endings) {
    Said said = new Said(state, denies(Word.of(phrase)));
    Stream<String> inflected =
        phrase.length() > LONGEST_SHORT ? endings.stream().map(e -> phrase + e) : Stream.empty();
    Stream.concat(Stream.of(phrase, phrase.replace(" ", "")), inflected)
        .forEach(
            written -> {
              states.add(written, said);
              accented(written);
              begins(List.of(written));
            });
  }

  /** "Airbagsteuergerät", "direksiyonda": where a language writes it as one word. */
  private void compound(ControlUnit unit, String word) {
    units.add(word, unit);
    accented(word);
    begins(List.of(word));
  }

  private static void words(List<String> from, Set<String> to) {
    from.forEach(w -> Word.of(w).forEach(x -> to.add(x.text())));
  }

  private boolean denies(List<Word> phrase) {
    return phrase.size() > 1 && phrase.stream().anyMatch(w -> not.contains(w.text()));
  }

  private void ofCommaLanguage(Collection<String> phrases) {
    phrases.forEach(p -> commaWords.addAll(texts(p)));
  }

  private void begins(Collection<String> phrases) {
    phrases.forEach(p -> first.add(Word.of(p).get(0).text()));
  }

  private static List<String> texts(String phrase) {
    return Word.of(phrase).stream().map(Word::text).filter(t -> t.length() > 4).toList();
  }

  private static String small(String text) {
    StringBuilder small = new StringBuilder();
    text.chars().forEach(c -> small.append(Glyphs.small(Glyphs.plain((char) c))));
    return small.toString();
  }

  Phrases<Said> states() {
    return states;
  }

  Phrases<Label> labels() {
    return labels;
  }

  boolean isLabel(List<Word> at, int first, Label label) {
    Phrases.Match<Label> match = labels.at(at, first);
    return match != null && match.meaning() == label;
  }

  /** Whether the name of a field ends right before a word. */
  boolean isLabelled(List<Word> at, int value, Label label) {
    for (int i = value - 1; i >= 0 && value - i <= LONGEST_LABEL; i--) {
      Phrases.Match<Label> match = labels.at(at, i);
      if (match != null && match.meaning() == label && i + match.words() == value) {
        return true;
      }
    }
    return false;
  }

  /**
   * Where the name of a list of codes begins that ends right before a word: "fault memory",
   * "felminne"; that word itself if there is none.
   */
  int beginOfList(List<Word> at, int behind) {
    for (int i = Math.max(0, behind - LONGEST_LABEL); i < behind; i++) {
      Phrases.Match<Boolean> list = heads.at(at, i);
      if (list != null && list.meaning() && i + list.words() == behind) {
        return i;
      }
    }
    return behind;
  }

  private static boolean isOfCodes(String head, Language language) {
    List<String> codes =
        language.labels().getOrDefault(Label.CODE, List.of()).stream()
            .map(code -> Word.of(code).get(0).text())
            .filter(code -> code.length() > 2)
            .toList();
    return Word.of(head).stream().anyMatch(w -> codes.stream().anyMatch(w.text()::startsWith));
  }

  /** What the name of a column means: the first condition that is named in it. */
  public Optional<Condition> condition(String label) {
    List<Word> all = Word.of(label);
    for (int i = 0; i < all.size(); i++) {
      Phrases.Match<Condition> match = conditions.at(all, i);
      if (match != null) {
        return Optional.of(match.meaning());
      }
    }
    return Optional.empty();
  }

  /** The signal that the name of a logger's column means. */
  public Optional<LiveSignal> signal(String label) {
    List<Word> all = Word.of(label);
    for (int i = 0; i < all.size(); i++) {
      Phrases.Match<LiveSignal> match = signals.at(all, i);
      if (match != null) {
        return Optional.of(match.meaning());
      }
    }
    return condition(label).flatMap(ReportWords::signal);
  }

  private static Optional<LiveSignal> signal(Condition condition) {
    String named =
        condition == Condition.FUEL_PRESSURE ? LiveSignal.RAIL_PRESSURE.name() : condition.name();
    return Arrays.stream(LiveSignal.values()).filter(s -> s.name().equals(named)).findFirst();
  }

  /** Whether the name of a column begins or ends with a word for the time. */
  public boolean isTime(String label) {
    List<Word> all = Word.of(label);
    return !all.isEmpty()
        && (times.contains(all.get(0).text()) || times.contains(all.get(all.size() - 1).text()))
        && (all.size() == 1 || condition(label).filter(c -> c != Condition.RUN_TIME).isEmpty());
  }

  Phrases<Condition> conditions() {
    return conditions;
  }

  Phrases<ControlUnit> units() {
    return units;
  }

  /** "Warning lights", "complaint": what is told behind them holds no codes. */
  Phrases<Boolean> asides() {
    return asides;
  }

  /** "Engine: not ok": what a list of units says of one that holds codes. */
  Phrases<Boolean> results() {
    return results;
  }

  Phrases<Boolean> none() {
    return none;
  }

  /** "All stored except P0335". */
  boolean isException(Word w) {
    return exceptions.contains(w.text());
  }

  /** "P0335 was active". */
  boolean isPast(Word w) {
    return past.contains(w.text());
  }

  /** "Kilometres then 118 230". */
  boolean isThen(Word w) {
    return then.contains(w.text());
  }

  /** "Now it is stored". */
  boolean isNow(Word w) {
    return now.contains(w.text());
  }

  /** "Came back", "est parti": of whatever is named beside it. */
  boolean isComing(List<Word> words, int from, int behind) {
    Phrases.Match<Boolean> match = comings.at(words, from);
    return match != null && match.words() == behind - from;
  }

  /** "No more P0340". */
  boolean isMore(Word w) {
    return more.contains(w.text());
  }

  /** "Week" in "last week", "semana pasada". */
  boolean isSpan(Word w) {
    return spans.contains(w.text());
  }

  /** "P0420 was not found". */
  boolean isNotFound(List<Word> words, int i) {
    return notFound.begins(words, i);
  }

  Phrases<Boolean> heads() {
    return heads;
  }

  Phrases<Boolean> beside() {
    return beside;
  }

  /** Whether anything here begins with a word; most words of a report are told by this alone. */
  boolean isKnown(Word w) {
    return first.contains(w.text());
  }

  boolean isNot(Word w) {
    return not.contains(w.text());
  }

  /** "id" names a code's field, "session id" does not. */
  boolean namesAlone(Word w) {
    return alone.contains(w.text());
  }

  /** Whether a voltage with this name is that of the vehicle at rest. */
  boolean isBattery(Word w) {
    return batteries.contains(w.text());
  }

  /** Whether a word is the name of a unit only as long as it is written with its accents. */
  boolean isOnlyAccented(Word w) {
    return onlyAccented.contains(w.text());
  }

  /** Whether it is another word where it has accents: the Swedish "läst" is no German "Last". */
  boolean isNeverAccented(Word w) {
    return neverAccented.contains(w.text());
  }

  /** "Liegt ... an": whether it is the part of a verb that stands apart from it. */
  boolean isApart(Word w) {
    return apart.containsKey(w.text());
  }

  boolean isVerbOf(Word part, Word verb) {
    return apart.getOrDefault(part.text(), Set.of()).contains(verb.text());
  }

  boolean isDenied(Word w) {
    return denied.contains(w.text());
  }

  boolean isAffirmed(Word w) {
    return affirmed.contains(w.text());
  }

  boolean isFill(Word w) {
    return fill.contains(w.text());
  }

  boolean isBesideName(Word w) {
    return besideNames.contains(w.text());
  }

  boolean isAmbiguous(Word w) {
    return ambiguous.contains(w.text());
  }

  boolean isScanned(Word w) {
    return scanned.contains(w.text());
  }

  /** A verb between a control unit and its codes: "the engine shows P0420". */
  boolean isHolding(Word w) {
    return holds.contains(w.text());
  }

  /** "Logged as pending". */
  boolean isAs(Word w) {
    return as.contains(w.text());
  }

  /** "0 km/h implausible", "9.8 V too low". */
  boolean isFaulty(Word w) {
    return faulty.contains(w.text());
  }

  /** "The same unit": which of several, and no name. */
  boolean isSame(Word w) {
    return same.contains(w.text());
  }

  /** "Fault text:". */
  boolean isDescription(Word w) {
    return descriptions.contains(w.text());
  }

  /** "P0622, which is": what follows is said of one thing, the one before. */
  boolean beginsClause(Word relativeOne, Word verb) {
    return isRelative(relativeOne) && singular.contains(verb.text());
  }

  /** "Of", "the", "a": what ties a name to the word before. */
  boolean isTie(Word w) {
    return isOf(w) || isThe(w) || isArticle(w);
  }

  /** Whether it may be of the name of a control unit that nobody here knows; "the customer has". */
  boolean mayName(Word w) {
    return w.digits() == 0
        && !isThing(w)
        && !isScanned(w)
        && !isSame(w)
        && !isSpan(w)
        && !isTeller(w);
  }

  /** "Customer", "it", "what": who and what tells codes, and holds none. */
  boolean isTeller(Word w) {
    return tellers.contains(w.text());
  }

  boolean isRelative(Word w) {
    return relative.contains(w.text());
  }

  /** A word that makes a distance one since something, or until something. */
  boolean isTrip(Word w) {
    return trips.contains(w.text());
  }

  /** "New", since when a vehicle has run all that it has. */
  boolean isNew(Word w) {
    return asNew.contains(w.text());
  }

  /** Whether the odometer is read on it. */
  boolean showsOdometer(ControlUnit unit) {
    return showOdometer.contains(unit.id());
  }

  /** Whether a value behind it is what should or may be: "desired", "top". */
  boolean isDemanded(Word w) {
    return demanded.contains(w.text());
  }

  /** "Active since noon". */
  boolean isSince(Word w) {
    return since.contains(w.text());
  }

  /** Whether it is a verb that says the state of the code behind it. */
  boolean isStoring(Word w) {
    return storing.contains(w.text());
  }

  /** "Two pending codes": a number before what is counted. */
  boolean isCount(Word w) {
    return counts.contains(w.text());
  }

  /** "Nothing pending". */
  boolean isNothing(Word w) {
    return nothing.contains(w.text());
  }

  /** "Gateway ok". */
  boolean isHealthy(Word w) {
    return healthy.contains(w.text());
  }

  /** "A stored P0011". */
  boolean isArticle(Word w) {
    return articles.contains(w.text());
  }

  /** "The gearbox", "nel cambio". */
  boolean isThe(Word w) {
    return the.contains(w.text());
  }

  /** The ending alone, as in "ABS'de". */
  boolean isLocative(Word w) {
    return locatives.contains(w.text());
  }

  /** "Motorda": whether the name of a unit says "in" by its ending. */
  boolean isLocative(List<Word> unit) {
    Word last = unit.get(unit.size() - 1);
    return locatives.stream()
        .filter(e -> last.text().endsWith(e) && last.text().length() > e.length() + 1)
        .map(e -> last.text().substring(0, last.text().length() - e.length()))
        .anyMatch(stem -> isUnit(unit.subList(0, unit.size() - 1), stem));
  }

  private boolean isUnit(List<Word> before, String last) {
    return units.whole(Stream.concat(before.stream(), Word.of(last).stream()).toList()).isPresent();
  }

  /** "The brake light switch", "transmission oil temperature": no unit speaks. */
  boolean isThing(Word w) {
    return things.contains(w.text());
  }

  /** "Kurbelwellensensor". */
  boolean endsInThing(Word w) {
    return isThing(w)
        || things.stream().anyMatch(t -> t.length() >= SHORTEST_THING && w.text().endsWith(t));
  }

  /** "And", and not "but". */
  boolean isJoining(Word w) {
    return joining.contains(w.text());
  }

  /** Whether what stands behind it may begin anew: "... and the gearbox". */
  boolean isAnd(Word w) {
    return and.contains(w.text());
  }

  /** Whether a control unit is called so here. */
  boolean isUnit(String name) {
    return unitNames.contains(name);
  }

  /** "ECU1", "module 2" in one word: which of several, and no name. */
  boolean isNumberedKind(Word w) {
    int kind = w.text().length();
    while (kind > 0 && Glyphs.isDigit(w.text().charAt(kind - 1))) {
      kind--;
    }
    boolean numbered = kind > 2 && kind < w.text().length() && w.text().length() - kind < 3;
    return numbered && isKind(Word.of(w.text().substring(0, kind)));
  }

  /** "Engine ECU": whether the name of a unit says that it is one. */
  boolean isKind(List<Word> unit) {
    return unit.stream()
        .anyMatch(
            w ->
                labels.whole(List.of(w)).filter(l -> l == Label.UNIT).isPresent()
                    || kinds.stream().anyMatch(w.text()::endsWith));
  }

  /** Whether it makes a unit beside it the only one. */
  boolean isOnly(Word w) {
    return only.contains(w.text());
  }

  /** "The first", "the latter": which of several codes. */
  Optional<LineFinds.Reach> place(Word w) {
    return Optional.ofNullable(places.get(w.text()));
  }

  boolean isTwo(Word w) {
    return two.contains(w.text());
  }

  boolean isThree(Word w) {
    return three.contains(w.text());
  }

  /** "Now" and "before" as names of columns. */
  Optional<CodeState> momentOf(String column) {
    return Optional.ofNullable(columns.get(column));
  }

  /** "Both", "all" before a state. */
  boolean isEvery(Word w) {
    return every.contains(w.text());
  }

  /** "187 tys km", "187k": round thousands. */
  boolean isThousand(Word w) {
    return thousand.contains(w.text());
  }

  /** The Swedish and Norwegian mil. */
  boolean isTenKilometres(Word w) {
    return tenKilometres.contains(w.text());
  }

  /** "DM1": a message that is a list of codes. */
  boolean isCodeMessage(Word w) {
    return codeMessages.contains(w.text());
  }

  boolean isTraffic(Word w) {
    return traffic.stream().anyMatch(w.text()::startsWith);
  }

  /** "Van 12 at 96 412 km", "96 412 km so far": what makes a distance the odometer's. */
  boolean makesOdometer(Word w) {
    return odometerWith.contains(w.text());
  }

  /** Whether it says nothing more of a distance: "at about 96 412 km". */
  boolean saysNothingOfDistance(Word w) {
    return about.contains(w.text())
        || runs(w)
        || isFrom(w)
        || isArticle(w)
        || isFill(w) && !isHolding(w);
  }

  Optional<Month> month(Word w) {
    return months.of(w);
  }

  /** "At", "after", "every": a distance behind it tells when. */
  boolean isMoment(Word w) {
    return moments.contains(w.text());
  }

  /** "Later": a distance before it tells when. */
  boolean isMomentBehind(Word w) {
    return momentsBehind.contains(w.text());
  }

  /** "In": what stands behind it may be the place of a code. */
  boolean isInside(Word w) {
    return inside.contains(w.text());
  }

  /** "n/a", "unknown", "-": a value that tells nothing. */
  boolean isBlank(String value) {
    List<Word> all = Word.of(value);
    return all.isEmpty() || isBlank(all, 0, all.size());
  }

  boolean isBlank(List<Word> words, int from, int behind) {
    Phrases.Match<Boolean> match = blank.at(words, from);
    return match != null && from + match.words() == behind;
  }

  /** "A year": a distance before it is what is driven in that time. */
  boolean isEachTime(List<Word> words, int i) {
    return eachTime.begins(words, i);
  }

  /** "Tyres": have run less than the vehicle. */
  boolean isChangedPart(List<Word> words, int i) {
    return changedParts.begins(words, i);
  }

  /** "The old cluster", "the other van", "in three years": not this vehicle's, or not all of it. */
  boolean isOtherDistance(List<Word> words, int i) {
    return otherDistances.begins(words, i);
  }

  /** Whether a distance behind this word is what the vehicle has run. */
  boolean runs(Word w) {
    return runs.contains(w.text());
  }

  boolean isFrom(Word w) {
    return from.contains(w.text());
  }

  /** "Of" and its kin, which tie a name to the thing before it. */
  boolean isOf(Word w) {
    return of.contains(w.text());
  }

  /** Whether a word is of a language that writes 1,5 for one and a half. */
  boolean isOfCommaLanguage(Word w) {
    return w.text().length() > 4 && commaWords.contains(w.text());
  }

  /** The unit that answers at an address, for example 7E8, 18DAF110 or SA 0. */
  public Optional<ControlUnit> answering(String address) {
    return Optional.ofNullable(addresses.get(address.toLowerCase(Locale.ROOT)));
  }

  /**
   * Whether it ties what is said to a name: "(C) is current", "P0335 is there, P0340 in memory".
   */
  boolean isBeing(Word w) {
    return being.contains(w.text());
  }

  /** Whether it says of a fault that it comes and goes. */
  boolean isPassing(Word w) {
    return passing.contains(w.text());
  }

  /** Whether it is a degree without a scale: of a temperature, Celsius is meant. */
  boolean isPlainDegree(String spelling) {
    return plainDegrees.contains(small(spelling));
  }

  /** A unit of measure by any of its spellings. */
  Optional<MeasureUnit> measure(String spelling) {
    return Optional.ofNullable(measures.get(small(spelling)));
  }
}
