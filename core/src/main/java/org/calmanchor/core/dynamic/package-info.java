/**
 * Requests and answers of a contract as maps and lists. Entry type: {@link
 * org.calmanchor.core.dynamic.DynamicMessages}. Imports model, lexical, xml, codec and soap.
 */
@NullMarked
package org.calmanchor.core.dynamic;

import org.jspecify.annotations.NullMarked;
