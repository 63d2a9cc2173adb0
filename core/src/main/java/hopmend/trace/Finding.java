package hopmend.trace;

/** What an instrument can find. A result of a check names those that mean it. */
public enum Finding {
  // A tone ring
  /** A tooth comes too early or too late in every turn. */
  BENT,
  /** A place of the ring gives no edge in nearly every turn. */
  GONE,
  /** A tooth gives much less signal than the others in every turn. */
  DIRTY,
  /** The signal grows and falls once in a turn: the ring runs out of true. */
  RUN_OUT,
  /** Edges are lost here and there, not at one place. */
  DROPS_OUT,
  /** Edges that no tooth made. */
  NOISE,
  /** A coil's signal does not grow with the speed as it has to. */
  WEAK,

  // Two shafts
  /** The cam stands before its place. */
  CAM_EARLY,
  /** The cam stands behind its place. */
  CAM_LATE,
  /** One speed against the other is not the ratio of the gear, and stays so. */
  WRONG_RATIO,
  /** The input runs away from the output under load. */
  SLIPS,
  /** One speed drops for a moment while the other goes on. */
  LOSES_PULSES,

  // A signal of any kind
  /** It does not move although it was made to. */
  STUCK,
  /** It comes alive too late after a cold start. */
  WAKES_LATE,
  /** It answers too slowly. */
  SLOW,
  /** It lives, but stays on one side. */
  ONE_SIDE,
  /** It swings along with the one before the catalyst. */
  SWINGS_ALONG,
  /** It is lean at idle only: air comes in before it. */
  LEAN_AT_IDLE,
  /** Short lean dips, as unburnt charges make them. */
  LEAN_DIPS,
  /** It jumps at one place of the travel. */
  STEP,
  /** Two tracks are not in their ratio. */
  APART,
  /** It jumps from one sample to the next. */
  JUMPS,
  /** It stays too cold. */
  NEVER_WARM,
  /** It falls too fast. */
  FALLS,
  /** It drops out while the plug is moved. */
  GLITCH_AT_PLUG,
  /** It drops out while the loom is moved. */
  GLITCH_AT_LOOM,

  // Knock
  /** Bursts at the resonance of the cylinder. */
  KNOCKS,
  /** Bursts without a resonance: something rattles. */
  RATTLES,

  // Soot
  /** The current of the electrode never climbs. */
  TAKES_NO_SOOT,
  /** It does not fall when the sensor burns itself clean. */
  DOES_NOT_BURN_OFF,

  // Figures side by side
  /** A wire touches what it must not. */
  TOUCHES,
  /** Lean at idle, right under load: air that is not measured. */
  UNMEASURED_AIR,
  /** Right at idle, lean under load: too little is measured, or too little fuel comes. */
  STARVES,
  /** Rich at idle or under load only. */
  RICH_AT_ONE,
  /** Off by the same everywhere. */
  OFF_EVERYWHERE,
  /** One of several that should agree does not. */
  ODD_ONE,
  /** A reading is above what its band allows. */
  TOO_HIGH,
  /** A reading is below what its band allows. */
  TOO_LOW
}
