/**
 * Facets and the constraints of jakarta.validation at one position of a contract. Entry type:
 * {@link org.calmanchor.core.constraint.ConstraintReader}. Those that XML Schema can say become
 * facets.
 */
@NullMarked
package org.calmanchor.core.constraint;

import org.jspecify.annotations.NullMarked;
