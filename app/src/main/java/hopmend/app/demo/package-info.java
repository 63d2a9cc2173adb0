/** The demo: its accounts, link and first jobs; only with the profile demo. */
package hopmend.app.demo;
