/**
 * Shapes of a drawing as plain geometry. A shape's role becomes the class by which the theme paints
 * it; templates only place them.
 */
package hopmend.drawing;
