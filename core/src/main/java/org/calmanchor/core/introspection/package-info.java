/**
 * A view of Java elements: types, members, methods, annotations. Entry type: {@link
 * org.calmanchor.core.introspection.JavaType}. The rules in read know Java through it only, so that
 * another implementation can take its elements from a compiler. Imports the annotations and logging
 * only.
 */
@NullMarked
package org.calmanchor.core.introspection;

import org.jspecify.annotations.NullMarked;
