/**
 * Pages of the vehicle cards: the list, a card with its revisions, the builder that begins one at
 * the vehicle, and cards out and in as one file. Way in: {@code CardController}.
 */
package hopmend.app.card;
