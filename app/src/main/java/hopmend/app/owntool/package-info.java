/** What comes by the technician's own tool or by hand, where hops 6 to 8 do without our link. */
package hopmend.app.owntool;
