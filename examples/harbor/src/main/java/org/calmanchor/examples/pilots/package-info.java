/** A contract that came first: the depths of Saltmere, as the pilot office's document has them. */
@NullMarked
package org.calmanchor.examples.pilots;

import org.jspecify.annotations.NullMarked;
