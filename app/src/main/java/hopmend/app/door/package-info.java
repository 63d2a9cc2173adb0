/**
 * Who gets in and under what bounds: security rules, sign-in, addresses and hosts, slow clients.
 * Way in: {@link hopmend.app.door.SecurityConfig}.
 */
package hopmend.app.door;
