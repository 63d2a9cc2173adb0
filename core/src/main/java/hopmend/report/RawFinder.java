package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.J1939Code;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Map;

/**
 * Codes as they travel, four bytes in hex: of ISO 14229-1 (code, failure type, status), or in a
 * report that speaks of SPNs of SAE J1939-73.
 */
final class RawFinder {
  private static final int BYTES = 4;

  /** So many codes stand in an answer on the older buses (SAE J1979, from memory). */
  private static final int CODES_OF_OLD = 3;

  /** Bytes of a message that fits one CAN frame (ISO 15765-2, from memory). */
  private static final int LONGEST_FRAME = 7;

  /** The report that tells codes by a mask of their status (ISO 14229-1, from memory). */
  private static final int BY_STATUS_MASK = 0x02;

  /** Services 03, 07 and 0A of SAE J1979, answered: the codes that they tell. */
  private static final Map<String, CodeState> ANSWERS =
      Map.of("43", CodeState.STORED, "47", CodeState.PENDING, "4a", CodeState.PERMANENT);

  private final ReportWords words;
  private final StatusCells status;
  private final boolean ofHeavyVehicle;

  RawFinder(ReportWords words, StatusCells status, boolean ofHeavyVehicle) {
    this.words = words;
    this.status = status;
    this.ofHeavyVehicle = ofHeavyVehicle;
  }

  /** What stands at a word behind the name of a code; the number of the word behind it. */
  int bytesAt(LineAtHand at, int i) {
    CodeState answered = ANSWERS.get(at.word(i).text());
    if (answered != null) {
      return answerAt(at, i, answered);
    }
    if (at.word(i).text().equals("59")) {
      return reportAt(at, i);
    }
    if (!isNamed(at, i)) {
      return i;
    }
    int behind = i;
    StringBuilder hex = new StringBuilder();
    while (behind < at.size()
        && hex.length() < 2 * BYTES
        && HexByte.of(at.word(behind).text()).isPresent()) {
      hex.append("%02x".formatted(HexByte.of(at.word(behind).text()).getAsInt()));
      behind++;
    }
    if (behind == i && at.word(i).text().matches("(0x)?[0-9a-f]{8}h?")) {
      hex.append(at.word(i).text().replaceAll("^0x|h$", ""));
      behind++;
    }
    if (hex.length() != 2 * BYTES) {
      return i;
    }
    int start = at.word(i).start();
    int end = at.word(behind - 1).end();
    int bytes = Integer.parseUnsignedInt(hex.toString(), 16);
    if (bytes == 0) {
      at.finds.none = true;
    } else if (ofHeavyVehicle) {
      heavy(at, bytes, start, end);
    } else {
      at.finds.codes.add(code(new TroubleCode(bytes >>> 16, bytes >> 8 & 0xFF), 0, start, end));
      status.statusByte(at, bytes & 0xFF, start, end);
    }
    at.account(i, behind, Part.CODE);
    return behind;
  }

  /**
   * An answer of SAE J1979 as bytes: on CAN the service, how many codes, and two bytes of each, "43
   * 02 01 33 04 20"; on the older buses the service and three codes, noughts for none. What does
   * not add up is none.
   */
  private static int answerAt(LineAtHand at, int i, CodeState state) {
    int behind = endOfAnswer(at, i);
    int codes = behind > i + 1 ? byteAt(at, i + 1) : 0;
    int first = codes > 0 && behind - i - 2 == 2 * codes ? i + 2 : i + 1;
    boolean begins = i == 0 || at.part(i - 1) == Part.UNIT || isByte(at, i - 1);
    if (first == i + 1 && (!begins || behind - i != 1 + 2 * CODES_OF_OLD)) {
      return i;
    }
    for (int k = first; k < behind; k += 2) {
      int number = byteAt(at, k) << 8 | byteAt(at, k + 1);
      if (number != 0) {
        TroubleCode code = new TroubleCode(number, 0);
        at.finds.codes.add(
            new Code(code, List.of(), 0, at.word(k).start(), at.word(k + 1).end(), state));
      }
    }
    at.account(i, behind, Part.CODE);
    return behind;
  }

  /** "59 02 FF 03 40 31 2F": by ISO 14229 three bytes of each code and its status. */
  private int reportAt(LineAtHand at, int i) {
    int behind = endOfAnswer(at, i);
    boolean byMask = behind > i + 3 && byteAt(at, i + 1) == BY_STATUS_MASK;
    if (!byMask || (behind - i - 3) % BYTES != 0) {
      return i;
    }
    for (int k = i + 3; k < behind; k += BYTES) {
      TroubleCode code = new TroubleCode(byteAt(at, k) << 8 | byteAt(at, k + 1), byteAt(at, k + 2));
      at.finds.codes.add(code(code, 0, at.word(k).start(), at.word(k + 2).end()));
      Word told = at.word(k + 3);
      status.statusByte(at, byteAt(at, k + 3), told.start(), told.end());
    }
    at.account(i, behind, Part.CODE);
    return behind;
  }

  /** Behind its last byte; "7E8 06 43 ..." tells before it how many there are. */
  private static int endOfAnswer(LineAtHand at, int i) {
    boolean begins = i == 0 || !isByte(at, i - 1) || at.isAnnounced(i);
    boolean framed =
        !begins && byteAt(at, i - 1) <= LONGEST_FRAME && (i == 1 || !isByte(at, i - 2));
    if (!begins && !framed) {
      return i; // in the midst of bytes, along which nobody looks twice
    }
    int last = framed ? i + byteAt(at, i - 1) : at.size();
    int behind = i + 1;
    while (behind < Math.min(last, at.size()) && isByte(at, behind) && !at.isAnnounced(behind)) {
      behind++;
    }
    return framed && behind != last ? i : behind;
  }

  private static boolean isByte(LineAtHand at, int i) {
    return at.word(i).text().matches("[0-9a-f]{2}");
  }

  private static int byteAt(LineAtHand at, int i) {
    return Integer.parseInt(at.word(i).text(), 16);
  }

  /** "Raw DTC: 03 40 16 2F": the name of a code and a sign stand before it. */
  private boolean isNamed(LineAtHand at, int i) {
    boolean announced = i > 0 && at.part(i - 1) == Part.LABEL && at.isAnnounced(i);
    boolean hex = HexByte.of(at.word(i).text()).isPresent() || at.word(i).text().length() >= 8;
    for (int k = i - 1; announced && hex && k >= 0 && k >= i - 3; k--) {
      if (words.isLabel(at.words(), k, Label.CODE)) {
        return true;
      }
    }
    return false;
  }

  private static void heavy(LineAtHand at, int bytes, int start, int end) {
    List<J1939Code> readings = J1939Code.readings(bytes);
    J1939Code first = readings.get(0);
    if (readings.size() == 1) {
      int count = first.occurrences() == J1939Code.COUNT_NOT_AVAILABLE ? 0 : first.occurrences();
      at.finds.codes.add(code(first.code(), count, start, end));
      return;
    }
    Message either =
        Message.either(readings.stream().map(r -> r.code().text()).distinct().toList());
    at.finds.doubts.add(new Doubt(start, end, Message.of("doubt.old-method", either), ""));
  }

  private static Code code(TroubleCode code, int count, int start, int end) {
    return new Code(code, List.of(), count, start, end, null);
  }
}
