package hopmend.verify;

/**
 * How many monitors of a vehicle may still be open when an inspection takes it. Local rules differ;
 * the shop sets which one holds where its vehicles are inspected. For compression ignition the same
 * numbers are taken (from memory).
 */
public enum InspectionRule {
  /** 40 CFR 85.2222 and EPA guidance: two for model years 1996 to 2000, one from 2001 on. */
  BY_MODEL_YEAR {
    @Override
    public int allowed(int modelYear) {
      return modelYear >= 1996 && modelYear <= 2000 ? 2 : 1;
    }
  },
  NONE_OPEN {
    @Override
    public int allowed(int modelYear) {
      return 0;
    }
  },
  AT_MOST_ONE {
    @Override
    public int allowed(int modelYear) {
      return 1;
    }
  },
  AT_MOST_TWO {
    @Override
    public int allowed(int modelYear) {
      return 2;
    }
  };

  /**
   * Monitors that may be open.
   *
   * @param modelYear of the vehicle; 0 where nobody knows it, which counts as a late one
   */
  public abstract int allowed(int modelYear);
}
