/** Answers that may be given again, kept in memory. */
@NullMarked
package org.calmanchor.web.answers;

import org.jspecify.annotations.NullMarked;
