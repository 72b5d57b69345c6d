/**
 * The limits of messages, calls and connections, their defaults, and the share of one address.
 * Entry type: {@link org.calmanchor.core.limits.Limits}.
 */
@NullMarked
package org.calmanchor.core.limits;

import org.jspecify.annotations.NullMarked;
