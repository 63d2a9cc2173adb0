/** What every page shares: security, errors, the person's units, refusals of input. */
package hopmend.app.web;
