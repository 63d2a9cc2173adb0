/**
 * Which vehicle it is: the identification number and the layout of its engine. Way in: {@link
 * hopmend.vehicle.Vin#read}.
 */
package hopmend.vehicle;
