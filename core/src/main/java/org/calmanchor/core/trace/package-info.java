/** The trace that a call belongs to (W3C Trace Context). */
@NullMarked
package org.calmanchor.core.trace;

import org.jspecify.annotations.NullMarked;
