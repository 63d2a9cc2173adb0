/** Hop 2 in the application: checks answered, verdict taken. */
package hopmend.app.prove;
