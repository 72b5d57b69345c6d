/** The tide table: an asynchronous service from a fixed table, which the demo hosts too. */
@NullMarked
package org.calmanchor.examples.tides;

import org.jspecify.annotations.NullMarked;
