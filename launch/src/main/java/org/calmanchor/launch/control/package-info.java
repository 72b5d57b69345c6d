/** Commands for a running host, over a socket that only its own user can use. */
@NullMarked
package org.calmanchor.launch.control;

import org.jspecify.annotations.NullMarked;
