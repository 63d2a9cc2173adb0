/**
 * Hop 5, Swap: the work order with its inverses, the put-back ledger, tightness and cautions. Way
 * in: {@link hopmend.swap.WorkOrder#of}, {@link hopmend.swap.Ledger#of}, {@link
 * hopmend.swap.WrenchSetting#of}.
 */
package hopmend.swap;
