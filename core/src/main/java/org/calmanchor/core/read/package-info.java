/**
 * Annotated Java into a {@link org.calmanchor.core.read.Reading}: the contract, and which Java
 * member stands for which of its nodes. Entry type: {@link
 * org.calmanchor.core.read.ContractReader}. The rules are written against a narrow view of a Java
 * element ({@link org.calmanchor.core.read.JavaElement} and its kin), of which reflection is one
 * implementation. Imports model and lexical.
 */
@NullMarked
package org.calmanchor.core.read;

import org.jspecify.annotations.NullMarked;
