package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Each code in several lines: which of them are its own, however many there are. */
class RecordOrderTest {
  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();

  private static boolean isEven(int i) {
    return i % 2 == 0;
  }

  private static String code(int i) {
    return "P%04d".formatted(300 + i);
  }

  private static String unit(int i) {
    return isEven(i) ? "Engine" : "Gearbox";
  }

  private static String state(int i) {
    return isEven(i) ? "confirmed" : "pending";
  }

  private static void isReadRight(int count, IntFunction<String> record) {
    String report = IntStream.range(0, count).mapToObj(record).collect(Collectors.joining("\n"));
    String wanted =
        IntStream.range(0, count)
            .mapToObj(
                i ->
                    code(i)
                        + (isEven(i)
                            ? " [STORED] engine control"
                            : " [PENDING] transmission control"))
            .collect(Collectors.joining("\n"));
    String read =
        ScanText.read(report, 2026, WORDS).codes().stream()
            .map(c -> c.code().text() + " " + c.states() + " " + c.controlUnit())
            .collect(Collectors.joining("\n"));
    assertThat(read).as(report).isEqualTo(wanted);
  }

  /** More lines than are looked at to tell the order, and cut at each place of a record. */
  @ParameterizedTest
  @ValueSource(ints = {2, 3, 50, 66, 67, 68, 99, 100, 101, 250})
  void whatTellsOfACodeIsItsOwn(int count) {
    isReadRight(count, i -> code(i) + "\n" + unit(i) + "\n" + state(i));
    isReadRight(count, i -> code(i) + "\nwords of its own\n" + unit(i) + ", " + state(i));
    isReadRight(count, i -> "Status: " + state(i) + "\nModule: " + unit(i) + "\nCode: " + code(i));
    isReadRight(count, i -> "Module: " + unit(i) + "\nCode: " + code(i) + "\nStatus: " + state(i));
    isReadRight(count, i -> "Code: " + code(i) + "\nModule: " + unit(i) + "\nStatus: " + state(i));
  }
}
