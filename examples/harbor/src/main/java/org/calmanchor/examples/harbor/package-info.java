/** The harbor of Lantern Quay: a service with a real database behind it, started by the demo. */
@NullMarked
package org.calmanchor.examples.harbor;

import org.jspecify.annotations.NullMarked;
