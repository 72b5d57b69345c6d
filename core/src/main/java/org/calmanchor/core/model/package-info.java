/**
 * The contract: what WSDL 1.1 and XML Schema 1.0 can say of document/literal services, as immutable
 * values. Entry type: {@link org.calmanchor.core.model.Contract}. Imports the JDK only, without
 * reflection, and no other package.
 */
@NullMarked
package org.calmanchor.core.model;

import org.jspecify.annotations.NullMarked;
