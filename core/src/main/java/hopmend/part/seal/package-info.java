/**
 * Hop 4, Pick, where the part is a ring for cents: what the old one says, its size, how it fits its
 * groove, of what it is made. Way in: {@link hopmend.part.seal.SealTable}.
 */
package hopmend.part.seal;
