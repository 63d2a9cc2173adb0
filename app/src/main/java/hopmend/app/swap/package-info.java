/** Hop 5 in the application: the work order and its ledger. */
package hopmend.app.swap;
