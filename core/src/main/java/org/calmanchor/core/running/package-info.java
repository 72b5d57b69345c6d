/** The calls that run on a host: counted, watched, and refused when there are too many. */
@NullMarked
package org.calmanchor.core.running;

import org.jspecify.annotations.NullMarked;
