/**
 * Example values for a contract's messages. Entry type: {@link org.calmanchor.core.sample.Samples}.
 * Imports model only.
 */
@NullMarked
package org.calmanchor.core.sample;

import org.jspecify.annotations.NullMarked;
