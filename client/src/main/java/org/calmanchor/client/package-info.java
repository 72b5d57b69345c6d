/**
 * The typed client: from an annotated interface and an address to an implementation that calls.
 * Entry type: {@link org.calmanchor.client.TypedClient}. Imports core's packages and the JDK's HTTP
 * client.
 */
@NullMarked
package org.calmanchor.client;

import org.jspecify.annotations.NullMarked;
