/** Values of messages by their paths, such as {@code reservation.boat.length}. */
@NullMarked
package org.calmanchor.core.path;

import org.jspecify.annotations.NullMarked;
