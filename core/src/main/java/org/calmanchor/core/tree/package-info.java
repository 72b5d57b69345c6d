/** Represents values of any type of a contract as maps, lists and texts. */
@NullMarked
package org.calmanchor.core.tree;

import org.jspecify.annotations.NullMarked;
