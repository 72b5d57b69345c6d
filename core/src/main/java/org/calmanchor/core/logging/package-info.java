/**
 * Texts from outside for the log and the page: without secrets, in one line, and not too often.
 * Entry types: {@link org.calmanchor.core.logging.Loggable}, {@link
 * org.calmanchor.core.logging.RateLimitedLog}, {@link org.calmanchor.core.logging.MaskedMessage}.
 * Imports no other package.
 */
@NullMarked
package org.calmanchor.core.logging;

import org.jspecify.annotations.NullMarked;
