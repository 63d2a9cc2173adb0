package hopmend.report;

/**
 * A piece of a report between two places, and what its column or its field is called.
 *
 * @param head {@link Head#NONE} where nothing names it
 */
record Cell(Head head, int start, int end) {
  Cell shifted(int offset) {
    return new Cell(head, start + offset, end + offset);
  }
}
