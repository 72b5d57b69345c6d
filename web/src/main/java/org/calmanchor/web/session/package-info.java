/** Sessions in the memory of this process. */
@NullMarked
package org.calmanchor.web.session;

import org.jspecify.annotations.NullMarked;
