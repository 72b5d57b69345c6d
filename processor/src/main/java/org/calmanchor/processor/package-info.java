/**
 * The annotation processor. Entry type: {@link org.calmanchor.processor.ContractProcessor}. It
 * reads services with the reader of core, through a second view of Java: that of the compiler.
 */
@NullMarked
package org.calmanchor.processor;

import org.jspecify.annotations.NullMarked;
