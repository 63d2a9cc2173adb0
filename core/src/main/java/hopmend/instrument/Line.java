package hopmend.instrument;

/**
 * The straight line of least squares.
 *
 * @param atZero its height at x = 0
 * @param error standard error of the slope; 0 for two points
 */
record Line(double slope, double atZero, double error) {
  /** Through points of which none is NaN; flat where all x are one. */
  static Line through(double[] x, double[] y) {
    double mx = new Samples(x).mean();
    double my = new Samples(y).mean();
    double sxx = 0;
    double sxy = 0;
    for (int i = 0; i < x.length; i++) {
      sxx += (x[i] - mx) * (x[i] - mx);
      sxy += (x[i] - mx) * (y[i] - my);
    }
    double slope = sxx > 0 ? sxy / sxx : 0;
    double rest = 0;
    for (int i = 0; i < x.length; i++) {
      double off = y[i] - my - slope * (x[i] - mx);
      rest += off * off;
    }
    double error = x.length > 2 && sxx > 0 ? Math.sqrt(rest / (x.length - 2) / sxx) : 0;
    return new Line(slope, my - slope * mx, error);
  }

  double at(double x) {
    return atZero + slope * x;
  }
}
