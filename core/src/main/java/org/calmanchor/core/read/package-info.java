/**
 * Annotated Java into a {@link org.calmanchor.core.reading.Reading}: the contract, and the Java
 * members of its nodes. Entry type: {@link org.calmanchor.core.read.ContractReader}. The rules know
 * Java through the package introspection only. Imports model, lexical, introspection, problem and
 * constraint.
 */
@NullMarked
package org.calmanchor.core.read;

import org.jspecify.annotations.NullMarked;
