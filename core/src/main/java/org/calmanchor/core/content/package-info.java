/**
 * What complex types may contain: which element may come next, and how the content is represented
 * as values. Entry type: {@link org.calmanchor.core.content.ContentModelBuilder}. Imports model.
 */
@NullMarked
package org.calmanchor.core.content;

import org.jspecify.annotations.NullMarked;
