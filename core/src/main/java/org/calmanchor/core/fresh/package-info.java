/** The turn of a call that computes an answer which others get, too. */
@NullMarked
package org.calmanchor.core.fresh;

import org.jspecify.annotations.NullMarked;
