package hopmend.trace;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.drawing.Drawing;
import hopmend.message.English;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.function.IntPredicate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ToneRingTest {
  /** An engine that turns a ring, on its own arithmetic: angle first, then the time it takes. */
  private static final class Engine {
    private final int places;
    private final int missing;
    private final Random random;
    private double perMinute = 850;
    private double speedUp = 1;
    private double ripple = 0.01;
    private int bent = -1;
    private double by;
    private IntPredicate gone = t -> false;
    private double lost;
    private int dirty = -1;
    private double runOut;

    Engine(int places, int missing, long seed) {
      this.places = places;
      this.missing = missing;
      this.random = new Random(seed);
    }

    /** Moments of the edges over some turns, beginning in the middle of one. */
    List<double[]> turn(int turns) {
      List<double[]> edges = new ArrayList<>();
      double t = 0;
      double pitchS = 60 / perMinute / places;
      for (int i = places / 3; i < (turns + 1) * places; i++) {
        int tooth = i % places;
        double wave = Math.cos(3 * 2 * Math.PI * i / places);
        t += pitchS * (1 + ripple * wave);
        pitchS *= 1 - (speedUp - 1) / places;
        boolean there =
            tooth < places - missing && !gone.test(tooth) && random.nextDouble() >= lost;
        if (there) {
          double off = tooth == bent ? by : 0.003 * random.nextGaussian();
          double height =
              (tooth == dirty ? 0.5 : 1) * (1 + runOut * Math.sin(2 * Math.PI * i / places));
          edges.add(new double[] {t + off * pitchS, height, pitchS});
        }
      }
      return edges;
    }

    ToneRing ring(int turns) {
      double[] t = turn(turns).stream().mapToDouble(e -> e[0]).toArray();
      return ToneRing.in(Edges.ofTimes(t)).ring().orElseThrow();
    }

    /** A coil's voltage: one wave for each tooth, higher the faster it turns. */
    String csv(int turns, String separator, boolean comma) {
      List<double[]> edges = turn(turns);
      StringBuilder csv =
          new StringBuilder("Time [ms]" + separator + "Crankshaft (V)" + separator + "Spare\n");
      double step = edges.get(0)[2] / 14;
      int next = 0;
      for (double t = edges.get(0)[0]; next < edges.size() - 1; t += step) {
        while (next < edges.size() - 1 && edges.get(next + 1)[0] < t) {
          next++;
        }
        double[] near =
            next + 1 < edges.size() && edges.get(next + 1)[0] - t < t - edges.get(next)[0]
                ? edges.get(next + 1)
                : edges.get(next);
        double x = (t - near[0]) / near[2];
        // Falls through zero at the tooth, dies away in the gap.
        double volts = Math.abs(x) > 0.5 ? 0 : -2 * near[1] * Math.sin(2 * Math.PI * x);
        String row =
            String.format(Locale.ROOT, "%.5f%s%.4f%s", 1e3 * t, separator, volts, separator);
        csv.append(comma ? row.replace('.', ',') : row).append('\n');
      }
      return csv.toString();
    }
  }

  /** 60 - 2: a pitch of 6 degrees, a gap of 18; 36 - 1: 10 and 20 (common practice). */
  @ParameterizedTest
  @CsvSource({"60, 2, 6, 18", "36, 1, 10, 20", "58, 2, 6.2069, 18.6207", "4, 1, 90, 180"})
  void theRingIsFoundWhateverItsTeeth(int places, int missing, double pitch, double gap) {
    ToneRing ring = new Engine(places, missing, 1).ring(30);
    assertThat(ring.teeth()).isEqualTo(places);
    assertThat(ring.missing()).isEqualTo(missing);
    assertThat(ring.degreesOf(2)).isCloseTo(pitch, within(1e-3));
    assertThat((ring.missing() + 1) * ring.degreesOf(2)).isCloseTo(gap, within(1e-3));
    assertThat(ring.meanPerMinute()).isCloseTo(850, within(8.0));
    assertThat(ring.spots()).isEmpty();
  }

  @Property(tries = 60)
  void aBentToothIsNamedAndNoOther(
      @ForAll @IntRange(min = 2, max = 55) int tooth, @ForAll boolean late, @ForAll long seed) {
    Engine engine = new Engine(60, 2, seed);
    engine.bent = tooth;
    engine.by = late ? 0.06 : -0.06;
    engine.speedUp = 1.02;
    ToneRing ring = engine.ring(20);
    assertThat(ring.spots()).extracting(ToneRing.Spot::kind).containsOnly(Finding.BENT);
    assertThat(ring.spots()).extracting(ToneRing.Spot::tooth).containsExactly(tooth + 1);
    assertThat(ring.spots().get(0).value()).isCloseTo(engine.by, within(0.012));
  }

  @Property(tries = 60)
  void anEvenRingIsAccusedOfNothing(@ForAll long seed) {
    Engine engine = new Engine(60, 2, seed);
    engine.ripple = 0.02;
    engine.perMinute = 250 + 3000 * new Random(seed).nextDouble();
    assertThat(engine.ring(15).spots()).isEmpty();
  }

  @Test
  void aToothThatIsGoneIsToldFromEdgesThatAreLostHereAndThere() {
    Engine broken = new Engine(60, 2, 2);
    broken.gone = t -> t == 30;
    assertThat(broken.ring(20).spots())
        .singleElement()
        .satisfies(
            s -> {
              assertThat(s.kind()).isEqualTo(Finding.GONE);
              assertThat(s.tooth()).isEqualTo(31);
            });
    Engine loose = new Engine(60, 2, 3);
    loose.lost = 0.01;
    ToneRing ring = loose.ring(40);
    assertThat(ring.teeth()).isEqualTo(60);
    assertThat(ring.spots()).extracting(ToneRing.Spot::kind).containsExactly(Finding.DROPS_OUT);
    // One edge in a hundred of 58: 58 lost in a hundred turns, a few of them beside the gap.
    assertThat(ring.spots().get(0).value()).isBetween(25.0, 90.0);
  }

  @ParameterizedTest
  @CsvSource({"';', true", "',', false"})
  void aCoilsVoltageIsReadWithItsHeights(String separator, boolean comma) {
    Engine engine = new Engine(36, 1, 4);
    engine.dirty = 11;
    Capture.Read read = Capture.read(engine.csv(14, separator, comma), Optional.empty());
    assertThat(read.problems()).isEmpty();
    assertThat(read.notes()).extracting(English::said).anyMatch(n -> n.contains("Spare"));
    ToneRing ring = seen(read);
    assertThat(ring.teeth()).isEqualTo(36);
    assertThat(ring.spots()).extracting(ToneRing.Spot::kind).contains(Finding.DIRTY);
    assertThat(ring.spots(Finding.DIRTY)).extracting(ToneRing.Spot::tooth).contains(12);
    Engine eccentric = new Engine(36, 1, 5);
    eccentric.runOut = 0.3;
    ToneRing swings = seen(Capture.read(eccentric.csv(14, separator, comma), Optional.empty()));
    assertThat(swings.spots(Finding.RUN_OUT)).hasSize(1);
    assertThat(swings.spots().get(0).value()).isCloseTo(0.6, within(0.1));
  }

  private static ToneRing seen(Capture.Read read) {
    Capture capture = read.capture().orElseThrow();
    Capture.Channel signal = capture.channels().get(0);
    assertThat(signal.name()).isEqualTo("Crankshaft");
    return ToneRing.in(Edges.in(capture.timeS(), signal.values())).ring().orElseThrow();
  }

  @Test
  void itIsDrawnAndSaidWithItsTooth() {
    Engine engine = new Engine(60, 2, 6);
    engine.bent = 17;
    engine.by = 0.06;
    ToneRing ring = engine.ring(20);
    assertThat(ring.says())
        .extracting(English::said)
        .anySatisfy(
            s -> assertThat(s).contains("tooth 18").contains("102 degrees").contains("late"));
    Drawing drawn = ring.draw(English.WORDS);
    assertThat(drawn.spoken()).contains("60 - 2").contains("tooth 18");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a text without numbers|no rows of numbers",
        "v\\n1\\n2\\n3\\n|how many samples a second",
        "time,v\\n0,1\\n1,x7\\n|\\\"x7\\\" is no number",
        "time,v\\n0,1\\n2,1\\n1,1\\n|goes back"
      })
  void whatCannotBeReadIsToldInPlace(String file, String says) {
    Capture.Read read = Capture.read(file.replace("\\n", "\n"), Optional.empty());
    assertThat(read.capture()).isEmpty();
    assertThat(said(read.problems().get(0))).contains(says.replace("\\", ""));
  }

  @Test
  void aColumnOfTimeAloneDoesNotContradictItself() {
    // a row that was cut: what is left of its time rises all the same
    Capture.Read read = Capture.read("t,rpm,ect\n0.1,800,80\n0.2e801,81\n", Optional.empty());
    assertThat(read.problems()).isEmpty();
    assertThat(read.capture().orElseThrow().channels()).hasSize(2);
  }

  @Test
  void twoTimesOfAnotherPaceAreRefusedAndUnitsAndRatesAreKept() {
    Capture.Read mixed =
        Capture.read("time,v,time,w\n0,1,0,1\n1,2,3,2\n2,1,6,1\n", Optional.empty());
    assertThat(said(mixed.problems().get(0))).contains("two time bases");
    Capture micros =
        Capture.read("t [µs],v\n0,1\n250,2\n500,1\n", Optional.empty()).capture().orElseThrow();
    assertThat(micros.seconds()).isCloseTo(500e-6, within(1e-12));
    Capture rated =
        Capture.read("Sample rate: 50 kHz\nv [mV]\n1\n2\n3\n", Optional.empty())
            .capture()
            .orElseThrow();
    assertThat(rated.usualStepS()).isCloseTo(20e-6, within(1e-12));
    assertThat(rated.channels().get(0).unit()).isEqualTo("mV");
  }
}
