package hopmend.standin;

/** A drive over time. */
public enum DriveProfile {
  /** Twenty-five minutes: idle, town, open road, town, idle. */
  FULL {
    @Override
    int seconds() {
      return 1500;
    }

    @Override
    double speedAt(int second) {
      if (second < 60 || second > 1440) {
        return 0;
      }
      if (second < 420 || second > 1080) {
        return second % 90 < 20 ? 0 : 34 + 12 * Math.sin(second / 17.0);
      }
      return 78 + 6 * Math.sin(second / 40.0);
    }

    @Override
    boolean runsMonitors() {
      return true;
    }
  },
  /** Four minutes around the block; proves nothing. */
  SHORT {
    @Override
    int seconds() {
      return 240;
    }

    @Override
    double speedAt(int second) {
      return second < 20 ? 0 : 32 + 8 * Math.sin(second / 11.0);
    }

    @Override
    boolean runsMonitors() {
      return false;
    }
  };

  abstract int seconds();

  abstract double speedAt(int second);

  abstract boolean runsMonitors();
}
