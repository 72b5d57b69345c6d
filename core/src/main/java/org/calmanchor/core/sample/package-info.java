/**
 * Example values for a contract's messages. Entry type: {@link org.calmanchor.core.sample.Samples}.
 * Imports model, lexical and dynamic.
 */
@NullMarked
package org.calmanchor.core.sample;

import org.jspecify.annotations.NullMarked;
