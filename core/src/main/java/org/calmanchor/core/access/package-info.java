/** Who calls, and who may call what. */
@NullMarked
package org.calmanchor.core.access;

import org.jspecify.annotations.NullMarked;
