/** HTTP/2 as the embedded host speaks it: how its connections begin, and how they end. */
@NullMarked
package org.calmanchor.host.http2;

import org.jspecify.annotations.NullMarked;
