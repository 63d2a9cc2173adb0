package hopmend.part.seal;

/**
 * Between what a ring has to lie in its groove, in percent, and from which hardness on it is old.
 *
 * @param hardNew Shore A up to which a ring is as new
 * @param hardOld Shore A from which it no longer gives
 */
public record SealLimits(
    double stretchLow,
    double stretchHigh,
    double squeezeLow,
    double squeezeHigh,
    double fillHigh,
    double hardNew,
    double hardOld,
    String source) {}
