/** The commands of the example: the harbor with data, and a small consumer of it. */
@NullMarked
package org.calmanchor.examples.demo;

import org.jspecify.annotations.NullMarked;
