/**
 * XML Schema documents become schema components. Entry type: {@link
 * org.calmanchor.core.schema.SchemaReader}. Imports model, problem and document.
 */
@NullMarked
package org.calmanchor.core.schema;

import org.jspecify.annotations.NullMarked;
