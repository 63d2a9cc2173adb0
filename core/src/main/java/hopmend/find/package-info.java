/**
 * Hop 3, Find: which sensor exactly, where it sits and how to get there; the plan view of the
 * engine bay as geometry. Way in: {@link hopmend.find.SiteFinder#find} and {@link
 * hopmend.find.BayDrawing#draw}.
 */
package hopmend.find;
