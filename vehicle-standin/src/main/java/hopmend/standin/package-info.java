/**
 * A simulated vehicle on the wire. {@link hopmend.standin.SimulatedVehicle} is the vehicle, pure
 * and deterministic; {@link hopmend.standin.DoipServer} puts it on a TCP port; {@link
 * hopmend.standin.BenchPage} is the workbench page that pulls its plugs and turns its key.
 */
package hopmend.standin;
