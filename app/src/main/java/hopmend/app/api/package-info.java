/**
 * The open JSON interface to the stateless computations of hop 1, with the very code that the pages
 * use. Way in: {@link hopmend.app.api.ApiController}.
 */
package hopmend.app.api;
