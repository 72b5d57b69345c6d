/**
 * A service, message in and message out, without transport. Entry type: {@link
 * org.calmanchor.core.endpoint.Endpoint}. Imports the packages of reading, XML, codecs, SOAP and
 * limits.
 */
@NullMarked
package org.calmanchor.core.endpoint;

import org.jspecify.annotations.NullMarked;
