/** From a configuration to a host with its services, callers and TLS. */
@NullMarked
package org.calmanchor.launch;

import org.jspecify.annotations.NullMarked;
