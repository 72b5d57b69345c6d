/**
 * A service, message in and message out, without transport. Entry type: {@link
 * org.calmanchor.core.endpoint.Endpoint}. Imports model, lexical, read, codec and soap.
 */
@NullMarked
package org.calmanchor.core.endpoint;

import org.jspecify.annotations.NullMarked;
