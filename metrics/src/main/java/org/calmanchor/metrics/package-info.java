/** Numbers and spans of calls for Micrometer, and a page for Prometheus. */
@NullMarked
package org.calmanchor.metrics;

import org.jspecify.annotations.NullMarked;
