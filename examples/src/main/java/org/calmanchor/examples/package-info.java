/** The examples, and the warm start that the launcher learns from. */
@NullMarked
package org.calmanchor.examples;

import org.jspecify.annotations.NullMarked;
