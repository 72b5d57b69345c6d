/**
 * Documents and what they import, loaded within limits. Entry type: {@link
 * org.calmanchor.core.document.DocumentLoader}. Imports model and problem.
 */
@NullMarked
package org.calmanchor.core.document;

import org.jspecify.annotations.NullMarked;
