/** Who calls, by what HTTP says. */
@NullMarked
package org.calmanchor.web.caller;

import org.jspecify.annotations.NullMarked;
