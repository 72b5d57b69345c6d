/** Measurements, each run by a command of its own; never part of the tests. */
@NullMarked
package org.calmanchor.benchmarks;

import org.jspecify.annotations.NullMarked;
