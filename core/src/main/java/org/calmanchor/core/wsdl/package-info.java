/**
 * A contract as a WSDL 1.1 document. Entry type: {@link
 * org.calmanchor.core.wsdl.ContractDocuments}. Imports the model only.
 */
@NullMarked
package org.calmanchor.core.wsdl;

import org.jspecify.annotations.NullMarked;
