/** Who works here: accounts, sign-in, what a person prefers to see. */
package hopmend.app.account;
