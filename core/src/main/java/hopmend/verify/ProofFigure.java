package hopmend.verify;

import hopmend.prove.Measurement;

/**
 * A figure that a proof asks for: typed as an instrument shows it, or told by a trace.
 *
 * @param right what is right
 * @param from how a trace tells it, null where only an instrument does
 */
public record ProofFigure(String id, Measurement right, TraceFigure from) {
  public ProofFigure {
    if (right.companion().isPresent() || right.besides().isPresent()) {
      throw new IllegalArgumentException(
          "Figure " + id + ": what is right must not depend on another reading");
    }
    if (from != null && from.unit().quantity() != right.unit().quantity()) {
      throw new IllegalArgumentException(
          "Figure %s: a trace tells %s, not %s".formatted(id, from.unit(), right.unit()));
    }
  }
}
