/**
 * What is limited, how far by default, and what one address may take of it. Entry type: {@link
 * org.calmanchor.core.limits.Limits}.
 */
@NullMarked
package org.calmanchor.core.limits;

import org.jspecify.annotations.NullMarked;
