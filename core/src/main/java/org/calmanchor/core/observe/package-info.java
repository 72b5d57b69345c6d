/** What is told about calls that have ended: for an access log, for metrics. */
@NullMarked
package org.calmanchor.core.observe;

import org.jspecify.annotations.NullMarked;
