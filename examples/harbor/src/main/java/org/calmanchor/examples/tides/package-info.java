/** The tide table: an asynchronous service that asks a feed outside, which is simulated here. */
@NullMarked
package org.calmanchor.examples.tides;

import org.jspecify.annotations.NullMarked;
