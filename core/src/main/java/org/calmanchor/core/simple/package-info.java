/**
 * Values of simple types, checked as a schema processor checks them: lexical forms, facets, lists
 * and unions. Entry type: {@link org.calmanchor.core.simple.SimpleTypes}. Imports model and
 * lexical.
 */
@NullMarked
package org.calmanchor.core.simple;

import org.jspecify.annotations.NullMarked;
