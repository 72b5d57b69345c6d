/**
 * XML to values and back. Entry type: {@link org.calmanchor.core.codec.CodecPlanner}, which plans
 * codecs for the elements of a contract, once. A {@link org.calmanchor.core.codec.ValueModel} says
 * how values are held: as Java objects (package objects), or as maps and lists (package dynamic).
 * Imports model, lexical and xml.
 */
@NullMarked
package org.calmanchor.core.codec;

import org.jspecify.annotations.NullMarked;
