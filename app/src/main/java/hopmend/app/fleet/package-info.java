/**
 * The vehicles that a shop knows: their numbers, card, engine and notes. Way in: {@link
 * hopmend.app.fleet.Fleet}.
 */
package hopmend.app.fleet;
