/**
 * What may be logged and shown of what comes from outside: without secrets, in one line, and not
 * over and over. Entry types: {@link org.calmanchor.core.logging.Loggable}, {@link
 * org.calmanchor.core.logging.RateLimitedLog}, {@link org.calmanchor.core.logging.MaskedMessage}.
 * Imports no other room.
 */
@NullMarked
package org.calmanchor.core.logging;

import org.jspecify.annotations.NullMarked;
