package hopmend.app.link;

/**
 * How long the client waits. ISO 13400-2 gives two seconds to the acknowledgement, ISO 14229-2 five
 * seconds to each answer after "response pending", which a controller may send as often as it needs
 * (from memory).
 *
 * @param waitMillis for the connection, the routing, an acknowledgement, an answer
 * @param stragglersMillis for the next controller, where all were asked at once; ours
 * @param pendingMillis for each answer after "response pending"
 * @param serviceMillis for one service in all, however often the vehicle asks for patience; ours
 * @param wholeMillis for a whole exchange of several services; a person waits for it; ours
 */
record LinkTimes(
    int waitMillis, int stragglersMillis, int pendingMillis, int serviceMillis, int wholeMillis) {
  static final LinkTimes PUBLISHED = new LinkTimes(2000, 400, 5000, 60_000, 180_000);

  /** The published times, so many times shorter; for tests with a simulated vehicle only. */
  static LinkTimes hurried(int times) {
    if (times < 1) {
      throw new IllegalArgumentException("hopmend.link.hurry is 1 or more, not " + times);
    }
    return new LinkTimes(
        PUBLISHED.waitMillis / times,
        PUBLISHED.stragglersMillis / times,
        PUBLISHED.pendingMillis / times,
        PUBLISHED.serviceMillis / times,
        PUBLISHED.wholeMillis / times);
  }

  /** The same for a conversation that lasts as long as somebody looks. */
  LinkTimes lasting() {
    return new LinkTimes(
        waitMillis, stragglersMillis, pendingMillis, serviceMillis, Integer.MAX_VALUE);
  }
}
