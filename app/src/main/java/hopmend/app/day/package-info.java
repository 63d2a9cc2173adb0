/**
 * The day: the board of the shop, the search for its best plan, who is there. Way in: {@link
 * hopmend.app.day.BoardController}.
 */
package hopmend.app.day;
