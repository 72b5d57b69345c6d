/** From a configuration to the services of a host, whatever server it runs on. */
@NullMarked
package org.calmanchor.deployment;

import org.jspecify.annotations.NullMarked;
