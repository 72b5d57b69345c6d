/**
 * A contract as people read it: messages as indented lines, with the types, rules and words for
 * each.
 */
@NullMarked
package org.calmanchor.core.outline;

import org.jspecify.annotations.NullMarked;
