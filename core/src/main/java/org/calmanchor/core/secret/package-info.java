/**
 * What must not be shown as it is: secrets in messages and headers, and texts from outside in a
 * log. Entry types: {@link org.calmanchor.core.secret.MaskedMessage}, {@link
 * org.calmanchor.core.secret.Loggable}. Imports no other room.
 */
@NullMarked
package org.calmanchor.core.secret;

import org.jspecify.annotations.NullMarked;
