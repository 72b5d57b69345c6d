/**
 * Writes Java source from a contract. What is written needs nothing but the annotations, compiles
 * without warnings, and is its user's from then on.
 */
@NullMarked
package org.calmanchor.draft;

import org.jspecify.annotations.NullMarked;
